/**
 * Wood on site: the planks that are begun, what of each is gone, sawn or lies. Losses go right across a plank, so that what is gone of it
 * is told by stretches of its length; what lies when something is lost is not touched by that.
 */
import { boxOf, frameOf, intersection, polygonArea, turnedPolygon, type Point, type Polygon, type Span } from '../geometry';
import type { Piece } from '../given';

type Cut = Piece['cut'];

/** A size of plank, and whose it is where a job has several products. */
export type PlankOf = { readonly length: number; readonly width: number; readonly product?: string };

/** A plank that some line has begun: its number is its own for ever. */
export type Begun = PlankOf & {
  readonly n: number;
  /** stretches of its length that are gone, of what did not lie by then */
  readonly gone: readonly Span[];
  /** was on no list: it never counts as taken from the stock */
  readonly found: boolean;
};

/** A part of a plank: its box there, and its outline in the plank's own frame. */
export type OnPlank = { readonly plank: number; readonly cut: Cut; readonly shape: Polygon };

/** Places on a plank nearer than this (mm) are one: what files round away, and what no tape shows. */
export const SAME_PLACE = 0.05;
/** Parts that share less than this (mm²) share nothing. */
const SHARED = 2;

/** A piece of a floor as it is cut from its plank. */
export function onPlank(direction: number, { outline, plank, cut }: Pick<Piece, 'outline' | 'plank' | 'cut'>): OnPlank {
  const shape = turnedPolygon(frameOf(direction), outline);
  const { minX, minY } = boxOf(shape[0]!);
  return { plank, cut, shape: shape.map((ring) => ring.map(([u, w]): Point => [cut.from + u - minX, cut.low + w - minY])) };
}

const apart = (a: Cut, b: Cut): boolean =>
  a.to <= b.from + SAME_PLACE || b.to <= a.from + SAME_PLACE || a.high <= b.low + SAME_PLACE || b.high <= a.low + SAME_PLACE;

const isBox = ({ cut, shape }: OnPlank): boolean => Math.abs(polygonArea(shape) - (cut.to - cut.from) * (cut.high - cut.low)) < SHARED;

/** Whether two parts of planks are of one plank and share wood. */
export function shareWood(a: OnPlank, b: OnPlank): boolean {
  if (a.plank !== b.plank || apart(a.cut, b.cut)) return false;
  if (isBox(a) && isBox(b)) return true;
  return intersection([a.shape], [b.shape]).reduce((sum, p) => sum + polygonArea(p), 0) > SHARED;
}

/** Whether one part of a plank lies wholly in another. */
export function liesIn(inner: OnPlank, outer: OnPlank): boolean {
  const [a, b] = [inner.cut, outer.cut];
  if (inner.plank !== outer.plank) return false;
  const boxed = a.from >= b.from - SAME_PLACE && a.to <= b.to + SAME_PLACE && a.low >= b.low - SAME_PLACE && a.high <= b.high + SAME_PLACE;
  if (!boxed || isBox(outer)) return boxed;
  const shared = intersection([inner.shape], [outer.shape]).reduce((sum, p) => sum + polygonArea(p), 0);
  return shared > polygonArea(inner.shape) - SHARED;
}

/** Whether a stretch of a plank's length has lost some of what it had. */
export const isGone = (gone: readonly Span[], from: number, to: number): boolean =>
  gone.some(([a, b]) => from < b - SAME_PLACE && to > a + SAME_PLACE);

/**
 * How much of a plank is in hand, mm²: what neither lies nor is gone.
 *
 * @param lies boxes of what lies of it
 */
export function inHand({ length, width, gone }: Begun, lies: readonly Cut[], from = 0, to = length): number {
  const stops = [from, to, ...lies.flatMap((c) => [c.from, c.to]), ...gone.flat()].filter((u) => u >= from && u <= to);
  stops.sort((a, b) => a - b);
  let area = 0;
  for (let k = 0; k + 1 < stops.length; k++) {
    const [a, b] = [stops[k]!, stops[k + 1]!];
    if (b - a < SAME_PLACE || isGone(gone, a, b)) continue;
    const middle = (a + b) / 2;
    const taken = lies.filter((c) => c.from < middle && c.to > middle).reduce((sum, c) => sum + c.high - c.low, 0);
    area += (b - a) * Math.max(0, width - taken);
  }
  return area;
}
