/** What has to come off before runs can be lifted: trim along walls, profiles in doorways, casings that stand over them. */
import { distanceToSegment, turned, type Frame, type Point } from '../geometry';
import type { Bound, Floor, LaidEdge } from '../floors';
import { reachOf, type LaidRun, type Side } from './runs';

export type WallAt = { readonly space: string; readonly wall: number };
/** A wall with as much of its trim as comes off, mm. */
export type TrimOff = WallAt & { readonly length: number };

export type ComesOff = {
  readonly trims: readonly TrimOff[];
  /** openings whose profile holds the floor down, and those whose casings stand over it */
  readonly profiles: readonly string[];
  readonly casings: readonly string[];
};

/** What lies this near (mm) to an edge of the floor lies at it: joints and pushes move it so far. */
const NEAR = 15;
/** An edge is looked at every so many millimetres. */
const STEP = 50;

type Reached = {
  readonly a: Point;
  readonly b: Point;
  readonly bound: Bound;
  readonly reached: number;
};

/** The edges of a floor that runs lie at, each with how much of it they reach. */
function reachedBy(floor: Floor, frame: Frame, runs: readonly LaidRun[]): readonly Reached[] {
  const pieces = runs.flatMap((r) => r.pieces);
  const isAt = (p: Point): boolean =>
    pieces.some(({ shape, box }) => {
      if (p[0] < box.minX - NEAR || p[0] > box.maxX + NEAR || p[1] < box.minY - NEAR || p[1] > box.maxY + NEAR) return false;
      return shape.some((ring) => ring.some((a, i) => distanceToSegment(p, a, ring[(i + 1) % ring.length]!) < NEAR));
    });
  return floor.edges.flatMap(({ a, b, bound }: LaidEdge): Reached[] => {
    const [p, q] = [turned(frame, a), turned(frame, b)];
    const length = Math.hypot(q[0] - p[0], q[1] - p[1]);
    const many = Math.max(1, Math.round(length / STEP));
    let met = 0;
    for (let k = 0; k < many; k++) {
      const t = (k + 0.5) / many;
      if (isAt([p[0] + (q[0] - p[0]) * t, p[1] + (q[1] - p[1]) * t])) met++;
    }
    return met === 0 ? [] : [{ a: p, b: q, bound, reached: (length * met) / many }];
  });
}

export function comesOff(floor: Floor, frame: Frame, runs: readonly LaidRun[]): ComesOff {
  const trims = new Map<string, TrimOff>();
  const [profiles, casings] = [new Set<string>(), new Set<string>()];
  for (const { bound, reached } of reachedBy(floor, frame, runs)) {
    if (bound.kind === 'wall') {
      const key = `${bound.space} ${bound.wall}`;
      trims.set(key, { space: bound.space, wall: bound.wall, length: (trims.get(key)?.length ?? 0) + reached });
    } else if (bound.kind === 'line' || bound.kind === 'open') profiles.add(bound.opening);
    else if (bound.kind === 'jamb') casings.add(bound.opening);
  }
  return { trims: [...trims.values()], profiles: [...profiles], casings: [...casings] };
}

/** The wall at which lifting begins: the one that most of the outermost run on a side lies at; null where that is no wall. */
export function wallAt(floor: Floor, frame: Frame, runs: readonly LaidRun[], side: Side): WallAt | null {
  const rows = runs.map((r) => r.row);
  const row = side === 'first' ? Math.min(...rows) : Math.max(...rows);
  const outermost = runs.filter((r) => r.row === row);
  const { minY, maxY } = reachOf(outermost);
  const walls = reachedBy(floor, frame, outermost).flatMap(({ a, b, bound, reached }) => {
    const alongRow = Math.abs(b[0] - a[0]) > Math.abs(b[1] - a[1]);
    const isBeyond = side === 'first' ? (a[1] + b[1]) / 2 < (minY + maxY) / 2 : (a[1] + b[1]) / 2 > (minY + maxY) / 2;
    return bound.kind === 'wall' && alongRow && isBeyond ? [{ space: bound.space, wall: bound.wall, reached }] : [];
  });
  const most = walls.sort((a, b) => b.reached - a.reached)[0];
  return most ? { space: most.space, wall: most.wall } : null;
}
