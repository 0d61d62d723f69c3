import { signedArea, type Point } from '../../core/geometry';

/*
 * Rooms out of loose lines. Lines are split where they meet or cross, ends that nearly touch become one point, what leads
 * nowhere is dropped, and the faces of what is left are walked: at every point the next line is the first one clockwise.
 */

type Segment = readonly [Point, Point];

/** Lines that meet or cross others more often than this, all together, are not those of a floor plan: they are not traced. */
const MOST_CUTS = 80_000;

/** The areas that lines enclose; or that the lines cross each other too often to be traced. */
export type Traced = { readonly faces: readonly Point[][]; readonly tangled: boolean };

/**
 * The areas that lines enclose, each anticlockwise.
 *
 * @param near points closer than this are one, in the units of the lines
 */
export function facesOf(segments: readonly Segment[], near: number): Traced {
  const pieces = split(segments, near);
  if (pieces === null) return { faces: [], tangled: true };
  const points: Point[] = [];
  const indexOf = pointsBy(points, near);
  const next: Set<number>[] = [];
  for (const [p, q] of pieces) {
    const [a, b] = [indexOf(p), indexOf(q)];
    if (a === b) continue;
    (next[a] ??= new Set()).add(b);
    (next[b] ??= new Set()).add(a);
  }
  // what leads nowhere
  const ends = points.map((_, i) => i).filter((i) => next[i]?.size === 1);
  while (ends.length > 0) {
    const i = ends.pop()!;
    for (const j of next[i] ?? []) {
      next[j]!.delete(i);
      if (next[j]!.size === 1) ends.push(j);
    }
    next[i]?.clear();
  }
  const around = points.map((p, i) => [...(next[i] ?? [])].sort((a, b) => heading(p, points[a]!) - heading(p, points[b]!)));
  const walked = new Set<number>();
  const step = (from: number, to: number) => from * points.length + to;
  const faces: Point[][] = [];
  around.forEach((list, from) => {
    for (const to of list) {
      if (walked.has(step(from, to))) continue;
      const face: Point[] = [];
      let [a, b] = [from, to];
      while (!walked.has(step(a, b))) {
        walked.add(step(a, b));
        face.push(points[a]!);
        const here = around[b]!;
        // the first line clockwise from the one that one came by keeps the face on the left
        const turn = here[(here.indexOf(a) + here.length - 1) % here.length]!;
        [a, b] = [b, turn];
      }
      if (face.length > 2 && signedArea(face) > near * near) faces.push(face);
    }
  });
  return { faces, tangled: false };
}

/** Numbers points, those nearer to each other than `near` alike. */
function pointsBy(points: Point[], near: number): (p: Point) => number {
  // two cells may share a number: who lies near is measured anyway
  const numberOf = (gx: number, gy: number) => Math.imul(gx, 73_856_093) ^ Math.imul(gy, 19_349_663);
  const grid = new Map<number, number[]>();
  return (p) => {
    const [gx, gy] = [Math.floor(p[0] / near), Math.floor(p[1] / near)];
    for (const [dx, dy] of AROUND) {
      for (const i of grid.get(numberOf(gx + dx, gy + dy)) ?? [])
        if (Math.hypot(points[i]![0] - p[0], points[i]![1] - p[1]) <= near) return i;
    }
    points.push(p);
    const key = numberOf(gx, gy);
    const cell = grid.get(key);
    if (cell) cell.push(points.length - 1);
    else grid.set(key, [points.length - 1]);
    return points.length - 1;
  };
}

/** A cell of a grid and those around it. */
const AROUND = [-1, 0, 1].flatMap((dx) => [-1, 0, 1].map((dy) => [dx, dy] as const));

const heading = (p: Point, q: Point): number => Math.atan2(q[1] - p[1], q[0] - p[0]);

/** The lines cut wherever another one meets or crosses them; null where that is too often. */
function split(segments: readonly Segment[], near: number): Segment[] | null {
  const order = segments
    .map(([a, b], i) => ({
      i,
      a,
      b,
      minX: Math.min(a[0], b[0]),
      maxX: Math.max(a[0], b[0]),
      minY: Math.min(a[1], b[1]),
      maxY: Math.max(a[1], b[1]),
    }))
    .sort((p, q) => p.minX - q.minX);
  const cuts: number[][] = segments.map(() => []);
  let open: typeof order = [];
  let count = 0;
  for (const s of order) {
    open = open.filter((o) => o.maxX >= s.minX - near);
    for (const o of open) {
      if (o.maxY < s.minY - near || o.minY > s.maxY + near) continue;
      meet(s, o, cuts[s.i]!, cuts[o.i]!, near);
    }
    count += cuts[s.i]!.length;
    if (count > MOST_CUTS) return null;
    open.push(s);
  }
  const pieces: Segment[] = [];
  segments.forEach(([a, b], i) => {
    const at = [0, ...cuts[i]!.sort((p, q) => p - q), 1];
    for (let k = 1; k < at.length; k++) {
      if (at[k]! - at[k - 1]! < 1e-9) continue;
      const point = (t: number): Point => (t === 0 ? a : t === 1 ? b : [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t]);
      pieces.push([point(at[k - 1]!), point(at[k]!)]);
    }
  });
  return pieces;
}

type Line = { readonly a: Point; readonly b: Point };

/** Notes where two lines meet, as shares of their lengths. */
function meet(s: Line, o: Line, onS: number[], onO: number[], near: number): void {
  const [sx, sy] = [s.b[0] - s.a[0], s.b[1] - s.a[1]];
  const [ox, oy] = [o.b[0] - o.a[0], o.b[1] - o.a[1]];
  const [ls, lo] = [Math.hypot(sx, sy), Math.hypot(ox, oy)];
  if (ls === 0 || lo === 0) return;
  // ends of one that lie on the other, also where the two run alike
  const touch = (p: Point, line: Line, dx: number, dy: number, length: number, into: number[]) => {
    const t = ((p[0] - line.a[0]) * dx + (p[1] - line.a[1]) * dy) / (length * length);
    const off = Math.abs((p[0] - line.a[0]) * dy - (p[1] - line.a[1]) * dx) / length;
    if (off <= near && t * length > near && (1 - t) * length > near) into.push(t);
  };
  touch(s.a, o, ox, oy, lo, onO);
  touch(s.b, o, ox, oy, lo, onO);
  touch(o.a, s, sx, sy, ls, onS);
  touch(o.b, s, sx, sy, ls, onS);
  const cross = sx * oy - sy * ox;
  if (Math.abs(cross) < 1e-9 * ls * lo) return;
  const t = ((o.a[0] - s.a[0]) * oy - (o.a[1] - s.a[1]) * ox) / cross;
  const u = ((o.a[0] - s.a[0]) * sy - (o.a[1] - s.a[1]) * sx) / cross;
  const inside = (v: number, length: number) => v * length > near && (1 - v) * length > near;
  if (inside(t, ls) && inside(u, lo)) {
    onS.push(t);
    onO.push(u);
  }
}
