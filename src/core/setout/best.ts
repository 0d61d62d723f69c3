import { modulo } from '../geometry';
import { periodOf, rowAt, SAME, stripAt, type Grid, type RunningWall } from './circle';
import { doorwayPlaces, wrappedDoorways, type RunningDoorway } from './jambs';

/**
 * How good a place of the rows is: fewest strips under the least rip, then fewest doorways wrapped by one plank, then the widest worst
 * strip (each over its wall's weight), then the widest of all together. Walls on which a row runs out wherever the rows lie count in none of
 * it: no place is better for them than another.
 */
export type Score = {
  readonly broken: number;
  readonly wrapped: number;
  readonly worst: number;
  readonly sum: number;
  /** the worst strip as it is, mm, whatever its wall's weight */
  readonly narrowest: number;
};

export function scoreOf(walls: readonly RunningWall[], grid: Grid, leastRip: number, doorways: readonly RunningDoorway[] = []): Score {
  const widest = Math.max(...grid.widths);
  let broken = 0;
  let worst = widest;
  let narrowest = widest;
  let sum = 0;
  for (const wall of walls) {
    const [w0, w1] = wall.w;
    const low = Math.min(w0, w1);
    const high = Math.max(w0, w1);
    // askew by more than a plank's width: crossed wherever the rows lie
    if (high - low >= widest) continue;
    const crossed = high - low > SAME && rowAt(grid, high - SAME * 2).index !== rowAt(grid, low + SAME * 2).index;
    const strip = crossed ? 0 : wall.side === 'start' ? stripAt(grid, high, 'start') : stripAt(grid, low, 'far');
    if (strip < leastRip - SAME) broken++;
    if (strip / wall.weight < worst) worst = strip / wall.weight;
    if (strip < narrowest) narrowest = strip;
    sum += strip * (wall.u[1] - wall.u[0]);
  }
  return { broken, wrapped: wrappedDoorways(doorways, grid), worst, sum, narrowest };
}

/** Negative where `a` is the better one. */
export function compareScores(a: Score, b: Score): number {
  if (a.broken !== b.broken) return a.broken - b.broken;
  if (a.wrapped !== b.wrapped) return a.wrapped - b.wrapped;
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
 * @param doorways in which a row's edge should end
 */
export function bestOrigin(
  walls: readonly RunningWall[],
  widths: readonly number[],
  leastRip: number,
  otherwise: number,
  doorways: readonly RunningDoorway[] = [],
): number {
  const period = periodOf(widths);
  const edges: number[] = [];
  widths.reduce((at, width) => {
    edges.push(at);
    return at + width;
  }, 0);
  type Place = { readonly at: number; readonly weight: number };
  const starts = new Map<string, Place>();
  const fars = new Map<string, Place>();
  for (const { w, side, weight } of walls) {
    for (const end of w) {
      const at = modulo(end, period);
      (side === 'start' ? starts : fars).set(`${at} ${weight}`, { at, weight });
    }
  }

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
  // one strip a whole plank, or just as wide as it must be; a row's edge where a doorway becomes right
  for (const e of edges) {
    for (const { at } of starts.values()) for (const strip of [0, leastRip]) propose(at + strip - e);
    for (const { at } of fars.values()) for (const strip of [0, leastRip]) propose(at - strip - e);
    for (const doorway of doorways) for (const place of doorwayPlaces(doorway)) propose(place - e);
  }
  // two strips equal over their weights: the row after a start wall and the one before a far wall share what lies between
  if (starts.size * fars.size * edges.length ** 2 <= MOST_PAIRS) {
    for (const a of starts.values()) {
      for (const b of fars.values()) {
        for (const e of edges) {
          for (const f of edges) {
            const shared = modulo(b.at - a.at + e - f, period);
            for (const k of [0, 1]) propose(a.at - e + ((shared + k * period) * a.weight) / (a.weight + b.weight));
          }
        }
      }
    }
  }
  let best = candidates[0]!;
  let score = scoreOf(walls, { origin: best, widths }, leastRip, doorways);
  for (let i = 1; i < candidates.length; i++) {
    const next = scoreOf(walls, { origin: candidates[i]!, widths }, leastRip, doorways);
    if (compareScores(next, score) < 0) {
      best = candidates[i]!;
      score = next;
    }
  }
  return best;
}
