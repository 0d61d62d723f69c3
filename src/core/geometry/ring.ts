import { TOLERANCE, type Box, type Point, type Polygon, type Ring } from './point';

/** Area by the shoelace formula: positive where the ring turns anticlockwise. */
export function signedArea(ring: Ring): number {
  let twice = 0;
  for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
    twice += ring[j]![0] * ring[i]![1] - ring[i]![0] * ring[j]![1];
  }
  return twice / 2;
}

/** Area of a polygon less its holes, mm². */
export function polygonArea(polygon: Polygon): number {
  return polygon.reduce((sum, ring, i) => sum + (i === 0 ? 1 : -1) * Math.abs(signedArea(ring)), 0);
}

/** The same polygon with its outer ring anticlockwise and its holes clockwise. */
export function oriented(polygon: Polygon): Polygon {
  return polygon.map((ring, i) => (signedArea(ring) > 0 === (i === 0) ? ring : [...ring].reverse()));
}

export function boxOf(ring: Ring): Box {
  let minX = Infinity;
  let minY = Infinity;
  let maxX = -Infinity;
  let maxY = -Infinity;
  // asked of every piece again and again: by places, which makes no iterator
  for (let i = 0; i < ring.length; i++) {
    const p = ring[i]!;
    const [x, y] = [p[0], p[1]];
    if (x < minX) minX = x;
    if (x > maxX) maxX = x;
    if (y < minY) minY = y;
    if (y > maxY) maxY = y;
  }
  return { minX, minY, maxX, maxY };
}

/** Whether the point lies inside the ring (even-odd); on the edge either answer is possible. */
export function insideRing(p: Point, ring: Ring): boolean {
  let inside = false;
  for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
    const [xi, yi] = ring[i]!;
    const [xj, yj] = ring[j]!;
    if (yi > p[1] !== yj > p[1] && p[0] < ((xj - xi) * (p[1] - yi)) / (yj - yi) + xi) inside = !inside;
  }
  return inside;
}

export const insidePolygon = (p: Point, polygon: Polygon): boolean =>
  polygon.length > 0 && insideRing(p, polygon[0]!) && !polygon.slice(1).some((hole) => insideRing(p, hole));

const turn = (a: Point, b: Point, c: Point): number => (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]);

function touch(a: Point, b: Point, c: Point, d: Point): boolean {
  const within = (p: Point, q: Point, r: Point) =>
    Math.min(p[0], q[0]) <= r[0] && r[0] <= Math.max(p[0], q[0]) && Math.min(p[1], q[1]) <= r[1] && r[1] <= Math.max(p[1], q[1]);
  const d1 = turn(c, d, a);
  const d2 = turn(c, d, b);
  const d3 = turn(a, b, c);
  const d4 = turn(a, b, d);
  if (d1 > 0 !== d2 > 0 && d3 > 0 !== d4 > 0 && d1 !== 0 && d2 !== 0 && d3 !== 0 && d4 !== 0) return true;
  return (d1 === 0 && within(c, d, a)) || (d2 === 0 && within(c, d, b)) || (d3 === 0 && within(a, b, c)) || (d4 === 0 && within(a, b, d));
}

/**
 * Two edges of a ring that cross or touch, other than neighbours meeting at their corner. Edges that follow each other lie near each
 * other, so halves of the ring whose boxes stand apart are passed over: n log n for what people draw.
 *
 * @returns their numbers counted from 1 (edge 1 runs from the first point to the second), or null where the ring is simple
 */
export function crossingEdges(ring: Ring): readonly [number, number] | null {
  const n = ring.length;
  for (let i = 0; i < n; i++) {
    const [a, b, next] = [ring[i]!, ring[(i + 1) % n]!, ring[(i + 2) % n]!];
    // a neighbour that doubles back along the same line
    if (turn(a, b, next) === 0 && (b[0] - a[0]) * (next[0] - b[0]) + (b[1] - a[1]) * (next[1] - b[1]) < 0) {
      return [i + 1, ((i + 1) % n) + 1];
    }
  }
  return crossingWithin(stretchOf(ring, 0, n), ring);
}

/** Edges of a ring from one on, in a box, halved again and again. */
type Stretch = Box & { readonly from: number; readonly to: number; readonly halves: readonly [Stretch, Stretch] | null };

/** A stretch of so few edges is not halved. */
const FEW_EDGES = 8;

function stretchOf(ring: Ring, from: number, to: number): Stretch {
  if (to - from <= FEW_EDGES) {
    const points = Array.from({ length: to - from + 1 }, (_, k) => ring[(from + k) % ring.length]!);
    return { ...boxOf(points), from, to, halves: null };
  }
  const middle = (from + to) >> 1;
  const [a, b] = [stretchOf(ring, from, middle), stretchOf(ring, middle, to)];
  const [minX, minY] = [Math.min(a.minX, b.minX), Math.min(a.minY, b.minY)];
  return { minX, minY, maxX: Math.max(a.maxX, b.maxX), maxY: Math.max(a.maxY, b.maxY), from, to, halves: [a, b] };
}

function crossingWithin(s: Stretch, ring: Ring): readonly [number, number] | null {
  if (!s.halves) return crossingBetween(s, s, ring);
  const [a, b] = s.halves;
  return crossingWithin(a, ring) ?? crossingBetween(a, b, ring) ?? crossingWithin(b, ring);
}

function crossingBetween(s: Stretch, t: Stretch, ring: Ring): readonly [number, number] | null {
  if (s.maxX < t.minX || t.maxX < s.minX || s.maxY < t.minY || t.maxY < s.minY) return null;
  const [first, second] = s.to - s.from > t.to - t.from || !t.halves ? [s.halves, null] : [null, t.halves];
  if (first) return crossingBetween(first[0], t, ring) ?? crossingBetween(first[1], t, ring);
  if (second) return crossingBetween(s, second[0], ring) ?? crossingBetween(s, second[1], ring);
  const n = ring.length;
  for (let i = s.from; i < s.to; i++) {
    for (let j = Math.max(t.from, i + 2); j < t.to; j++) {
      if (i === 0 && j === n - 1) continue;
      if (touch(ring[i]!, ring[i + 1]!, ring[j]!, ring[(j + 1) % n]!)) return [i + 1, j + 1];
    }
  }
  return null;
}

/** Drops repeated points and points that lie straight between their neighbours. */
export function tidyRing(ring: Ring, tolerance = TOLERANCE): Ring {
  const kept: Point[] = [];
  for (const p of ring) {
    const last = kept[kept.length - 1];
    if (!last || Math.abs(p[0] - last[0]) > tolerance || Math.abs(p[1] - last[1]) > tolerance) kept.push(p);
  }
  while (kept.length > 1) {
    const first = kept[0]!;
    const last = kept[kept.length - 1]!;
    if (Math.abs(first[0] - last[0]) > tolerance || Math.abs(first[1] - last[1]) > tolerance) break;
    kept.pop();
  }
  let changed = true;
  while (changed && kept.length > 3) {
    changed = false;
    for (let i = 0; i < kept.length && kept.length > 3; i++) {
      const a = kept[(i + kept.length - 1) % kept.length]!;
      const b = kept[i]!;
      const c = kept[(i + 1) % kept.length]!;
      const square = (c[0] - a[0]) ** 2 + (c[1] - a[1]) ** 2;
      const along = (b[0] - a[0]) * (c[0] - a[0]) + (b[1] - a[1]) * (c[1] - a[1]);
      if (turn(a, b, c) ** 2 <= tolerance ** 2 * Math.max(square, tolerance ** 2) && along >= 0 && along <= square) {
        kept.splice(i, 1);
        changed = true;
        i--;
      }
    }
  }
  return kept;
}

/** The corners of the points' hull, anticlockwise (monotone chain). */
export function hullOf(points: readonly Point[]): Point[] {
  const sorted = [...points].sort((p, q) => p[0] - q[0] || p[1] - q[1]);
  const half = (list: readonly Point[]): Point[] => {
    const chain: Point[] = [];
    for (const p of list) {
      while (chain.length > 1) {
        const [a, b] = [chain[chain.length - 2]!, chain[chain.length - 1]!];
        if ((b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0]) > 0) break;
        chain.pop();
      }
      chain.push(p);
    }
    return chain.slice(0, -1);
  };
  return [...half(sorted), ...half([...sorted].reverse())];
}
