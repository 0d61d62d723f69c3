import { countPairs, type Laps } from './hands';
import { classesOf } from './slants';
import { closerFor, isSingle, SAME_LENGTH, wholesFor } from './joints';
import { putSorted, takeSorted } from './sorted';
import type { SearchRun } from './ties';

/** What the search asks of the planks. */
export type Stock = {
  /** Planks opened for the starters as they are. */
  planks(): number;
  /** Changes one run's starter and what follows from it. */
  change(run: number, starter: number): void;
  /** Counts everything afresh from the starters. */
  recount(): void;
  /** by how much run i's starter and run j's closer lap on a plank, mm */
  lap(i: number, j: number): number;
  /** Fewest planks that the lengths could be cut from, were every offcut of use. */
  leastPlanks(): number;
};

/**
 * Counts planks. A run, or two mates that share the width of their planks, is one unit: whole planks, at most one starter and one closer.
 * The lengths of all units' starters and closers stay sorted per plank size and class of slanted ends.
 */
export function makeStock(runs: readonly SearchRun[], mates: ArrayLike<number>, starters: Float64Array, kerf: number): Stock {
  const sizes = [...new Set(runs.map((r) => r.size))];
  const lengthOf = (size: number) => runs.find((r) => r.size === size)!.plank;
  const slanted = classesOf(runs, kerf);
  const pools = sizes.map((size) => ({
    plank: lengthOf(size),
    starters: slanted.laps.map((): number[] => []),
    closers: slanted.laps.map((): number[] => []),
    singles: [] as number[],
    wholes: 0,
  }));
  const poolOf = runs.map((r) => pools[sizes.indexOf(r.size)]!);
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
  // two mates share their planks as boxes
  const slantOf = (end: 'starter' | 'closer', i: number, length: number) => (mates[i]! < 0 ? slanted.classOf(end, i, length) : 0);
  const insert = (list: number[], value: number) => value > 0 && putSorted(list, value);
  const remove = (list: number[], value: number) => value > 0 && takeSorted(list, value);
  const put = (i: number) => {
    const unit = measure(i);
    const pool = poolOf[i]!;
    units[i] = unit;
    pool.wholes += unit.wholes;
    insert(pool.starters[slantOf('starter', i, unit.starter)]!, unit.starter);
    insert(pool.closers[slantOf('closer', i, unit.closer)]!, unit.closer);
    insert(pool.singles, unit.single);
  };
  const take = (i: number) => {
    const unit = units[i]!;
    const pool = poolOf[i]!;
    pool.wholes -= unit.wholes;
    remove(pool.starters[slantOf('starter', i, unit.starter)]!, unit.starter);
    remove(pool.closers[slantOf('closer', i, unit.closer)]!, unit.closer);
    remove(pool.singles, unit.single);
  };

  return {
    planks: () => pools.reduce((sum, pool) => sum + pool.wholes + countCut(pool, pool.plank, kerf, slanted.laps), 0),
    change(i, starter) {
      const unit = unitOf(i);
      take(unit);
      starters[i] = starter;
      put(unit);
    },
    recount() {
      for (const pool of pools) {
        pool.wholes = 0;
        for (const list of [...pool.starters, ...pool.closers, pool.singles]) list.length = 0;
      }
      runs.forEach((_, i) => unitOf(i) === i && put(i));
    },
    lap(i, j) {
      const slant = slantOf('starter', i, Infinity);
      return slant === slantOf('closer', j, Infinity) ? slanted.laps[slant]! : 0;
    },
    leastPlanks() {
      const sums = pools.map(() => 0);
      runs.forEach((run, i) => {
        if (unitOf(i) !== i) return;
        const length =
          run.u1 - run.u0 - (slanted.laps[slantOf('starter', i, Infinity)]! + slanted.laps[slantOf('closer', i, Infinity)]!) / 2;
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

/**
 * Planks that are cut: starters and closers paired, those that slant alike first, single pieces put into what is left (longest first, where
 * it fits closest).
 */
function countCut(
  pool: { starters: readonly number[][]; closers: readonly number[][]; singles: readonly number[] },
  plank: number,
  kerf: number,
  laps: Laps,
): number {
  const { singles } = pool;
  const [starters, closers] = [pool.starters[0]!, pool.closers[0]!];
  if (singles.length === 0 && laps.length === 1) {
    return starters.length + closers.length - countPairs(starters, closers, plank - kerf);
  }
  /** What each plank still has for single pieces. */
  const left: number[] = [];
  const rest = { starters, closers };
  for (let slant = laps.length - 1; slant >= 0; slant--) {
    const [s, c] = slant === 0 ? [rest.starters, rest.closers] : [pool.starters[slant]!, pool.closers[slant]!];
    const room = plank - kerf + laps[slant]! + SAME_LENGTH;
    const alone: number[] = [];
    let next = 0;
    for (let k = s.length - 1; k >= 0; k--) {
      if (next < c.length && s[k]! + c[next]! <= room) left.push(plank - s[k]! - c[next++]! - 2 * kerf);
      else alone.push(s[k]!);
    }
    if (slant > 0) {
      rest.starters = merged(rest.starters, alone.reverse());
      rest.closers = merged(rest.closers, c.slice(next));
    } else {
      for (const length of alone) left.push(plank - length - kerf);
      for (; next < c.length; next++) left.push(plank - c[next]! - kerf);
    }
  }
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

/** Two ascending lists as one. */
function merged(a: number[], b: number[]): number[] {
  if (b.length === 0) return a;
  const all: number[] = [];
  for (let i = 0, j = 0; i < a.length || j < b.length;) all.push(j >= b.length || (i < a.length && a[i]! <= b[j]!) ? a[i++]! : b[j++]!);
  return all;
}
