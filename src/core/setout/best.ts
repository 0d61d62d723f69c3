import { modulo } from '../geometry';
import { leastStrip, periodOf, SAME, type Grid, type RunningWall } from './circle';
import {
  crossedRegisters,
  doorwayPlaces,
  doorwayRoom,
  registerPlaces,
  wrappedDoorways,
  type CrossedRegister,
  type RunningDoorway,
} from './jambs';

/**
 * How good a place of the rows is: fewest strips under the least rip, then fewest doorways wrapped by one plank, then strips that are wide enough, then
 * fewest registers that a row's edge crosses, then the widest worst strip (each over its wall's weight), then the most room for a tape's error, then the
 * widest of all together. Walls on which a row runs out wherever the rows lie count in none of it: no place is better for them than another.
 */
export type Score = {
  readonly broken: number;
  readonly wrapped: number;
  readonly registers: number;
  readonly worst: number;
  readonly sum: number;
  /** the worst strip as it is, mm, whatever its wall's weight */
  readonly narrowest: number;
  /** from how narrow a strip on (mm) it is wide enough to look at other things first */
  readonly enough: number;
  /** how far the rows may lie otherwise before a strip or a doorway is wrong, mm */
  readonly room: number;
};

/** What stands beside and in the rows. */
export type Beside = { readonly doorways?: readonly RunningDoorway[]; readonly registers?: readonly CrossedRegister[] };

/** A strip is wide enough from so many times the least rip on. */
const ENOUGH = 2;

export function scoreOf(
  walls: readonly RunningWall[],
  grid: Grid,
  leastRip: number,
  { doorways = [], registers = [] }: Beside = {},
): Score {
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
    const strip = leastStrip(grid, low, high, wall.side);
    if (strip < leastRip - SAME) broken++;
    if (strip / wall.weight < worst) worst = strip / wall.weight;
    if (strip < narrowest) narrowest = strip;
    sum += strip * (wall.u[1] - wall.u[0]);
  }
  const room = doorways.reduce((least, d) => Math.min(least, doorwayRoom(d, grid)), narrowest - leastRip);
  const wrapped = wrappedDoorways(doorways, grid);
  return { broken, wrapped, registers: crossedRegisters(registers, grid), worst, sum, narrowest, enough: ENOUGH * leastRip, room };
}

/** Negative where `a` is the better one. */
export function compareScores(a: Score, b: Score): number {
  if (a.broken !== b.broken) return a.broken - b.broken;
  if (a.wrapped !== b.wrapped) return a.wrapped - b.wrapped;
  const [wideA, wideB] = [Math.min(a.worst, a.enough), Math.min(b.worst, b.enough)];
  if (Math.abs(wideA - wideB) > 1e-6) return wideB - wideA;
  if (a.registers !== b.registers) return a.registers - b.registers;
  if (Math.abs(a.worst - b.worst) > 1e-6) return b.worst - a.worst;
  if (Math.abs(a.room - b.room) > 1e-6) return b.room - a.room;
  return Math.abs(a.sum - b.sum) > 1e-3 ? b.sum - a.sum : 0;
}

/** Greatest number of origins worth comparing pair by pair; long width sequences meet more walls than that only in halls. */
const MOST_PAIRS = 200_000;

/**
 * The origin of the rows whose worst strip is widest (see {@link Score}); exact, from the breakpoints of the strips.
 *
 * @param walls what runs with the planks; may be empty, then `otherwise` is returned
 * @param otherwise origin that is taken among equals, and where there is nothing to choose by
 * @param beside doorways in which a row's edge should end, registers that should lie in the middle of a plank
 */
export function bestOrigin(
  walls: readonly RunningWall[],
  widths: readonly number[],
  leastRip: number,
  otherwise: number,
  beside: Beside = {},
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
  // one strip a whole plank, or just as wide as it must be; a row's edge where a doorway or a register becomes right
  for (const e of edges) {
    const strips = beside.registers?.length ? [0, leastRip, ENOUGH * leastRip] : [0, leastRip];
    for (const { at } of starts.values()) for (const strip of strips) propose(at + strip - e);
    for (const { at } of fars.values()) for (const strip of strips) propose(at - strip - e);
    for (const doorway of beside.doorways ?? []) for (const place of doorwayPlaces(doorway)) propose(place - e);
    for (const register of beside.registers ?? [])
      for (const width of new Set(widths)) for (const place of registerPlaces(register, width)) propose(place - e);
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
  let score = scoreOf(walls, { origin: best, widths }, leastRip, beside);
  for (let i = 1; i < candidates.length; i++) {
    const next = scoreOf(walls, { origin: candidates[i]!, widths }, leastRip, beside);
    if (compareScores(next, score) < 0) {
      best = candidates[i]!;
      score = next;
    }
  }
  return best;
}
