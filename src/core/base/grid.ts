import { insidePolygon, type Point, type Ring } from '../geometry';
import type { Opening } from '../given';
import { roomOf } from './reach';

/** Heights are read so far from the walls (mm): an instrument's foot stands there. */
const OFF_WALLS = 60;
/** Points nearer to each other than this part of the spacing are one. */
const TOO_NEAR = 0.4;

/** How far apart heights are read to begin with: a dip is always wider than it looks, but narrower than a room. */
export const presetSpacing = (outline: Ring): number => {
  const xs = outline.map((p) => p[0]);
  const ys = outline.map((p) => p[1]);
  const shorter = Math.min(Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys));
  return Math.max(300, Math.min(800, Math.round(shorter / 6 / 50) * 50));
};

/**
 * Where heights are read in a room: its corners, its doorways, and a grid along its longest wall between them, in the order of a walk that
 * goes to and fro.
 *
 * @param spacing how far apart the grid's points are at most, mm
 */
export function pointsToRead(outline: Ring, openings: readonly Opening[], spacing: number): readonly Point[] {
  const room = roomOf(outline);
  const ring = room.outline;
  const [a, b] = longest(ring);
  const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
  const [dx, dy] = [(b[0] - a[0]) / length, (b[1] - a[1]) / length];
  const along = ([x, y]: Point) => (x - a[0]) * dx + (y - a[1]) * dy;
  const off = ([x, y]: Point) => (y - a[1]) * dx - (x - a[0]) * dy;
  const place = (u: number, v: number): Point => [a[0] + dx * u - dy * v, a[1] + dy * u + dx * v];
  const clear = (p: Point) => insidePolygon(p, [ring]) && room.wallBy(p[0], p[1]).distance >= OFF_WALLS - 1;
  const kept: Point[] = [];
  const keep = (p: Point, apart: number) => {
    if (clear(p) && kept.every((q) => Math.hypot(p[0] - q[0], p[1] - q[1]) >= apart)) kept.push([Math.round(p[0]), Math.round(p[1])]);
  };
  for (const p of cornersIn(ring)) keep(p, 1);
  for (const p of doorwaysIn(ring, openings)) keep(p, spacing * TOO_NEAR);
  const us = steps(Math.min(...ring.map(along)) + OFF_WALLS, Math.max(...ring.map(along)) - OFF_WALLS, spacing);
  const vs = steps(Math.min(...ring.map(off)) + OFF_WALLS, Math.max(...ring.map(off)) - OFF_WALLS, spacing);
  for (const v of vs) for (const u of us) keep(place(u, v), spacing * TOO_NEAR);
  // lines of about one spacing, walked to and fro
  const line = (p: Point) => Math.round((off(p) - vs[0]!) / (vs.length > 1 ? vs[1]! - vs[0]! : spacing));
  return kept.sort((p, q) => line(p) - line(q) || (line(p) % 2 === 0 ? along(p) - along(q) : along(q) - along(p)));
}

const longest = (ring: Ring): readonly [Point, Point] =>
  ring.map((p, i) => [p, ring[(i + 1) % ring.length]!] as const).reduce((best, e) => (span(e) > span(best) + 1e-6 ? e : best));
const span = ([p, q]: readonly [Point, Point]): number => Math.hypot(q[0] - p[0], q[1] - p[1]);

/** From one end to the other in equal steps of no more than the spacing. */
function steps(from: number, to: number, spacing: number): number[] {
  const parts = Math.max(1, Math.ceil((to - from) / spacing - 1e-6));
  return to <= from ? [(from + to) / 2] : Array.from({ length: parts + 1 }, (_, i) => from + ((to - from) * i) / parts);
}

/** The corners of a room, drawn in so that an instrument can stand there. */
function cornersIn(ring: Ring): Point[] {
  return ring.map((p, i): Point => {
    const [before, after] = [ring[(i + ring.length - 1) % ring.length]!, ring[(i + 1) % ring.length]!];
    const inward = (q: Point, r: Point): Point => [-(r[1] - q[1]) / span([q, r]), (r[0] - q[0]) / span([q, r])];
    const [m, n] = [inward(before, p), inward(p, after)];
    const by = OFF_WALLS / Math.max(0.3, 1 + m[0] * n[0] + m[1] * n[1]);
    return [p[0] + (m[0] + n[0]) * by, p[1] + (m[1] + n[1]) * by];
  });
}

/** Before the middle of each doorway of a room. */
function doorwaysIn(ring: Ring, openings: readonly Opening[]): Point[] {
  const { wallBy } = roomOf(ring);
  return openings.flatMap(({ outline }) => {
    const near = outline.filter(([x, y]) => wallBy(x, y).distance < 5);
    if (near.length < 2) return [];
    const [x, y] = [(near[0]![0] + near[1]![0]) / 2, (near[0]![1] + near[1]![1]) / 2];
    const angle = wallBy(x, y).direction;
    const sides = [1, -1].map((s): Point => [x - Math.sin(angle) * (OFF_WALLS + 1) * s, y + Math.cos(angle) * (OFF_WALLS + 1) * s]);
    return sides.filter((p) => insidePolygon(p, [ring]));
  });
}
