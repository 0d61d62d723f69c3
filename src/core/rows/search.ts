/**
 * The search for starters. Every run of two or more pieces has one number to choose: the length of its starter. Limits and looks tie
 * neighbouring runs, planks tie all of them (hands are paired over the whole job). It begins with what a careful hand would lay, row by
 * row from offcuts, and improves that by small moves that a falling temperature makes ever more choosy. Chance comes from the seed and
 * the end from a count of steps, so that the same job gives the same floor on every machine.
 *
 * What makes it fast: a move touches one or two runs, so only the terms that name them are measured again; the lengths of all starters and
 * closers are kept sorted, so that pairing is one walk along them.
 */
import type { School } from '../given';
import { allowedStarters, closerFor, isSingle, jointsOf, SAME_LENGTH } from './joints';
import { isStairs, SMALL_PIECE, stepBetween } from './looks';
import { randomFrom } from './random';
import { alikeRuns, looksFirst, nearest, roundsFor } from './rounds';
import type { Stretches } from './schools';
import { makeStock } from './stock';
import { tiesOf, type Band, type Pair, type SearchContact, type SearchRun, type Stair } from './ties';
import { faultsOf, SMALL_SEEN } from './wishes';

export type SearchTask = {
  readonly runs: readonly SearchRun[];
  readonly contacts: readonly SearchContact[];
  /** For each run the run that shares its planks' width, or −1. */
  readonly mates: ArrayLike<number>;
  readonly kerf: number;
  readonly school: School;
  readonly seed: number;
  readonly steps?: number;
  /** Starters that a school's pattern or a person allows each run; all that keep the limits where there is none. */
  readonly allowed?: readonly Stretches[] | null;
  /** whether these come from a school's pattern: then nothing else is laid first */
  readonly pattern?: boolean;
  /** starters of a floor that is nearly right already: it is mended where what is allowed has changed, in fewer steps */
  readonly from?: Float64Array;
};

/** What a choice of starters costs. */
export type Cost = {
  /** broken limits */
  readonly musts: number;
  readonly planks: number;
  /** faults of looks */
  readonly looks: number;
};

export type SearchResult = {
  readonly starters: Float64Array;
  readonly cost: Cost;
  readonly steps: number;
  /** runs that break a limit, by themselves or with a neighbour */
  readonly broken: readonly number[];
  /** runs whose joints come again too soon after those of an earlier one */
  readonly repeated: readonly number[];
};

/** How the search reports how far it is, 0 to 1. */
export type Progress = (done: number) => void;

const MUST = 1000;
/** A rise of the broken limits by this much is refused at any temperature. */
const HOPELESS = 0.3;
/** What it weighs, against a fault of looks, that a run is laid otherwise than before. */
const CHANGED = 0.05;
/** Share of the moves that lay a run as before, where a floor is mended. */
const RESTORE = 0.3;
/** Share of the moves that go to runs of which something is wished. */
const WISHES = 0.06;
/** Search steps: enough that more no longer buys planks on rooms of this size (see the benchmark's quality over steps). */
export const stepsFor = (runs: number): number => Math.max(16_000, Math.min(100_000, 480 * runs));

export function searchStarters(task: SearchTask, progress?: Progress): SearchResult {
  const { runs, contacts, mates, kerf } = task;
  const n = runs.length;
  const free = runs.flatMap((run, i) => (isSingle(run) ? [] : [i]));
  const starters = new Float64Array(n);
  const patterned = task.pattern ?? false;
  const allowed = task.allowed ?? runs.map((run) => (isSingle(run) ? [] : allowedStarters(run, run.endPiece)));
  const random = randomFrom(task.seed);
  const ties = tiesOf(runs, contacts);

  // --- what one run costs by itself and with its neighbours -------------------------------------------------------------

  const endsBroken = (i: number): number => {
    const run = runs[i]!;
    const closer = closerFor(run, starters[i]!);
    return (
      (starters[i]! < run.endPiece - SAME_LENGTH ? 1 + (run.endPiece - starters[i]!) / run.endPiece : 0) +
      (closer < run.endPiece - SAME_LENGTH ? 1 + (run.endPiece - closer) / run.endPiece : 0)
    );
  };

  /** Pairs of joints of two runs, both within [from, to], nearer than `within`. */
  const nearJoints = (a: number, b: number, from: number, to: number, within: number): number => {
    const A = runs[a]!;
    const B = runs[b]!;
    let near = 0;
    let ja = A.u0 + starters[a]!;
    if (ja < from) ja += Math.ceil((from - ja - SAME_LENGTH) / A.plank) * A.plank;
    for (; ja < A.u1 - SAME_LENGTH && ja <= to + SAME_LENGTH; ja += A.plank) {
      let jb = B.u0 + starters[b]!;
      jb += Math.max(0, Math.ceil((Math.max(from, ja - within) - jb - SAME_LENGTH) / B.plank)) * B.plank;
      for (; jb < B.u1 - SAME_LENGTH && jb <= to + SAME_LENGTH && jb < ja + within; jb += B.plank) {
        if (Math.abs(jb - ja) < within - SAME_LENGTH) near++;
      }
    }
    return near;
  };

  /** Whether the joints of two runs of one length of plank are nowhere near each other, on the circle as long as a plank. */
  const isApart = (p: Pair): boolean => {
    const { plank } = runs[p.a]!;
    if (plank !== runs[p.b]!.plank) return false;
    let step = p.shift + starters[p.b]! - starters[p.a]!;
    if (step < 0) step += plank;
    else if (step >= plank) step -= plank;
    return step >= p.within - SAME_LENGTH && plank - step >= p.within - SAME_LENGTH;
  };
  const pairMusts = (p: Pair): number => (isApart(p) ? 0 : nearJoints(p.a, p.b, p.from, p.to, p.within));
  const pairLooks = (p: Pair): number => (pairMusts(p) > 0 ? (p.rowsApart === 2 ? 1 : 0.7) : 0);
  const first = (i: number): number => runs[i]!.u0 + starters[i]!;
  const stairLooks = (s: Stair): number => {
    const length = runs[s[0]]!.plank;
    const a = stepBetween(first(s[0]), first(s[1]), length);
    const b = stepBetween(first(s[1]), first(s[2]), length);
    const c = stepBetween(first(s[2]), first(s[3]), length);
    return isStairs(a, b, c) ? 0.8 : 0;
  };

  const small = (i: number, length: number): boolean => length < SMALL_PIECE * runs[i]!.endPiece - SAME_LENGTH;
  const bandLooks = (b: Band): number =>
    (b.every((i) => small(i, starters[i]!)) ? 1 : 0) + (b.every((i) => small(i, closerFor(runs[i]!, starters[i]!))) ? 1 : 0);
  // most runs wish for nothing, or only that no small piece is seen: that needs no joints
  const detailed = runs.map(({ wishes: w }) => w !== undefined && w.clear.length + w.joint.length + w.long.length + w.forbidden.length > 0);
  // what is mended keeps what it can of the floor that it began from
  const changed = (i: number): number => (task.from && Math.abs(starters[i]! - task.from[i]!) > 0.5 ? CHANGED : 0);
  const wishLooks = (i: number): number => changed(i) + wishFaults(i);
  const wishFaults = (i: number): number => {
    if (detailed[i]) return faultsOf(runs[i]!.wishes!, runs[i]!, jointsOf(runs[i]!, starters[i]!)).looks;
    if (!runs[i]!.wishes?.seen) return 0;
    return (small(i, starters[i]!) ? SMALL_SEEN : 0) + (small(i, closerFor(runs[i]!, starters[i]!)) ? SMALL_SEEN : 0);
  };
  const wishMusts = (i: number): number =>
    detailed[i] && runs[i]!.wishes!.forbidden.length > 0 ? faultsOf(runs[i]!.wishes!, runs[i]!, jointsOf(runs[i]!, starters[i]!)).musts : 0;

  /** What run i costs; terms that it shares with run `but` are left out, so that two runs are summed without counting them twice. */
  const mustsOf = (i: number, but = -1): number => {
    let sum = endsBroken(i) + wishMusts(i);
    for (const p of ties.staggers[i]!) if (p.a !== but && p.b !== but) sum += pairMusts(p);
    return sum;
  };
  const looksOf = (i: number, but = -1): number => {
    let sum = wishLooks(i);
    for (const p of ties.likenesses[i]!) if (p.a !== but && p.b !== but) sum += pairLooks(p);
    for (const s of ties.stairs[i]!) if (but < 0 || !s.includes(but)) sum += stairLooks(s);
    for (const b of ties.bands[i]!) if (but < 0 || !b.includes(but)) sum += bandLooks(b);
    return sum;
  };

  // --- planks ----------------------------------------------------------------------------------------------------------

  const stock = makeStock(runs, mates, starters, kerf);

  // --- a first floor, as a careful hand lays it ------------------------------------------------------------------------

  const isAllowed = (i: number, starter: number): boolean => {
    for (const [from, to] of allowed[i]!) if (starter >= from - SAME_LENGTH && starter <= to + SAME_LENGTH) return true;
    return false;
  };
  const legal = (i: number, starter: number): boolean => {
    if (starter <= SAME_LENGTH || starter > runs[i]!.plank + SAME_LENGTH) return false;
    const kept = starters[i]!;
    starters[i] = Math.min(starter, runs[i]!.plank);
    let fine = endsBroken(i) === 0;
    for (const p of ties.staggers[i]!) if (fine && laid[p.a === i ? p.b : p.a]) fine = pairMusts(p) === 0;
    starters[i] = kept;
    return fine;
  };
  const laid = new Uint8Array(n);
  /** Of the stretches that a pattern allows, the middle of one that keeps the limits beside what is laid. */
  const fromPattern = (i: number): number => {
    for (const [from, to] of allowed[i]!) {
      for (const share of [0.5, 0.2, 0.8]) {
        const starter = from + (to - from) * share;
        if (legal(i, starter)) return starter;
      }
    }
    return -1;
  };
  /** A person's pin leaves one starter. */
  const isPinned = (i: number): boolean => allowed[i]!.length === 1 && allowed[i]![0]![0] === allowed[i]![0]![1];
  const offcuts: number[] = [];
  for (const i of free) {
    if (task.from) {
      starters[i] = nearest(allowed[i]!, task.from[i]!);
      continue;
    }
    const run = runs[i]!;
    let choice = patterned || isPinned(i) ? fromPattern(i) : -1;
    for (let k = 0; k < offcuts.length && choice < 0; k++) {
      const length = offcuts[k]!;
      // as it is, or shortened by as much as the closer needs
      const short = run.endPiece - closerFor(run, length);
      for (const starter of short > 0 ? [length - short] : [length]) {
        if (choice < 0 && isAllowed(i, starter) && legal(i, starter)) {
          choice = starter;
          offcuts.splice(k, 1);
        }
      }
    }
    for (let tryout = 0; choice < 0 && tryout < 24; tryout++) {
      // a fresh plank: whole, else ever shorter
      const starter = run.plank * (1 - tryout / 24);
      if (isAllowed(i, starter) && legal(i, starter)) choice = starter;
    }
    if (choice < 0) choice = allowed[i]![0]?.[1] ?? Math.min(run.plank, (run.u1 - run.u0) / 2);
    starters[i] = choice;
    laid[i] = 1;
    const rest = run.plank - kerf - closerFor(run, choice);
    if (rest > SAME_LENGTH) offcuts.push(rest);
  }
  stock.recount();

  // --- small moves ------------------------------------------------------------------------------------------------------

  const prefersLooks = looksFirst(task.school);
  const total = (): Cost => {
    let musts = 0;
    let looks = 0;
    for (const i of free) {
      musts += endsBroken(i) + wishMusts(i);
      looks += wishLooks(i);
      for (const p of ties.staggers[i]!) if (p.a === i) musts += pairMusts(p);
      for (const p of ties.likenesses[i]!) if (p.a === i) looks += pairLooks(p);
      for (const s of ties.stairs[i]!) if (s[0] === i) looks += stairLooks(s);
      for (const b of ties.bands[i]!) if (b[0] === i) looks += bandLooks(b);
    }
    return { musts, planks: stock.planks(), looks };
  };
  const better = (a: Cost, b: Cost): boolean => {
    if (Math.abs(a.musts - b.musts) > 1e-9) return a.musts < b.musts;
    // less than a whole fault is no reason to open a plank
    if (prefersLooks && Math.abs(a.looks - b.looks) > 0.5) return a.looks < b.looks;
    if (a.planks !== b.planks) return a.planks < b.planks;
    return a.looks < b.looks - 1e-9;
  };

  let cost = total();
  let best = cost;
  const bestStarters = starters.slice();
  const steps = free.length === 0 ? 0 : (task.steps ?? stepsFor(free.length));
  const least = stock.leastPlanks();
  // what is left of looks then is only the wish to hide small pieces
  const ideal = (c: Cost) => c.musts === 0 && c.looks < 0.5 && c.planks <= least;

  const pickAllowed = (i: number): number => {
    const stretches = allowed[i]!;
    if (stretches.length === 0) return starters[i]!;
    const [from, to] = stretches[Math.floor(random() * stretches.length)]!;
    return Math.min(to, from + Math.round(random() * (to - from)));
  };
  /** Runs that are to have a joint somewhere, or none, or a long piece; where looks come first, all moves look for that already. */
  const wishing = looksFirst(task.school) ? [] : free.filter((i) => detailed[i]);
  /** A starter that fulfils the wishes of run i, if a few tries find one. */
  const wished = (i: number): number => {
    const { wishes, u0, plank } = runs[i]!;
    const { joint } = wishes!;
    let starter = starters[i]!;
    for (let tries = 0; tries < 4; tries++) {
      if (joint.length === 0) starter = pickAllowed(i);
      else {
        const [from, to] = joint[Math.floor(random() * joint.length)]!;
        starter = (from + Math.round(random() * (to - from)) - u0) % plank;
        if (starter < SAME_LENGTH) starter += plank;
      }
      const { looks, musts } = faultsOf(wishes!, runs[i]!, jointsOf(runs[i]!, starter));
      if (looks < 0.5 && musts === 0) break;
    }
    return starter;
  };
  const room = (i: number): number => runs[i]!.plank - kerf;

  /** A starter for run i that some other run's offcut, or its own offcut for some other run, would fit. */
  const fitting = (i: number): number => {
    const j = free[Math.floor(random() * free.length)]!;
    if (random() < 0.6) return room(i) + stock.lap(i, j) - closerFor(runs[j]!, starters[j]!);
    const closer = room(i) + stock.lap(j, i) - starters[j]!;
    const run = runs[i]!;
    const rest = run.u1 - run.u0 - closer;
    const starter = rest - Math.floor(rest / run.plank) * run.plank;
    return starter < SAME_LENGTH ? run.plank : starter;
  };

  /** Runs whose closers are alike where their starters are: what two of them exchange costs no plank. */
  const alike = alikeRuns(runs, free);
  // few offcuts are of a pattern's lengths
  const fits = patterned ? 0.2 : 0.5;

  /** Runs that break a limit, and their neighbours: where a floor is mended, moves are spent there. */
  const hurtRuns = (): number[] => {
    const found = new Set(cost.musts > 0 ? free.filter((i) => mustsOf(i) > 0) : []);
    for (const i of [...found]) for (const p of ties.staggers[i]!) found.add(p.a).add(p.b);
    return [...found];
  };
  let hurt: number[] = [];
  /** Runs that are not as the eye wants them: in the last round, where moves exchange what is there, half of them go to these. */
  let faulty: number[] = [];

  let step = 0;
  const mending = task.from !== undefined;
  const rounds = roundsFor(task.school, mending, patterned);
  for (const { share, hot, cold, weights, swaps, again } of rounds) {
    if (again && best.musts === 0 && best.looks < 0.5) break;
    const count = Math.ceil(steps * share);
    if (step > 0) {
      starters.set(bestStarters);
      stock.recount();
      cost = best;
    }
    for (let k = 0; k < count && !ideal(best); k++, step++) {
      if (progress && (step & 1023) === 0) progress(Math.min(1, step / steps));
      const temperature = hot * (cold / hot) ** (k / count);
      if (task.from && (step & 31) === 0) hurt = hurtRuns();
      if (!mending && swaps > 0.5 && (k & 255) === 0) faulty = free.filter((f) => looksOf(f) >= 0.5);
      let among = free;
      if (hurt.length > 0 && random() < 0.8) among = hurt;
      else if (faulty.length > 0 && random() < 0.5) among = faulty;
      const forWish = wishing.length > 0 && random() < WISHES;
      if (forWish) among = wishing;
      const i = among[Math.floor(random() * among.length)]!;
      const kind = random();
      let j = -1;
      let next = starters[i]!;
      let nextJ = 0;
      if (task.from && random() < RESTORE) next = nearest(allowed[i]!, task.from[i]!);
      else if (forWish && kind < 0.5) next = wished(i);
      else if (kind < swaps) {
        const others = alike[i]!;
        j = others[Math.floor(random() * others.length)]!;
        if (j === i || starters[j] === starters[i]) continue;
        next = starters[j]!;
        nextJ = starters[i]!;
        if (!isAllowed(j, nextJ)) continue;
      } else if (kind < swaps + (1 - swaps) * fits) next = fitting(i);
      else if (kind < swaps + (1 - swaps) * 0.7) next = pickAllowed(i);
      else if (kind < swaps + (1 - swaps) * 0.85) next = starters[i]! + Math.round((random() - 0.5) * 160);
      else {
        j = free[Math.floor(random() * free.length)]!;
        if (j === i || runs[j]!.plank !== runs[i]!.plank) continue;
        next = starters[j]!;
        nextJ = starters[i]!;
        if (!isAllowed(j, nextJ)) continue;
      }
      if (next === starters[i] || !(allowed[i]!.length === 0 ? next > 1 && next <= runs[i]!.plank : isAllowed(i, next))) continue;

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
      if (musts > cost.musts + HOPELESS) continue;
      const looks = cost.looks + looks1 - looksOf(i) - (j < 0 ? 0 : looksOf(j, i));
      stock.change(i, next);
      if (j >= 0) stock.change(j, nextJ);
      const planks = stock.planks();
      const rise = MUST * (musts - cost.musts) + weights.plank * (planks - cost.planks) + weights.look * (looks - cost.looks);
      if (rise <= 0 || random() < Math.exp(-rise / temperature)) {
        cost = { musts: musts < 1e-7 ? 0 : musts, planks, looks: looks < 1e-7 ? 0 : looks };
        if (better(cost, best)) {
          best = cost;
          bestStarters.set(starters);
        }
      } else {
        stock.change(i, before);
        if (j >= 0) stock.change(j, beforeJ);
      }
    }
  }
  progress?.(1);
  starters.set(bestStarters);
  const broken = best.musts === 0 ? [] : free.filter((i) => mustsOf(i) > 0);
  const repeated = free.filter((i) => ties.likenesses[i]!.some((p) => p.b === i && pairLooks(p) > 0));
  return { starters: bestStarters, cost: best, steps: step, broken, repeated };
}
