import { mostPairs, pairHands, type Laps } from './hands';
import { isSingle, jointsOf, SAME_LENGTH } from './joints';
import { classesOf } from './slants';
import { together } from './stock';
import type { SearchRun } from './ties';

/** What one piece of a run is: it keeps both factory ends, the right one, the left one, or needs neither. */
export type SegmentKind = 'whole' | 'starter' | 'closer' | 'single';

/** A stretch of a run that one plank covers. */
export type Segment = {
  readonly run: number;
  /** Its place in the run, from 0. */
  readonly place: number;
  readonly kind: SegmentKind;
  readonly from: number;
  readonly to: number;
};

/** Where a segment lies on its plank: `along` of its left end. */
export type Cut = {
  readonly segment: Segment;
  readonly plank: number;
  readonly along: number;
  /** which of its ends meets another saw cut */
  readonly butt?: 'left' | 'right';
};

/** The segments of one run for its starter, left to right. */
export function segmentsOf(line: SearchRun, run: number, starter: number): Segment[] {
  const { u0, u1, plank } = line;
  if (isSingle(line)) {
    return [{ run, place: 0, kind: u1 - u0 >= plank - SAME_LENGTH ? 'whole' : 'single', from: u0, to: u1 }];
  }
  const joints = jointsOf(line, starter);
  return Array.from({ length: joints.length + 1 }, (_, place) => {
    const from = place === 0 ? u0 : joints[place - 1]!;
    const to = place === joints.length ? u1 : joints[place]!;
    const kind = to - from >= plank - SAME_LENGTH ? 'whole' : place === 0 ? 'starter' : 'closer';
    return { run, place, kind, from, to };
  });
}

/** Segments that lie in the same stretch of a plank: one, or two that share its width. */
type Slot = {
  readonly kind: SegmentKind;
  length: number;
  readonly row: number;
  readonly members: Segment[];
  /** class of its slanted end */
  readonly slant: number;
};

/**
 * Cuts the segments of all runs out of planks: mates share width, starters and closers share length, single pieces go where they fit closest.
 *
 * @param starters each run's starter
 * @param mates each run's mate in width, or −1
 * @returns the cut of every segment; planks numbered from 1 in the order in which they are opened
 */
export function allocate(runs: readonly SearchRun[], starters: ArrayLike<number>, mates: ArrayLike<number>, kerf: number): readonly Cut[] {
  const cuts: Cut[] = [];
  let opened = 0;
  const slanted = classesOf(runs, kerf);
  for (const size of new Set(runs.map((r) => r.size))) {
    const { plank } = runs.find((r) => r.size === size)!;
    const slots: Slot[] = [];
    runs.forEach((line, i) => {
      const mate = mates[i]!;
      if (line.size !== size || (mate >= 0 && mate < i)) return;
      const own = segmentsOf(line, i, starters[i]!);
      const slantOf = ({ kind, from, to }: Segment) => (kind === 'starter' || kind === 'closer' ? slanted.classOf(kind, i, to - from) : 0);
      const slotOf = (s: Segment, row: number): Slot => ({ kind: s.kind, length: s.to - s.from, row, members: [s], slant: slantOf(s) });
      if (mate < 0) slots.push(...own.map((s) => slotOf(s, line.row)));
      else slots.push(...sharedSlots(runs, i, mate, starters));
    });

    const of = (kind: SegmentKind) => slots.filter((s) => s.kind === kind);
    const bins: { starter?: Slot; closer?: Slot; singles: Slot[]; left: number; whole?: Slot }[] = of('whole').map((whole) => ({
      whole,
      singles: [],
      left: 0,
    }));
    bins.push(...packCut(of('starter'), of('closer'), of('single'), plank, kerf, slanted.laps));
    for (const bin of bins) {
      opened++;
      const lay = (slot: Slot, at: number) => {
        for (const segment of slot.members) {
          const length = segment.to - segment.from;
          const right = segment.kind === 'starter' || (slot.kind === 'starter' && segment.kind !== 'closer');
          cuts.push({ segment, plank: opened, along: right ? at + slot.length - length : at });
        }
      };
      if (bin.whole) lay({ ...bin.whole, length: plank }, 0);
      if (bin.closer) lay(bin.closer, 0);
      let at = bin.closer ? bin.closer.length + kerf : 0;
      for (const single of bin.singles) {
        lay(single, at);
        at += single.length + kerf;
      }
      if (bin.starter) lay(bin.starter, plank - bin.starter.length);
    }
  }
  return numbered(cuts);
}

/** Planks numbered in the order in which their first segment is laid. */
export function numbered(cuts: readonly Cut[]): readonly Cut[] {
  const order = [...cuts].sort((a, b) => a.segment.run - b.segment.run || a.segment.place - b.segment.place);
  const numbers = new Map<number, number>();
  for (const { plank } of order) if (!numbers.has(plank)) numbers.set(plank, numbers.size + 1);
  return order.map((cut) => ({ ...cut, plank: numbers.get(cut.plank)! }));
}

/** The slots of two mates, as {@link together} counts them. */
function sharedSlots(runs: readonly SearchRun[], a: number, b: number, starters: ArrayLike<number>): Slot[] {
  const unit = (i: number) => {
    const line = runs[i]!;
    const segments = segmentsOf(line, i, starters[i]!);
    const find = (kind: SegmentKind) => segments.find((s) => s.kind === kind);
    const wholes = segments.filter((s) => s.kind === 'whole');
    const length = (s?: Segment) => (s ? s.to - s.from : 0);
    const parts = { starter: find('starter'), closer: find('closer'), single: find('single') };
    return {
      row: line.row,
      parts,
      segments: wholes,
      wholes: wholes.length,
      starter: length(parts.starter),
      closer: length(parts.closer),
      single: length(parts.single),
    };
  };
  const ua = unit(a);
  const ub = unit(b);
  const [more, less] = ua.wholes >= ub.wholes ? [ua, ub] : [ub, ua];
  const { absorbed } = together(ua, ub);
  const row = Math.min(ua.row, ub.row);
  const slots: Slot[] = more.segments.map((s, k) => ({
    kind: 'whole',
    length: s.to - s.from,
    row,
    members: less.segments[k] ? [s, less.segments[k]] : [s],
    slant: 0,
  }));
  let spare = less.segments.length;
  const rest = { ...less.parts };
  const absorb = (part: 'starter' | 'closer' | 'single') => {
    slots[spare++]!.members.push(rest[part]!);
    rest[part] = undefined;
  };
  if (absorbed === 'single') absorb('single');
  if (absorbed === 'starter' || absorbed === 'both') absorb('starter');
  if (absorbed === 'closer' || absorbed === 'both') absorb('closer');
  for (const kind of ['starter', 'closer', 'single'] as const) {
    const members = [more.parts[kind], rest[kind]].filter((s): s is Segment => s !== undefined);
    if (members.length > 0) slots.push({ kind, length: Math.max(...members.map((s) => s.to - s.from)), row, members, slant: 0 });
  }
  return slots;
}

type Bin = { starter?: Slot; closer?: Slot; singles: Slot[]; left: number };

function packCut(
  starters: readonly Slot[],
  closers: readonly Slot[],
  singles: readonly Slot[],
  plank: number,
  kerf: number,
  laps: Laps,
): Bin[] {
  const room = plank - kerf;
  const near = pack(pairHands(starters, closers, room, laps), starters, closers, singles, plank, kerf);
  if (singles.length === 0) return near;
  // With single pieces to place, the pairing that the search counted may leave better room than the one with the least waiting.
  const counted = pack(mostPairs(starters, closers, room, laps), starters, closers, singles, plank, kerf);
  return counted.length < near.length ? counted : near;
}

function pack(
  pairs: readonly (readonly [number, number])[],
  starters: readonly Slot[],
  closers: readonly Slot[],
  singles: readonly Slot[],
  plank: number,
  kerf: number,
): Bin[] {
  const paired = [new Set(pairs.map((p) => p[0])), new Set(pairs.map((p) => p[1]))] as const;
  const bins: Bin[] = pairs.map(([s, c]) => ({
    starter: starters[s]!,
    closer: closers[c]!,
    singles: [],
    left: plank - starters[s]!.length - closers[c]!.length - 2 * kerf,
  }));
  starters.forEach((starter, i) => paired[0].has(i) || bins.push({ starter, singles: [], left: plank - starter.length - kerf }));
  closers.forEach((closer, i) => paired[1].has(i) || bins.push({ closer, singles: [], left: plank - closer.length - kerf }));
  for (const single of [...singles].sort((a, b) => b.length - a.length || a.row - b.row)) {
    let best: Bin | undefined;
    for (const bin of bins) if (bin.left >= single.length - SAME_LENGTH && (!best || bin.left < best.left)) best = bin;
    if (!best) bins.push((best = { singles: [], left: plank }));
    best.singles.push(single);
    best.left -= single.length + kerf;
  }
  return bins;
}
