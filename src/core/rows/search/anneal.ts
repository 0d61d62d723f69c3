import type { Stock } from '../stock';
import type { Ties } from '../ties';
import { moves, type Setting } from './moves';
import { MUST, NO_FAULT, priceFor, roundsFor, type Round } from './rounds';
import type { Cost, Progress } from './task';

/** A rise of the broken limits by this much is refused at any temperature. */
const HOPELESS = 0.3;
/** Where limits are broken, and where faults of looks are, is looked up again after so many steps; how often progress is told. */
const EVERY = { hurt: 32, faulty: 256, progress: 1024 };
/** Share of exchanges from which on a round is one that mends looks. */
const EXCHANGING = 0.5;
/** What a pair that lies far apart is worth in faults; how many of them a move may bring together. */
const FAR_PRICE = 0.1;
const FAR_SAVED = 2;
/** How far apart starters are tried at last, mm, and how often; hardly anything that is no better is kept then. */
const POLISH_APART = 7;
const POLISHES = 2;
/** In a floor of more runs than this every try takes too long. */
const MOST_POLISHED = 800;
/** So often a run is moved together with those in its way. */
const SHOVED = 200;
/** In a floor of fewer runs than this small moves still save a plank that laying ahead did not, and take no time; in larger ones they only undo how little waits. */
const FEW = 80;
const COLDEST = 1e-6;
/** Two costs closer than this are one. */
const EQUAL = 1e-7;

type Annealing = Setting & {
  readonly ties: Ties;
  /** the same planks counted as they are where pieces are paired with what is laid about the same time */
  readonly near: () => Stock;
  readonly steps: number;
};

/** Small moves that a falling temperature makes ever more choosy, round by round. */
export function anneal(setting: Annealing, progress?: Progress): { readonly best: Cost; readonly steps: number } {
  const { task, free, terms, ties, stock, starters, random, steps } = setting;
  const { price = priceFor(task.school) } = task;
  const rounds = task.from || task.begin || task.pattern || free.length < FEW ? roundsFor(price, task) : [];
  const polished = steps > 0 && free.length <= MOST_POLISHED && !task.pattern && !task.fixed;
  if (rounds.length === 0 && !polished) {
    stock.recount();
    return { best: { ...terms.remeasure(free), planks: stock.planks() }, steps: 0 };
  }
  const near = setting.near();
  const { move, propose, only, exchange, shove, alike } = moves(setting);
  const mending = task.from !== undefined;
  const least = stock.leastPlanks();
  const ideal = (c: Cost) => c.musts === 0 && c.looks < NO_FAULT && c.planks <= least;
  /** What a floor is worth that breaks no more limits than another: planks at their price, and faults. */
  const worth = (c: Cost) => price * c.planks + c.looks;
  const better = (a: Cost, b: Cost) =>
    Math.abs(a.musts - b.musts) > EQUAL ? a.musts < b.musts : worth(a) + FAR_PRICE * far < worth(b) + FAR_PRICE * bestFar - EQUAL;

  /** pairs that lie far apart, each of which would cost a plank if it were not allowed */
  let far = 0;
  const recount = (): Cost => {
    stock.recount();
    near.recount();
    const planks = stock.planks();
    far = near.planks() - planks;
    return { ...terms.remeasure(free), planks };
  };
  let cost = recount();
  let bestFar = far;
  let best = cost;
  const bestStarters = starters.slice();
  /** Runs that break a limit, and their neighbours. */
  const hurtRuns = (): number[] => {
    const found = new Set(cost.musts > 0 ? free.filter((i) => terms.mustsOf(i) > 0) : []);
    for (const i of [...found]) for (const p of ties.staggers[i]!) found.add(p.a).add(p.b);
    return [...found];
  };

  const { runs: moved, next } = move;
  const before = new Float64Array(next.length);
  /** Makes the move that was proposed and keeps it, or takes it back. */
  const tryMove = (temperature: number, { weights, fixed }: Round): void => {
    const { count } = move;
    for (let m = 0; m < count; m++) {
      before[m] = starters[moved[m]!]!;
      starters[moved[m]!] = next[m]!;
    }
    // a limit that is broken more is hopeless where no other is kept better for it
    const musts = terms.mustsRisen(moved, count, cost.musts === 0 ? HOPELESS : Infinity);
    const hopeless = musts > HOPELESS;
    // what may still be taken at this temperature: most moves end before looks and planks are counted
    const allowance = hopeless ? 0 : -temperature * Math.log(1 - random()) - MUST * musts;
    const looks = hopeless || weights.look === 0 ? 0 : weights.look * terms.looksRisen(moved, count);
    for (let m = 0; m < count; m++) starters[moved[m]!] = before[m]!;
    // an exchange saves no plank, or hardly ever
    const saved = count === 1 ? weights.plank : 0;
    if (hopeless || looks - saved > allowance) {
      terms.undo(moved, count);
      return;
    }
    for (let m = 0; m < count; m++) stock.change(moved[m]!, next[m]!);
    const planks = stock.planks();
    const rise = looks + weights.plank * (planks - cost.planks);
    let nextFar = far;
    let kept = !(fixed && planks > cost.planks) && rise - FAR_SAVED * weights.far <= allowance;
    if (kept && weights.far > 0) {
      for (let m = 0; m < count; m++) near.change(moved[m]!, next[m]!);
      nextFar = near.planks() - planks;
      kept = rise + weights.far * (nextFar - far) <= allowance;
      if (!kept) for (let m = count - 1; m >= 0; m--) near.change(moved[m]!, before[m]!);
    }
    if (!kept) {
      for (let m = count - 1; m >= 0; m--) stock.change(moved[m]!, before[m]!);
      terms.undo(moved, count);
      return;
    }
    terms.keep(moved, count);
    far = nextFar;
    // differences are summed up: what is nothing but their rounding is nothing
    const [sumMusts, sumLooks] = [cost.musts + musts, cost.looks + (looks === 0 ? 0 : looks / weights.look)];
    cost = { musts: sumMusts < EQUAL ? 0 : sumMusts, planks, looks: sumLooks < EQUAL ? 0 : sumLooks };
    if (better(cost, best)) {
      best = cost;
      bestFar = far;
      bestStarters.set(starters);
    }
  };

  let hurt: readonly number[] = [];
  let faulty: readonly number[] = [];
  let step = 0;
  for (const round of rounds) {
    const { share, hot, cold, swaps } = round;
    const count = Math.ceil(steps * share);
    if (step > 0) {
      starters.set(bestStarters);
      // a round that looks only at planks has counted neither faults nor what lies far apart
      best = cost = { ...recount(), musts: best.musts };
      bestFar = far;
    }
    for (let k = 0; k < count && !ideal(best); k++, step++) {
      if (progress && step % EVERY.progress === 0) progress(Math.min(1, step / steps));
      if (mending && step % EVERY.hurt === 0) hurt = hurtRuns();
      if (!mending && swaps > EXCHANGING && k % EVERY.faulty === 0) faulty = free.filter((f) => terms.looksOf(f) >= NO_FAULT);
      if (propose(swaps, hurt, faulty)) tryMove(hot * (cold / hot) ** (k / count), round);
    }
  }
  /** At last every starter is tried in the runs that are still at fault, and every exchange with an alike run; what is better is kept. */
  const polish = (round: Round): void => {
    starters.set(bestStarters);
    cost = recount();
    for (const i of free.filter((f) => terms.looksOf(f) >= NO_FAULT || terms.mustsOf(f) > 0)) {
      for (const [from, to] of setting.allowed.of[i]!) {
        for (let s = from; s <= to; s += POLISH_APART) if (only(i, s)) tryMove(COLDEST, round);
      }
      for (const j of alike[i]!) if (exchange(i, j)) tryMove(COLDEST, round);
      if (terms.detailed[i]) for (let k = 0; k < SHOVED; k++) if (terms.ownLooksOf(i) > NO_FAULT && shove(i)) tryMove(COLDEST, round);
    }
  };
  if (polished && !ideal(best)) for (let k = 0, finest = roundsFor(price, task).at(-1)!; k < POLISHES; k++) polish(finest);
  starters.set(bestStarters);
  terms.remeasure(free);
  return { best, steps: step };
}
