/**
 * Where the joints of what is still to be laid fall. Runs that nothing lies on have a starter to choose, as in a floor that is planned; what
 * lies is seen by them and counts no plank: it goes into the search as runs that stay as they are.
 */
import { TAPE_ERRS, type Job } from '../given';
import {
  handOf,
  isParted,
  isSingle,
  jointsOf,
  matesOf,
  mixesLengths,
  REPEAT_ROWS,
  longestOf,
  searcherOf,
  searchRunOf,
  schoolFor,
  starterAt,
  stepsFor,
  sureStarters,
  wishesOf,
  type Run,
  type SearchContact,
  type SearchRun,
  type Stretches,
} from '../rows';
import { allJoints, type FloorToLay, type Stretch } from './ground';
import type { Supply } from './wood';

/** The joints of every stretch, in the order of the floors' stretches. */
export type Joints = readonly (readonly number[])[];

/** Places along a row nearer than this (mm) are one. */
const SAME = 0.5;
/** A piece may be longer than its plank by what files round away, mm. */
const ROUNDED = 0.02;
/** Rows of what is only counted lie so far from all others that no look compares them. */
const FAR_OFF = 1_000_000;

const regular = (joints: readonly number[], plank: number): boolean =>
  joints.every((u, k) => k === 0 || Math.abs(u - joints[k - 1]! - plank) < SAME);

/** A stretch without a choice: the joints that were planned, and more where its edge has gone so far that a plank no longer reaches it. */
export function keptJoints({ run, left, right, planned }: Stretch, plank: number): readonly number[] {
  const joints = pushedClear(planned ?? [], { run, left, right }, plank);
  if (left === 'joint' || right === 'edge') {
    const last = () => joints[joints.length - 1] ?? run.u0;
    while (run.u1 - last() > plank + ROUNDED) joints.push(last() + plank);
  }
  const first = () => joints[0] ?? run.u1;
  while (first() - run.u0 > plank + ROUNDED) joints.unshift(first() - plank);
  return joints;
}

/** Where a wall lies a hair further than a plank reaches, all joints go along with it, so that no stub is laid there. */
function pushedClear(joints: readonly number[], { run, left, right }: Pick<Stretch, 'run' | 'left' | 'right'>, plank: number): number[] {
  const [first, last] = [joints[0], joints[joints.length - 1]];
  if (first === undefined || last === undefined || left !== 'edge' || right !== 'edge') return [...joints];
  const [before, after] = [first - run.u0 - plank, run.u1 - last - plank];
  const over = Math.max(before, after);
  if (over <= ROUNDED || over > SAME || before + after > ROUNDED) return [...joints];
  return joints.map((u) => (before > after ? u - before : u + after));
}

/** What is searched: lines for runs with a starter to choose, for what lies and for what is left of begun planks. */
export type Lines = {
  readonly runs: readonly SearchRun[];
  readonly contacts: readonly SearchContact[];
  readonly mates: Int32Array;
  readonly fixed: ReadonlyMap<number, number>;
  readonly allowed: readonly Stretches[];
  /** for each stretch its line, or null where its joints are kept */
  readonly lineOf: ReadonlyMap<Stretch, number>;
  /** for a line that stands for a remnant, what it is */
  readonly supplyOf: ReadonlyMap<number, Supply>;
  /** starters of the plan in force, or some that may be where it has none */
  readonly planned: Float64Array;
  /** whether every free line has a starter of the plan in force that it may keep */
  readonly kept: boolean;
};

/** Whether where a stretch's joints fall is still to be chosen. */
function isFree(stretch: Stretch, plank: number, mixed: boolean): boolean {
  if (mixed || stretch.left === 'joint' || stretch.right === 'joint') return false;
  if (!stretch.planned || regular(stretch.planned, plank)) return true;
  // joints that only butts explain are kept as long as they can be
  const ends = [stretch.run.u0, ...stretch.planned, stretch.run.u1];
  return ends.slice(1).some((u, k) => u - ends[k]! > plank + ROUNDED);
}

/**
 * @param group floors that share their planks
 * @param supplies what is left of begun planks, with the factory end that it keeps
 */
export function linesOf(job: Pick<Job, 'kerf' | 'hand' | 'tape'>, group: readonly FloorToLay[], supplies: readonly Supply[]): Lines {
  const { product } = group[0]!.floor;
  const { kerf, tape = TAPE_ERRS } = job;
  const mixed = mixesLengths(product);
  const sizeFor = (width: number) => product.planks.findIndex((p) => p.width === width);
  const runs: SearchRun[] = [];
  const contacts: SearchContact[] = [];
  const fixed = new Map<number, number>();
  const allowed: Stretches[] = [];
  const lineOf = new Map<Stretch, number>();
  const planned: number[] = [];
  const strips: { line: number; run: Run }[] = [];
  let rowBase = 0;
  let kept = true;
  const add = (run: SearchRun, own: Stretches, starter: number): number => {
    runs.push(run);
    allowed.push(own);
    planned.push(starter);
    return runs.length - 1;
  };
  group.forEach((own, index) => {
    const { floor, frame } = own;
    const wishes = wishesOf(floor, { frame }, own.runs);
    const base = rowBase + 1 - (own.rows[0]?.n ?? 1);
    const plain = (run: Run) => searchRunOf(run, product, { row: base + run.row.n, floor: index, wishes: wishes[run.index]! });
    /** What was planned in two pieces stays so; where nothing is planned it is as its wishes have it. */
    const lineFor = (run: Run): SearchRun => {
      const line = plain(run);
      const planned = own.stretches.find((s) => s.of === run.index)?.planned;
      return (planned ? planned.length > 0 && isSingle(line) : !mixed && isParted(line, wishes[run.index]!, line.endPiece))
        ? { ...line, parted: true }
        : line;
    };
    const hand = handOf(job.hand, own.runs, own.runs.map(lineFor), frame);
    const byRun: number[][] = own.runs.map(() => []);
    for (const run of own.runs) {
      const stretches = own.stretches.filter((s) => s.of === run.index);
      const line = lineFor(run);
      const [only] = stretches;
      if (only && stretches.length === 1 && isFree(only, line.plank, mixed)) {
        const wished = hand.wishes.get(run.index) ?? line.wishes;
        const legal = isSingle(line) ? [] : (pinnedTo(hand.pinned.get(run.index)) ?? sureStarters(line, line.endPiece, tape));
        const starter = only.planned?.length ? starterAt(line, only.planned[0]!) : null;
        const may = starter !== null && legal.some(([a, b]) => starter >= a - SAME && starter <= b + SAME);
        if (!isSingle(line) && starter === null) kept = false;
        const i = add({ ...line, wishes: wished }, legal, may ? starter : (starter ?? middleOf(legal)));
        lineOf.set(only, i);
        byRun[run.index]!.push(i);
        strips.push({ line: i, run });
        continue;
      }
      for (const seen of seenLines(own, run, stretches, line)) {
        const i = add(seen, [[line.plank, line.plank]], line.plank);
        fixed.set(i, line.plank);
        byRun[run.index]!.push(i);
      }
    }
    for (const c of own.contacts)
      for (const a of byRun[c.before]!) for (const b of byRun[c.after]!) contacts.push({ before: a, after: b, from: c.from, to: c.to });
    rowBase += own.rows.length + REPEAT_ROWS + 1;
  });
  const supplyOf = new Map<number, Supply>();
  for (const supply of supplies) {
    const plank = product.planks[supply.size]!.length;
    // a remnant is what the other end of its plank leaves: that end is counted, beside a whole plank that stands for itself
    const taken = plank - kerf - supply.length;
    if (taken <= 1 || taken >= plank) continue;
    const starter = supply.end === 'left' ? taken : plank;
    const i = add(
      { u0: 0, u1: plank + taken, plank, size: supply.size, row: FAR_OFF * 2 + runs.length * 100, stagger: 0, endPiece: 1 },
      [[starter, starter]],
      starter,
    );
    fixed.set(i, starter);
    supplyOf.set(i, supply);
  }
  const mates = matesOf(
    strips.map(({ run }, index) => ({ ...run, index })),
    (run) => product.planks[sizeFor(run.row.width)]!,
    kerf,
  );
  const wide = new Int32Array(runs.length).fill(-1);
  mates.forEach((mate, k) => mate >= 0 && (wide[strips[k]!.line] = strips[mate]!.line));
  return { runs, contacts, mates: wide, fixed, allowed, lineOf, supplyOf, planned: Float64Array.from(planned), kept };
}

const pinnedTo = (pinned: Stretches | undefined): Stretches | undefined => (pinned && pinned.length > 0 ? pinned : undefined);
const middleOf = (legal: Stretches): number => (legal.length === 0 ? 0 : (legal[0]![0] + legal[0]![1]) / 2);

/** Lines that show the search the joints of a run that it cannot choose, and that open nothing but whole planks. */
function seenLines(own: FloorToLay, run: Run, stretches: readonly Stretch[], line: SearchRun): SearchRun[] {
  const { plank } = line;
  const joints = allJoints(own, run, stretches.flatMap((s) => keptJoints(s, plank))); // prettier-ignore
  if (joints.length === 0) return [];
  const plain = { ...line, slants: undefined, wishes: undefined };
  if (regular(joints, plank)) return [{ ...plain, u0: joints[0]! - plank, u1: joints[joints.length - 1]! + plank }];
  return joints.map((u, k) => ({ ...plain, row: FAR_OFF + line.row * 1000 + k * 20, u0: u - plank, u1: u + plank }));
}

/** How joints are chosen. */
export type Choosing =
  /** as they were planned, whatever it costs */
  | 'kept'
  /** as planned, but for what a limit or a plank asks */
  | 'mended'
  /** all anew */
  | 'anew';

/** Steps at most: a person waits for the answer. */
const MOST_STEPS = { mended: 25_000, anew: 8_000 };

/** Finds joints for every stretch of floors that share their planks. */
export function jointsFor(
  group: readonly FloorToLay[],
  lines: Lines,
  kerf: number,
  how: Choosing,
  steps?: number,
): { readonly joints: Joints; readonly starters: Float64Array } {
  const { product } = group[0]!.floor;
  const starters = how === 'kept' ? lines.planned : searched(group, lines, kerf, how, steps);
  const joints = group.flatMap((own) =>
    own.stretches.map((stretch) => {
      const i = lines.lineOf.get(stretch);
      return i === undefined ? keptJoints(stretch, longestOf(product, stretch.run.row.width)) : jointsOf(lines.runs[i]!, starters[i]!);
    }),
  );
  return { joints, starters };
}

function searched(group: readonly FloorToLay[], lines: Lines, kerf: number, how: 'mended' | 'anew', steps?: number): Float64Array {
  const { product, layout } = group[0]!.floor;
  const { school: wanted, seed, price } = layout.stagger;
  const school = schoolFor(wanted, product);
  const { runs, contacts, mates, fixed } = lines;
  const { search } = searcherOf({ runs, contacts, mates, fixed, kerf, school, ...(price === undefined ? {} : { price }) });
  const free = lines.lineOf.size;
  const most = steps ?? Math.min(MOST_STEPS[how], stepsFor(free));
  const mended = search({ seed, allowed: lines.allowed, from: lines.planned, steps: most });
  if (how === 'mended') return mended.starters;
  return search({ seed, allowed: lines.allowed, begin: mended.starters, steps: most }).starters;
}
