/**
 * The search for starters. Every run of two or more pieces has one number to choose: the length of its starter. Limits and looks tie
 * neighbouring runs, planks tie all of them (hands are paired over the whole job). It lays a floor thinking ahead ({@link layAhead}); where a
 * school's pattern leaves little choice, a floor is small, or one is mended, small moves that a falling temperature makes ever more choosy go on
 * ({@link anneal}). Chance comes from the seed and the end from a count of steps, so that the same job gives the same floor on every machine.
 *
 * What makes it fast: a move touches one or two runs, so only the terms that name them are measured again; the lengths of all starters and
 * closers are kept sorted, so that pairing is one walk along them.
 */
import { allowedStarters, isSingle } from '../joints';
import { randomFrom } from '../random';
import { makeStock, type Stock } from '../stock';
import { tiesOf } from '../ties';
import { zonesOf } from '../zones';
import { anneal } from './anneal';
import { layAhead } from './ahead';
import { allowedOf } from './moves';
import type { Progress, SearchResult, SearchTask } from './task';
import { nearest, priceFor } from './rounds';
import { termsOf, type Terms } from './terms';

export type { Cost, Progress, SearchResult, SearchTask } from './task';
export { termsOf, type Terms } from './terms';
export { RACK } from './ahead';
export { MUST, priceFor } from './rounds';

/** Search steps: enough that more no longer buys planks on rooms of this size (see the benchmark's quality over steps). */
export const stepsFor = (runs: number): number => Math.max(8_000, Math.min(60_000, 300 * runs));

/** So many floors are carried on side by side while one is laid ahead; of more runs fewer, that it takes no longer than it helps. */
const WIDTH = { most: 48, least: 4, runs: 30_000 };
const widthFor = (runs: number, steps: number): number => {
  const width = Math.max(WIDTH.least, Math.min(WIDTH.most, WIDTH.runs / Math.max(1, runs)));
  return Math.max(1, Math.round((width * steps) / stepsFor(runs)));
};

/** Share of a search's progress that laying ahead is told as. */
const AHEAD = 0.6;

/** So many runs are looked at together for each remainder that may wait. */
const RUNS_A_WAITING = 3;

/** What one search is asked, beyond what all searches of the same runs are. */
export type Asked = Pick<SearchTask, 'seed' | 'allowed' | 'pattern' | 'begin' | 'from' | 'steps'>;

/** Searches the same runs again and again. */
export type Searcher = {
  readonly search: (asked: Asked) => SearchResult;
  /** what a floor of these runs costs, by the starters: between searches both are for others to use */
  readonly terms: Terms;
  readonly starters: Float64Array;
};

/** What ties runs and how they are counted is worked out once for all searches of them. */
export function searcherOf(given: Omit<SearchTask, keyof Asked>, progress?: Progress): Searcher {
  const { runs, contacts, mates, kerf, fixed } = given;
  const free = runs.flatMap((run, i) => (isSingle(run) || fixed?.has(i) ? [] : [i]));
  const starters = new Float64Array(runs.length);
  fixed?.forEach((starter, i) => (starters[i] = starter));
  const ties = tiesOf(runs, contacts);
  const terms = termsOf(runs, ties, starters);
  const stock = makeStock(runs, mates, starters, kerf, given.bound === undefined ? undefined : zonesOf(runs, given.bound * RUNS_A_WAITING));
  let nearStock: Stock | undefined;
  const near = () => (nearStock ??= makeStock(runs, mates, starters, kerf, zonesOf(runs)));
  const search = (asked: Asked): SearchResult => {
    const task = { ...given, ...asked };
    const allowed = allowedOf(task.allowed ?? runs.map((run) => (isSingle(run) ? [] : allowedStarters(run, run.endPiece))));
    terms.keepTo(task.from);
    const steps = free.length === 0 ? 0 : (task.steps ?? stepsFor(free.length));
    const random = randomFrom(task.seed);
    const begun = task.begin ?? task.from?.map((starter, i) => nearest(allowed.of[i] ?? [], starter));
    const { price = priceFor(task.school) } = task;
    if (begun) for (const i of free) starters[i] = begun[i]!;
    else layAhead({ task, free, allowed, terms, stock, starters, random, price, width: widthFor(free.length, steps) }, (done) => progress?.(AHEAD * done)); // prettier-ignore
    const told = begun ? 0 : AHEAD;
    const { best, steps: taken } = anneal({ task, free, allowed, terms, ties, stock, near, starters, random, steps }, (done) => progress?.(told + (1 - told) * done)); // prettier-ignore
    progress?.(1);
    const broken = best.musts === 0 ? [] : free.filter((i) => terms.mustsOf(i) > 0);
    return { starters: starters.slice(), cost: best, steps: taken, broken, repeated: free.filter(terms.isRepeated) };
  };
  return { search, terms, starters };
}

/** The starters of all runs: the fewest broken limits, planks and faults of looks that the steps find. */
export const searchStarters = (task: SearchTask, progress?: Progress): SearchResult => searcherOf(task, progress).search(task);
