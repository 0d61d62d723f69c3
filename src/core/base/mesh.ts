import Delaunator from 'delaunator';
import { grouped, type Point } from '../geometry';
import type { Room } from './reach';

/** Points of a room joined to triangles, anticlockwise; over them gaps and fill are straight. */
export type Mesh = {
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly corner: Int32Array;
  /** each edge's twin in the triangle beyond, or −1 at a wall */
  readonly twin: Int32Array;
};

/** Triangles at the rim that are lower than this (mm) are made by rounding, of points that lie along one wall. */
const LEAST_ALTITUDE = 0.01;

/**
 * Joins points that lie inside a room; triangles outside it are left out, and so are those without height at its walls: along a wall that
 * runs aslant they would join points far from each other.
 */
export function meshOf(points: readonly Point[], room: Room): Mesh {
  const [x, y] = [Float64Array.from(points, (p) => p[0]), Float64Array.from(points, (p) => p[1])];
  const flat = new Float64Array(points.length * 2);
  const [fromX, fromY] = points[0] ?? [0, 0];
  points.forEach((p, i) => flat.set([p[0] - fromX, p[1] - fromY], i * 2));
  const { triangles, halfedges } = new Delaunator(flat);
  const number = new Int32Array(triangles.length / 3).fill(-1);
  for (let t = 0; t < number.length; t++) {
    const [a, b, c] = [triangles[t * 3]!, triangles[t * 3 + 1]!, triangles[t * 3 + 2]!];
    if (room.holds((x[a]! + x[b]! + x[c]!) / 3, (y[a]! + y[b]! + y[c]!) / 3)) number[t] = t;
  }
  leaveOutSlivers(number, triangles, halfedges, x, y);
  let n = 0;
  for (let t = 0; t < number.length; t++) if (number[t]! >= 0) number[t] = n++;
  const corner = new Int32Array(n * 3);
  const twin = new Int32Array(n * 3);
  // Delaunator turns all its triangles alike: read backwards they are anticlockwise, edge 0 → 1 becoming the last but one
  const backwards = [1, 0, 2] as const;
  for (let t = 0; t < number.length; t++) {
    if (number[t]! < 0) continue;
    const at = number[t]! * 3;
    for (let k = 0; k < 3; k++) {
      corner[at + k] = triangles[t * 3 + 2 - k]!;
      const other = halfedges[t * 3 + k]!;
      const beyond = other < 0 ? -1 : number[Math.floor(other / 3)]!;
      twin[at + backwards[k]!] = beyond < 0 ? -1 : beyond * 3 + backwards[other % 3]!;
    }
  }
  return { x, y, corner, twin };
}

/** Takes out of `number` the triangles without height that an edge joins with none, and those that then are so, too. */
function leaveOutSlivers(number: Int32Array, triangles: Uint32Array, halfedges: Int32Array, x: Float64Array, y: Float64Array): void {
  const flat = (t: number): boolean => {
    const [a, b, c] = [triangles[t * 3]!, triangles[t * 3 + 1]!, triangles[t * 3 + 2]!];
    const twice = Math.abs((x[b]! - x[a]!) * (y[c]! - y[a]!) - (y[b]! - y[a]!) * (x[c]! - x[a]!));
    const side = (p: number, q: number): number => Math.hypot(x[q]! - x[p]!, y[q]! - y[p]!);
    return twice < LEAST_ALTITUDE * Math.max(side(a, b), side(b, c), side(c, a));
  };
  const beside = (t: number): number[] => [0, 1, 2].map((k) => halfedges[t * 3 + k]!).map((e) => (e < 0 ? -1 : number[Math.floor(e / 3)]!));
  const waiting = Array.from(number.keys()).filter((t) => number[t]! >= 0);
  while (waiting.length > 0) {
    const t = waiting.pop()!;
    if (number[t]! < 0 || !beside(t).includes(-1) || !flat(t)) continue;
    waiting.push(...beside(t).filter((other) => other >= 0));
    number[t] = -1;
  }
}

/** For each point of a mesh the points that it is joined with: those of point i are `list[start[i]]` to `list[start[i + 1] − 1]`. */
export type Joined = { readonly start: Int32Array; readonly list: Int32Array };

export function joinedOf({ x, corner }: Mesh): Joined {
  const start = new Int32Array(x.length + 1);
  // an edge inside is met from both its triangles, each giving one of its ends; one at a wall lacks its second meeting, which is no loss here
  for (let e = 0; e < corner.length; e++) start[corner[e]! + 1]!++;
  for (let i = 0; i < x.length; i++) start[i + 1]! += start[i]!;
  const list = new Int32Array(corner.length);
  const next = start.slice();
  for (let t = 0; t < corner.length; t += 3) {
    for (let k = 0; k < 3; k++) list[next[corner[t + k]!]!++] = corner[t + ((k + 1) % 3)]!;
  }
  return { start, list };
}

/** Where over a mesh a value is more than a level, parted into connected stretches. */
export type Stretch = { readonly outline: readonly Point[]; readonly area: number; readonly points: readonly number[] };

/**
 * The stretches where a value that is straight over the mesh's triangles is more than a level.
 *
 * @returns for each its outer ring (its walls included), its area in mm², and the mesh's points that lie in it
 */
export function stretchesOver(mesh: Mesh, value: Float64Array, level: number): Stretch[] {
  const { x, corner, twin } = mesh;
  const group = Int32Array.from(x, (_, i) => i);
  const root = (i: number): number => {
    while (group[i] !== i) i = group[i] = group[group[i]!]!;
    return i;
  };
  for (let e = 0; e < corner.length; e++) {
    const [p, q] = [corner[e]!, corner[e % 3 === 2 ? e - 2 : e + 1]!];
    if (value[p]! > level && value[q]! > level) group[root(p)] = root(q);
  }
  const rims = new Map<number, Map<string, { to: string; at: Point }>>();
  const areas = new Map<number, number>();
  for (let t = 0; t < corner.length; t += 3) {
    const part = clipped(mesh, value, level, t);
    if (!part) continue;
    const of = root(part.inside);
    areas.set(of, (areas.get(of) ?? 0) + part.area);
    const rim = rims.get(of) ?? new Map<string, { to: string; at: Point }>();
    rims.set(of, rim);
    part.ring.forEach((from, i) => {
      const to = part.ring[(i + 1) % part.ring.length]!;
      // a rim is what the level cuts, and what lies along a wall
      if (from.along >= 0 && twin[t + from.along]! >= 0) return;
      if (from.key !== to.key) rim.set(from.key, { to: to.key, at: from.at });
    });
  }
  const above = Array.from(x.keys()).filter((i) => value[i]! > level);
  const members = grouped(above, root);
  return [...rims].map(([of, rim]) => ({ outline: outerRing(rim), area: areas.get(of)!, points: members.get(of)! }));
}

/** A corner of what is left of a triangle: `along` is the edge of the triangle that goes on from it, −1 where it goes on along the level. */
type Cut = { readonly key: string; readonly at: Point; readonly along: number };

/** What of a triangle lies over the level. */
function clipped({ x, y, corner }: Mesh, value: Float64Array, level: number, t: number) {
  const ring: Cut[] = [];
  let inside = -1;
  for (let k = 0; k < 3; k++) {
    const [p, q] = [corner[t + k]!, corner[t + ((k + 1) % 3)]!];
    const [vp, vq] = [value[p]!, value[q]!];
    if (vp > level) {
      inside = p;
      ring.push({ key: `${p}`, at: [x[p]!, y[p]!], along: k });
    }
    if (vp > level !== vq > level) {
      const s = (level - vp) / (vq - vp);
      const at: Point = [x[p]! + (x[q]! - x[p]!) * s, y[p]! + (y[q]! - y[p]!) * s];
      ring.push({ key: p < q ? `${p} ${q}` : `${q} ${p}`, at, along: vp > level ? -1 : k });
    }
  }
  if (inside < 0) return null;
  let area = 0;
  ring.forEach((a, i) => {
    const b = ring[(i + 1) % ring.length]!;
    area += (a.at[0] * b.at[1] - b.at[0] * a.at[1]) / 2;
  });
  return { inside, area, ring };
}

/** The area where a value is over a level, mm². */
export function overLevel(mesh: Mesh, value: Float64Array, level: number): number {
  let area = 0;
  for (let t = 0; t < mesh.corner.length; t += 3) area += clipped(mesh, value, level, t)?.area ?? 0;
  return area;
}

/**
 * What a value, straight over a triangle, sums to over the part of it where another is over a level, mm³.
 *
 * @param t the first corner of the triangle
 */
export function volumeOver(mesh: Mesh, value: Float64Array, by: Float64Array, level: number, t: number): number {
  const part = clipped(mesh, by, level, t);
  if (!part) return 0;
  const { x, y, corner } = mesh;
  const [a, b, c] = [corner[t]!, corner[t + 1]!, corner[t + 2]!];
  const whole = (x[b]! - x[a]!) * (y[c]! - y[a]!) - (y[b]! - y[a]!) * (x[c]! - x[a]!);
  if (whole <= 0) return 0;
  const at = ([px, py]: Point): number => {
    const v = ((px - x[a]!) * (y[c]! - y[a]!) - (py - y[a]!) * (x[c]! - x[a]!)) / whole;
    const w = ((x[b]! - x[a]!) * (py - y[a]!) - (y[b]! - y[a]!) * (px - x[a]!)) / whole;
    return value[a]! * (1 - v - w) + value[b]! * v + value[c]! * w;
  };
  let volume = 0;
  const [first] = part.ring;
  for (let i = 1; i + 1 < part.ring.length; i++) {
    const [p, q] = [part.ring[i]!, part.ring[i + 1]!];
    const area = ((p.at[0] - first!.at[0]) * (q.at[1] - first!.at[1]) - (p.at[1] - first!.at[1]) * (q.at[0] - first!.at[0])) / 2;
    volume += (area * (at(first!.at) + at(p.at) + at(q.at))) / 3;
  }
  return volume;
}

/** The largest of the rings that a rim is made of. */
function outerRing(rim: Map<string, { to: string; at: Point }>): readonly Point[] {
  let best: Point[] = [];
  let largest = -Infinity;
  while (rim.size > 0) {
    const [first] = rim.keys();
    const ring: Point[] = [];
    let area = 0;
    for (let key = first!, link = rim.get(key); link; key = link.to, link = rim.get(key)) {
      rim.delete(key);
      ring.push(link.at);
    }
    ring.forEach((a, i) => {
      const b = ring[(i + 1) % ring.length]!;
      area += (a[0] * b[1] - b[0] * a[1]) / 2;
    });
    if (area > largest) {
      largest = area;
      best = ring;
    }
  }
  return best;
}

/** Lines of equal value over a mesh, for drawing: pairs of points. */
export function contourOf(
  { x, y, corner }: Pick<Mesh, 'x' | 'y' | 'corner'>,
  value: Float64Array,
  level: number,
): (readonly [Point, Point])[] {
  const lines: (readonly [Point, Point])[] = [];
  for (let t = 0; t < corner.length; t += 3) {
    const cut: Point[] = [];
    for (let k = 0; k < 3; k++) {
      const [p, q] = [corner[t + k]!, corner[t + ((k + 1) % 3)]!];
      if (value[p]! > level === value[q]! > level) continue;
      const s = (level - value[p]!) / (value[q]! - value[p]!);
      cut.push([x[p]! + (x[q]! - x[p]!) * s, y[p]! + (y[q]! - y[p]!) * s]);
    }
    if (cut.length === 2) lines.push([cut[0]!, cut[1]!]);
  }
  return lines;
}
