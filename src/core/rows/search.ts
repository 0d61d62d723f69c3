/**
 * The search for starters. Every run of two or more pieces has one number to choose: the length of its starter. Limits and looks tie
 * neighbouring runs, planks tie all of them (hands are paired over the whole job). It begins with what a careful hand would lay, row by
 * row from offcuts, and improves that by small moves that a falling temperature makes ever more choosy. Chance comes from the seed and
 * the end from a count of steps, so that the same job gives the same floor on every machine.
 *
 * What makes it fast: a move touches one or two runs, so only the terms that name them are measured again; the lengths of all starters and
 * closers are kept sorted, so that pairing is one walk along them.
 */
import type { School } from '../job';
import { allowedStarters, closerFor, isSingle, SAME_LENGTH, wholesFor, type RunLine } from './joints';
import { countPairs } from './hands';
import { isStairs, noticedWithin, REPEAT_ROWS, stepBetween } from './looks';
import { randomFrom } from './random';

/** A run as the search sees it. */
export type SearchRun = RunLine & {
  /** Running number of its row in laying order; rows of different floors are more than five apart. */
  readonly row: number;
  readonly stagger: number;
  readonly endPiece: number;
};

/** Two runs side by side along [from, to]. */
export type SearchContact = { readonly before: number; readonly after: number; readonly from: number; readonly to: number };

export type SearchTask = {
  readonly runs: readonly SearchRun[];
  readonly contacts: readonly SearchContact[];
  /** For each run the run that shares its planks' width, or −1. */
  readonly mates: ArrayLike<number>;
  readonly kerf: number;
  readonly school: School;
  readonly seed: number;
  readonly steps?: number;
};

/** What a choice of starters costs. */
export type Cost = {
  /** broken limits */
  readonly musts: number;
  readonly planks: number;
  /** faults of looks */
  readonly looks: number;
};

export type SearchResult = { readonly starters: Float64Array; readonly cost: Cost; readonly steps: number };

/** How the search reports how far it is, 0 to 1. */
export type Progress = (done: number) => void;

const MUST = 1000;
/** Search steps: enough that more no longer buys planks on rooms of this size (see the benchmark's quality over steps). */
export const stepsFor = (runs: number): number => Math.max(6000, Math.min(90_000, 350 * runs));

export function searchStarters(task: SearchTask, progress?: Progress): SearchResult {
  const { runs, contacts, mates, kerf } = task;
  const n = runs.length;
  const free = runs.flatMap((run, i) => (isSingle(run) ? [] : [i]));
  const starters = new Float64Array(n);
  const allowed = runs.map((run) => (isSingle(run) ? [] : allowedStarters(run, run.endPiece)));
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
    if (A.plank === B.plank) {
      const apart = Math.abs(stepBetween(A.u0 + starters[a]!, B.u0 + starters[b]!, A.plank));
      if (apart >= within - SAME_LENGTH) return 0;
    }
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

  const pairMusts = (p: Pair): number => nearJoints(p.a, p.b, p.from, p.to, p.within);
  const pairLooks = (p: Pair): number => (nearJoints(p.a, p.b, p.from, p.to, p.within) > 0 ? (p.rowsApart === 2 ? 1 : 0.7) : 0);
  const first = (i: number): number => runs[i]!.u0 + starters[i]!;
  const stairLooks = (s: Stair): number => {
    const length = runs[s[0]]!.plank;
    const a = stepBetween(first(s[0]), first(s[1]), length);
    const b = stepBetween(first(s[1]), first(s[2]), length);
    const c = stepBetween(first(s[2]), first(s[3]), length);
    return isStairs(a, b, c) ? 0.8 : 0;
  };

  /** What run i costs; terms that it shares with run `but` are left out, so that two runs are summed without counting them twice. */
  const mustsOf = (i: number, but = -1): number => {
    let sum = endsBroken(i);
    for (const p of ties.staggers[i]!) if (p.a !== but && p.b !== but) sum += pairMusts(p);
    return sum;
  };
  const looksOf = (i: number, but = -1): number => {
    let sum = 0;
    for (const p of ties.likenesses[i]!) if (p.a !== but && p.b !== but) sum += pairLooks(p);
    for (const s of ties.stairs[i]!) if (but < 0 || !s.includes(but)) sum += stairLooks(s);
    return sum;
  };

  // --- planks ----------------------------------------------------------------------------------------------------------

  const stock = makeStock(runs, mates, starters, kerf);

  // --- a first floor, as a careful hand lays it ------------------------------------------------------------------------

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
  const offcuts: number[] = [];
  for (const i of free) {
    const run = runs[i]!;
    let choice = -1;
    for (let k = 0; k < offcuts.length && choice < 0; k++) {
      const length = offcuts[k]!;
      // as it is, or shortened by as much as the closer needs
      const short = run.endPiece - closerFor(run, length);
      for (const starter of short > 0 ? [length - short] : [length]) {
        if (choice < 0 && legal(i, starter)) {
          choice = starter;
          offcuts.splice(k, 1);
        }
      }
    }
    for (let tryout = 0; choice < 0 && tryout < 24; tryout++) {
      // a fresh plank: whole, else ever shorter
      const starter = run.plank * (1 - tryout / 24);
      if (legal(i, starter)) choice = starter;
    }
    if (choice < 0) choice = allowed[i]![0]?.[1] ?? Math.min(run.plank, (run.u1 - run.u0) / 2);
    starters[i] = choice;
    laid[i] = 1;
    const rest = run.plank - kerf - closerFor(run, choice);
    if (rest > SAME_LENGTH) offcuts.push(rest);
  }
  stock.recount();

  // --- small moves ------------------------------------------------------------------------------------------------------

  const weights = task.school === 'free' ? { plank: 30, look: 45 } : { plank: 30, look: 1 };
  const total = (): Cost => {
    let musts = 0;
    let looks = 0;
    for (const i of free) {
      musts += endsBroken(i);
      for (const p of ties.staggers[i]!) if (p.a === i) musts += pairMusts(p);
      for (const p of ties.likenesses[i]!) if (p.a === i) looks += pairLooks(p);
      for (const s of ties.stairs[i]!) if (s[0] === i) looks += stairLooks(s);
    }
    return { musts, planks: stock.planks(), looks };
  };
  const better = (a: Cost, b: Cost): boolean => {
    if (Math.abs(a.musts - b.musts) > 1e-9) return a.musts < b.musts;
    if (task.school === 'free' && Math.abs(a.looks - b.looks) > 1e-9) return a.looks < b.looks;
    if (a.planks !== b.planks) return a.planks < b.planks;
    return a.looks < b.looks - 1e-9;
  };

  let cost = total();
  let best = cost;
  const bestStarters = starters.slice();
  const steps = free.length === 0 ? 0 : (task.steps ?? stepsFor(free.length));
  const least = stock.leastPlanks();
  const ideal = (c: Cost) => c.musts === 0 && c.looks === 0 && c.planks <= least;

  const pickAllowed = (i: number): number => {
    const stretches = allowed[i]!;
    if (stretches.length === 0) return starters[i]!;
    const [from, to] = stretches[Math.floor(random() * stretches.length)]!;
    return Math.min(to, from + Math.round(random() * (to - from)));
  };
  const isAllowed = (i: number, starter: number): boolean => {
    for (const [from, to] of allowed[i]!) if (starter >= from - SAME_LENGTH && starter <= to + SAME_LENGTH) return true;
    return false;
  };
  const room = (i: number): number => runs[i]!.plank - kerf;

  /** A starter for run i that some other run's offcut, or its own offcut for some other run, would fit. */
  const fitting = (i: number): number => {
    const j = free[Math.floor(random() * free.length)]!;
    if (random() < 0.6) return room(i) - closerFor(runs[j]!, starters[j]!);
    const closer = room(i) - starters[j]!;
    const run = runs[i]!;
    const rest = run.u1 - run.u0 - closer;
    const starter = rest - Math.floor(rest / run.plank) * run.plank;
    return starter < SAME_LENGTH ? run.plank : starter;
  };

  const HOT = 12;
  const COLD = 0.15;
  let step = 0;
  const rounds = steps > 12_000 ? 3 : 2;
  const perRound = Math.ceil(steps / rounds);
  for (let round = 0; round < rounds && !ideal(best); round++) {
    if (round > 0) {
      starters.set(bestStarters);
      stock.recount();
      cost = best;
    }
    for (let k = 0; k < perRound && !ideal(best); k++, step++) {
      if (progress && (step & 1023) === 0) progress(step / steps);
      const temperature = HOT * (COLD / HOT) ** (k / perRound);
      const i = free[Math.floor(random() * free.length)]!;
      const kind = random();
      let j = -1;
      let next = starters[i]!;
      let nextJ = 0;
      if (kind < 0.5) next = fitting(i);
      else if (kind < 0.7) next = pickAllowed(i);
      else if (kind < 0.85) next = starters[i]! + Math.round((random() - 0.5) * 160);
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
      const looks0 = looksOf(i) + (j < 0 ? 0 : looksOf(j, i));
      stock.change(i, next);
      if (j >= 0) stock.change(j, nextJ);
      const musts = cost.musts + mustsOf(i) + (j < 0 ? 0 : mustsOf(j, i)) - musts0;
      const looks = cost.looks + looksOf(i) + (j < 0 ? 0 : looksOf(j, i)) - looks0;
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
  return { starters: bestStarters, cost: best, steps: step };
}

type Pair = {
  readonly a: number;
  readonly b: number;
  readonly from: number;
  readonly to: number;
  readonly within: number;
  readonly rowsApart: number;
};
type Stair = readonly [number, number, number, number];
type Ties = { readonly staggers: readonly Pair[][]; readonly likenesses: readonly Pair[][]; readonly stairs: readonly Stair[][] };

/** Which runs are tied to which: side by side (stagger), a few rows apart (likeness), four in a row (stairs). */
function tiesOf(runs: readonly SearchRun[], contacts: readonly SearchContact[]): Ties {
  const staggers: Pair[][] = runs.map(() => []);
  const likenesses: Pair[][] = runs.map(() => []);
  const stairs: Stair[][] = runs.map(() => []);
  const tie = (list: Pair[][], p: Pair) => {
    list[p.a]!.push(p);
    list[p.b]!.push(p);
  };
  const nextRun = new Int32Array(runs.length).fill(-1);
  const longest = new Float64Array(runs.length);
  for (const c of contacts) {
    const [a, b] = [runs[c.before]!, runs[c.after]!];
    if (isSingle(a) || isSingle(b)) continue;
    tie(staggers, { a: c.before, b: c.after, from: c.from, to: c.to, within: Math.max(a.stagger, b.stagger), rowsApart: 1 });
    if (c.to - c.from > longest[c.before]! && a.plank === b.plank) {
      longest[c.before] = c.to - c.from;
      nextRun[c.before] = c.after;
    }
  }
  // Rows in order, so that a window of five rows is a stretch of the list.
  const order = runs.map((_, i) => i).filter((i) => !isSingle(runs[i]!));
  order.sort((p, q) => runs[p]!.row - runs[q]!.row || p - q);
  for (let x = 0; x < order.length; x++) {
    const a = runs[order[x]!]!;
    for (let y = x + 1; y < order.length; y++) {
      const b = runs[order[y]!]!;
      const rowsApart = b.row - a.row;
      if (rowsApart > REPEAT_ROWS) break;
      const from = Math.max(a.u0, b.u0);
      const to = Math.min(a.u1, b.u1);
      const within = noticedWithin(rowsApart);
      if (within > 0 && to > from) tie(likenesses, { a: order[x]!, b: order[y]!, from, to, within, rowsApart });
    }
  }
  for (let i = 0; i < runs.length; i++) {
    const b = nextRun[i]!;
    const c = b < 0 ? -1 : nextRun[b]!;
    const d = c < 0 ? -1 : nextRun[c]!;
    if (d < 0 || runs[d]!.plank !== runs[i]!.plank) continue;
    const stair: Stair = [i, b, c, d];
    for (const r of stair) stairs[r]!.push(stair);
  }
  return { staggers, likenesses, stairs };
}

type Stock = {
  /** Planks opened for the starters as they are. */
  planks(): number;
  /** Changes one run's starter and what follows from it. */
  change(run: number, starter: number): void;
  /** Counts everything afresh from the starters. */
  recount(): void;
  /** Fewest planks that the lengths could be cut from, were every offcut of use. */
  leastPlanks(): number;
};

/**
 * Counts planks. A run, or two mates that share the width of their planks, is one unit: whole planks, at most one starter and one closer.
 * The lengths of all units' starters and closers stay sorted per plank length.
 */
function makeStock(runs: readonly SearchRun[], mates: ArrayLike<number>, starters: Float64Array, kerf: number): Stock {
  const lengths = [...new Set(runs.map((r) => r.plank))];
  const pools = lengths.map((plank) => ({ plank, starters: [] as number[], closers: [] as number[], singles: [] as number[], wholes: 0 }));
  const poolOf = runs.map((r) => pools[lengths.indexOf(r.plank)]!);
  /** The unit's first run: itself, or the lower of two mates. */
  const unitOf = (i: number): number => (mates[i]! >= 0 ? Math.min(i, mates[i]!) : i);
  type Unit = { wholes: number; starter: number; closer: number; single: number };
  const units: (Unit | undefined)[] = new Array<Unit | undefined>(runs.length);

  const own = (i: number): Unit => {
    const run = runs[i]!;
    if (isSingle(run)) {
      const length = run.u1 - run.u0;
      return length >= run.plank - SAME_LENGTH
        ? { wholes: 1, starter: 0, closer: 0, single: 0 }
        : { wholes: 0, starter: 0, closer: 0, single: length };
    }
    let wholes = wholesFor(run, starters[i]!);
    let starter = starters[i]!;
    let closer = closerFor(run, starter);
    if (starter >= run.plank - SAME_LENGTH) {
      wholes++;
      starter = 0;
    }
    if (closer >= run.plank - SAME_LENGTH) {
      wholes++;
      closer = 0;
    }
    return { wholes, starter, closer, single: 0 };
  };
  const measure = (i: number): Unit => {
    const mate = mates[i]!;
    return mate < 0 ? own(i) : together(own(i), own(mate)).unit;
  };
  const insert = (list: number[], value: number) => {
    if (value <= 0) return;
    let k = list.length;
    list.push(value);
    while (k > 0 && list[k - 1]! > value) {
      list[k] = list[k - 1]!;
      k--;
    }
    list[k] = value;
  };
  const remove = (list: number[], value: number) => {
    if (value <= 0) return;
    let low = 0;
    let high = list.length - 1;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (list[middle]! < value) low = middle + 1;
      else high = middle;
    }
    for (let k = low; k < list.length - 1; k++) list[k] = list[k + 1]!;
    list.length--;
  };
  const put = (i: number) => {
    const unit = measure(i);
    const pool = poolOf[i]!;
    units[i] = unit;
    pool.wholes += unit.wholes;
    insert(pool.starters, unit.starter);
    insert(pool.closers, unit.closer);
    insert(pool.singles, unit.single);
  };
  const take = (i: number) => {
    const unit = units[i]!;
    const pool = poolOf[i]!;
    pool.wholes -= unit.wholes;
    remove(pool.starters, unit.starter);
    remove(pool.closers, unit.closer);
    remove(pool.singles, unit.single);
  };

  return {
    planks: () => pools.reduce((sum, pool) => sum + pool.wholes + countCut(pool, pool.plank, kerf), 0),
    change(i, starter) {
      const unit = unitOf(i);
      take(unit);
      starters[i] = starter;
      put(unit);
    },
    recount() {
      for (const pool of pools) {
        pool.wholes = 0;
        pool.starters.length = pool.closers.length = pool.singles.length = 0;
      }
      runs.forEach((_, i) => unitOf(i) === i && put(i));
    },
    leastPlanks() {
      const sums = pools.map(() => 0);
      runs.forEach((run, i) => {
        if (unitOf(i) !== i) return;
        const length = run.u1 - run.u0;
        const mate = mates[i]!;
        sums[pools.indexOf(poolOf[i]!)]! += mate < 0 ? length : Math.max(length, runs[mate]!.u1 - runs[mate]!.u0);
      });
      return pools.reduce((sum, pool, k) => sum + Math.ceil(sums[k]! / pool.plank - 1e-9), 0);
    },
  };
}

/** What two mates need of their planks; `absorbed` says which end of the one with fewer wholes lies in a whole plank of the other. */
export function together<U extends { wholes: number; starter: number; closer: number; single: number }>(
  a: U,
  b: U,
): {
  unit: { wholes: number; starter: number; closer: number; single: number };
  absorbed: 'starter' | 'closer' | 'both' | 'single' | null;
} {
  const [more, less] = a.wholes >= b.wholes ? [a, b] : [b, a];
  let spare = more.wholes - less.wholes;
  let { starter, closer, single } = less;
  let absorbed: 'starter' | 'closer' | 'both' | 'single' | null = null;
  if (spare > 0 && single > 0) {
    single = 0;
    absorbed = 'single';
    spare--;
  }
  if (spare > 0 && starter > more.starter) {
    starter = 0;
    absorbed = 'starter';
    spare--;
  }
  if (spare > 0 && closer > more.closer) {
    closer = 0;
    absorbed = absorbed === 'starter' ? 'both' : 'closer';
  }
  return {
    unit: {
      wholes: more.wholes,
      starter: Math.max(more.starter, starter),
      closer: Math.max(more.closer, closer),
      single: Math.max(more.single, single),
    },
    absorbed,
  };
}

/** Planks that are cut: starters and closers paired, single pieces put into what is left (longest first, where it fits closest). */
function countCut(pool: { starters: number[]; closers: number[]; singles: number[] }, plank: number, kerf: number): number {
  const { starters, closers, singles } = pool;
  const room = plank - kerf + SAME_LENGTH;
  if (singles.length === 0) {
    return starters.length + closers.length - countPairs(starters, closers, plank - kerf);
  }
  const left: number[] = [];
  let c = 0;
  for (let s = starters.length - 1; s >= 0; s--) {
    if (c < closers.length && starters[s]! + closers[c]! <= room) left.push(plank - starters[s]! - closers[c++]! - 2 * kerf);
    else left.push(plank - starters[s]! - kerf);
  }
  for (; c < closers.length; c++) left.push(plank - closers[c]! - kerf);
  for (let k = singles.length - 1; k >= 0; k--) {
    const length = singles[k]!;
    let best = -1;
    for (let b = 0; b < left.length; b++) {
      if (left[b]! >= length - SAME_LENGTH && (best < 0 || left[b]! < left[best]!)) best = b;
    }
    if (best < 0) left.push(plank - length - kerf);
    else left[best]! -= length + kerf;
  }
  return left.length;
}
