/** What is to be said of a floor that partly lies, beyond what is said of every plan. */
import {
  clipBand,
  difference,
  polygonArea,
  round3,
  roundPoint,
  turnedMulti,
  union,
  type Box,
  type MultiPolygon,
  type Point,
  type Polygon,
} from '../geometry';
import { formatLength } from '../units';
import type { Finding, Job, Plank, Product } from '../given';
import type { Site, Unbegun } from '../lay';
import { boxesFor } from '../wood';
import { isMoreThanRounded, isSeen, type FloorToLay } from './ground';
import { placeOn, stretchesAlong, widthOf } from './strips';

/** Where a floor lies in the end: what is to be laid, with what sticks out of it and without what stays bare, both of them piece by piece. */
export function laidArea(own: FloorToLay): { readonly laid: MultiPolygon; readonly beyond: MultiPolygon; readonly bare: MultiPolygon } {
  const { floor, frame } = own;
  const turnedBack = (multi: MultiPolygon): MultiPolygon => turnedMulti(frame, multi);
  const { pieces, beyond: parts } = sticksOut(own);
  const beyond = turnedBack(parts);
  const bare = turnedBack(own.bare);
  if (beyond.length === 0 && bare.length === 0) return { laid: rounded(floor.laid), beyond, bare };
  const all = aligned([...turnedMulti(frame, floor.laid), ...pieces]);
  const laid = difference(pieces.length > 0 ? turnedBack(union(all)) : floor.laid, joined(bare));
  return { laid: rounded(laid), beyond, bare };
}

/** Corners are rounded each by itself: places along or across the rows nearer than this (mm) are one. */
const ONE_PLACE = 0.004;

/** Shapes in a row frame with places that are meant as one made one, so that no hair between them is left to be joined. */
function aligned(multi: MultiPolygon): MultiPolygon {
  const places = [0, 1].map((axis) => {
    const sorted = multi.flatMap((p) => p.flatMap((ring) => ring.map((q) => q[axis]!))).sort((a, b) => a - b);
    const one = new Map<number, number>();
    let first = -Infinity;
    for (const at of sorted) {
      if (at - first > ONE_PLACE) first = at;
      one.set(at, first);
    }
    return one;
  });
  return multi.map((p) => p.map((ring) => ring.map(([u, w]): Point => [places[0]!.get(u)!, places[1]!.get(w)!])));
}

const joined = (multi: MultiPolygon): MultiPolygon => (multi.length > 1 ? union(multi) : multi);

/** The pieces that lie and stick out of the floor as it is known by now, and what of them does, in the row frame. */
function sticksOut({ floor, frame, lying }: FloorToLay): { readonly pieces: MultiPolygon; readonly beyond: MultiPolygon } {
  const laid = turnedMulti(frame, floor.laid);
  const areaOf = (multi: MultiPolygon) => multi.reduce((sum, p) => sum + polygonArea(p), 0);
  const byRow = new Map<string, MultiPolygon>();
  const within = ({ minY, maxY }: Box): MultiPolygon => {
    const key = `${minY} ${maxY}`;
    const found = byRow.get(key) ?? clipBand(laid, 1, minY, maxY);
    byRow.set(key, found);
    return found;
  };
  const beyond = lying.map(({ shape, box }): MultiPolygon => {
    const there = clipBand(within(box), 0, box.minX, box.maxX);
    // a plain piece lies in the floor where that fills its box: no corner needs to be looked at
    const area = polygonArea(shape);
    const plain = Math.abs(area - (box.maxX - box.minX) * (box.maxY - box.minY)) < LEAST_SEEN / 10;
    if (plain && areaOf(there) > area - LEAST_SEEN) return [];
    const [own, ...others] = aligned([shape, ...there]);
    return difference([own!], others).filter(isMoreThanRounded);
  });
  return { pieces: lying.flatMap((l, i) => (beyond[i]!.length > 0 ? [l.shape] : [])), beyond: beyond.flat() };
}

/** Less of a piece than this (mm²) is not seen to stick out. */
const LEAST_SEEN = 30;

const rounded = (multi: MultiPolygon) => multi.map((polygon) => polygon.map((ring) => ring.map(roundPoint)));

/** Where what lies is nearer to a wall than its gap, or leaves floor bare: one finding for each stretch. */
export function gapFindings({ display }: Pick<Job, 'display'>, own: FloorToLay, beyond: MultiPolygon, bare: MultiPolygon): Finding[] {
  const { floor } = own;
  const one = (level: Finding['level'], stretch: readonly Polygon[], text: (wide: string) => string): Finding => {
    const wide = widthOf(stretch);
    return {
      rule: 'gap',
      level,
      floor: floor.id,
      at: roundPoint(placeOn(stretch)),
      text: text(formatLength(wide, display)),
      measured: round3(wide),
    };
  };
  const { gap } = floor.product.limits;
  const near = formatLength(gap, display);
  return [
    ...stretchesAlong(beyond.filter(isSeen)).map(
      (stretch) =>
      one('must', stretch, (wide) => `What lies is ${wide} too near to what stands there, for a gap of ${near}. Trim it, or take a row up.`), // prettier-ignore
    ),
    ...stretchesAlong(bare.filter(isSeen)).map((stretch) =>
      one('should', stretch, (wide) => `What lies leaves ${wide} more than the gap bare. See that the trim covers it.`),
    ),
  ];
}

/** Planks and boxes that are missing, where more planks are to be begun than there are. */
export function shortFindings(stock: Site['stock'], products: readonly Product[], wanted: readonly Plank[]): Finding[] {
  if (stock === null) return [];
  const missing = missingOf(stock, wanted);
  if (missing.length === 0) return [];
  const named = new Set(wanted.map((p) => p.product)).size > 1 || products.length > 1;
  const boxes = products.reduce(
    (sum, product) =>
      sum +
      boxesFor(
        product,
        missing.filter((p) => !named || p.product === undefined || p.product === product.name),
      ),
    0,
  );
  const planks = missing.length;
  const many = (n: number, word: string, plural: string) => `${n} ${n === 1 ? word : plural}`;
  return [
    {
      rule: 'short',
      level: 'must',
      floor: null,
      at: null,
      text: `${many(planks, 'plank is', 'planks are')} missing for the rest: ${many(boxes, 'box', 'boxes')} more of the same batch.`,
      planks,
      boxes,
    } as Finding,
  ];
}

/** Of the planks that are to be begun those that there are none of any more. */
function missingOf(stock: Unbegun, wanted: readonly Plank[]): readonly Plank[] {
  if (typeof stock === 'number') return wanted.slice(stock);
  const left = stock.map((s) => ({ ...s }));
  return wanted.filter((plank) => {
    const own = left.find(
      (s) =>
        s.length === plank.length &&
        s.width === plank.width &&
        (s.product === undefined || plank.product === undefined || s.product === plank.product),
    );
    if (!own || own.count <= 0) return true;
    own.count--;
    return false;
  });
}
