/**
 * Reuse in two measures. The search counts planks by lengths, and mates by widths; what it cannot see are a strip ripped off a long row that
 * serves several short ones, the rest beside a tapered or notched piece, a closet's pieces from what others leave. Here pieces move, as boxes
 * on their planks, until planks stand empty that need not be opened.
 */
import { polygonArea, type Point } from '../../geometry';
import { apartFor, isOneCut, lapBetween, type Slants } from '../slants';
import { comesApart, cornersOf, type Sawn, SAWN_ALIKE } from '../../wood';
import type { Piece } from '../../given';

type Box = Piece['cut'];

/** A piece as its plank sees it: its box there, and which factory ends and edges of the plank it must lie at. */
export type Blank = Sawn & {
  readonly plank: number;
  /** which size of plank it is cut from: only blanks of one size share planks */
  readonly size: number;
  readonly left: boolean;
  readonly right: boolean;
  /** the edge towards the starting wall, and the one away from it */
  readonly low: boolean;
  readonly high: boolean;
  /** where its ends slant right across the plank */
  readonly slants?: Slants;
  /** lies where it is: it does not move, and its plank is begun, so that nothing is saved by emptying it */
  readonly fixed?: boolean;
};

/** Where a blank lies now. */
export type Place = { readonly plank: number; readonly box: Box };

type Size = { readonly length: number; readonly width: number };

const longOf = ({ box }: Blank | Place) => box.to - box.from;
const wideOf = ({ box }: Blank | Place) => box.high - box.low;

/** A plank and the blanks that lie on it; `gap` and `beside` are the most that could be free along it and beside its blanks. */
type Bin = { readonly n: number; readonly size: number; items: number[]; free: number; gap: number; beside: number };

/** By how much two blanks may overlap along their plank, the first to the left of the second. */
function lapOf(a: Blank, b: Blank, kerf: number): number {
  const [right, left] = [a.slants?.right ?? 0, b.slants?.left ?? 0];
  const lap = lapBetween(right, left, a.slants?.width ?? 1, kerf);
  // ends that are no one cut lie so far apart that two cuts part them
  return lap === 0 && !isOneCut(right, left) ? -apartFor(kerf) : lap;
}

/** A stretch that is taken, and how near another may come to its two ends. */
type Taken = readonly [from: number, to: number, before: number, after: number];

/** Starts of a stretch on a plank that keeps to the factory ends it needs, or else lies at an end or beside what is there already. */
function startsOf(stretch: number, plank: number, [near, far]: readonly [boolean, boolean], others: readonly Taken[]): number[] {
  if (near && far) return Math.abs(stretch - plank) < SAWN_ALIKE ? [0] : [];
  if (near || far) return [near ? 0 : plank - stretch];
  const beside = others.flatMap(([from, to, before, after]) => [to + after, from - before - stretch]);
  return [0, plank - stretch, ...beside].filter((at) => at > -SAWN_ALIKE && at + stretch < plank + SAWN_ALIKE);
}

/**
 * Empties planks by moving their pieces into what others leave: the emptiest plank first, each piece to the fullest plank that takes it.
 *
 * @param sizes length and width of each size
 * @param kerf mm
 * @param fits whether what is left of a plank holds these corners
 * @returns each blank's place; planks keep their numbers, so that those of emptied ones are missing
 */
export function reuse(
  blanks: readonly Blank[],
  sizes: readonly Size[],
  kerf: number,
  fits: (plank: number, corners: readonly Point[]) => boolean = () => true,
): readonly Place[] {
  const places: Place[] = blanks.map(({ plank, box }) => ({ plank, box }));
  const areas = blanks.map((b) => (b.ring ? polygonArea([b.ring]) : longOf(b) * wideOf(b)));
  /** the least of its length that a blank takes for itself alone */
  const lengths = blanks.map((b) => longOf(b) - Math.abs(b.slants?.left ?? 0) - Math.abs(b.slants?.right ?? 0));
  const bins = new Map<number, Bin>();

  const measure = (bin: Bin) => {
    const { length, width } = sizes[bin.size]!;
    bin.free = length * width;
    bin.gap = length;
    bin.beside = 0;
    for (const i of bin.items) {
      bin.free -= areas[i]!;
      bin.beside = Math.max(bin.beside, width - wideOf(places[i]!) - kerf);
    }
    // blanks that share a stretch of the length take it once
    let reach = -Infinity;
    for (const { box } of bin.items.map((i) => places[i]!).sort((a, b) => a.box.from - b.box.from)) {
      bin.gap -= Math.max(0, box.to - Math.max(reach, box.from));
      reach = Math.max(reach, box.to);
    }
  };
  blanks.forEach(({ plank, size }, i) => {
    const bin = bins.get(plank) ?? { n: plank, size, items: [], free: 0, gap: 0, beside: 0 };
    bin.items.push(i);
    bins.set(plank, bin);
  });
  bins.forEach(measure);

  /** A place for blank i on a plank beside what lies there, or null. */
  const placeOn = (bin: Bin, i: number): Box | null => {
    const blank = blanks[i]!;
    const [long, wide] = [longOf(blank), wideOf(blank)];
    if (bin.free < areas[i]! || (bin.gap < lengths[i]! + kerf - SAWN_ALIKE && bin.beside < wide - SAWN_ALIKE)) return null;
    const { length, width } = sizes[bin.size]!;
    const others = bin.items.map((k) => places[k]!.box);
    const before = bin.items.map((k) => kerf - lapOf(blank, blanks[k]!, kerf));
    const after = bin.items.map((k) => kerf - lapOf(blanks[k]!, blank, kerf));
    const ends = others.map((b, k): Taken => [b.from, b.to, before[k]!, after[k]!]);
    const edges = others.map((b): Taken => [b.low, b.high, kerf, kerf]);
    for (const from of startsOf(long, length, [blank.left, blank.right], ends)) {
      for (const low of startsOf(wide, width, [blank.low, blank.high], edges)) {
        const box = { from, to: from + long, low, high: low + wide };
        const clear = others.every(
          (b, k) =>
            b.from >= box.to + before[k]! - SAWN_ALIKE ||
            b.to <= from - after[k]! + SAWN_ALIKE ||
            b.low >= box.high + kerf - SAWN_ALIKE ||
            b.high <= low - kerf + SAWN_ALIKE,
        );
        if (
          clear &&
          fits(bin.n, cornersOf({ ring: blank.ring, box })) &&
          comesApart([...bin.items.map((k) => ({ ring: blanks[k]!.ring, box: places[k]!.box })), { ring: blank.ring, box }], kerf)
        )
          return box;
      }
    }
    return null;
  };
  const move = (i: number, from: Bin, to: Bin, box: Box) => {
    from.items = from.items.filter((k) => k !== i);
    to.items.push(i);
    places[i] = { plank: to.n, box };
    measure(from);
    measure(to);
  };

  const loose = blanks.flatMap((b, i) => (b.fixed ? [] : [i]));
  const least = { long: Math.min(...loose.map((i) => lengths[i]!)), wide: Math.min(...loose.map((i) => wideOf(blanks[i]!))) };
  let open = [...bins.values()];
  for (let emptied = true; emptied;) {
    emptied = false;
    open = open.filter((b) => b.items.length > 0).sort((a, b) => b.free - a.free || a.n - b.n);
    // in a large plain floor hardly any plank has room for anything
    const roomy = open.filter((b) => b.gap >= least.long + kerf - SAWN_ALIKE || b.beside >= least.wide - SAWN_ALIKE);
    // the emptiest first, as the pass begins: what moves in leaves them less, so that for a larger piece none further on has room
    const most = Float64Array.from(roomy, (b) => b.free);
    for (const bin of open) {
      if (bin.items.some((i) => blanks[i]!.fixed)) continue;
      const moves: { readonly i: number; readonly to: Bin; readonly was: Box }[] = [];
      for (const i of [...bin.items].sort((a, b) => areas[b]! - areas[a]! || a - b)) {
        let to: Bin | null = null;
        let place: Box | null = null;
        for (let k = 0; k < roomy.length && most[k]! >= areas[i]!; k++) {
          const other = roomy[k]!;
          if (other === bin || other.size !== bin.size || other.items.length === 0 || (to && other.free >= to.free)) continue;
          const box = placeOn(other, i);
          if (box) [to, place] = [other, box];
        }
        if (!to || !place) break;
        moves.push({ i, to, was: places[i]!.box });
        move(i, bin, to, place);
      }
      if (bin.items.length === 0) emptied = true;
      else for (const { i, to, was } of moves.reverse()) move(i, to, bin, was);
    }
  }
  return places;
}
