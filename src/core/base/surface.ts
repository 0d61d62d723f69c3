import Delaunator from 'delaunator';
import { boxOf, grouped, hullOf, placesOf, type Point, type Ring } from '../geometry';
import { SAME_PLACE } from '../given';

/*
 * The surface of a base: the Delaunay triangulation of its spot heights, straight between them. Beyond their hull it goes on from the hull's
 * nearest point with the slope of the plane that fits them best; that, too, is straight by pieces (a strip beyond each edge of the hull, a
 * wedge beyond each corner), so those pieces are triangles like the others and nobody has to ask on which side of the hull a point lies.
 */

/** A spot height, mm, up is positive, from any datum of its space. */
export type Level = { readonly at: Point; readonly height: number };

/** A surface that is straight in triangles. Triangle t has corners `corner[3t…]`, anticlockwise; its edge e, from corner e to the next, is `twin[e]` of the triangle beyond. */
export type Surface = {
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly z: Float64Array;
  /** so many of the points, from the first on, are levels; the others close the surface far outside */
  readonly levels: number;
  readonly corner: Int32Array;
  readonly twin: Int32Array;
  /** the next edge of the same triangle */
  readonly after: Int32Array;
  /** of each triangle: its height at the origin, its slope along x and along y */
  readonly plane: Float64Array;
  /** Height at a point, mm. */
  heightAt(x: number, y: number): number;
  /** The triangle that a point lies in. */
  triangleAt(x: number, y: number): number;
};

/** Four levels lie on one circle where the fourth is off it by no more than this (mm). */
const ON_CIRCLE = 0.01;
/** Triangles at the hull that are lower than this (mm) come from rounding: their levels lie in one line. */
const LEAST_ALTITUDE = 0.01;

/** Levels without those that repeat another's place. */
export function distinctLevels(levels: readonly Level[]): readonly Level[] {
  const seen = placesOf<Level>(SAME_PLACE);
  return levels.filter((level) => {
    if (seen.near(level.at)) return false;
    seen.add(level.at, level);
    return true;
  });
}

/** Why levels make no surface, or null where they do. */
export function whyNoSurface(levels: readonly Level[]): string | null {
  const distinct = distinctLevels(levels);
  if (distinct.length === 0) return 'No height has been taken yet.';
  if (distinct.length < 3)
    return `${distinct.length === 1 ? 'One height says' : 'Two heights say'} nothing of a surface: take at least three.`;
  if (leastWidth(distinct.map((l) => l.at)) <= SAME_PLACE) return 'All heights lie in one line: take some beside it.';
  return null;
}

/** How wide the points' hull is where it is narrowest, mm. */
function leastWidth(points: readonly Point[]): number {
  const hull = hullOf(points);
  if (hull.length < 3) return 0;
  let least = Infinity;
  hull.forEach((a, i) => {
    const b = hull[(i + 1) % hull.length]!;
    const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
    let widest = 0;
    for (const p of hull) widest = Math.max(widest, ((b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0])) / length);
    least = Math.min(least, widest);
  });
  return least;
}

/**
 * The surface through the levels of a space.
 *
 * @param outline the space: the surface reaches well beyond it
 * @returns null where the levels make none (see {@link whyNoSurface})
 */
export function surfaceOf(levels: readonly Level[], outline: Ring): Surface | null {
  if (whyNoSurface(levels) !== null) return null;
  const distinct = distinctLevels(levels);
  const box = boxOf([...outline, ...distinct.map((l) => l.at)]);
  const [midX, midY] = [(box.minX + box.maxX) / 2, (box.minY + box.maxY) / 2];
  const x = distinct.map((l) => l.at[0] - midX);
  const y = distinct.map((l) => l.at[1] - midY);
  const z = distinct.map((l) => l.height);
  const inner = withoutSlivers(fanned(triangulated(x, y), x, y), x, y);
  const far = 4 * Math.hypot(box.maxX - box.minX, box.maxY - box.minY);
  const outer = skirt(inner, x, y, z, far);
  return meshed(x, y, z, distinct.length, [...inner, ...outer], midX, midY, boxOf(outline));
}

type Triangle = readonly [number, number, number];

const twiceArea = ([a, b, c]: Triangle, x: readonly number[], y: readonly number[]): number =>
  (x[b]! - x[a]!) * (y[c]! - y[a]!) - (y[b]! - y[a]!) * (x[c]! - x[a]!);

/** Delaunay's triangles, each anticlockwise. */
function triangulated(x: readonly number[], y: readonly number[]): Triangle[] {
  const { triangles } = new Delaunator(Float64Array.from(x.flatMap((v, i) => [v, y[i]!])));
  const made: Triangle[] = [];
  for (let t = 0; t < triangles.length; t += 3) {
    const [a, b, c] = [triangles[t]!, triangles[t + 1]!, triangles[t + 2]!];
    made.push(twiceArea([a, b, c], x, y) > 0 ? [a, b, c] : [a, c, b]);
  }
  return made;
}

/** For each edge a → b of a triangle, its key; the neighbour has b → a. */
const edgeKey = (a: number, b: number): number => a * 2 ** 26 + b;

/** Every edge of the triangles, by its key: three times its triangle's number, and which of its edges it is. */
function edgesOf(triangles: readonly Triangle[]): Map<number, number> {
  const edges = new Map<number, number>();
  triangles.forEach((t, i) => t.forEach((a, k) => edges.set(edgeKey(a, t[(k + 1) % 3]!), i * 3 + k)));
  return edges;
}

/** Where four or more levels lie on one circle, the lines go out from the one with the least x, then the least y. */
function fanned(triangles: readonly Triangle[], x: readonly number[], y: readonly number[]): Triangle[] {
  const edges = edgesOf(triangles);
  const group = triangles.map((_, i) => i);
  const root = (i: number): number => {
    while (group[i] !== i) i = group[i] = group[group[i]!]!;
    return i;
  };
  triangles.forEach((t, i) => {
    const circle = circleOf(t, x, y);
    if (!circle) return;
    t.forEach((a, k) => {
      const twin = edges.get(edgeKey(t[(k + 1) % 3]!, a));
      if (twin === undefined) return;
      const j = Math.floor(twin / 3);
      const opposite = triangles[j]!.find((p) => p !== a && p !== t[(k + 1) % 3]!)!;
      if (Math.abs(Math.hypot(x[opposite]! - circle.x, y[opposite]! - circle.y) - circle.radius) <= ON_CIRCLE) group[root(i)] = root(j);
    });
  });
  return [...grouped(triangles, (_, i) => root(i)).values()].flatMap((some) => (some.length === 1 ? some : fan(some, x, y)));
}

function circleOf(t: Triangle, x: readonly number[], y: readonly number[]): { x: number; y: number; radius: number } | null {
  const [a, b, c] = t;
  const [bx, by, cx, cy] = [x[b]! - x[a]!, y[b]! - y[a]!, x[c]! - x[a]!, y[c]! - y[a]!];
  const d = 2 * (bx * cy - by * cx);
  if (Math.abs(d) < 1e-9) return null;
  const ux = (cy * (bx * bx + by * by) - by * (cx * cx + cy * cy)) / d;
  const uy = (bx * (cx * cx + cy * cy) - cx * (bx * bx + by * by)) / d;
  return { x: x[a]! + ux, y: y[a]! + uy, radius: Math.hypot(ux, uy) };
}

/** The triangles of points on one circle, drawn anew from the first of them. */
function fan(some: readonly Triangle[], x: readonly number[], y: readonly number[]): Triangle[] {
  const points = [...new Set(some.flat())];
  const [cx, cy] = [x, y].map((v) => points.reduce((sum, p) => sum + v[p]!, 0) / points.length) as [number, number];
  const angle = (p: number) => Math.atan2(y[p]! - cy, x[p]! - cx);
  points.sort((p, q) => angle(p) - angle(q));
  const least = points.reduce((best, p) => ((x[p]! - x[best]! || y[p]! - y[best]!) < 0 ? p : best));
  const from = points.indexOf(least);
  const ring = [...points.slice(from), ...points.slice(0, from)];
  return ring.slice(1, -1).map((p, i): Triangle => [least, p, ring[i + 2]!]);
}

/** Without the triangles at the hull that are no higher than rounding makes them. */
function withoutSlivers(triangles: readonly Triangle[], x: readonly number[], y: readonly number[]): Triangle[] {
  let kept = [...triangles];
  for (;;) {
    const edges = edgesOf(kept);
    const left = kept.filter((t) => {
      const longest = Math.max(...t.map((a, k) => Math.hypot(x[t[(k + 1) % 3]!]! - x[a]!, y[t[(k + 1) % 3]!]! - y[a]!)));
      const atHull = t.some((a, k) => !edges.has(edgeKey(t[(k + 1) % 3]!, a)));
      return !(atHull && twiceArea(t, x, y) < LEAST_ALTITUDE * longest);
    });
    if (left.length === kept.length || left.length === 0) return kept;
    kept = left;
  }
}

/** Turns of the hull below this (radians) are none. */
const STRAIGHT_ON = 1e-4;
/** A wedge is parted into turns of no more than this, so that it reaches far everywhere. */
const WIDEST_WEDGE = Math.PI / 3;

/** The strips and wedges beyond the hull; adds their far points to x, y, z. */
function skirt(inner: readonly Triangle[], x: number[], y: number[], z: number[], far: number): Triangle[] {
  const [gx, gy] = bestSlope(x, y, z);
  const edges = edgesOf(inner);
  const next = new Map<number, number>();
  for (const t of inner) t.forEach((a, k) => !edges.has(edgeKey(t[(k + 1) % 3]!, a)) && next.set(a, t[(k + 1) % 3]!));
  const ring: number[] = [];
  for (let v = [...next.keys()][0]!; ring.length < next.size; v = next.get(v)!) ring.push(v);
  const outward = ring.map((v, i) => {
    const w = ring[(i + 1) % ring.length]!;
    return Math.atan2(-(x[w]! - x[v]!), y[w]! - y[v]!);
  });
  const made: Triangle[] = [];
  const reach = (v: number, angle: number): number => {
    const [dx, dy] = [Math.cos(angle) * far, Math.sin(angle) * far];
    x.push(x[v]! + dx);
    y.push(y[v]! + dy);
    z.push(z[v]! + gx * dx + gy * dy);
    return x.length - 1;
  };
  /** of each corner of the hull its far points, in order */
  const fars = ring.map((v, i) => {
    const before = outward[(i + ring.length - 1) % ring.length]!;
    const turn = Math.atan2(Math.sin(outward[i]! - before), Math.cos(outward[i]! - before));
    if (turn < STRAIGHT_ON) return [reach(v, before + turn / 2)];
    const parts = Math.ceil(turn / WIDEST_WEDGE);
    return Array.from({ length: parts + 1 }, (_, k) => reach(v, before + (turn * k) / parts));
  });
  ring.forEach((v, i) => {
    const own = fars[i]!;
    own.slice(1).forEach((q, k) => made.push([v, own[k]!, q]));
    const w = ring[(i + 1) % ring.length]!;
    const [p, q] = [own[own.length - 1]!, fars[(i + 1) % ring.length]![0]!];
    made.push([v, p, q], [v, q, w]);
  });
  return made;
}

/** The slope, along x and y, of the plane that fits the points best: least squares of heights. */
function bestSlope(x: readonly number[], y: readonly number[], z: readonly number[]): readonly [number, number] {
  const mean = (v: readonly number[]) => v.reduce((sum, a) => sum + a, 0) / v.length;
  const [mx, my, mz] = [mean(x), mean(y), mean(z)];
  let [xx, xy, yy, xz, yz] = [0, 0, 0, 0, 0];
  x.forEach((_, i) => {
    const [dx, dy, dz] = [x[i]! - mx, y[i]! - my, z[i]! - mz];
    xx += dx * dx;
    xy += dx * dy;
    yy += dy * dy;
    xz += dx * dz;
    yz += dy * dz;
  });
  const d = xx * yy - xy * xy;
  return [(xz * yy - yz * xy) / d, (yz * xx - xz * xy) / d];
}

/** How finely the start of a search for a triangle is remembered: cells a side at most. */
const HINT_CELLS = 160;
const LEAST_HINT = 50;

function meshed(
  xs: readonly number[],
  ys: readonly number[],
  zs: readonly number[],
  levels: number,
  triangles: readonly Triangle[],
  midX: number,
  midY: number,
  box: ReturnType<typeof boxOf>,
): Surface {
  const x = Float64Array.from(xs, (v) => v + midX);
  const y = Float64Array.from(ys, (v) => v + midY);
  const z = Float64Array.from(zs);
  const corner = Int32Array.from(triangles.flat());
  const edges = edgesOf(triangles);
  const twin = Int32Array.from(triangles.flatMap((t) => t.map((a, k) => edges.get(edgeKey(t[(k + 1) % 3]!, a)) ?? -1)));
  const after = Int32Array.from(corner, (_, e) => (e % 3 === 2 ? e - 2 : e + 1));
  const plane = new Float64Array(triangles.length * 3);
  triangles.forEach(([a, b, c], t) => {
    const [bx, by, bz] = [x[b]! - x[a]!, y[b]! - y[a]!, z[b]! - z[a]!];
    const [cx, cy, cz] = [x[c]! - x[a]!, y[c]! - y[a]!, z[c]! - z[a]!];
    const d = bx * cy - by * cx;
    const [gx, gy] = [(bz * cy - cz * by) / d, (cz * bx - bz * cx) / d];
    plane.set([z[a]! - gx * x[a]! - gy * y[a]!, gx, gy], t * 3);
  });
  const find = walker(x, y, corner, twin);
  const cell = Math.max(LEAST_HINT, (box.maxX - box.minX) / HINT_CELLS, (box.maxY - box.minY) / HINT_CELLS);
  const columns = Math.ceil((box.maxX - box.minX) / cell) + 1;
  const lines = Math.ceil((box.maxY - box.minY) / cell) + 1;
  const hints = new Int32Array(columns * lines);
  let last = 0;
  for (let r = 0; r < lines; r++) {
    for (let k = 0; k < columns; k++) {
      const c = r % 2 === 0 ? k : columns - 1 - k;
      hints[r * columns + c] = last = find(box.minX + (c + 0.5) * cell, box.minY + (r + 0.5) * cell, last);
    }
  }
  const triangleAt = (px: number, py: number): number => {
    const c = Math.max(0, Math.min(columns - 1, Math.floor((px - box.minX) / cell)));
    const r = Math.max(0, Math.min(lines - 1, Math.floor((py - box.minY) / cell)));
    return find(px, py, hints[r * columns + c]!);
  };
  const heightAt = (px: number, py: number): number => {
    const t = triangleAt(px, py) * 3;
    return plane[t]! + plane[t + 1]! * px + plane[t + 2]! * py;
  };
  return { x, y, z, levels, corner, twin, after, plane, heightAt, triangleAt };
}

/** Finds the triangle of a point by walking towards it from another. */
export function walker(x: Float64Array, y: Float64Array, corner: Int32Array, twin: Int32Array) {
  const most = corner.length;
  return (px: number, py: number, from: number): number => {
    let t = from;
    let before = -1;
    for (let step = 0; step < most; step++) {
      let into = -1;
      for (let e = t * 3; e < t * 3 + 3; e++) {
        const other = twin[e]!;
        if (other < 0 || other === before) continue;
        const p = corner[e]!;
        const q = corner[e === t * 3 + 2 ? t * 3 : e + 1]!;
        if ((x[q]! - x[p]!) * (py - y[p]!) - (y[q]! - y[p]!) * (px - x[p]!) < 0) {
          into = other;
          before = e;
          break;
        }
      }
      if (into < 0) return t;
      t = Math.floor(into / 3);
    }
    return t;
  };
}
