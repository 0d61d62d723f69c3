import { numbered, segmentsOf, type Cut } from './allocate';
import { closerFor, isSingle, SAME_LENGTH } from './joints';
import type { Terms } from './search';
import type { SearchRun } from './ties';

/** Lengths that differ by no more than this (mm) are made equal where that costs nothing: the saw's stop is then set once for all of them. */
const STOP_WITHIN = 1;
/** An end piece that is shorter than its plank by no more than this (mm) is laid whole where that costs nothing: nobody saws a sliver off who need not. */
const SLIVER = 12;
/** Lengths are one to a hundredth of a millimetre. */
const keyOf = (length: number): number => Math.round(length * 100);

type Equalizing = {
  readonly runs: readonly SearchRun[];
  /** the runs whose joints may move */
  readonly movable: readonly number[];
  readonly starters: Float64Array;
  readonly terms: Terms;
  readonly allowed: (run: number, starter: number) => boolean;
  /** whether the planks of a run still hold its pieces */
  readonly fits: (run: number) => boolean;
};

/** Lays end pieces whole that are all but a plank long, and makes starters and closers that are all but equal equal: no limit is broken for it, no plank opened, no fault made. */
export function equalLengths({ runs, movable, starters, terms, allowed, fits }: Equalizing): void {
  const counts = new Map<number, number>();
  const count = (i: number, by: 1 | -1) => {
    for (const length of [starters[i]!, closerFor(runs[i]!, starters[i]!)])
      counts.set(keyOf(length), (counts.get(keyOf(length)) ?? 0) + by);
  };
  /** How well a starter goes with the lengths that there are: first how many of its two are among them, so that no setting is added, then how often they come. */
  const alikeCount = (i: number, starter: number) =>
    [starter, closerFor(runs[i]!, starter)].reduce((sum, length) => {
      const often = counts.get(keyOf(length)) ?? 0;
      return sum + (often > 0 ? movable.length * 2 + often : 0);
    }, 0);
  /** every length that was met, by its whole millimetres: an entry that is no longer in use has no count, and is never the better one */
  const known = { starters: new Map<number, Set<number>>(), closers: new Map<number, Set<number>>() };
  const learn = (i: number) => {
    for (const [lengths, length] of [
      [known.starters, starters[i]!],
      [known.closers, closerFor(runs[i]!, starters[i]!)],
    ] as const) {
      const own = lengths.get(Math.floor(length));
      if (own) own.add(length);
      else lengths.set(Math.floor(length), new Set([length]));
    }
  };
  const near = (lengths: ReadonlyMap<number, ReadonlySet<number>>, length: number): number[] =>
    [-1, 0, 1].flatMap((mm) => [...(lengths.get(Math.floor(length) + mm) ?? [])]);
  for (const i of movable) {
    count(i, 1);
    learn(i);
  }
  const moved = new Int32Array(1);
  /** Lays a run by another starter if nothing is the worse for it. */
  const lay = (i: number, starter: number): void => {
    const before = starters[i]!;
    starters[i] = starter;
    moved[0] = i;
    const fine = fits(i) && terms.mustsRisen(moved, 1) <= 1e-9 && terms.looksRisen(moved, 1) <= 1e-9;
    if (fine) terms.keep(moved, 1);
    else {
      starters[i] = before;
      terms.undo(moved, 1);
    }
  };
  for (const i of movable) {
    const before = starters[i]!;
    const closer = closerFor(runs[i]!, before);
    count(i, -1);
    // the starters that make this run's starter or closer equal to one that there is
    const wanted = [...near(known.starters, before), ...near(known.closers, closer).map((c) => before + closer - c)];
    const found = wanted.filter((s) => Math.abs(s - before) <= STOP_WITHIN && s !== before && allowed(i, s));
    const best = found.reduce((a, b) => (alikeCount(i, b) > alikeCount(i, a) ? b : a), before);
    const { plank } = runs[i]!;
    const short = (length: number) => (length < plank && plank - length <= SLIVER ? plank - length : 0);
    // longer by what the starter lacks of a plank, or shorter by what the closer lacks
    const whole = short(before) > 0 ? plank : before - short(closer);
    if (whole !== before && allowed(i, whole)) lay(i, whole);
    else if (alikeCount(i, best) > alikeCount(i, before)) lay(i, best);
    count(i, 1);
    learn(i);
  }
}

type Evening = Omit<Equalizing, 'movable' | 'fits'> & {
  readonly cuts: readonly Cut[];
  readonly mates: ArrayLike<number>;
  readonly kerf: number;
  /** the runs whose joints may move, of which only those are that share planks in length alone */
  readonly free: readonly number[];
};

/** Cuts runs from the planks that they are cut from, with {@link equalLengths}; `starters` are what they have then. */
export function evened({ runs, cuts, mates, kerf, free, ...rest }: Evening): readonly Cut[] {
  const { starters } = rest;
  const byRun: Cut[][] = runs.map(() => []);
  const byPlank: Cut[][] = [];
  for (const cut of cuts) {
    byRun[cut.segment.run]!.push(cut);
    (byPlank[cut.plank] ??= []).push(cut);
  }
  const isSquare = (i: number) => mates[i]! < 0 && !runs[i]!.slants?.left && !runs[i]!.slants?.right;
  /** the other end on the plank of one that is cut; undefined where it lies alone, null where not just a starter and a closer share the plank */
  const partnerOf = (cut: Cut): Cut | null | undefined => {
    const others = byPlank[cut.plank]!.filter((c) => c !== cut);
    const [other] = others;
    if (other === undefined) return undefined;
    const kinds = new Set([cut.segment.kind, other.segment.kind]);
    return others.length === 1 && kinds.has('starter') && kinds.has('closer') && isSquare(other.segment.run) ? other : null;
  };
  const partners = new Map<number, readonly (Cut | undefined)[]>();
  for (const i of free) {
    if (isSingle(runs[i]!) || !isSquare(i)) continue;
    const own = byRun[i]!.filter((c) => c.segment.kind !== 'whole').map(partnerOf);
    if (!own.includes(null)) partners.set(i, own as (Cut | undefined)[]);
  }
  const fits = (i: number): boolean =>
    partners.get(i)!.every((other) => {
      if (other === undefined) return true;
      const j = other.segment.run;
      const [s, c] = other.segment.kind === 'closer' ? [i, j] : [j, i];
      return starters[s]! + closerFor(runs[c]!, starters[c]!) <= runs[s]!.plank - kerf + SAME_LENGTH;
    });
  equalLengths({ ...rest, runs, movable: [...partners.keys()], fits });
  const laid = cuts.filter((c) => !partners.has(c.segment.run));
  for (const i of partners.keys()) {
    const { plank: length } = runs[i]!;
    // as many pieces as before, each from its own plank
    segmentsOf(runs[i]!, i, starters[i]!).forEach((segment, place) => {
      const { plank } = byRun[i]![place]!;
      laid.push({ segment, plank, along: segment.kind === 'starter' ? length - (segment.to - segment.from) : 0 });
    });
  }
  return numbered(laid);
}
