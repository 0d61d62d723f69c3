/**
 * The circle of shifts. Fix a direction: every wall that runs with the planks has a place w, and modulo the width of a plank (or of
 * the whole width sequence) that is a point on a circle. A shift of the rows is a hand on the circle; the strip at a wall is the
 * way from its point to the hand. Each strip is linear in the shift but for one jump, so the best shift lies where two strips are
 * equal or where one is a whole plank: a short list to look through, nothing to sample.
 */
import { turned, type Frame, type MultiPolygon, type Point } from '../geometry';
import type { Bound, LaidEdge } from '../floors';

/** Two places closer than this (mm) are one: a strip of nothing is a whole plank. Angles are kept to six decimals, which moves a long wall's end by less. */
export const SAME = 2e-3;
/** Walls within this angle of the planks run with them (degrees), as the audit counts them. */
export const RUNS_WITH = 10;
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
};

/** What stands beside a strip that must not be too narrow. */
export const isJudged = (bound: Bound): boolean => ['wall', 'jamb', 'line', 'hearth', 'island', 'cabinet'].includes(bound.kind);

/** The edges of a laid area that run with the planks and beside which a strip is judged. */
export function runningWalls(edges: readonly LaidEdge[], frame: Frame): readonly RunningWall[] {
  const steepest = Math.tan((RUNS_WITH * Math.PI) / 180);
  const walls: RunningWall[] = [];
  for (const { a, b, bound } of edges) {
    const [ua, wa] = turned(frame, a);
    const [ub, wb] = turned(frame, b);
    if (!isJudged(bound) || Math.abs(ub - ua) <= SHORTEST_JUDGED || Math.abs(wb - wa) > steepest * Math.abs(ub - ua)) continue;
    // The floor lies left of a→b in plan; the frame mirrors, so it lies at greater w where u falls.
    const side = ub < ua ? 'start' : 'far';
    const forward = ub > ua;
    walls.push({ ends: forward ? [a, b] : [b, a], u: forward ? [ua, ub] : [ub, ua], w: forward ? [wa, wb] : [wb, wa], side, bound });
  }
  return walls;
}

/** Rows as a grid of edges: `origin` is where the first width of the sequence begins. */
export type Grid = { readonly origin: number; readonly widths: readonly number[] };

export const periodOf = (widths: readonly number[]): number => widths.reduce((sum, w) => sum + w, 0);

const modulo = (a: number, n: number): number => {
  const m = a % n;
  return m < 0 ? m + n : m;
};

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
};

/** The strips beside every wall for one place of the rows. */
export function stripsFor(walls: readonly RunningWall[], grid: Grid): readonly Strip[] {
  return walls.map((wall) => {
    const at = [stripAt(grid, wall.w[0], wall.side), stripAt(grid, wall.w[1], wall.side)] as const;
    const [low, high] = wall.w[0] < wall.w[1] ? wall.w : [wall.w[1], wall.w[0]];
    const crossed = high - low < SAME ? 0 : rowAt(grid, high - SAME * 2).index - rowAt(grid, low + SAME * 2).index;
    return {
      wall,
      at,
      least: crossed > 0 ? 0 : Math.min(at[0], at[1]),
      greatest: crossed > 0 ? Math.max(...grid.widths) : Math.max(at[0], at[1]),
      crossed,
    };
  });
}

/** How good a place of the rows is: fewest strips under the least rip, then the widest worst strip, then the widest of all together. */
export type Score = { readonly broken: number; readonly worst: number; readonly sum: number };

export function scoreOf(walls: readonly RunningWall[], grid: Grid, leastRip: number): Score {
  const widest = Math.max(...grid.widths);
  let broken = 0;
  let worst = widest;
  let sum = 0;
  for (const wall of walls) {
    const [w0, w1] = wall.w;
    const low = Math.min(w0, w1);
    const high = Math.max(w0, w1);
    // A wall askew by more than a whole plank is crossed wherever the rows lie.
    if (high - low >= widest) continue;
    const crossed = high - low > SAME && rowAt(grid, high - SAME * 2).index !== rowAt(grid, low + SAME * 2).index;
    const strip = crossed ? 0 : wall.side === 'start' ? stripAt(grid, high, 'start') : stripAt(grid, low, 'far');
    if (strip < leastRip - SAME) broken++;
    if (strip < worst) worst = strip;
    sum += strip * (wall.u[1] - wall.u[0]);
  }
  return { broken, worst, sum };
}

/** Negative where `a` is the better one. */
export function compareScores(a: Score, b: Score): number {
  if (a.broken !== b.broken) return a.broken - b.broken;
  if (Math.abs(a.worst - b.worst) > 1e-6) return b.worst - a.worst;
  return Math.abs(a.sum - b.sum) > 1e-3 ? b.sum - a.sum : 0;
}

/** Greatest number of origins worth comparing pair by pair; long width sequences meet more walls than that only in halls. */
const MOST_PAIRS = 200_000;

/**
 * The origin of the rows whose worst strip is widest (see {@link Score}); exact, from the breakpoints of the strips.
 *
 * @param walls what runs with the planks; may be empty, then `otherwise` is returned
 * @param otherwise origin that is taken among equals, and where there is nothing to choose by
 */
export function bestOrigin(walls: readonly RunningWall[], widths: readonly number[], leastRip: number, otherwise: number): number {
  const period = periodOf(widths);
  const edges: number[] = [];
  widths.reduce((at, width) => {
    edges.push(at);
    return at + width;
  }, 0);
  const starts = new Set<number>();
  const fars = new Set<number>();
  for (const { w, side } of walls) for (const at of w) (side === 'start' ? starts : fars).add(modulo(at, period));

  const tried = new Set<number>();
  const candidates: number[] = [otherwise];
  const propose = (origin: number) => {
    const place = modulo(origin, period);
    const key = Math.round(place * 1e6);
    if (!tried.has(key)) {
      tried.add(key);
      candidates.push(place);
    }
  };
  // one strip a whole plank, or just as wide as it must be
  for (const e of edges) {
    for (const p of starts) for (const strip of [0, leastRip]) propose(p + strip - e);
    for (const p of fars) for (const strip of [0, leastRip]) propose(p - strip - e);
  }
  // two strips equal: the row after a start wall as wide as the one before a far wall
  if (starts.size * fars.size * edges.length ** 2 <= MOST_PAIRS) {
    for (const a of starts) {
      for (const b of fars) {
        for (const e of edges) for (const f of edges) for (const k of [0, 1]) propose((a + b - e - f + k * period) / 2);
      }
    }
  }
  let best = candidates[0]!;
  let score = scoreOf(walls, { origin: best, widths }, leastRip);
  for (let i = 1; i < candidates.length; i++) {
    const next = scoreOf(walls, { origin: candidates[i]!, widths }, leastRip);
    if (compareScores(next, score) < 0) {
      best = candidates[i]!;
      score = next;
    }
  }
  return best;
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
