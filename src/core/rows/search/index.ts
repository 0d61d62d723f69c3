/**
 * The search for starters. Every run of two or more pieces has one number to choose: the length of its starter. Limits and looks tie
 * neighbouring runs, planks tie all of them (hands are paired over the whole job). It begins with what a careful hand would lay, row by
 * row from offcuts, and improves that by small moves that a falling temperature makes ever more choosy. Chance comes from the seed and
 * the end from a count of steps, so that the same job gives the same floor on every machine.
 *
 * What makes it fast: a move touches one or two runs, so only the terms that name them are measured again; the lengths of all starters and
 * closers are kept sorted, so that pairing is one walk along them.
 */
import { allowedStarters, isSingle } from '../joints';
import { randomFrom } from '../random';
import { makeStock } from '../stock';
import { tiesOf } from '../ties';
import { anneal } from './anneal';
import { layFirst } from './beginning';
import { runCosts } from './costs';
import { allowedOf } from './moves';
import type { Progress, SearchResult, SearchTask } from './task';

export type { Cost, Progress, SearchResult, SearchTask } from './task';
export { runCosts } from './costs';

/** Search steps: enough that more no longer buys planks on rooms of this size (see the benchmark's quality over steps). */
export const stepsFor = (runs: number): number => Math.max(16_000, Math.min(100_000, 480 * runs));

/** The starters of all runs: the fewest broken limits, planks and faults of looks that the steps find. */
export function searchStarters(task: SearchTask, progress?: Progress): SearchResult {
  const { runs, contacts, mates, kerf } = task;
  const free = runs.flatMap((run, i) => (isSingle(run) ? [] : [i]));
  const starters = new Float64Array(runs.length);
  const allowed = allowedOf(task.allowed ?? runs.map((run) => (isSingle(run) ? [] : allowedStarters(run, run.endPiece))));
  const random = randomFrom(task.seed);
  const ties = tiesOf(runs, contacts);
  const costs = runCosts(task, ties, starters);
  const stock = makeStock(runs, mates, starters, kerf);

  layFirst(task, free, allowed, costs, ties, starters);
  stock.recount();
  const steps = free.length === 0 ? 0 : (task.steps ?? stepsFor(free.length));
  const { best, steps: taken } = anneal({ task, free, allowed, costs, ties, stock, starters, random, steps }, progress);
  progress?.(1);

  const broken = best.musts === 0 ? [] : free.filter((i) => costs.mustsOf(i) > 0);
  return { starters, cost: best, steps: taken, broken, repeated: free.filter(costs.isRepeated) };
}
