import type { Laps } from './hands';
import { classesOf } from './slants';
import { closerFor, isSingle, SAME_LENGTH, wholesFor } from './joints';
import { SortedLengths } from './sorted';
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

/** The lengths that are cut in one zone, sorted; what is left of its planks is worked out again only when they have changed. */
type Zone = {
  /** by the class of their slanted ends */
  readonly starters: readonly SortedLengths[];
  readonly closers: readonly SortedLengths[];
  readonly left: Left;
  changed: boolean;
};

/** What the pairs of a zone leave: starters and closers without a partner, and what each plank still has for single pieces. */
type Left = { pairs: number; readonly starters: SortedLengths; readonly closers: SortedLengths; readonly spares: SortedLengths };

const nothingLeft = (): Left => ({ pairs: 0, starters: new SortedLengths(), closers: new SortedLengths(), spares: new SortedLengths() });

/** Planks of one size: their whole ones, what is cut zone by zone, and single pieces. */
type Pool = { readonly plank: number; wholes: number; readonly zones: readonly Zone[]; readonly singles: SortedLengths };

type Unit = { wholes: number; starter: number; closer: number; single: number };

/**
 * Counts planks. A run, or two mates that share the width of their planks, is one unit: whole planks, at most one starter and one closer.
 * Starters and closers are paired zone by zone, and over all zones what finds no partner there.
 *
 * @param zones the zone of each run; one zone of all where nothing is said, which opens the fewest
 */
export function makeStock(
  runs: readonly SearchRun[],
  mates: ArrayLike<number>,
  starters: Float64Array,
  kerf: number,
  zones: ArrayLike<number> = new Int32Array(runs.length),
): Stock {
  const sizes = [...new Set(runs.map((r) => r.size))];
  const slanted = classesOf(runs, kerf);
  const many = runs.length === 0 ? 0 : zones[runs.length - 1]! + 1;
  const lists = () => slanted.laps.map(() => new SortedLengths());
  const pools = sizes.map((size): Pool => ({
    plank: runs.find((r) => r.size === size)!.plank,
    wholes: 0,
    zones: Array.from({ length: many }, () => ({ starters: lists(), closers: lists(), left: nothingLeft(), changed: true })),
    singles: new SortedLengths(),
  }));
  const cutCount = cutCounter(kerf, slanted.laps);
  const poolOf = runs.map((r) => pools[sizes.indexOf(r.size)]!);
  /** The unit's first run: itself, or the lower of two mates. */
  const unitOf = (i: number): number => (mates[i]! >= 0 ? Math.min(i, mates[i]!) : i);
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
  /** Puts a unit's lengths where they belong, or takes them out. */
  const book = (i: number, unit: Unit, by: 1 | -1): void => {
    const pool = poolOf[i]!;
    const zone = pool.zones[zones[i]!]!;
    const enter = (list: SortedLengths, length: number) => (by > 0 ? list.put(length) : list.take(length));
    pool.wholes += by * unit.wholes;
    zone.changed = true;
    if (unit.starter > 0) enter(zone.starters[slantOf('starter', i, unit.starter)]!, unit.starter);
    if (unit.closer > 0) enter(zone.closers[slantOf('closer', i, unit.closer)]!, unit.closer);
    if (unit.single > 0) enter(pool.singles, unit.single);
  };
  const put = (i: number) => book(i, (units[i] = measure(i)), 1);

  return {
    planks: () => pools.reduce((sum, pool) => sum + pool.wholes + cutCount(pool), 0),
    change(i, starter) {
      const unit = unitOf(i);
      book(unit, units[unit]!, -1);
      starters[i] = starter;
      put(unit);
    },
    recount() {
      for (const pool of pools) {
        pool.wholes = 0;
        pool.singles.clear();
        for (const zone of pool.zones) {
          zone.changed = true;
          for (const list of [...zone.starters, ...zone.closers]) list.clear();
        }
      }
      runs.forEach((_, i) => unitOf(i) === i && put(i));
    },
    lap(i, j) {
      if (slanted.laps.length === 1) return 0;
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
 * Counts planks that are cut: starters and closers paired, the longest starter with the shortest closer, those that slant alike first, zone by zone and
 * then what is left of all; single pieces put into what remains (longest first, where it fits closest).
 */
function cutCounter(kerf: number, laps: Laps): (pool: Pool) => number {
  const all = nothingLeft();
  const square = { starters: new SortedLengths(), closers: new SortedLengths() };
  const clear = (left: Left): void => {
    left.pairs = 0;
    for (const list of [left.starters, left.closers, left.spares]) list.clear();
  };
  /** Pairs two lists; what finds no partner goes to `rest`, what is left of planks to the spares, where it is enough for the shortest single piece. */
  const pair = (
    starters: SortedLengths,
    closers: SortedLengths,
    room: number,
    least: number,
    left: Left,
    rest: Pick<Left, 'starters' | 'closers'>,
  ): void => {
    const s = starters.values;
    const c = closers.values;
    const empty = rest.starters.length === 0;
    const beyond = rest.closers.length > 0;
    let next = 0;
    for (let k = starters.length - 1; k >= 0; k--) {
      if (next >= closers.length || s[k]! + c[next]! > room + SAME_LENGTH) {
        if (empty) rest.starters.append(s[k]!);
        else rest.starters.put(s[k]!);
        continue;
      }
      left.pairs++;
      const spare = room - s[k]! - c[next++]! - kerf;
      if (spare >= least - SAME_LENGTH) left.spares.put(spare);
    }
    if (empty) rest.starters.reverse();
    for (; next < closers.length; next++) {
      if (beyond) rest.closers.put(c[next]!);
      else rest.closers.append(c[next]!);
    }
  };
  const within = (zone: Zone, plank: number, least: number): void => {
    const { left, starters, closers } = zone;
    clear(left);
    zone.changed = false;
    if (laps.length === 1) return pair(starters[0]!, closers[0]!, plank - kerf, least, left, left);
    square.starters.clear();
    square.closers.clear();
    square.starters.putAll(starters[0]!);
    square.closers.putAll(closers[0]!);
    // what is left of a slanted pair is counted without its lap
    for (let slant = laps.length - 1; slant > 0; slant--) {
      const before = left.spares.length;
      pair(starters[slant]!, closers[slant]!, plank - kerf + laps[slant]!, Infinity, left, square);
      left.spares.length = before;
    }
    pair(square.starters, square.closers, plank - kerf, least, left, left);
  };
  const putSingles = (singles: SortedLengths, plank: number): number => {
    let opened = 0;
    const { spares } = all;
    for (let k = singles.length - 1; k >= 0; k--) {
      const length = singles.values[k]!;
      const best = spares.placeOf(length - SAME_LENGTH);
      let spare = plank;
      if (best < spares.length) {
        spare = spares.values[best]!;
        spares.take(spare);
      } else opened++;
      spares.put(spare - length - kerf);
    }
    return opened;
  };
  return ({ plank, zones, singles }) => {
    const least = singles.length > 0 ? singles.values[0]! : Infinity;
    clear(all);
    let pairs = 0;
    for (const zone of zones) {
      if (zone.changed) within(zone, plank, least);
      pairs += zone.left.pairs;
    }
    if (zones.length === 1 && singles.length === 0) return pairs + zones[0]!.left.starters.length + zones[0]!.left.closers.length;
    const [only] = zones;
    const rest = zones.length === 1 ? only!.left : all;
    if (zones.length === 1) all.spares.copy(only!.left.spares);
    else {
      square.starters.clear();
      square.closers.clear();
      for (const { left } of zones) {
        square.starters.putAll(left.starters);
        square.closers.putAll(left.closers);
        if (singles.length > 0) all.spares.putAll(left.spares);
      }
      pair(square.starters, square.closers, plank - kerf, least, all, all);
    }
    const lonely = rest.starters.length + rest.closers.length;
    if (singles.length > 0) {
      for (const list of [rest.starters, rest.closers])
        for (let k = 0; k < list.length; k++)
          if (plank - list.values[k]! - kerf >= least - SAME_LENGTH) all.spares.put(plank - list.values[k]! - kerf);
    }
    return pairs + all.pairs + lonely + putSingles(singles, plank);
  };
}
