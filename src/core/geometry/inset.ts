import * as clipping from 'polyclip-ts';
import { insideAny } from './inside';
import { boxOf, crossingEdges, oriented, polygonArea, signedArea, tidyRing } from './ring';
import type { MultiPolygon, Point, Polygon, Ring } from './point';

/** An outline that the floor keeps away from, and by how much. */
export type Keepout = { readonly outline: Ring; readonly gap: number };

type MutablePolygon = [number, number][][];
const loose = (polygon: Polygon): MutablePolygon => polygon.map((ring) => ring.map(([x, y]) => [x, y]));

/** Booleans leave dust where edges nearly meet; no plank is cut from less than this (mm²). */
const DUST = 0.5;

const firm = (raw: MutablePolygon[]): MultiPolygon =>
  raw
    .map((polygon) =>
      oriented(polygon.map((ring) => tidyRing(ring, 1e-5)).filter((r, i) => r.length >= 3 && (i === 0 || Math.abs(signedArea(r)) > DUST))),
    )
    .filter((polygon) => polygon.length > 0 && polygonArea(polygon) > DUST);

/** Grids (mm) that coordinates are set to, tried in turn; 0 leaves them as they are. None comes near to what a saw can cut. */
const GRIDS = [0, 1 / 4096, 1 / 512, 1 / 96];

const onGrid = (multi: MultiPolygon, grid: number): MutablePolygon[] =>
  grid === 0
    ? multi.map(loose)
    : multi.map((p) => p.map((ring) => ring.map(([x, y]) => [Math.round(x / grid) * grid, Math.round(y / grid) * grid])));

/**
 * Edges that all but coincide can defeat a sweep over floating-point numbers, with an error or, worse, without one. So every result is
 * tried at points to both sides of its edges and all over, and what fails is computed again on a grid that pulls such edges together.
 *
 * @param operation computes on coordinates set to the grid it is given
 * @param wanted whether a point belongs to the result
 * @throws Error where no grid gives a sound result
 */
function sound(operation: (grid: number) => unknown, wanted: (p: Point) => boolean): MultiPolygon {
  for (const grid of GRIDS) {
    try {
      const result = firm(operation(grid) as MutablePolygon[]);
      const inside = insideAny(result);
      if (probes(result).every((p) => inside(p) === wanted(p))) return result;
    } catch {
      // the next grid
    }
  }
  throw new Error('these outlines could not be combined');
}

/** Results are tried so far (mm) to both sides of their edges. */
const BESIDE = 0.1;

/** Points a tenth of a millimetre to both sides of every edge's middle, and a lattice over the whole. */
function probes(multi: MultiPolygon): Point[] {
  const points: Point[] = [];
  for (const polygon of multi) {
    for (const ring of polygon) {
      ring.forEach((a, i) => {
        const b = ring[(i + 1) % ring.length]!;
        const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
        if (length < 1) return;
        // off the exact middle, where the edges of other shapes are likely to end
        const [x, y] = [a[0] + (b[0] - a[0]) * 0.4871, a[1] + (b[1] - a[1]) * 0.4871];
        const [nx, ny] = [(-(b[1] - a[1]) / length) * BESIDE, ((b[0] - a[0]) / length) * BESIDE];
        points.push([x + nx, y + ny], [x - nx, y - ny]);
      });
    }
    const { minX, minY, maxX, maxY } = boxOf(polygon[0]!);
    // a sliver that a grid has moved lies no more where it was: nothing in it can be tried
    if (polygonArea(polygon) / Math.max(maxX - minX, maxY - minY) < BESIDE) continue;
    for (let i = 0; i < 7; i++) {
      for (let j = 0; j < 7; j++) points.push([minX + ((maxX - minX) * (i + 0.4137)) / 7, minY + ((maxY - minY) * (j + 0.5871)) / 7]);
    }
  }
  return points;
}

/** All that lies in any of the polygons. */
export function union(polygons: MultiPolygon): MultiPolygon {
  return sound((grid) => {
    const [first, ...rest] = onGrid(polygons, grid);
    return first ? clipping.union([first], ...rest.map((p) => [p])) : [];
  }, insideAny(polygons));
}

/** What is left of `from` without `minus`. */
export function difference(from: MultiPolygon, minus: MultiPolygon): MultiPolygon {
  if (minus.length === 0 || from.length === 0) return from;
  const [had, taken] = [insideAny(from), insideAny(minus)];
  return sound(
    (grid) => clipping.difference(onGrid(from, grid), ...onGrid(minus, grid).map((p) => [p])),
    (p) => had(p) && !taken(p),
  );
}

/** What lies in both. */
export function intersection(a: MultiPolygon, b: MultiPolygon): MultiPolygon {
  if (a.length === 0 || b.length === 0) return [];
  const [inA, inB] = [insideAny(a), insideAny(b)];
  return sound(
    (grid) => clipping.intersection(onGrid(a, grid), onGrid(b, grid)),
    (p) => inA(p) && inB(p),
  );
}

/** Where two offset edges meet: the sharp (mitred) corner of `v` between edges of directions d1 and d2, each moved left by `gap`. */
function mitre(v: Point, d1: Point, d2: Point, gap: number): Point {
  // tip = v + gap·(n1 + n2)/(1 + n1·n2), n the left normals
  const k = gap / (1 + d1[0] * d2[0] + d1[1] * d2[1]);
  return [v[0] - k * (d1[1] + d2[1]), v[1] + k * (d1[0] + d2[0])];
}

function directions(ring: Ring): Point[] {
  return ring.map((a, i) => {
    const b = ring[(i + 1) % ring.length]!;
    const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
    return [(b[0] - a[0]) / length, (b[1] - a[1]) / length];
  });
}

/**
 * The strips that a gap takes from the floor along a ring whose floor lies on the left: one along each edge, and the
 * mitred corner wherever the ring juts into the floor.
 */
function gapStrips(ring: Ring, gap: number): Ring[] {
  if (gap <= 0) return [];
  const d = directions(ring);
  const strips: Ring[] = [];
  ring.forEach((a, i) => {
    const b = ring[(i + 1) % ring.length]!;
    const [dx, dy] = d[i]!;
    const offA: Point = [a[0] - dy * gap, a[1] + dx * gap];
    strips.push([a, b, [b[0] - dy * gap, b[1] + dx * gap], offA]);
    const before = d[(i + ring.length - 1) % ring.length]!;
    const cross = before[0] * dy - before[1] * dx;
    if (cross < -1e-9) strips.push([a, [a[0] - before[1] * gap, a[1] + before[0] * gap], mitre(a, before, [dx, dy], gap), offA]);
  });
  return strips;
}

/**
 * The ring moved left by `gap`, corners kept sharp, where that is all there is to it: null where an edge would turn round or the
 * result crosses itself, which calls for the general way.
 */
function movedRing(ring: Ring, gap: number): Ring | null {
  const d = directions(ring);
  const n = ring.length;
  const moved = ring.map((v, i) => mitre(v, d[(i + n - 1) % n]!, d[i]!, gap));
  for (let i = 0; i < n; i++) {
    const a = moved[i]!;
    const b = moved[(i + 1) % n]!;
    if ((b[0] - a[0]) * d[i]![0] + (b[1] - a[1]) * d[i]![1] <= 1e-6) return null;
  }
  return crossingEdges(moved) ? null : moved;
}

/**
 * The laid area: polygons drawn in by `gap` from their edges and by each keep-out's own gap from its outline, corners kept
 * sharp (mitred).
 *
 * @param floor the clear floor from wall to wall, mm
 * @param gap distance kept from the floor's edges, mm, not negative
 * @returns what is left; empty where the gaps take all of it
 */
export function drawnIn(floor: MultiPolygon, gap: number, keepouts: readonly Keepout[] = []): MultiPolygon {
  const tidy = floor.map((polygon) => oriented(polygon.map((ring) => tidyRing(ring))));
  const minus: Polygon[] = [];
  for (const { outline, gap: own } of keepouts) {
    const ring = tidyRing(outline);
    minus.push([ring], ...gapStrips(signedArea(ring) > 0 ? [...ring].reverse() : ring, own).map((strip) => [strip]));
  }
  const laid: Polygon[] = [];
  for (const polygon of tidy) {
    const moved = polygon.length === 1 ? movedRing(polygon[0]!, gap) : null;
    if (moved) laid.push([moved]);
    else
      laid.push(
        ...difference(
          [polygon],
          polygon.flatMap((ring) => gapStrips(ring, gap)).map((strip) => [strip]),
        ),
      );
  }
  return difference(laid, minus);
}
