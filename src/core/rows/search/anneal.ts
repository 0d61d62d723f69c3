import type { Random } from '../random';
import type { Stock } from '../stock';
import type { Ties } from '../ties';
import type { RunCosts } from './costs';
import { moves, type Allowed, type Move } from './moves';
import { looksFirst, roundsFor, type Round } from './rounds';
import type { Cost, Progress, SearchTask } from './task';

/** What a broken limit weighs: more than all planks and looks of a floor. */
const MUST = 1000;
/** A rise of the broken limits by this much is refused at any temperature. */
const HOPELESS = 0.3;
/** Less than a whole fault of looks: what is left then is only the wish to hide small pieces. */
const NO_FAULT = 0.5;
/** Where limits are broken, and where faults of looks are, is looked up again after so many steps; how often progress is told. */
const EVERY = { hurt: 32, faulty: 256, progress: 1024 };
/** Share of exchanges from which on a round is one that mends looks. */
const EXCHANGING = 0.5;

type Annealing = {
  readonly task: SearchTask;
  readonly free: readonly number[];
  readonly allowed: Allowed;
  readonly costs: RunCosts;
  readonly ties: Ties;
  readonly stock: Stock;
  /** the starters to begin with; afterwards the best that were found */
  readonly starters: Float64Array;
  readonly random: Random;
  readonly steps: number;
};

/** Small moves that a falling temperature makes ever more choosy, round by round. */
export function anneal(setting: Annealing, progress?: Progress): { readonly best: Cost; readonly steps: number } {
  const { task, free, costs, ties, stock, starters, random, steps } = setting;
  const { mustsOf, looksOf } = costs;
  const propose = moves(setting);
  const better = comparedBy(looksFirst(task.school));
  const mending = task.from !== undefined;
  const least = stock.leastPlanks();
  const ideal = (c: Cost) => c.musts === 0 && c.looks < NO_FAULT && c.planks <= least;

  let cost: Cost = { ...costs.total(free), planks: stock.planks() };
  let best = cost;
  const bestStarters = starters.slice();
  /** Runs that break a limit, and their neighbours. */
  const hurtRuns = (): number[] => {
    const found = new Set(cost.musts > 0 ? free.filter((i) => mustsOf(i) > 0) : []);
    for (const i of [...found]) for (const p of ties.staggers[i]!) found.add(p.a).add(p.b);
    return [...found];
  };

  /** Makes a move and keeps it, or takes it back. */
  const tryMove = ({ i, next, j, nextJ }: Move, temperature: number, weights: Round['weights']): void => {
    const before = starters[i]!;
    const beforeJ = j < 0 ? 0 : starters[j]!;
    const musts0 = mustsOf(i) + (j < 0 ? 0 : mustsOf(j, i));
    starters[i] = next;
    if (j >= 0) starters[j] = nextJ;
    const musts = cost.musts + mustsOf(i) + (j < 0 ? 0 : mustsOf(j, i)) - musts0;
    const looks1 = musts > cost.musts + HOPELESS ? 0 : looksOf(i) + (j < 0 ? 0 : looksOf(j, i));
    starters[i] = before;
    if (j >= 0) starters[j] = beforeJ;
    // a further broken limit is never taken: most moves end here, before looks and planks are counted
    if (musts > cost.musts + HOPELESS) return;
    const looks = cost.looks + looks1 - looksOf(i) - (j < 0 ? 0 : looksOf(j, i));
    stock.change(i, next);
    if (j >= 0) stock.change(j, nextJ);
    const planks = stock.planks();
    const rise = MUST * (musts - cost.musts) + weights.plank * (planks - cost.planks) + weights.look * (looks - cost.looks);
    if (rise <= 0 || random() < Math.exp(-rise / temperature)) {
      // differences are summed up: what is nothing but their rounding is nothing
      cost = { musts: musts < 1e-7 ? 0 : musts, planks, looks: looks < 1e-7 ? 0 : looks };
      if (better(cost, best)) {
        best = cost;
        bestStarters.set(starters);
      }
    } else {
      stock.change(i, before);
      if (j >= 0) stock.change(j, beforeJ);
    }
  };

  let hurt: number[] = [];
  let faulty: number[] = [];
  let step = 0;
  for (const { share, hot, cold, weights, swaps, again } of roundsFor(task.school, mending, task.pattern)) {
    if (again && best.musts === 0 && best.looks < NO_FAULT) break;
    const count = Math.ceil(steps * share);
    if (step > 0) {
      starters.set(bestStarters);
      stock.recount();
      cost = best;
    }
    for (let k = 0; k < count && !ideal(best); k++, step++) {
      if (progress && step % EVERY.progress === 0) progress(Math.min(1, step / steps));
      if (mending && step % EVERY.hurt === 0) hurt = hurtRuns();
      if (!mending && swaps > EXCHANGING && k % EVERY.faulty === 0) faulty = free.filter((f) => looksOf(f) >= NO_FAULT);
      const move = propose(swaps, hurt, faulty);
      if (move) tryMove(move, hot * (cold / hot) ** (k / count), weights);
    }
  }
  starters.set(bestStarters);
  return { best, steps: step };
}

/** Whether one floor is better than another: fewer broken limits, then planks, then looks; looks before planks where a school wants it so. */
const comparedBy =
  (prefersLooks: boolean) =>
  (a: Cost, b: Cost): boolean => {
    if (Math.abs(a.musts - b.musts) > 1e-9) return a.musts < b.musts;
    // less than a whole fault is no reason to open a plank
    if (prefersLooks && Math.abs(a.looks - b.looks) > NO_FAULT) return a.looks < b.looks;
    if (a.planks !== b.planks) return a.planks < b.planks;
    return a.looks < b.looks - 1e-9;
  };
