/**
 * Rows of planks of several lengths. A run is a sequence of lengths here: a starter, whole planks, a closer; so where its joints fall is not
 * given by the starter. The search draws a run anew between its neighbours, again and again, and keeps what is better. Boxes hold so
 * many of each length, by count: what counts is how many whole boxes are opened, and a length that is plentiful may be cut where a
 * shorter one would do.
 */
import type { School } from '../given';
import type { Cut, Segment } from './allocate';
import { isSingle, SAME_LENGTH } from './joints';
import { randomFrom } from './random';
import type { Progress } from './search';
import { putSorted, takeSorted } from './sorted';
import { tiesOf, type Pair, type SearchContact, type SearchRun } from './ties';
import { faultsOf, NO_WISHES } from './wishes';

/** A length of plank: its place in the product's list, and how many of it a box holds (a share may make that a fraction). */
export type MixedSize = { readonly index: number; readonly length: number; readonly inBox: number };

export type MixedTask = {
  /** `plank` of a run is the longest length of its width; `size` names the width */
  readonly runs: readonly SearchRun[];
  readonly contacts: readonly SearchContact[];
  /** where a person pinned joints, along each run */
  readonly pins: ReadonlyMap<number, readonly number[]>;
  /** the lengths of each width, by the runs' `size` */
  readonly sizes: ReadonlyMap<number, readonly MixedSize[]>;
  readonly perBox: number;
  readonly kerf: number;
  readonly school: School;
  readonly seed: number;
  readonly steps?: number;
};

/** A cut, and which plank size of the product it is from. */
export type MixedCut = Cut & { readonly size: number };

const MUST = 1000;
const HOT = 20;
const COLD = 0.3;
/** Steps that are spent on looks alone, as a share of those before. */
const LOOKS_SHARE = 1.5;
/** Draws of one run before the best of them is taken. */
const DRAWS = 6;

const stepsFor = (runs: number): number => Math.max(3000, Math.min(24_000, 160 * runs));

/** What one width opens: whole planks by size, and lengths that are cut, sorted. */
type Pool = { readonly sizes: readonly MixedSize[]; readonly wholes: number[]; readonly starters: number[]; readonly closers: number[] };

/** One run as it is laid: the lengths of its pieces. */
type Row = { readonly lengths: readonly number[]; readonly joints: readonly number[] };

export function layMixed(task: MixedTask, progress?: Progress): readonly MixedCut[] {
  const { runs, contacts, kerf } = task;
  const random = randomFrom(task.seed);
  const ties = tiesOf(runs, contacts);
  const rows: Row[] = runs.map((run) => ({ lengths: [run.u1 - run.u0], joints: [] }));
  const free = runs.flatMap((run, i) => (isSingle(run) ? [] : [i]));
  const pools = new Map<number, Pool>(
    [...task.sizes].map(([key, list]) => {
      const sizes = [...list].sort((a, b) => a.length - b.length);
      return [key, { sizes, wholes: sizes.map(() => 0), starters: [], closers: [] }];
    }),
  );
  const poolOf = (i: number): Pool => pools.get(runs[i]!.size)!;
  const lookWeight = task.school === 'free' ? 45 : 2;

  // --- counting planks -------------------------------------------------------------------------------------------------

  const sizeOf = (pool: Pool, length: number): number => pool.sizes.findIndex((s) => Math.abs(s.length - length) < 0.01);
  const count = (i: number, by: 1 | -1) => {
    const pool = poolOf(i);
    const { lengths } = rows[i]!;
    lengths.forEach((length, k) => {
      const whole = sizeOf(pool, length);
      if (whole >= 0) pool.wholes[whole]! += by;
      else {
        // a single piece needs neither end: it goes where fewer wait
        const right = lengths.length === 1 ? pool.starters.length < pool.closers.length : k === 0;
        if (by > 0) putSorted(right ? pool.starters : pool.closers, length);
        else if (!takeSorted(lengths.length === 1 || k === 0 ? pool.starters : pool.closers, length)) takeSorted(pool.closers, length);
      }
    });
  };
  /** Boxes opened, as a fraction: the greatest share of any length, and of any length and all longer ones together. */
  const boxes = (): { boxes: number; planks: number } => {
    let most = 0;
    let planks = 0;
    for (const pool of pools.values()) {
      const { sizes, wholes } = pool;
      const needs = sizes.map(() => 0);
      for (const need of binsOf(pool, kerf)) needs[smallest(sizes, need)]!++;
      let all = 0;
      let inBox = 0;
      for (let k = sizes.length - 1; k >= 0; k--) {
        all += needs[k]! + wholes[k]!;
        inBox += sizes[k]!.inBox;
        most = Math.max(most, wholes[k]! / sizes[k]!.inBox, all / inBox);
      }
      planks += all;
    }
    return { boxes: most, planks };
  };

  // --- what a run costs ------------------------------------------------------------------------------------------------

  const pairMusts = (p: Pair): number => nearJoints(rows[p.a]!.joints, rows[p.b]!.joints, p.from, p.to, p.within);
  const mustsOf = (i: number): number => {
    const { lengths, joints } = rows[i]!;
    const run = runs[i]!;
    let sum = 0;
    if (joints.length > 0) {
      if (lengths[0]! < run.endPiece - SAME_LENGTH) sum++;
      if (lengths[lengths.length - 1]! < run.endPiece - SAME_LENGTH) sum++;
    }
    for (const p of ties.staggers[i]!) sum += pairMusts(p);
    if (run.wishes && run.wishes !== NO_WISHES) sum += faultsOf(run.wishes, run, joints).musts;
    return sum;
  };
  const looksOf = (i: number): number => {
    let sum = 0;
    for (const p of ties.likenesses[i]!) sum += pairMusts(p) > 0 ? (p.rowsApart === 2 ? 1 : 0.7) : 0;
    const run = runs[i]!;
    if (run.wishes && run.wishes !== NO_WISHES) sum += faultsOf(run.wishes, run, rows[i]!.joints).looks;
    return sum;
  };

  // --- drawing a run ---------------------------------------------------------------------------------------------------

  const laid = new Uint8Array(runs.length);
  const clashes = (i: number, u: number): boolean => {
    for (const p of ties.staggers[i]!) {
      const other = p.a === i ? p.b : p.a;
      if (!laid[other] || u < p.from - SAME_LENGTH || u > p.to + SAME_LENGTH) continue;
      for (const v of rows[other]!.joints) {
        if (v >= p.from - SAME_LENGTH && v <= p.to + SAME_LENGTH && Math.abs(u - v) < p.within - SAME_LENGTH) return true;
      }
    }
    return false;
  };
  /** The row's first pieces, up to its last pinned joint or just the starter. */
  const begin = (i: number): Row | null => {
    const run = runs[i]!;
    const { sizes, closers } = poolOf(i);
    const pins = pinsOf.get(i);
    if (pins) return toPins(run, pins, sizes, random);
    const longest = sizes[sizes.length - 1]!.length;
    const whole = run.u1 - run.u0;
    const anySize = () => sizes[Math.floor(random() * sizes.length)]!.length;
    let starter: number;
    const kind = random();
    if (kind < 0.35) starter = anySize();
    else if (kind < 0.75 && closers.length > 0) starter = anySize() - kerf - closers[Math.floor(random() * closers.length)]!;
    else starter = run.endPiece + Math.round(random() * (longest - run.endPiece));
    if (starter < run.endPiece || starter > longest || whole - starter < run.endPiece || clashes(i, run.u0 + starter)) return null;
    return { lengths: [starter], joints: [run.u0 + starter] };
  };
  const draw = (i: number): Row | null => {
    const run = runs[i]!;
    const { sizes, starters } = poolOf(i);
    const longest = sizes[sizes.length - 1]!.length;
    const anySize = () => sizes[Math.floor(random() * sizes.length)]!.length;
    const begun = begin(i);
    if (!begun) return null;
    const lengths = [...begun.lengths];
    const joints = [...begun.joints];
    // the end that some waiting starter's rest would close
    const closer = random() < 0.5 && starters.length > 0 ? anySize() - kerf - starters[Math.floor(random() * starters.length)]! : 0;
    for (let left = run.u1 - joints[joints.length - 1]!; ;) {
      const last =
        left <= longest + SAME_LENGTH &&
        (pinsOf.has(i) || left - sizes[0]!.length < run.endPiece || random() < 0.7 || Math.abs(left - closer) < 1);
      if (last) {
        lengths.push(left);
        return { lengths, joints };
      }
      const u = joints[joints.length - 1]!;
      let taken = 0;
      for (let tries = 0; tries < 6 && taken === 0; tries++) {
        const length = anySize();
        if (left - length >= run.endPiece && !clashes(i, u + length)) taken = length;
      }
      if (taken === 0) {
        if (left > longest) return null;
        lengths.push(left);
        return { lengths, joints };
      }
      lengths.push(taken);
      joints.push(u + taken);
      left -= taken;
    }
  };

  // --- a first floor ---------------------------------------------------------------------------------------------------

  // what is pinned is laid first, the rest beside it
  const pinsOf = new Map(
    [...task.pins].map(([i, pins]) => [i, within(runs[i]!, pins, poolOf(i).sizes)] as const).filter(([, kept]) => kept.length > 0),
  );
  const order = runs.map((_, i) => i).sort((a, b) => Number(pinsOf.has(b)) - Number(pinsOf.has(a)) || a - b);
  order.forEach((i) => {
    const run = runs[i]!;
    if (isSingle(run)) return count(i, 1);
    let best: Row | null = null;
    let least = Infinity;
    const fallback = plain(run, poolOf(i).sizes, pinsOf.get(i)?.[0]);
    for (let tries = 0; tries < 60 && (best === null || tries < DRAWS * 4); tries++) {
      const row = draw(i);
      if (!row) continue;
      rows[i] = row;
      const cost = MUST * mustsOf(i) + looksOf(i) + random();
      if (cost < least) {
        least = cost;
        best = row;
      }
    }
    rows[i] = best ?? fallback;
    laid[i] = 1;
    count(i, 1);
  });

  // --- drawing runs anew -----------------------------------------------------------------------------------------------

  const steps = free.length === 0 ? 0 : (task.steps ?? stepsFor(free.length));
  let bestRows = rows.slice();
  let done = 0;
  type Opened = ReturnType<typeof boxes>;
  const lay = (all: readonly Row[]) =>
    all.forEach((row, i) => {
      count(i, -1);
      rows[i] = row;
      count(i, 1);
    });
  const drawAnew = (share: number, hot: number, cold: number, weigh: (opened: Opened) => number) => {
    let planksNow = weigh(boxes());
    let totalNow = 0;
    let bestTotal = 0;
    const many = Math.ceil(steps * share);
    for (let step = 0; step < many; step++) {
      if (progress && (done++ & 255) === 0) progress(done / (steps * (1 + LOOKS_SHARE)));
      const temperature = hot * (cold / hot) ** (step / many);
      const i = free[Math.floor(random() * free.length)]!;
      const before = rows[i]!;
      const cost0 = MUST * mustsOf(i) + lookWeight * looksOf(i);
      const row = draw(i);
      if (!row) continue;
      count(i, -1);
      rows[i] = row;
      count(i, 1);
      const planks = weigh(boxes());
      const rise = MUST * mustsOf(i) + lookWeight * looksOf(i) - cost0 + planks - planksNow;
      if (rise <= 0 || random() < Math.exp(-rise / temperature)) {
        planksNow = planks;
        totalNow += rise;
        if (totalNow < bestTotal - 1e-9) {
          bestTotal = totalNow;
          bestRows = rows.slice();
        }
      } else {
        count(i, -1);
        rows[i] = before;
        count(i, 1);
      }
    }
  };
  drawAnew(1, HOT, COLD, ({ boxes: b, planks }) => 30 * b * task.perBox + 3 * planks);
  lay(bestRows);
  const whole = (b: number) => Math.ceil(b - 1e-9);
  const opened = whole(boxes().boxes);
  // what is in a box that is opened anyway is there to be laid: then looks decide, as long as no further box is opened
  drawAnew(LOOKS_SHARE, HOT / 20, COLD / 3, ({ boxes: b, planks }) => MUST * Math.max(0, whole(b) - opened) + 0.5 * planks);
  progress?.(1);
  return cut(task, bestRows, pools);
}

/**
 * A run of which nothing else is known: whole planks of the longest length, ends shared where the last would be too short; with a pin, whole
 * planks to both sides of it.
 */
function plain(run: SearchRun, sizes: readonly MixedSize[], pin?: number): Row {
  const longest = sizes[sizes.length - 1]!.length;
  const whole = run.u1 - run.u0;
  const count = Math.max(0, Math.ceil(whole / longest) - 2);
  const ends = whole - count * longest;
  let starter = Math.min(longest, ends - Math.min(longest, Math.max(ends - longest, ends / 2)));
  if (pin !== undefined) starter = pin - run.u0 - Math.max(0, Math.ceil((pin - run.u0) / longest - 1 - SAME_LENGTH)) * longest;
  const joints: number[] = [];
  for (let u = run.u0 + starter; u < run.u1 - SAME_LENGTH; u += longest) joints.push(u);
  const ups = [run.u0, ...joints, run.u1];
  return { lengths: ups.slice(1).map((to, k) => to - ups[k]!), joints };
}

/** A joint within this (mm) of its pin is there. */
const AT_PIN = 0.6;
/** So many ways of putting whole planks together are tried. */
const WAYS = 400;

/** Lengths of whole planks that reach just so far, in an order left to chance; null where none do. */
function wholesOver(distance: number, sizes: readonly MixedSize[], random: () => number): number[] | null {
  const one = sizes.find((s) => Math.abs(s.length - distance) <= AT_PIN);
  if (one) return [one.length];
  let ways = 0;
  const reach = (left: number): number[] | null => {
    if (Math.abs(left) <= AT_PIN) return [];
    if (left < sizes[0]!.length - AT_PIN || ++ways > WAYS) return null;
    const from = Math.floor(random() * sizes.length);
    for (let k = 0; k < sizes.length; k++) {
      const { length } = sizes[(from + k) % sizes.length]!;
      const rest = reach(left - length);
      if (rest) return [length, ...rest];
    }
    return null;
  };
  return reach(distance);
}

/** The pins of a run that whole planks between them can keep, in order; one that cannot be kept with those before it gives way. */
function within(run: SearchRun, pins: readonly number[], sizes: readonly MixedSize[]): readonly number[] {
  const kept: number[] = [];
  for (const pin of [...pins].sort((a, b) => a - b)) {
    const last = kept[kept.length - 1];
    if (pin <= run.u0 + AT_PIN || pin >= run.u1 - AT_PIN || (last !== undefined && pin - last <= AT_PIN)) continue;
    if (last === undefined || wholesOver(pin - last, sizes, () => 0)) kept.push(pin);
  }
  return kept;
}

/** The pieces up to a run's last pin, where one plank reaches from joint to joint just that; null where chance led nowhere, or the starter would be too short. */
function toPins(run: SearchRun, pins: readonly number[], sizes: readonly MixedSize[], random: () => number): Row | null {
  const longest = sizes[sizes.length - 1]!.length;
  const wholes: number[] = [];
  let starter = pins[0]! - run.u0;
  while (starter > longest + SAME_LENGTH) {
    const { length } = sizes[Math.floor(random() * sizes.length)]!;
    if (starter - length < run.endPiece) return null;
    wholes.push(length);
    starter -= length;
  }
  if (starter < run.endPiece - SAME_LENGTH || run.u1 - pins[pins.length - 1]! < run.endPiece - SAME_LENGTH) return null;
  const lengths = [starter, ...wholes];
  for (let k = 1; k < pins.length; k++) {
    const between = wholesOver(pins[k]! - pins[k - 1]!, sizes, random);
    if (!between) return null;
    lengths.push(...between);
  }
  let u = run.u0;
  return { lengths, joints: lengths.map((length) => (u += length)) };
}

/** Pairs of joints, both within [from, to], nearer than `within`. */
function nearJoints(a: readonly number[], b: readonly number[], from: number, to: number, within: number): number {
  let near = 0;
  for (const ja of a) {
    if (ja < from - SAME_LENGTH || ja > to + SAME_LENGTH) continue;
    for (const jb of b) if (jb >= from - SAME_LENGTH && jb <= to + SAME_LENGTH && Math.abs(ja - jb) < within - SAME_LENGTH) near++;
  }
  return near;
}

/** The lengths that planks have to have: starters and closers paired where both and a saw cut fit, the longest starter with the shortest closer. */
function binsOf({ sizes, starters, closers }: Pool, kerf: number): number[] {
  const longest = sizes[sizes.length - 1]!.length;
  const needs: number[] = [];
  let c = 0;
  for (let s = starters.length - 1; s >= 0; s--) {
    const both = c < closers.length ? starters[s]! + closers[c]! + kerf : Infinity;
    if (both <= longest + SAME_LENGTH) {
      needs.push(both);
      c++;
    } else needs.push(starters[s]!);
  }
  for (; c < closers.length; c++) needs.push(closers[c]!);
  return needs;
}

const smallest = (sizes: readonly MixedSize[], need: number): number => {
  for (let k = 0; k < sizes.length; k++) if (sizes[k]!.length >= need - SAME_LENGTH) return k;
  return sizes.length - 1;
};

/** Cuts the rows out of planks: every whole is a plank; ends are paired, and each pair takes a length of which boxes hold enough. */
function cut({ runs, kerf }: MixedTask, rows: readonly Row[], pools: ReadonlyMap<number, Pool>): readonly MixedCut[] {
  const cuts: MixedCut[] = [];
  let opened = 0;
  for (const [key, { sizes }] of pools) {
    type End = { readonly segment: Segment; readonly length: number };
    const starters: End[] = [];
    const closers: End[] = [];
    const wholes = sizes.map(() => 0);
    runs.forEach((run, i) => {
      if (run.size !== key) return;
      const { lengths, joints } = rows[i]!;
      lengths.forEach((length, place) => {
        const from = place === 0 ? run.u0 : joints[place - 1]!;
        const to = place === joints.length ? run.u1 : joints[place]!;
        const whole = sizes.findIndex((s) => Math.abs(s.length - length) < 0.01);
        if (whole >= 0) {
          wholes[whole]!++;
          cuts.push({ segment: { run: i, place, kind: 'whole', from, to }, plank: ++opened, along: 0, size: sizes[whole]!.index });
          return;
        }
        const kind = lengths.length === 1 ? 'single' : place === 0 ? 'starter' : 'closer';
        const right = kind === 'starter' || (kind === 'single' && starters.length < closers.length);
        (right ? starters : closers).push({ segment: { run: i, place, kind, from, to }, length: to - from });
      });
    });
    starters.sort((a, b) => a.length - b.length || a.segment.run - b.segment.run);
    closers.sort((a, b) => a.length - b.length || a.segment.run - b.segment.run);
    const longest = sizes[sizes.length - 1]!.length;
    const bins: { starter?: End; closer?: End; need: number }[] = [];
    let c = 0;
    for (let s = starters.length - 1; s >= 0; s--) {
      const starter = starters[s]!;
      const both = c < closers.length ? starter.length + closers[c]!.length + kerf : Infinity;
      if (both <= longest + SAME_LENGTH) bins.push({ starter, closer: closers[c++]!, need: both });
      else bins.push({ starter, need: starter.length });
    }
    for (; c < closers.length; c++) bins.push({ closer: closers[c]!, need: closers[c]!.length });

    // the fewest whole boxes that hold enough of every length and of all that are longer
    const all = sizes.map((_, k) => wholes[k]! + bins.filter((b) => smallest(sizes, b.need) === k).length);
    let sum = 0;
    let inBox = 0;
    let most = 0;
    for (let k = sizes.length - 1; k >= 0; k--) {
      sum += all[k]!;
      inBox += sizes[k]!.inBox;
      most = Math.max(most, wholes[k]! / sizes[k]!.inBox, sum / inBox);
    }
    const boxes = Math.ceil(most - 1e-9);
    const left = sizes.map((s, k) => Math.floor(boxes * s.inBox + 1e-9) - wholes[k]!);
    for (const bin of [...bins].sort((a, b) => b.need - a.need)) {
      const least = smallest(sizes, bin.need);
      let k = least;
      while (k < sizes.length && left[k]! <= 0) k++;
      if (k === sizes.length) k = least;
      left[k]!--;
      const { index, length } = sizes[k]!;
      opened++;
      if (bin.closer) cuts.push({ segment: bin.closer.segment, plank: opened, along: 0, size: index });
      if (bin.starter) cuts.push({ segment: bin.starter.segment, plank: opened, along: length - bin.starter.length, size: index });
    }
  }
  const order = [...cuts].sort((a, b) => a.segment.run - b.segment.run || a.segment.place - b.segment.place);
  const numbers = new Map<number, number>();
  for (const { plank } of order) if (!numbers.has(plank)) numbers.set(plank, numbers.size + 1);
  return order.map((one) => ({ ...one, plank: numbers.get(one.plank)! }));
}
