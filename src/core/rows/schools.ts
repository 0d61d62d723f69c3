/**
 * Schools that put joints on a pattern. Each gives every run the starters that its pattern allows; the limits come first, so a run
 * whose pattern breaks one is left to the search. `offcut` and `free` have no pattern.
 */
import type { School } from '../job';
import { allowedStarters, isSingle, SAME_LENGTH, type RunLine } from './joints';
import { randomFrom } from './random';
import type { SearchRun } from './ties';

export type Stretches = readonly (readonly [number, number])[];

/** The runs of one floor: where they stand in the list, their floor's reach along the planks, and the number before their first row. */
export type PatternFloor = {
  readonly from: number;
  readonly to: number;
  readonly u0: number;
  readonly u1: number;
  readonly rowBase: number;
};

/** Starters of the thirds differ from theirs by up to this (mm), so that no joint lies in line with another three rows on. */
const JITTER = 60;
/** Patterns are tried at shifts this far apart, mm. */
const SHIFT = 5;

const modulo = (a: number, n: number): number => ((a % n) + n) % n;

/** The starter that puts a joint of the run at u; a whole plank where the run begins there. */
export function starterAt(line: RunLine, u: number): number {
  const starter = modulo(u - line.u0, line.plank);
  return starter < 0.5 ? line.plank : starter;
}

const isIn = (stretches: Stretches, starter: number): boolean =>
  stretches.some(([a, b]) => starter >= a - SAME_LENGTH && starter <= b + SAME_LENGTH);

/** Each row's place in the pattern, as a share of a plank. */
function placesOf(school: 'thirds' | 'half' | 'centred', rows: number, seed: number): number[] {
  if (school !== 'thirds') return Array.from({ length: rows }, (_, i) => (i % 2) / 2);
  // three rows at a time, in another order each time, never the next one's first on the last one's last
  const random = randomFrom(seed ^ 0x7ae1);
  const orders = [[0, 1, 2], [0, 2, 1], [1, 0, 2], [1, 2, 0], [2, 0, 1], [2, 1, 0]] as const; // prettier-ignore
  const places: number[] = [];
  while (places.length < rows) {
    const [before, last] = places.slice(-2);
    const fit = orders.filter(
      (o) =>
        last === undefined || (o[0] !== last && !(o[0] === modulo(2 * last - before!, 3) && o[1] === modulo(o[0] + last - before!, 3))),
    );
    places.push(...fit[Math.floor(random() * fit.length)]!);
  }
  return places.slice(0, rows).map((p) => p / 3);
}

/**
 * The starters that a school allows each run.
 *
 * @returns null where the school has no pattern
 */
export function patternOf(school: School, runs: readonly SearchRun[], floors: readonly PatternFloor[], seed: number): Stretches[] | null {
  if (school === 'offcut' || school === 'free') return null;
  const found: Stretches[] = runs.map((run) => (isSingle(run) ? [] : allowedStarters(run, run.endPiece)));
  for (const floor of floors) {
    const own = Array.from({ length: floor.to - floor.from }, (_, k) => floor.from + k).filter((i) => !isSingle(runs[i]!));
    if (own.length === 0) continue;
    const rows = Math.max(...own.map((i) => runs[i]!.row)) - floor.rowBase + 1;
    const places = placesOf(school, rows, seed);
    const place = (i: number) => places[runs[i]!.row - floor.rowBase] ?? 0;
    const zero = school === 'centred' ? (floor.u0 + floor.u1) / 2 : floor.u0;
    const legal = own.map((i) => found[i]!);
    /** Runs that cannot have their place in the pattern at a shift. */
    const brokenAt = (shift: number) =>
      own.filter((i, k) => !isIn(legal[k]!, starterAt(runs[i]!, zero + shift + place(i) * runs[i]!.plank))).length;
    let best = { shift: 0, broken: brokenAt(0) };
    if (school !== 'centred') {
      const turn = Math.max(...own.map((i) => runs[i]!.plank)) / (school === 'half' ? 2 : 3);
      for (let shift = SHIFT; shift < turn; shift += SHIFT) {
        const broken = brokenAt(shift);
        if (broken < best.broken) best = { shift, broken };
      }
    }
    for (const i of own) {
      const run = runs[i]!;
      // a third must be no nearer to the next than the stagger asks, its jitter included
      const spare = school === 'thirds' ? Math.min(JITTER, (run.plank / 3 - run.stagger) / 2) : 0;
      if (spare < 0) continue;
      const at = starterAt(run, zero + best.shift + place(i) * run.plank);
      const around: [number, number][] = [[at - spare, at + spare]];
      // a whole plank, a little off, is also a short one of the next
      if (at + spare > run.plank) around.push([at - run.plank - spare, at - run.plank + spare]);
      const kept = found[i]!.flatMap(([a, b]) =>
        around.flatMap(([c, d]): [number, number][] =>
          Math.max(a, c) <= Math.min(b, d) + SAME_LENGTH ? [[Math.max(a, c), Math.min(b, d)]] : [],
        ),
      );
      if (kept.length > 0) found[i] = kept;
    }
  }
  return found;
}

/** What people who know the trade say against a school, in a sentence; nothing where there is nothing to say. */
export function warningOf(school: School, plank: number, stagger: number): string | null {
  switch (school) {
    case 'half':
      return 'Every other row has its joints in one line. Right for tiles and formal rooms; most plank makers and many fitters reject it.';
    case 'centred':
      return 'Both ends alike, but every other row has its joints in one line, and ends may come out short. Most plank makers reject it.';
    case 'thirds':
      return plank / 3 < stagger - 1e-6
        ? 'A third of this plank is less than the least stagger, so the thirds cannot be kept; joints fall as the limits allow.'
        : 'The joints of a row come again three rows on, a little off.';
    case 'free':
      return 'Spends planks rather than repeat.';
    case 'offcut':
      return 'Least waste; where a row is nearly a whole number of planks long it falls into stairs or an H.';
  }
}
