import { signedArea, type Point, type Ring } from '../geometry';
import type { Way } from './openings';

/** A stretch of a space's wall, mm along its edge. */
export type WallStretch = { readonly wall: number; readonly from: number; readonly to: number };

/** An opening's points lie on a space's edge within this (mm). */
const ON_EDGE = 1;
/** What is left of a wall beside a doorway is at least so long (mm); less is a slip of the tape. */
const SHORTEST = 1;

/** A space's edge as a frame of its own: along it, and into the room. */
export type WallFrame = {
  readonly a: Point;
  readonly b: Point;
  readonly length: number;
  /** along the wall */
  readonly along: Point;
  /** square to it, into the room */
  readonly inward: Point;
};

/** The edges of an outline, each with the way along it and the way into the room. */
export function wallFrames(outline: Ring): readonly WallFrame[] {
  const left = signedArea(outline) > 0 ? 1 : -1;
  return outline.map((a, i) => {
    const b = outline[(i + 1) % outline.length]!;
    const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
    const along: Point = [(b[0] - a[0]) / length, (b[1] - a[1]) / length];
    return { a, b, length, along, inward: [-along[1] * left, along[0] * left] };
  });
}

/** Where a point lies along a wall and how far into the room. */
export const onWall = ({ a, along, inward }: WallFrame, [x, y]: Point): Point => [
  (x - a[0]) * along[0] + (y - a[1]) * along[1],
  (x - a[0]) * inward[0] + (y - a[1]) * inward[1],
];

/** The point of plan that lies so far along a wall and so far into the room. */
export const offWall = ({ a, along, inward }: WallFrame, at: number, into: number): Point => [
  a[0] + along[0] * at + inward[0] * into,
  a[1] + along[1] * at + inward[1] * into,
];

/** Where openings interrupt a wall. */
export function doorwaysIn(wall: WallFrame, ways: readonly Way[]): readonly (readonly [number, number])[] {
  return ways.flatMap(({ near, far }) =>
    [near, far].flatMap((side): (readonly [number, number])[] => {
      const [p, q] = side.map((point) => onWall(wall, point)) as [Point, Point];
      const on = ([at, off]: Point) => Math.abs(off) <= ON_EDGE && at >= -ON_EDGE && at <= wall.length + ON_EDGE;
      return on(p) && on(q) ? [[Math.min(p[0], q[0]), Math.max(p[0], q[0])]] : [];
    }),
  );
}

/** What is left of [0, length] without some stretches of it. */
export function without(length: number, taken: readonly (readonly [number, number])[]): (readonly [number, number])[] {
  const left: (readonly [number, number])[] = [];
  let at = 0;
  for (const [from, to] of [...taken].sort((a, b) => a[0] - b[0])) {
    if (from - at >= SHORTEST) left.push([at, from]);
    at = Math.max(at, to);
  }
  if (length - at >= SHORTEST) left.push([at, length]);
  return left;
}

/** A space's walls without the doorways in them. */
export const wallStretches = (outline: Ring, ways: readonly Way[]): readonly WallStretch[] =>
  wallFrames(outline).flatMap((wall, i) => without(wall.length, doorwaysIn(wall, ways)).map(([from, to]) => ({ wall: i, from, to })));
