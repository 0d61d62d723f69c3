/** How the search spends its steps, and between which runs it exchanges starters. */
import type { School } from '../../given';
import type { Stretches } from '../schools';
import type { SearchRun } from '../ties';
import type { SearchTask } from './task';

/** Lengths over whole planks that differ by less than this (mm) are alike. */
const ALIKE = 3;

/** What a broken limit weighs: more than all planks and looks of a floor. */
export const MUST = 1000;
/** Less than a whole fault of looks: what is left then is only the wish to hide small pieces. */
export const NO_FAULT = 0.5;

/** A stretch of the search: what share of the steps it takes, its temperatures, and what a plank and a fault of looks weigh against them. */
export type Round = {
  readonly share: number;
  /** share of the moves that exchange two runs' starters where that costs no plank */
  readonly swaps: number;
  readonly hot: number;
  readonly cold: number;
  readonly weights: { readonly plank: number; readonly look: number; /** a pair that lies far apart */ readonly far: number };
  /** whether no further plank may be opened in it */
  readonly fixed?: boolean;
};

/** Whether a school opens a plank rather than leave a fault of looks. */
export const looksFirst = (school: School): boolean => school === 'free' || school === 'thirds';

/** How many faults a plank is worth where nobody says it: those who want thrift open one for nothing less than three. */
export const priceFor = (school: School): number => (looksFirst(school) ? 0.6 : 3);

/** What a plank weighs where planks are to be saved, and what a fault does where looks are mended. */
const WEIGHT = { plank: 30, look: 10, far: 4 };
/** In floors of more runs than this it is not looked how far the parts of a plank lie apart. */
const MOST_NEAR = 1500;

/**
 * First planks are saved, whatever it costs in looks; then faults of looks are taken out at that count of planks; then what a plank is worth in faults
 * decides. Where faults weigh as much as planks, all is one.
 */
export function roundsFor(price: number, { runs = [], from }: Partial<Pick<SearchTask, 'runs' | 'from'>> = {}): readonly Round[] {
  const { plank, look } = WEIGHT;
  // over hundreds of rows everything waits long, whatever is done, and to count it takes as long as all else
  const far = runs.length > MOST_NEAR ? 0 : WEIGHT.far;
  const priced = { plank: look * price, look, far };
  const last = { swaps: 0.6, hot: 4, cold: 0.3 };
  if (from) return [{ share: 0.1, swaps: 0.2, hot: 1, cold: 0.1, weights: priced }, { ...last, share: 0.1, weights: priced }]; // prettier-ignore
  const sparing = { share: 0.06, swaps: 0.1, hot: 12, cold: 0.15, weights: { plank, look: price < 1 ? plank / price : 0, far: 0 } };
  return [
    sparing,
    sparing,
    { ...last, share: 0.5, weights: { plank, look, far }, fixed: price >= 1 },
    { ...last, share: 0.38, weights: priced },
  ];
}

/** Of what is allowed the starter nearest to one that is wished. */
export const nearest = (stretches: Stretches, starter: number): number =>
  stretches
    .map(([from, to]) => Math.min(to, Math.max(from, starter)))
    .reduce((best, s) => (Math.abs(s - starter) < Math.abs(best - starter) ? s : best), stretches[0]?.[0] ?? starter);

/** For each run those of its size whose length leaves the same over whole planks, within a few millimetres; itself among them. */
export function alikeRuns(runs: readonly SearchRun[], free: readonly number[]): readonly (readonly number[])[] {
  const over = (i: number) => (runs[i]!.u1 - runs[i]!.u0) % runs[i]!.plank;
  const sorted = [...free].sort((a, b) => runs[a]!.size - runs[b]!.size || over(a) - over(b) || a - b);
  const found: number[][] = runs.map(() => []);
  let own: number[] = [];
  sorted.forEach((i, k) => {
    const before = sorted[k - 1];
    if (before === undefined || runs[before]!.size !== runs[i]!.size || over(i) - over(own[0]!) > ALIKE) own = [];
    own.push(i);
    found[i] = own;
  });
  return found;
}
