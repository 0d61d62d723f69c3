import { boxOf, clipBand, polygonArea, type MultiPolygon, type Polygon } from '../geometry';
import type { Wanted } from './rolls';

/** A strip of a roll, where it lies: its shape in the layer's frame (u along the roll, w across it). */
export type Strip = { readonly shape: Polygon };

/** Less than this (mm²) is not worth a piece. */
const DUST = 100;
/** So many places of the first seam are tried. */
const MOST_PLACES = 40;
/** A seam this near to a long plank edge (mm) lies under it. */
const UNDER_EDGE = 20;

/** Where a room's strips fall: all of them, and what they cost. */
export type Strips = {
  readonly strips: readonly Wanted<Strip>[];
  /** length of roll that they take, narrow ones side by side, mm */
  readonly takes: number;
  /** seams that lie under a long edge of planks */
  readonly underEdges: number;
};

/**
 * Cuts a room into strips as wide as a roll: of all places where the first seam may fall (at either side, and with a seam at each corner of
 * the room) the one with the fewest strips, and the one that takes least of the roll; then the fewest seams under plank edges.
 *
 * @param shape in the layer's frame
 * @param width of the roll
 * @param lap how far strips lie over each other
 * @param edges w of the long plank edges, where strips run with the planks
 */
export function stripsOver(
  shape: MultiPolygon,
  width: number,
  lap: number,
  edges: readonly number[] = [],
): { readonly fewest: Strips; readonly thrifty: Strips } {
  const tried = placesFor(shape, width, lap, edges).map((origin) => stripsFrom(shape, width, lap, origin, edges));
  const takes = (a: Strips, b: Strips) => Math.round(a.takes / 10) - Math.round(b.takes / 10);
  const strips = (a: Strips, b: Strips) => a.strips.length - b.strips.length;
  const edge = (a: Strips, b: Strips) => a.underEdges - b.underEdges;
  const best = (...orders: ((a: Strips, b: Strips) => number)[]) =>
    tried.reduce((b, next) => (orders.reduce((sum, order) => sum || order(next, b), 0) < 0 ? next : b));
  return { fewest: best(strips, edge, takes), thrifty: best(takes, edge, strips) };
}

/** Beginnings of the first strip: flush with either side, with a seam at a corner, and clear of the plank edges. */
function placesFor(shape: MultiPolygon, width: number, lap: number, edges: readonly number[]): readonly number[] {
  const step = width - lap;
  const ws = shape.flatMap((p) => p.flatMap((ring) => ring.map((q) => q[1])));
  const [low, high] = [Math.min(...ws), Math.max(...ws)];
  const first = (w: number) => low - ((((low - w) % step) + step) % step);
  const corners = [...new Set(ws.map((w) => Math.round(w)))].flatMap((w) => [w, w + lap, w + UNDER_EDGE * 2, w - UNDER_EDGE * 2]);
  const clear = edges.length === 0 ? [] : Array.from({ length: 10 }, (_, k) => low - (k + 1) * UNDER_EDGE * 2);
  return [...new Set([low, high - width, ...clear, ...corners.map(first)].map((w) => first(w)))].slice(0, MOST_PLACES);
}

function stripsFrom(shape: MultiPolygon, width: number, lap: number, origin: number, edges: readonly number[]): Strips {
  const high = Math.max(...shape.flatMap((p) => p[0]!.map((q) => q[1])));
  const low = Math.min(...shape.flatMap((p) => p[0]!.map((q) => q[1])));
  const strips: Wanted<Strip>[] = [];
  let underEdges = 0;
  for (let from = origin; from < high - (from > low ? lap : 0) - 1e-6; from += width - lap) {
    // a first strip that the second covers altogether
    if (from + width <= low + lap) continue;
    if (from > low && edges.some((e) => Math.abs(e - from) < UNDER_EDGE)) underEdges++;
    for (const part of clipBand(shape, 1, from, from + width)) {
      if (polygonArea(part) < DUST) continue;
      const box = boxOf(part[0]!);
      strips.push({ of: { shape: part }, length: box.maxX - box.minX, width: box.maxY - box.minY });
    }
  }
  const takes = strips.reduce((sum, s) => sum + s.length / Math.max(1, Math.floor(width / s.width + 1e-9)), 0);
  return { strips, takes, underEdges };
}

/** What strip-by-strip practice does: from the first wall on, each strip in one length, across the planks. */
export const plainStrips = (shape: MultiPolygon, width: number, lap: number): Strips => {
  const low = Math.min(...shape.flatMap((p) => p[0]!.map((q) => q[1])));
  return stripsFrom(shape, width, lap, low, []);
};
