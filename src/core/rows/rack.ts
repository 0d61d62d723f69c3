/**
 * The rack: remainders that wait for their second piece. The search pairs lengths over the whole job and does not ask when each is cut; a person
 * who lays it has to label what waits and find it again. Of all ways to pair the same pieces over the same planks, and to lay the same rows in
 * another order where they are alike, this looks for the one whose two parts lie fewest rows apart and that leaves the fewest waiting at once.
 */
import { numbered, segmentsOf, type Cut } from './allocate';
import { equalLengths } from './equal';
import { closerFor, isSingle, SAME_LENGTH } from './joints';
import { randomFrom } from './random';
import { alikeRuns } from './search/rounds';
import type { Terms } from './search';
import type { SearchRun } from './ties';

/** The most that should wait at once where nobody says it. */
export const RACK = 6;

/** An offcut that starts a later row is what people expect; a starter cut first, whose rest waits to close a row, is worth so many rows less. */
const BACKWARDS = 0.5;
const STEPS_A_RUN = 220;
const MOST_STEPS = 60_000;
/** In a floor of so many runs remainders wait over hundreds of them, and each step takes as much longer. */
const MANY_RUNS = 3000;
const FEW_STEPS = 12_000;
const HOT = 6;
const COLD = 0.15;

type Racking = {
  readonly runs: readonly SearchRun[];
  readonly cuts: readonly Cut[];
  readonly mates: ArrayLike<number>;
  readonly kerf: number;
  readonly seed: number;
  /** the most that may wait at once */
  readonly bound: number;
  /** the terms of the floor, measured; `starters` are what they read */
  readonly terms: Terms;
  readonly starters: Float64Array;
  /** the runs that may be laid in another order */
  readonly free: readonly number[];
  /** whether a run may have a starter */
  readonly allowed: (run: number, starter: number) => boolean;
};

/** Two pieces of one plank, by their runs: the closer's remainder, or the starter's, is the other. */
type Pair = { starter: number; closer: number; readonly plank: number };

/** The pairs of pieces that may be parted and paired otherwise: nothing else lies on their planks, and both ends are square. */
function loosePairs({ runs, cuts, mates }: Racking): Pair[] {
  const isLoose = (i: number) => mates[i]! < 0 && !runs[i]!.slants?.left && !runs[i]!.slants?.right;
  const pairs: Pair[] = [];
  for (const own of groupedByPlank(cuts)) {
    const starter = own.find((c) => c.segment.kind === 'starter')?.segment.run;
    const closer = own.find((c) => c.segment.kind === 'closer')?.segment.run;
    if (own.length === 2 && starter !== undefined && closer !== undefined && isLoose(starter) && isLoose(closer))
      pairs.push({ starter, closer, plank: own[0]!.plank });
  }
  return pairs;
}

/**
 * Runs of which every end that is cut lies on a loose pair or on a plank of its own.
 *
 * @param pairOf for each run the loose pair of its starter, and of its closer, or −1
 */
function movableRuns(
  { runs, cuts, mates, free }: Racking,
  planksOf: ReadonlyMap<number, readonly Cut[]>,
  pairOf: { readonly starter: Int32Array; readonly closer: Int32Array },
): number[] {
  const pieces = new Map<number, number>();
  for (const { plank } of cuts) pieces.set(plank, (pieces.get(plank) ?? 0) + 1);
  return free.filter((i) => {
    const run = runs[i]!;
    if (isSingle(run) || mates[i]! >= 0 || run.slants?.left || run.slants?.right) return false;
    return planksOf.get(i)!.every(({ segment: { kind }, plank }) => {
      if (kind !== 'starter' && kind !== 'closer') return true;
      return pieces.get(plank) === 1 || pairOf[kind][i]! >= 0;
    });
  });
}

/** Lays alike rows in another order and pairs their pieces anew; opens the same planks. */
export function racked(task: Racking): readonly Cut[] {
  const { runs, cuts, kerf, starters, terms, allowed, bound } = task;
  const pairs = loosePairs(task);
  if (pairs.length === 0) return cuts;
  const random = randomFrom(task.seed ^ 0x51ed);
  const count = runs.length;
  const starterPair = new Int32Array(count).fill(-1);
  const closerPair = new Int32Array(count).fill(-1);
  pairs.forEach((p, k) => {
    starterPair[p.starter] = k;
    closerPair[p.closer] = k;
  });
  const planksOf = new Map<number, Cut[]>();
  for (const cut of cuts) listIn(planksOf, cut.segment.run).push(cut);
  const movable = movableRuns(task, planksOf, { starter: starterPair, closer: closerPair });
  const alike = alikeRuns(runs, movable);

  const rowOf = (i: number) => runs[i]!.row;
  const room = (i: number) => runs[i]!.plank - kerf;
  const wait = (s: number, c: number): number => {
    const rows = rowOf(s) - rowOf(c);
    return rows >= 0 ? rows : BACKWARDS - rows;
  };
  /** how many remainders wait while a run is laid */
  const waiting = new Int32Array(count + 1);
  /** Adds a remainder that waits from one run to another, or takes it away: how many more are beyond the bound then; each weighs as much as a row of waiting. */
  const load = (s: number, c: number, by: 1 | -1): number => {
    let over = 0;
    for (let t = Math.min(s, c), end = Math.max(s, c); t < end; t++) {
      // of `by` 1 the one that is added is over, of −1 the one that is taken away was
      if (waiting[t]! + (by > 0 ? 1 : 0) > bound) over += by;
      waiting[t]! += by;
    }
    return over;
  };
  // what waits and cannot be changed
  for (const own of groupedByPlank(cuts)) {
    const at = own.map((c) => c.segment.run);
    load(Math.min(...at), Math.max(...at), 1);
  }
  const fits = (s: number, c: number) => starters[s]! + closerFor(runs[c]!, starters[c]!) <= room(s) + SAME_LENGTH;

  /** Takes the pairs out, changes them, and puts them back: what that costs more. */
  const touched = new Int32Array(4);
  const change = (many: number, apply: () => void): number => {
    let rise = 0;
    for (let k = 0; k < many; k++) {
      const p = pairs[touched[k]!]!;
      rise += load(p.starter, p.closer, -1) - wait(p.starter, p.closer);
    }
    apply();
    for (let k = 0; k < many; k++) {
      const p = pairs[touched[k]!]!;
      rise += load(p.starter, p.closer, 1) + wait(p.starter, p.closer);
    }
    return rise;
  };
  const touch = (...list: readonly number[]): number => {
    let many = 0;
    for (const p of list) {
      if (p < 0) continue;
      let known = false;
      for (let k = 0; k < many; k++) known ||= touched[k] === p;
      if (!known) touched[many++] = p;
    }
    return many;
  };
  const exchangeRuns = (i: number, j: number): void => {
    [starters[i], starters[j]] = [starters[j]!, starters[i]!];
    const [si, sj, ci, cj] = [starterPair[i]!, starterPair[j]!, closerPair[i]!, closerPair[j]!];
    [starterPair[i], starterPair[j], closerPair[i], closerPair[j]] = [sj, si, cj, ci];
    if (sj >= 0) pairs[sj]!.starter = i;
    if (si >= 0) pairs[si]!.starter = j;
    if (cj >= 0) pairs[cj]!.closer = i;
    if (ci >= 0) pairs[ci]!.closer = j;
  };
  const exchangePartners = (p: number, q: number): void => {
    const [a, b] = [pairs[p]!.closer, pairs[q]!.closer];
    pairs[p]!.closer = b;
    pairs[q]!.closer = a;
    closerPair[b] = p;
    closerPair[a] = q;
  };
  const isWhole = (i: number, starter: number) => [
    starter >= runs[i]!.plank - SAME_LENGTH,
    closerFor(runs[i]!, starter) >= runs[i]!.plank - SAME_LENGTH,
  ];

  const moved = new Int32Array(2);
  /** how many more there are than there were: never any */
  let faults = 0;
  const tryRuns = (temperature: number): void => {
    if (movable.length === 0) return;
    const i = movable[Math.floor(random() * movable.length)]!;
    const j = alike[i]![Math.floor(random() * alike[i]!.length)]!;
    if (i === j || starters[i] === starters[j] || !allowed(i, starters[j]!) || !allowed(j, starters[i]!)) return;
    const [a, b, c, d] = [isWhole(i, starters[i]!), isWhole(j, starters[j]!), isWhole(i, starters[j]!), isWhole(j, starters[i]!)];
    for (const e of [0, 1]) if (a[e] !== b[e] || a[e] !== c[e] || a[e] !== d[e]) return;
    const many = touch(starterPair[i]!, starterPair[j]!, closerPair[i]!, closerPair[j]!);
    moved[0] = i;
    moved[1] = j;
    const rise = change(many, () => exchangeRuns(i, j));
    let fine = rise <= HOT * 4;
    for (let k = 0; fine && k < many; k++) fine = fits(pairs[touched[k]!]!.starter, pairs[touched[k]!]!.closer);
    if (fine) fine = terms.mustsRisen(moved, 2, 0) <= 1e-9;
    const looks = fine ? terms.looksRisen(moved, 2) : 0;
    if (fine && faults + looks < 1e-9 && accepts(rise, temperature)) {
      terms.keep(moved, 2);
      faults += looks;
      return;
    }
    change(many, () => exchangeRuns(i, j));
    terms.undo(moved, 2);
  };
  const tryPartners = (temperature: number): void => {
    const [p, q] = [Math.floor(random() * pairs.length), Math.floor(random() * pairs.length)];
    if (p === q || runs[pairs[p]!.starter]!.size !== runs[pairs[q]!.starter]!.size) return;
    if (!fits(pairs[p]!.starter, pairs[q]!.closer) || !fits(pairs[q]!.starter, pairs[p]!.closer)) return;
    const many = touch(p, q);
    if (
      !accepts(
        change(many, () => exchangePartners(p, q)),
        temperature,
      )
    )
      change(many, () => exchangePartners(p, q));
  };
  const accepts = (rise: number, temperature: number) => rise <= 0 || random() < Math.exp(-rise / temperature);

  const steps = count > MANY_RUNS ? FEW_STEPS : Math.min(MOST_STEPS, STEPS_A_RUN * count);
  for (let k = 0; k < steps; k++) {
    const temperature = HOT * (COLD / HOT) ** (k / steps);
    if (k % 2 === 0) tryRuns(temperature);
    else tryPartners(temperature);
  }
  const holds = (i: number) => [starterPair[i]!, closerPair[i]!].every((p) => p < 0 || fits(pairs[p]!.starter, pairs[p]!.closer));
  equalLengths({ runs, movable, starters, terms, allowed, fits: holds });
  return numbered(recut(task, { pairs, movable, planksOf }));
}

/** The list under a key, made where there is none. */
function listIn<T>(lists: Map<number, T[]>, key: number): T[] {
  const own = lists.get(key) ?? [];
  if (own.length === 0) lists.set(key, own);
  return own;
}

function groupedByPlank(cuts: readonly Cut[]): Cut[][] {
  const planks = new Map<number, Cut[]>();
  for (const cut of cuts) listIn(planks, cut.plank).push(cut);
  return [...planks.values()];
}

/** The cuts as the pairs are now: every loose pair has its plank still, those that hold one piece are dealt to the rows anew. */
function recut(
  { runs, cuts, starters }: Racking,
  found: { readonly pairs: readonly Pair[]; readonly movable: readonly number[]; readonly planksOf: ReadonlyMap<number, readonly Cut[]> },
): Cut[] {
  const { pairs, movable, planksOf } = found;
  const ends = { starter: new Map(pairs.map((p) => [p.starter, p.plank])), closer: new Map(pairs.map((p) => [p.closer, p.plank])) };
  const paired = new Set(pairs.map((p) => p.plank));
  const isMovable = new Set(movable);
  const anew = new Set([...movable, ...ends.starter.keys(), ...ends.closer.keys()]);
  /** planks that hold one piece, whole or not, by their size */
  const single = new Map<number, number[]>();
  for (const i of anew) {
    for (const { segment, plank } of planksOf.get(i)!) {
      if (segment.kind === 'whole' || (isMovable.has(i) && !paired.has(plank))) listIn(single, runs[i]!.size).push(plank);
    }
  }
  const laid: Cut[] = cuts.filter((c) => !anew.has(c.segment.run));
  for (const i of anew) {
    const run = runs[i]!;
    for (const segment of segmentsOf(run, i, starters[i]!)) {
      const { kind, from, to } = segment;
      if (kind === 'whole') laid.push({ segment, plank: single.get(run.size)!.pop()!, along: 0 });
      else {
        const end = kind === 'starter' ? 'starter' : 'closer';
        const kept = () => planksOf.get(i)!.find((c) => c.segment.kind === kind)!.plank;
        const plank = ends[end].get(i) ?? (isMovable.has(i) ? single.get(run.size)!.pop()! : kept());
        laid.push({ segment, plank, along: kind === 'starter' ? run.plank - (to - from) : 0 });
      }
    }
  }
  return laid;
}
