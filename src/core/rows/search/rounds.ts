/** How the search spends its steps, and between which runs it exchanges starters. */
import type { School } from '../../given';
import type { Stretches } from '../schools';
import type { SearchRun } from '../ties';

/** Lengths over whole planks that differ by less than this (mm) are alike. */
const ALIKE = 3;

/** A stretch of the search: what share of the steps it takes, its temperatures, and what a plank and a fault of looks weigh. */
export type Round = {
  readonly share: number;
  /** share of the moves that exchange two runs' starters where that costs no plank */
  readonly swaps: number;
  readonly hot: number;
  readonly cold: number;
  readonly weights: { readonly plank: number; readonly look: number };
  /** only where faults of looks are left */
  readonly again?: boolean;
};

/** Whether a school opens a plank rather than leave a fault of looks. */
export const looksFirst = (school: School): boolean => school === 'free' || school === 'thirds';

/**
 * Planks are saved in the first rounds; in the last, exchanges take the faults of looks out of what was found, once more where some are left; a
 * pattern's windows leave that little room.
 */
export function roundsFor(school: School, mending: boolean, patterned = false): readonly Round[] {
  const main = { share: 0.3, swaps: 0.1, hot: 12, cold: 0.15 };
  const last = { share: 0.4, swaps: 0.6, hot: looksFirst(school) ? 6 : 1, cold: 0.03 };
  const weights = { plank: 30, look: looksFirst(school) ? 45 : 1 };

  const mend = { share: 0.1, swaps: 0.2, hot: 1, cold: 0.1 };
  const rounds = mending ? [mend, { ...last, share: 0.1 }] : [main, main, last, ...(patterned ? [] : [{ ...last, again: true }])];
  return rounds.map((round) => ({ ...round, weights }));
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
