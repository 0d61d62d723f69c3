/**
 * Outlines without folds. Where two things that the floor keeps off stand exactly two gaps apart, or touch, booleans leave slits and spikes of no width:
 * edges that run there and back. Here edges are parted where corners lie on them, those that run both ways cancel, and the rest is walked again.
 */
import { gathered } from './clip';
import { ON_LINE, type MultiPolygon, type Point, type Ring } from './point';

/** Corners and edges nearer than this (mm) are one: no saw and no tape tells them apart. */
const TOUCHES = 0.01;

/** An edge of an outline, from one corner to another, the inside on its left. */
type Edge = { readonly from: number; readonly to: number };

/**
 * The same area, each ring simple and no edge run along twice. What has no folds is given back as it is.
 *
 * @param multi outer rings anticlockwise, holes clockwise
 */
export function unfolded(multi: MultiPolygon): MultiPolygon {
  const rings = multi.flat();
  if (!touchesItself(rings)) return multi;
  const { corners, edges } = partedEdges(rings);
  const count = new Map<string, number>();
  const key = (from: number, to: number) => `${from} ${to}`;
  for (const { from, to } of edges) count.set(key(from, to), (count.get(key(from, to)) ?? 0) + 1);
  const left = edges.filter(({ from, to }) => from !== to && !count.has(key(to, from)));
  return gathered(walked(corners, left).flatMap(parted));
}

/** Corners in order of one coordinate, so that those near an edge are found without looking at all. */
function lookUp(points: readonly Point[]): (a: Point, b: Point) => readonly number[] {
  const sorted = ([0, 1] as const).map((axis) => [...points.keys()].sort((i, k) => points[i]![axis] - points[k]![axis]));
  const first = (axis: 0 | 1, at: number): number => {
    let [low, high] = [0, points.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (points[sorted[axis]![middle]!]![axis] < at) low = middle + 1;
      else high = middle;
    }
    return low;
  };
  return (a, b) => {
    const axis = Math.abs(a[0] - b[0]) < Math.abs(a[1] - b[1]) ? 0 : 1;
    const [low, high] = [Math.min(a[axis], b[axis]) - TOUCHES, Math.max(a[axis], b[axis]) + TOUCHES];
    return sorted[axis]!.slice(first(axis, low), first(axis, high + ON_LINE));
  };
}

/** How far along an edge a point lies on it, 0 to its length; null where it lies beside it or beyond. */
function alongEdge(p: Point, a: Point, b: Point): number | null {
  const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
  const [dx, dy] = [(b[0] - a[0]) / length, (b[1] - a[1]) / length];
  const at = (p[0] - a[0]) * dx + (p[1] - a[1]) * dy;
  if (!(at >= -TOUCHES && at <= length + TOUCHES)) return null;
  return Math.abs((p[0] - a[0]) * dy - (p[1] - a[1]) * dx) < TOUCHES ? at : null;
}

/** Whether some corner lies on an edge that it does not belong to. */
function touchesItself(rings: readonly Ring[]): boolean {
  const points = rings.flat();
  const near = lookUp(points);
  let base = 0;
  for (const ring of rings) {
    for (let i = 0; i < ring.length; i++) {
      const [own, next] = [base + i, base + ((i + 1) % ring.length)];
      const [a, b] = [points[own]!, points[next]!];
      if (near(a, b).some((k) => k !== own && k !== next && alongEdge(points[k]!, a, b) !== null)) return true;
    }
    base += ring.length;
  }
  return false;
}

/** All edges, parted at the corners that lie on them; corners that lie on each other are one. */
function partedEdges(rings: readonly Ring[]): { readonly corners: readonly Point[]; readonly edges: readonly Edge[] } {
  const points = rings.flat();
  const near = lookUp(points);
  const oneOf = points.map((p, i) =>
    Math.min(i, ...near(p, p).filter((k) => Math.hypot(points[k]![0] - p[0], points[k]![1] - p[1]) < TOUCHES)),
  );
  const edges: Edge[] = [];
  let base = 0;
  for (const ring of rings) {
    for (let i = 0; i < ring.length; i++) {
      const [own, next] = [base + i, base + ((i + 1) % ring.length)];
      const [a, b] = [points[own]!, points[next]!];
      if (oneOf[own] === oneOf[next]) continue;
      const on = near(a, b)
        .filter((k) => oneOf[k] === k && k !== oneOf[own] && k !== oneOf[next])
        .flatMap((k) => {
          const at = alongEdge(points[k]!, a, b);
          return at === null ? [] : [{ k, at }];
        })
        .sort((p, q) => p.at - q.at);
      const stops = [oneOf[own]!, ...on.map((o) => o.k), oneOf[next]!];
      for (let s = 1; s < stops.length; s++) edges.push({ from: stops[s - 1]!, to: stops[s]! });
    }
    base += ring.length;
  }
  return { corners: points, edges };
}

/** Rings along edges; where several leave a corner, the one that turns most to the left, so that areas that touch at a point stay apart. */
function walked(corners: readonly Point[], edges: readonly Edge[]): Ring[] {
  const leaving = new Map<number, Edge[]>();
  for (const edge of edges) leaving.set(edge.from, [...(leaving.get(edge.from) ?? []), edge]);
  const angle = ({ from, to }: Edge) => Math.atan2(corners[to]![1] - corners[from]![1], corners[to]![0] - corners[from]![0]);
  const used = new Set<Edge>();
  const rings: Ring[] = [];
  for (const first of edges) {
    if (used.has(first)) continue;
    const ring: Point[] = [];
    for (let edge: Edge | undefined = first; edge && !used.has(edge);) {
      used.add(edge);
      ring.push(corners[edge.from]!);
      const back = angle(edge) + Math.PI;
      const turnOf = (other: Edge) => (((back - angle(other)) % (2 * Math.PI)) + 2 * Math.PI) % (2 * Math.PI);
      const free: Edge[] = (leaving.get(edge.to) ?? []).filter((other) => !used.has(other));
      edge = free.reduce<Edge | undefined>((best, other) => (best && turnOf(best) <= turnOf(other) ? best : other), undefined);
    }
    if (ring.length >= 3) rings.push(ring);
  }
  return rings;
}

/** A ring that comes to a corner twice, parted there: a hole that touches the outline at a point is a ring of its own. */
function parted(ring: Ring): Ring[] {
  const at = new Map<Point, number>();
  for (const [i, corner] of ring.entries()) {
    const before = at.get(corner);
    if (before !== undefined) return [...parted(ring.slice(before, i)), ...parted([...ring.slice(0, before), ...ring.slice(i)])];
    at.set(corner, i);
  }
  return ring.length < 3 ? [] : [ring];
}
