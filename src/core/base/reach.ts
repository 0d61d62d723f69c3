import { signedArea, type Ring } from '../geometry';

/** A line that only touches a corner of the room passes by it; so far beside itself (mm) it is tried. */
const GRAZE = 0.02;
/** Points are kept so far off the walls (mm), more than {@link GRAZE}. */
export const OFF_WALL = 0.05;

/** The room as a straightedge finds it: its walls and nothing else. */
export type Room = {
  readonly outline: Ring;
  readonly edges: Float64Array;
  /** the directions of its walls, radians from 0 up to π */
  readonly wallDirections: readonly number[];
  /** corners that jut into the room */
  readonly jutting: Ring;
  /** How far one gets from a point inside, mm, at most `most`. */
  reach(x: number, y: number, dx: number, dy: number, most: number): number;
  /** Distance from the nearest wall, and that wall's direction. */
  wallBy(x: number, y: number): { readonly distance: number; readonly direction: number };
  /** Whether a point lies inside, clear of the walls. */
  holds(x: number, y: number): boolean;
};

export function roomOf(given: Ring): Room {
  const outline = signedArea(given) > 0 ? given : [...given].reverse();
  const n = outline.length;
  const edges = Float64Array.from(outline.flatMap(([x, y], i) => [x, y, ...outline[(i + 1) % n]!]));
  const angles = outline.map(([x, y], i) => half(Math.atan2(outline[(i + 1) % n]![1] - y, outline[(i + 1) % n]![0] - x)));

  const reach = (x: number, y: number, dx: number, dy: number, most: number): number => {
    let left = most;
    let right = most;
    for (let e = 0; e < edges.length; e += 4) {
      const [ax, ay, bx, by] = [edges[e]! - x, edges[e + 1]! - y, edges[e + 2]! - x, edges[e + 3]! - y];
      const ca = dx * ay - dy * ax;
      const cb = dx * by - dy * bx;
      if ((ca > GRAZE && cb > GRAZE) || (ca < -GRAZE && cb < -GRAZE)) continue;
      const [ua, ub] = [dx * ax + dy * ay, dx * bx + dy * by];
      if (ua > left && ub > left && ua > right && ub > right) continue;
      if (ca > GRAZE !== cb > GRAZE) {
        const u = ua + ((ub - ua) * (GRAZE - ca)) / (cb - ca);
        if (u > 0 && u < left) left = u;
      }
      if (ca > -GRAZE !== cb > -GRAZE) {
        const u = ua + ((ub - ua) * (-GRAZE - ca)) / (cb - ca);
        if (u > 0 && u < right) right = u;
      }
    }
    return left > right ? left : right;
  };

  const wallBy = (x: number, y: number) => {
    let distance = Infinity;
    let wall = 0;
    for (let e = 0; e < edges.length; e += 4) {
      const [ax, ay, bx, by] = [edges[e]!, edges[e + 1]!, edges[e + 2]!, edges[e + 3]!];
      const [ex, ey] = [bx - ax, by - ay];
      const t = Math.max(0, Math.min(1, ((x - ax) * ex + (y - ay) * ey) / (ex * ex + ey * ey)));
      const d = Math.hypot(x - ax - t * ex, y - ay - t * ey);
      if (d < distance) {
        distance = d;
        wall = e / 4;
      }
    }
    return { distance, direction: angles[wall]! };
  };

  const inside = (x: number, y: number): boolean => {
    let is = false;
    for (let e = 0; e < edges.length; e += 4) {
      const [ax, ay, bx, by] = [edges[e]!, edges[e + 1]!, edges[e + 2]!, edges[e + 3]!];
      if (ay > y !== by > y && x < ((bx - ax) * (y - ay)) / (by - ay) + ax) is = !is;
    }
    return is;
  };

  return {
    outline,
    edges,
    wallDirections: distinctDirections(angles),
    jutting: outline.filter((b, i) => {
      const [a, c] = [outline[(i + n - 1) % n]!, outline[(i + 1) % n]!];
      return (b[0] - a[0]) * (c[1] - b[1]) - (b[1] - a[1]) * (c[0] - b[0]) < 0;
    }),
    reach,
    wallBy,
    holds: (x, y) => inside(x, y) && wallBy(x, y).distance >= OFF_WALL * 0.8,
  };
}

/** An angle as a direction without a sense: from 0 up to π. */
export const half = (angle: number): number => {
  const turned = angle % Math.PI;
  return turned < 0 ? turned + Math.PI : turned;
};

/** Walls nearer to each other in direction than this (radians) count as one. */
const SAME_DIRECTION = 0.004;

function distinctDirections(angles: readonly number[]): number[] {
  const kept: number[] = [];
  for (const a of angles) {
    const near = kept.some((b) => Math.min(Math.abs(a - b), Math.PI - Math.abs(a - b)) < SAME_DIRECTION);
    if (!near) kept.push(a);
  }
  return kept;
}
