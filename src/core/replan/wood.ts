/** The wood that there is for what is still to be laid: what begun planks have left, what is sawn, and planks that nothing was cut from. */
import { holds } from '../cuts';
import { boxOf, type Point, type Ring } from '../geometry';
import type { Piece, Product } from '../given';
import { SAME_PLACE, type Begun, type SawnPart, type Site } from '../lay';
import { kerfAlong, type Blank, type Slants } from '../rows';

type Box = Piece['cut'];

/** A stretch that is left at one end of a begun plank, as wide as the plank. */
export type Supply = { readonly bin: number; readonly size: number; readonly end: 'left' | 'right'; readonly length: number };

/** A part of a begun plank that is in hand; where it is sawn to a piece, which. */
export type StockPart = { readonly plank: number; readonly ring: Ring; readonly cut: Box; readonly sawn: SawnPart | null };

/** Planks of one product: their sizes, those that are begun, and what is in hand of them, part by part. */
export type Stock = {
  readonly sizes: Product['planks'];
  readonly kerf: number;
  readonly begun: ReadonlyMap<number, Begun>;
  readonly sizeOf: (plank: Pick<Begun, 'length' | 'width'>) => number;
  readonly parts: readonly StockPart[];
};

/** A remnant shorter than this (mm) begins or ends no run. */
const LEAST_SUPPLY = 150;

/** @param named whether planks name their product */
export function stockOf(site: Site, product: Product, named: boolean, kerf: number): Stock {
  const sizeOf = ({ length, width }: Pick<Begun, 'length' | 'width'>) =>
    product.planks.findIndex((p) => p.length === length && p.width === width);
  const begun = new Map(
    [...site.begun].filter(([, b]) => sizeOf(b) >= 0 && (!named || b.product === undefined || b.product === product.name)),
  );
  const parts = [...begun.keys()].flatMap((n) =>
    (site.yard.get(n) ?? []).flatMap(({ plank, ring, origin }): StockPart[] => {
      const { minX, minY, maxX, maxY } = boxOf(ring);
      const own =
        (origin.kind === 'sawn' &&
          site.parts.find((p) => p.plank === plank && p.of === origin.piece && Math.abs(p.cut.from - minX) < SAME_PLACE)) ||
        null;
      // a sawn part that a later line spoilt is not there any more
      if (origin.kind === 'sawn' && own === null) return [];
      return [{ plank, ring, cut: own?.cut ?? { from: minX, to: maxX, low: minY, high: maxY }, sawn: own }];
    }),
  );
  return { sizes: product.planks, kerf, begun, sizeOf, parts };
}

/** Under which number a part is counted as a plank of its own. */
export const partBin = (at: number): number => -1 - at;

/** Whether what is left of a part when a piece is cut from it is known: of a sawn piece only where it is a plain box. */
export const isPlain = ({ sawn }: StockPart): boolean => sawn === null || (sawn.shape.length === 1 && sawn.shape[0]!.length === 4);

/** Whether a piece can be cut at a place from the part that a bin stands for; from planks that are whole it always can. */
export function fitsIn({ parts }: Stock, bin: number, corners: readonly Point[]): boolean {
  const part = bin < 0 ? parts[-1 - bin]! : null;
  return part === null || holds(part.ring, corners);
}

/** The stretch of a part over which it is as wide as its plank; null where it nowhere is. */
function fullStretch({ ring }: StockPart, width: number): readonly [number, number] | null {
  const on = (y: number) => ring.filter((p) => Math.abs(p[1] - y) < SAME_PLACE).map((p) => p[0]);
  const [near, far] = [on(0), on(width)];
  if (near.length < 2 || far.length < 2) return null;
  return [Math.max(Math.min(...near), Math.min(...far)), Math.min(Math.max(...near), Math.max(...far))];
}

/** What parts have at the factory ends of their planks. */
export function suppliesOf({ begun, sizeOf, parts }: Stock): readonly Supply[] {
  return parts.flatMap((part, k): Supply[] => {
    const plank = begun.get(part.plank)!;
    const full = isPlain(part) ? fullStretch(part, plank.width) : null;
    if (!full || full[1] - full[0] < LEAST_SUPPLY) return [];
    const supply = { bin: partBin(k), size: sizeOf(plank), length: full[1] - full[0] };
    if (full[0] < SAME_PLACE) return [{ ...supply, end: 'left' }];
    return full[1] > plank.length - SAME_PLACE ? [{ ...supply, end: 'right' }] : [];
  });
}

/**
 * Every part as a plank of which nothing else is there: what is not there as blanks that do not move, a kerf off it, so that a piece may lie along the
 * edges that the part has.
 */
export function blocksOf({ begun, sizeOf, parts, kerf }: Stock): Blank[] {
  return parts.flatMap((part, k) => {
    const plank = begun.get(part.plank)!;
    const { from, to, low, high } = part.cut;
    const block = (box: Box, slants?: Slants): Blank => {
      const lean = slants ? slants.right || slants.left : 0;
      const ring = slants && slantedRing(box, slants);
      return { plank: partBin(k), size: sizeOf(plank), box, ...(ring ? { ring } : {}), ...(lean ? { slants } : {}), left: false, right: false, low: false, high: false, fixed: true }; // prettier-ignore
    };
    // of a sawn piece with notches nobody knows what its rest is good for
    if (!isPlain(part)) return [block({ from: -1, to: plank.length + 1, low: -1, high: plank.width + 1 })];
    const all = { low: 0, high: plank.width };
    const [left, right] = [leanOf(part, 'left', plank.width), leanOf(part, 'right', plank.width)];
    const [before, after] = [kerfAlong(kerf, left, plank.width), kerfAlong(kerf, right, plank.width)];
    return [
      // beside a leaning end a piece that leans alike lies along it, a square one beyond it
      block(
        { from: Math.min(0, from - before) - 1, to: from + Math.abs(left) - before, ...all },
        left ? { left: 0, right: left, width: plank.width } : undefined,
      ),
      block(
        { from: to - Math.abs(right) + after, to: Math.max(plank.length, to + after) + 1, ...all },
        right ? { left: right, right: 0, width: plank.width } : undefined,
      ),
      ...(left ? [block({ from: from + Math.abs(left) - kerf - 1, to: from + Math.abs(left) - kerf, low: -20, high: -20 + kerf })] : []),
      ...(right ? [block({ from: to - Math.abs(right) + kerf, to: to - Math.abs(right) + kerf + 1, low: -20, high: -20 + kerf })] : []),
      block({ from, to, low: Math.min(0, low - kerf) - 1, high: low - kerf }),
      block({ from, to, low: high + kerf, high: Math.max(plank.width, high + kerf) + 1 }),
    ];
  });
}

/** By how much the end of a part lies further along at the edge away from the starting wall; 0 where it is square, or is not one straight slant. */
function leanOf({ ring, sawn }: StockPart, end: 'left' | 'right', width: number): number {
  if (sawn) return 0;
  const full = [0, width].map((y) => ring.filter((p) => Math.abs(p[1] - y) < SAME_PLACE).map((p) => p[0]));
  if (full.some((xs) => xs.length === 0)) return 0;
  const pick = end === 'left' ? Math.min : Math.max;
  const [near, far] = [pick(...full[0]!), pick(...full[1]!)];
  const reach = pick(...ring.map((p) => p[0]));
  return Math.abs(reach - pick(near, far)) < SAME_PLACE ? far - near : 0;
}

/** A block whose one end leans, its corners counted from its box's own. */
function slantedRing({ from, to, low, high }: Box, { left, right }: Slants): readonly Point[] {
  const long = to - from;
  return [[Math.max(0, -left), 0], [long - Math.max(0, right), 0], [long - Math.max(0, -right), high - low], [Math.max(0, left), high - low]]; // prettier-ignore
}
