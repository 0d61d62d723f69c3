/**
 * Wood in hand: a plank is a rectangle and straight cuts leave convex parts of it, so a part is one convex ring. Rings turn so that
 * the wood lies on the left of each edge, in the plank's frame.
 */
import { hullOf, ROUNDING, roundPoint, signedArea, type Point, type Ring } from '../geometry';
import type { Side } from './list';

/** A straight cut: what lies before it along its normal is kept. */
export type Line = { readonly normal: Point; readonly at: number };

/** Places on wood nearer than this (mm) are one: no tape shows it. */
export const SAME_WOOD = 0.05;
/** How far apart rounded corners that are meant as one may lie, mm. */
export const CORNER = 0.012;
/** An edge within this angle of the planks' way is a long edge (degrees), of which the tangent. */
const LONG = Math.tan((10 * Math.PI) / 180);

export const wholePlank = ({ length, width }: { readonly length: number; readonly width: number }): Ring => [
  [0, 0],
  [length, 0],
  [length, width],
  [0, width],
];

const dot = ([a, b]: Point, [x, y]: Point): number => a * x + b * y;
/** How far points reach along a direction, from least to greatest. */
export function reachAlong(points: readonly Point[], normal: Point): readonly [number, number] {
  let [least, most] = [Infinity, -Infinity];
  for (const p of points) {
    const at = dot(normal, p);
    if (at < least) least = at;
    if (at > most) most = at;
  }
  return [least, most];
}

/** The line through two points that keeps what is on its left. */
export function lineThrough(a: Point, b: Point): Line {
  const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
  const normal: Point = [(b[1] - a[1]) / length, -(b[0] - a[0]) / length];
  return { normal, at: dot(normal, a) };
}

/** What of a convex ring lies before a line; fewer than three corners where nothing does. */
export function before(ring: Ring, { normal, at }: Line): Ring {
  const kept: Point[] = [];
  ring.forEach((a, i) => {
    const b = ring[(i + 1) % ring.length]!;
    const [da, db] = [dot(normal, a) - at, dot(normal, b) - at];
    if (da <= 0) kept.push(a);
    if ((da < 0 && db > 0) || (da > 0 && db < 0)) {
      const t = da / (da - db);
      kept.push([a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1])]);
    }
  });
  return kept;
}

/** What of a convex ring lies beyond a line and the kerf. */
export const beyond = (ring: Ring, { normal, at }: Line, kerf: number): Ring =>
  before(ring, { normal: [-normal[0], -normal[1]], at: -at - kerf });

/** Corners this near (mm) to the end of a line are that end. */
const AT_END = 2e-3;

/**
 * Parts a convex ring at a line, whose ends are put to thousandths.
 *
 * @returns the line's ends, the kept side on the left of the way from the first to the second, and what is kept, beginning with them; null where the
 * line only touches the ring
 */
export function partedAt(ring: Ring, { normal, at }: Line): { readonly a: Point; readonly b: Point; readonly kept: Ring } | null {
  const n = ring.length;
  const off = ring.map((p) => dot(normal, p) - at);
  const crossing = (i: number): Point => {
    const [p, q] = [ring[i]!, ring[(i + 1) % n]!];
    const t = off[i]! / (off[i]! - off[(i + 1) % n]!);
    return roundPoint([p[0] + t * (q[0] - p[0]), p[1] + t * (q[1] - p[1])]);
  };
  const leaves = off.findIndex((d, i) => d <= 0 && off[(i + 1) % n]! > 0);
  const enters = off.findIndex((d, i) => d > 0 && off[(i + 1) % n]! <= 0);
  if (leaves < 0 || enters < 0) return null;
  const [a, b] = [crossing(leaves), crossing(enters)];
  if (Math.hypot(a[0] - b[0], a[1] - b[1]) <= ROUNDING) return null;
  const kept: Point[] = [a, b];
  for (let k = 1; k <= n; k++) {
    const i = (enters + k) % n;
    if (off[i]! > 0) break;
    const p = ring[i]!;
    if (Math.hypot(p[0] - a[0], p[1] - a[1]) > AT_END && Math.hypot(p[0] - b[0], p[1] - b[1]) > AT_END) kept.push(p);
  }
  return { a, b, kept };
}

/** The name of an edge of a piece of wood, the wood on its left. */
export function sideOf(a: Point, b: Point): Side {
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
  if (Math.abs(dy) <= LONG * Math.abs(dx)) return dx > 0 ? 'near' : 'far';
  return dy < 0 ? 'left' : 'right';
}
export const isLong = (side: Side): side is 'near' | 'far' => side === 'near' || side === 'far';

/** How far a corner stands out of the straight line between its neighbours. */
function standsOut(ring: readonly Point[], i: number): number {
  const [a, b, c] = [ring[(i + ring.length - 1) % ring.length]!, ring[i]!, ring[(i + 1) % ring.length]!];
  const length = Math.hypot(c[0] - a[0], c[1] - a[1]);
  if (length < 1e-9) return Math.hypot(b[0] - a[0], b[1] - a[1]);
  const along = ((b[0] - a[0]) * (c[0] - a[0]) + (b[1] - a[1]) * (c[1] - a[1])) / length;
  if (along < 0) return Math.hypot(b[0] - a[0], b[1] - a[1]);
  if (along > length) return Math.hypot(b[0] - c[0], b[1] - c[1]);
  return Math.abs((b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0])) / length;
}

/**
 * A ring without corners that stand out by less than so much, the least first.
 *
 * @param stays corners that are kept whatever they do
 */
export function plainer(ring: Ring, least: number, stays: readonly Point[] = []): Ring {
  const kept = [...ring];
  while (kept.length > 3) {
    let [worst, at] = [least, -1];
    for (let i = 0; i < kept.length; i++) {
      if (stays.includes(kept[i]!)) continue;
      const out = standsOut(kept, i);
      if (out < worst) [worst, at] = [out, i];
    }
    if (at < 0) break;
    kept.splice(at, 1);
  }
  return kept;
}

/** The convex ring round points, the wood on the left of its edges. */
export const hullRound = (points: readonly Point[]): Ring => hullOf(points);

/** Greatest distance from one side of a convex ring to the other, across its narrowest way. */
export function narrowest(ring: Ring): number {
  return Math.min(
    ...ring.map((a, i) => {
      const { normal, at } = lineThrough(a, ring[(i + 1) % ring.length]!);
      return Number.isFinite(at) ? at - reachAlong(ring, normal)[0] : Infinity;
    }),
  );
}

/** Less than this (mm²), or nowhere wider than {@link CRUMB_WIDTH}, is no offcut. */
const CRUMB = 100;
const CRUMB_WIDTH = 1;
/** Whether a convex ring is so little wood that it need not be named. */
export const isCrumb = (ring: Ring): boolean => ring.length < 3 || Math.abs(signedArea(ring)) < CRUMB || narrowest(ring) <= CRUMB_WIDTH;

/** Whether a convex ring holds points, give or take what no tape shows. */
export const holds = (ring: Ring, points: readonly Point[], slack = SAME_WOOD): boolean =>
  ring.every((a, i) => {
    const { normal, at } = lineThrough(a, ring[(i + 1) % ring.length]!);
    return !Number.isFinite(at) || reachAlong(points, normal)[1] <= at + slack;
  });
