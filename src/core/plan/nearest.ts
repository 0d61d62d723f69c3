/**
 * Of all ways to cut the same pieces from the same planks the one whose remainders wait least: every starter lies at its plank's right end and every
 * closer at the left one, so that planks can exchange their closers wherever there is room for the saw between both.
 */
import { frameOf, grouped, turnedPolygon } from '../geometry';
import { apartFor, isOneCut, slantsOf } from '../rows';
import type { Piece, Plank } from '../given';
import { assigned } from './assign';
import type { Laid } from './rack';

/** Cuts in files are rounded to a thousandth (mm). */
const ROUNDED = 2e-3;
/** Less wood than this (mm) between two cuts is none; pieces between which no more than a sliver would be cut off lie so many pieces further apart. */
const SLIVER = 0.05;
const OF_A_SLIVER = 100_000;
/** So many planks are paired at once, exactly; of more those that are laid about the same time, half of them together with the next. */
const AT_ONCE = 200;
/** Of more planks than this half as many: each takes as long as their number squared. */
const MANY = 3000;

/** Ends with more pieces laid between them than this are not put on one plank where little may wait. */
const FAR = 400;
/** Of more planks than this no partners are exchanged where little may wait: it takes longer than it helps. */
const MOST_EXCHANGED = 1000;

/** A plank with what is cut from its ends: when each is laid, and how long it is. */
type Ends = { readonly plank: number; readonly length: number; starter: End | null; closer: End | null };
type End = { readonly piece: Piece; readonly at: number; readonly long: number; /** how its sawn end leans, mm */ readonly leans: number };

/**
 * @param order the pieces as they are laid
 * @returns the plank of every piece that comes from another than before
 */
export function nearestPairs(order: readonly Laid[], planks: readonly Plank[], kerf: number): ReadonlyMap<Piece, number> {
  const found = new Map<Piece, number>();
  for (const own of endsByWidth(order, planks, kerf)) {
    own.sort((a, b) => middleOf(a) - middleOf(b));
    const many = own.length > MANY ? AT_ONCE / 2 : AT_ONCE;
    const step = Math.ceil(many / 2);
    for (let from = 0; from === 0 || from + step < own.length; from += step) pair(own.slice(from, from + many), kerf);
    for (const { plank, closer } of own) if (closer && closer.piece.plank !== plank) found.set(closer.piece, plank);
  }
  return found;
}

const middleOf = ({ starter, closer }: Ends): number => ((starter ?? closer)!.at + (closer ?? starter)!.at) / 2;

/** The planks of each width, of whatever length, that nothing is cut from but a starter, a closer or both, side by side along the plank. */
function endsByWidth(order: readonly Laid[], planks: readonly Plank[], kerf: number): Ends[][] {
  const cut = order.map(({ piece, direction }, at): Used => ({ piece, at, long: piece.cut.to - piece.cut.from, direction }));
  const uses = grouped(cut, ({ piece }) => piece.plank);
  const found: (Ends & { readonly width: number })[] = [];
  for (const { n, length, width } of planks) {
    const own = uses.get(n) ?? [];
    const starter = endOf(
      own.find((e) => e.piece.cut.from > 0 && e.piece.cut.to > length - ROUNDED),
      'left',
      width,
    );
    const closer = endOf(
      own.find((e) => e.piece.cut.from < ROUNDED && e.piece.cut.to < length),
      'right',
      width,
    );
    if (own.length > 0 && own.length === Number(starter !== null) + Number(closer !== null) && fits(starter, closer, length, kerf))
      found.push({ plank: n, length, width, starter, closer });
  }
  return [...grouped(found, ({ width }) => width).values()];
}

type Used = Omit<End, 'leans'> & { readonly direction: number | undefined };

/** A piece of a plank with how its sawn end leans. */
function endOf(used: Used | undefined, sawn: 'left' | 'right', width: number): End | null {
  if (!used) return null;
  const { direction, ...end } = used;
  return { ...end, leans: direction === undefined ? 0 : slantsOf(turnedPolygon(frameOf(direction), used.piece.outline), width)[sawn] };
}

/** Whether the second of two cuts would take off less than the saw itself takes. */
function isSliver({ long: a, leans: left }: End, { long: b, leans: right }: End, length: number, kerf: number): boolean {
  const between = length - a - b - kerf;
  return isOneCut(right, left) ? between > SLIVER && between < kerf - SLIVER : between < apartFor(kerf) - SLIVER;
}

/** Whether what is cut from a plank's ends has room on it, and the saw between both. */
const fits = (starter: End | null, closer: End | null, length: number, kerf: number): boolean =>
  (starter?.long ?? 0) + (closer?.long ?? 0) + (starter && closer ? kerf : 0) <= length + ROUNDED;

/** Exchanges closers so that both parts of all planks together lie as near to each other as can be. */
function pair(own: readonly Ends[], kerf: number): void {
  const closers = own.map((e) => e.closer);
  const columns = assigned(own.length, (row, column) => {
    const { starter, length } = own[row]!;
    const closer = closers[column]!;
    // none is left without a piece
    if ((starter === null && closer === null) || !fits(starter, closer, length, kerf)) return Infinity;
    if (starter === null || closer === null) return 0;
    return Math.abs(starter.at - closer.at) + (isSliver(starter, closer, length, kerf) ? OF_A_SLIVER : 0);
  });
  if (columns === null) return;
  own.forEach((ends, i) => (ends.closer = closers[columns[i]!]!));
}

type Bounded = {
  readonly kerf: number;
  /** how many remainders wait after each piece; told of those that wait more */
  readonly waiting: Int32Array;
  readonly bound: number;
};

/**
 * Starters and closers that lie alone on their planks, put on one where both have room and no more remainders wait than may: the nearest first. Those that
 * are left may still do so by an exchange: a starter takes the closer of another plank, whose own starter takes one that lies alone.
 *
 * @returns the plank of every closer that comes from another than before
 */
export function joinedEnds(
  order: readonly Laid[],
  planks: readonly Plank[],
  { kerf, waiting, bound }: Bounded,
): ReadonlyMap<Piece, number> {
  const found = new Map<Piece, number>();
  const between = (s: Ends, c: End): readonly [number, number] => [Math.min(s.starter!.at, c.at), Math.max(s.starter!.at, c.at)];
  const wait = ([from, to]: readonly [number, number], by: 1 | -1): void => {
    for (let at = from; at < to; at++) waiting[at]! += by;
  };
  /** Lets a starter's plank give a closer too, if nothing is against it. */
  const join = (s: Ends, c: End): boolean => {
    const span = between(s, c);
    if (!fits(s.starter, c, s.length, kerf) || waiting.subarray(...span).some((many) => many >= bound)) return false;
    wait(span, 1);
    s.closer = c;
    found.set(c.piece, s.plank);
    return true;
  };
  const part = (s: Ends): End => {
    const c = s.closer!;
    wait(between(s, c), -1);
    s.closer = null;
    return c;
  };
  /** Lets a lonely starter have another plank's closer, whose own starter takes one of those that lie alone; whether that was possible. */
  const exchange = (s: Ends, other: Ends, alone: readonly End[]): boolean => {
    if (other.closer === null || !fits(s.starter, other.closer, s.length, kerf)) return false;
    const c = part(other);
    if (join(s, c)) {
      if (alone.some((lone) => join(other, lone))) return true;
      part(s);
    }
    wait(between(other, c), 1);
    other.closer = c;
    found.set(c.piece, other.plank);
    return false;
  };
  for (const own of endsByWidth(order, planks, kerf)) {
    const starters = own.filter((e) => e.starter !== null);
    const closers = own.flatMap((e) => (e.starter === null ? e.closer! : []));
    const lonely = () => starters.filter((e) => e.closer === null);
    const pairs = lonely().flatMap((s) =>
      closers.flatMap((c) => {
        const apart = Math.abs(s.starter!.at - c.at);
        return apart <= FAR && fits(s.starter, c, s.length, kerf) ? [{ s, c, apart }] : [];
      }),
    );
    pairs.sort((a, b) => a.apart - b.apart || a.s.starter!.at - b.s.starter!.at);
    for (const { s, c } of pairs) if (s.closer === null && !found.has(c.piece)) join(s, c);
    if (own.length > MOST_EXCHANGED) continue;
    for (const s of lonely()) {
      const alone = closers.filter((c) => !found.has(c.piece));
      starters.some((other) => exchange(s, other, alone));
    }
  }
  return found;
}
