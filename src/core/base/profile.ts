import type { Point } from '../geometry';
import type { Mesh } from './mesh';
import { walker, type Surface } from './surface';

/** The surface under a straightedge: distances from its first end, heights, the straightedge over them, and the greatest gap. */
export type Profile = {
  readonly at: readonly number[];
  readonly height: readonly number[];
  /** how high the straightedge is where it rests or passes over */
  readonly edge: readonly number[];
  /** the surface once it is filled */
  readonly filled: readonly number[];
  readonly worst: { readonly gap: number; readonly at: number };
};

/** Places along a straightedge at which its profile is taken. */
const PLACES = 120;

/** The profile of a surface between two points, as a straightedge finds it that rests on its highest places. */
export function profileUnder(
  surface: Surface,
  from: Point,
  to: Point,
  fill?: { readonly mesh: Mesh; readonly depth: Float64Array },
): Profile {
  const length = Math.hypot(to[0] - from[0], to[1] - from[1]);
  const at = Array.from({ length: PLACES + 1 }, (_, i) => (length * i) / PLACES);
  const places = at.map((_, i): Point => [from[0] + ((to[0] - from[0]) * i) / PLACES, from[1] + ((to[1] - from[1]) * i) / PLACES]);
  const height = places.map(([x, y]) => surface.heightAt(x, y));
  const depth = fill ? depthsAt(fill.mesh, fill.depth, places) : places.map(() => 0);
  const edge = upperHull(at, height);
  let worst = { gap: 0, at: 0 };
  height.forEach((h, i) => {
    if (edge[i]! - h > worst.gap) worst = { gap: edge[i]! - h, at: at[i]! };
  });
  return { at, height, edge, filled: height.map((h, i) => h + depth[i]!), worst };
}

/** The lowest line that is nowhere below the points and nowhere bends upwards. */
function upperHull(at: readonly number[], height: readonly number[]): number[] {
  const hull: number[] = [];
  at.forEach((u, i) => {
    while (hull.length > 1) {
      const [p, q] = [hull[hull.length - 2]!, hull[hull.length - 1]!];
      if ((height[q]! - height[p]!) * (u - at[p]!) > (height[i]! - height[p]!) * (at[q]! - at[p]!)) break;
      hull.pop();
    }
    hull.push(i);
  });
  const line: number[] = [];
  for (let k = 1; k < hull.length; k++) {
    const [p, q] = [hull[k - 1]!, hull[k]!];
    for (let i = p; i < q; i++) line.push(height[p]! + ((height[q]! - height[p]!) * (at[i]! - at[p]!)) / (at[q]! - at[p]!));
  }
  return [...line, height[height.length - 1]!];
}

/** What is straight over a mesh's triangles, at places; 0 outside of it. */
export function depthsAt(mesh: Mesh, value: Float64Array, places: readonly Point[]): number[] {
  const { x, y, corner, twin } = mesh;
  if (corner.length === 0) return places.map(() => 0);
  const find = walker(x, y, corner, twin);
  let t = 0;
  return places.map(([px, py]) => {
    t = find(px, py, t);
    const [a, b, c] = [corner[t * 3]!, corner[t * 3 + 1]!, corner[t * 3 + 2]!];
    const whole = (x[b]! - x[a]!) * (y[c]! - y[a]!) - (y[b]! - y[a]!) * (x[c]! - x[a]!);
    const v = ((px - x[a]!) * (y[c]! - y[a]!) - (py - y[a]!) * (x[c]! - x[a]!)) / whole;
    const w = ((x[b]! - x[a]!) * (py - y[a]!) - (y[b]! - y[a]!) * (px - x[a]!)) / whole;
    return v < -0.05 || w < -0.05 || v + w > 1.05 ? 0 : value[a]! * (1 - v - w) + value[b]! * v + value[c]! * w;
  });
}
