/**
 * The circle of shifts. Fix a direction: every wall that runs with the planks has a place w, and modulo the width of a plank (or of
 * the whole width sequence) that is a point on a circle. A shift of the rows is a hand on the circle; the strip at a wall is the
 * way from its point to the hand. Each strip is linear in the shift but for one jump, so the best shift lies where two strips are
 * equal or where one is a whole plank: a short list to look through, nothing to sample.
 */
import { ON_LINE, turned, type Frame, type MultiPolygon, type Point } from '../geometry';
import type { Bound, LaidEdge } from '../floors';

/** Two places closer than this (mm) are one: a strip of nothing is a whole plank. */
export const SAME = ON_LINE;
/** Walls within this angle of the planks run with them (degrees), as the audit counts them. */
export const RUNS_WITH = 10;
/** The greatest slope, across over along, of a wall that runs with the planks. */
export const STEEPEST = Math.tan((RUNS_WITH * Math.PI) / 180);
/** A wall shorter than this along the planks (mm) is not judged. */
export const SHORTEST_JUDGED = 30;

/** A wall, or other thing whose strip is looked at, that runs with the planks. */
export type RunningWall = {
  /** The laid edge's ends in plan, in the order in which u grows. */
  readonly ends: readonly [Point, Point];
  readonly u: readonly [number, number];
  /** w at those ends. */
  readonly w: readonly [number, number];
  /** `start`: the floor lies beyond it, at greater w; `far`: the floor lies before it. */
  readonly side: 'start' | 'far';
  readonly bound: Bound;
  /** How much the wall is seen: with 2, its strip has to be twice as wide to count the same. */
  readonly weight: number;
};

/** What stands beside a strip that must not be too narrow. */
export const isJudged = (bound: Bound): boolean => ['wall', 'jamb', 'line', 'hearth', 'island', 'cabinet'].includes(bound.kind);

/**
 * The edges of a laid area that run with the planks and beside which a strip is judged.
 *
 * @param shortest edges no longer than this along the planks (mm) are left out
 */
export function runningWalls(
  edges: readonly LaidEdge[],
  frame: Frame,
  weightOf: (bound: Bound) => number = () => 1,
  shortest = SHORTEST_JUDGED,
): readonly RunningWall[] {
  const walls: RunningWall[] = [];
  for (const { a, b, bound } of edges) {
    const [ua, wa] = turned(frame, a);
    const [ub, wb] = turned(frame, b);
    if (!isJudged(bound) || Math.abs(ub - ua) <= shortest || Math.abs(wb - wa) > STEEPEST * Math.abs(ub - ua)) continue;
    // The floor lies left of a→b in plan; the frame mirrors, so it lies at greater w where u falls.
    const side = ub < ua ? 'start' : 'far';
    const forward = ub > ua;
    walls.push({
      ends: forward ? [a, b] : [b, a],
      u: forward ? [ua, ub] : [ub, ua],
      w: forward ? [wa, wb] : [wb, wa],
      side,
      bound,
      weight: weightOf(bound),
    });
  }
  return walls;
}

/** Rows as a grid of edges: `origin` is where the first width of the sequence begins. */
export type Grid = { readonly origin: number; readonly widths: readonly number[] };

export const periodOf = (widths: readonly number[]): number => widths.reduce((sum, w) => sum + w, 0);

/** The row whose half-open reach holds `w`; a place on an edge belongs to the row that begins there. */
export function rowAt(grid: Grid, w: number): { readonly index: number; readonly from: number; readonly to: number } {
  const { widths } = grid;
  const period = periodOf(widths);
  let turns = Math.floor((w - grid.origin) / period);
  let rest = w - grid.origin - turns * period;
  if (period - rest < SAME) {
    turns++;
    rest = 0;
  }
  let from = grid.origin + turns * period;
  let k = 0;
  while (k < widths.length - 1 && rest > widths[k]! - SAME) {
    rest -= widths[k]!;
    from += widths[k]!;
    k++;
  }
  return { index: turns * widths.length + k, from, to: from + widths[k]! };
}

/** How far inside a wall's end (mm) one looks which row lies there. */
const INSIDE = 2 * SAME;

/** Whether a row's edge runs out on a wall between its ends. */
const crossingsOf = (grid: Grid, low: number, high: number): number =>
  high - low < SAME ? 0 : rowAt(grid, high - INSIDE).index - rowAt(grid, low + INSIDE).index;

/**
 * The strip beside one end of a wall, in the row that lies there just inside it: where a row's edge meets the end of a wall that leans, nothing is left of
 * the row beyond.
 *
 * @param other w at the wall's other end
 */
function stripAtEnd(grid: Grid, w: number, other: number, side: 'start' | 'far'): number {
  if (Math.abs(other - w) < SAME) return stripAt(grid, w, side);
  const row = rowAt(grid, w + (other > w ? INSIDE : -INSIDE));
  return Math.max(0, side === 'start' ? row.to - w : w - row.from);
}

/** The least strip beside a wall whose ends lie at `low` and `high`: 0 where a row's edge runs out on it. */
export function leastStrip(grid: Grid, low: number, high: number, side: 'start' | 'far'): number {
  if (crossingsOf(grid, low, high) > 0) return 0;
  return side === 'start' ? stripAtEnd(grid, high, low, side) : stripAtEnd(grid, low, high, side);
}

/** The strip left beside a wall of one w: whole planks count as whole. */
export function stripAt(grid: Grid, w: number, side: 'start' | 'far'): number {
  if (side === 'start') return rowAt(grid, w).to - w;
  const { from } = rowAt(grid, w);
  if (w - from > SAME) return w - from;
  const before = rowAt(grid, from - 1e-3);
  return before.to - before.from;
}

export type Strip = {
  readonly wall: RunningWall;
  /** The strip at both ends of the wall, in the order of `wall.ends`. */
  readonly at: readonly [number, number];
  /** The least along the wall: 0 where a row's edge runs out on it. */
  readonly least: number;
  readonly greatest: number;
  /** How many row edges run out on the wall. */
  readonly crossed: number;
  /** whether one runs out on it wherever the line lies: askew by more than a plank is wide, only another direction helps it */
  readonly always: boolean;
};

/** Whether a wall is askew by so much that a row's edge runs out on it wherever the rows lie. */
export const isAlwaysCrossed = ({ w: [a, b] }: RunningWall, widths: readonly number[]): boolean => Math.abs(a - b) >= Math.max(...widths);

/** The strips beside every wall for one place of the rows. */
export function stripsFor(walls: readonly RunningWall[], grid: Grid): readonly Strip[] {
  return walls.map((wall) => {
    const [a, b] = wall.w;
    const at = [stripAtEnd(grid, a, b, wall.side), stripAtEnd(grid, b, a, wall.side)] as const;
    const crossed = crossingsOf(grid, Math.min(a, b), Math.max(a, b));
    return {
      wall,
      at,
      least: crossed > 0 ? 0 : Math.min(at[0], at[1]),
      greatest: crossed > 0 ? Math.max(...grid.widths) : Math.max(at[0], at[1]),
      crossed,
      always: isAlwaysCrossed(wall, grid.widths),
    };
  });
}

/** Least and greatest w of a laid area. */
export function reachOf(laid: MultiPolygon, frame: Frame): readonly [number, number] {
  let low = Infinity;
  let high = -Infinity;
  for (const [outer] of laid) {
    for (const p of outer!) {
      const w = turned(frame, p)[1];
      if (w < low) low = w;
      if (w > high) high = w;
    }
  }
  return [low, high];
}
