/**
 * Schools that put joints on a pattern. Each gives every run the starters that its pattern allows; the limits come first, so a run
 * whose pattern breaks one is left to the search. `offcut` and `free` have no pattern.
 */
import { modulo } from '../geometry';
import type { Product, School } from '../given';
import { allowedStarters, isSingle, SAME_LENGTH, type RunLine } from './joints';
import { H_WITHIN } from './looks';
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
/** So many orders of the thirds are compared. */
const ORDERS = 40;
/** Patterns are tried at shifts this far apart, mm. */
const SHIFT = 5;

/** The starter that puts a joint of the run at u; a whole plank where the run begins there. */
export function starterAt(line: RunLine, u: number): number {
  const starter = modulo(u - line.u0, line.plank);
  return starter < 0.5 ? line.plank : starter;
}

/** Places of the thirds: three rows at a time, in another order each time, never the next one's first on the last one's last. */
function shuffledThirds(rows: number, random: () => number): number[] {
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
  return places.slice(0, rows);
}

/** The starters of a run that keep to its place in the pattern, give or take `spare`, of those that keep the limits. */
function around(line: RunLine, legal: Stretches, u: number, spare: number): Stretches {
  const at = starterAt(line, u);
  // a whole plank, a little off, is also a short one of the next
  const turns = at + spare > line.plank ? [0, line.plank] : [0];
  return turns.flatMap((turn) =>
    legal.flatMap(([a, b]): [number, number][] => {
      const [from, to] = [Math.max(a, at - turn - spare), Math.min(b, at - turn + spare)];
      return from <= to + SAME_LENGTH ? [[from, to]] : [];
    }),
  );
}

/**
 * The starters that a school allows each run.
 *
 * @returns null where the school has no pattern
 */
export function patternOf(school: School, runs: readonly SearchRun[], floors: readonly PatternFloor[], seed: number): Stretches[] | null {
  if (school === 'offcut' || school === 'free') return null;
  const found: Stretches[] = runs.map((run) => (isSingle(run) ? [] : allowedStarters(run, run.endPiece)));
  const random = randomFrom(seed ^ 0x7ae1);
  const parts = school === 'thirds' ? 3 : 2;
  for (const floor of floors) {
    const own = Array.from({ length: floor.to - floor.from }, (_, k) => floor.from + k).filter((i) => !isSingle(runs[i]!));
    if (own.length === 0) continue;
    const rowOf = (i: number) => runs[i]!.row - floor.rowBase;
    const rows = Math.max(...own.map(rowOf)) + 1;
    const zero = school === 'centred' ? (floor.u0 + floor.u1) / 2 : floor.u0;
    // a third must be no nearer to the next than the stagger asks, its jitter included
    const spareOf = (run: SearchRun) => (school === 'thirds' ? Math.min(JITTER, (run.plank / 3 - run.stagger) / 2) : 0);
    const window = (i: number, place: number, shift: number, spare = 0) =>
      around(runs[i]!, found[i]!, zero + shift + (place * runs[i]!.plank) / parts, spare);

    let places = Array.from({ length: rows }, (_, row) => row % parts);
    if (school === 'thirds') places = shuffledThirds(rows, random);
    /** Runs that cannot have their place in the pattern at a shift. */
    const brokenAt = (shift: number) => own.filter((i) => window(i, places[rowOf(i)]!, shift).length === 0).length;
    let best = { shift: 0, broken: brokenAt(0) };
    if (school !== 'centred') {
      const turn = Math.max(...own.map((i) => runs[i]!.plank)) / parts;
      for (let shift = SHIFT; shift < turn; shift += SHIFT) {
        const broken = brokenAt(shift);
        if (broken < best.broken) best = { shift, broken };
      }
    }
    const windows = own.map((i) => {
      const spare = spareOf(runs[i]!);
      return spare < 0 ? null : Array.from({ length: parts }, (_, place) => window(i, place, best.shift, spare));
    });
    if (school === 'thirds') {
      // of several orders the one that least often asks for one line in every other row, where the ends leave little to vary it by
      const narrow = Array.from({ length: rows }, () => [0, 0, 0]);
      own.forEach((i, k) =>
        windows[k]?.forEach((w, place) => {
          const width = w.reduce((most, [a, b]) => Math.max(most, b - a), -1);
          if (width >= 0) narrow[rowOf(i)]![place]! += Math.max(0.1, 1 - width / (2 * H_WITHIN));
        }),
      );
      const costOf = (order: readonly number[]) =>
        order.reduce((sum, place, row) => sum + (order[row + 2] === place ? narrow[row]![place]! + narrow[row + 2]![place]! : 0), 0);
      for (let k = 0; k < ORDERS; k++) {
        const other = shuffledThirds(rows, random);
        if (costOf(other) < costOf(places)) places = other;
      }
    }
    own.forEach((i, k) => {
      const kept = windows[k]?.[places[rowOf(i)]!] ?? [];
      if (kept.length > 0) found[i] = kept;
    });
  }
  return found;
}

/** Whether planks of one width come in several lengths. */
export const mixesLengths = ({ planks }: Pick<Product, 'planks'>): boolean => new Set(planks.map((p) => p.width)).size < planks.length;

/** The school by which a product can be laid: patterns ask for planks of one length, without which joints fall as boxes and offcuts allow. */
export const schoolFor = (school: School, product: Pick<Product, 'planks'>): School =>
  mixesLengths(product) && (school === 'thirds' || school === 'half' || school === 'centred') ? 'offcut' : school;

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
