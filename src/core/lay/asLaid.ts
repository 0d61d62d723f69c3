/** A row that lies otherwise than it was planned: what its pieces are, from where on their planks they are and where they lie. */
import { boxOf, clipBand, clipHalf, frameOf, round3, roundPoint, turned, turnedMulti, type MultiPolygon, type Polygon } from '../geometry';
import type { Piece, PlanFloor } from '../given';

/** A piece as a line of the log tells it; its plank is numbered by now. */
export type ToldPiece = { readonly plank: number; readonly from: number; readonly to: number; readonly at?: number };

/** An outer end this near (mm) to the edge of the laid area lies on it; beyond it by more is refused. */
export const AT_EDGE = 10;
/** Pieces overlap by less than this (mm) where joints are tight. */
const TIGHT = 0.5;

/** A shape's part between two places along the row. */
const between = (shape: Polygon, from: number, to: number): MultiPolygon =>
  clipHalf(shape, 0, from, 1).flatMap((p) => clipHalf(p, 0, to, -1));

/** What of a row's strip is to be laid, in the row frame, from left to right. */
export function stripsOf(laid: MultiPolygon, direction: number, row: { readonly from: number; readonly to: number }): Polygon[] {
  return [...clipBand(turnedMulti(frameOf(direction), laid), 1, row.from, row.to)].sort((a, b) => boxOf(a[0]!).minX - boxOf(b[0]!).minX);
}

/** The longest stretch between two places that no strip reaches. */
function bareWithin(strips: readonly Polygon[], from: number, to: number): number {
  let [reach, most] = [from, 0];
  for (const { minX, maxX } of strips.map((s) => boxOf(s[0]!)).sort((a, b) => a.minX - b.minX)) {
    most = Math.max(most, Math.min(minX, to) - reach);
    reach = Math.max(reach, maxX);
  }
  return most;
}

/**
 * The pieces of a row as they lie.
 *
 * @param floor whose row it is: its direction
 * @param laid where the floor is to lie, in plan
 * @param row number and strip of the row, where it lies by now
 * @returns the pieces with their outlines in plan; or why they cannot lie so
 */
export function piecesAsLaid(
  { direction }: Pick<PlanFloor, 'direction'>,
  laid: MultiPolygon,
  row: { readonly n: number; readonly from: number; readonly to: number },
  told: readonly ToldPiece[],
): { readonly pieces: readonly Piece[] } | { readonly wrong: string } {
  const strips = stripsOf(laid, direction, row);
  if (strips.length === 0) return { wrong: `lays row ${row.n} where no floor is` };
  const boxes = strips.map((s) => boxOf(s[0]!));
  const frame = frameOf(direction);
  const ends: { at: number; end: number; plank: number; from: number; to: number }[] = [];
  for (const { plank, from, to, at } of told) {
    const before = ends[ends.length - 1];
    const start = at ?? before?.end ?? boxes[0]!.minX;
    if (before && start < before.end - TIGHT) return { wrong: `lays two pieces of row ${row.n} over each other` };
    ends.push({ at: start, end: start + to - from, plank, from, to });
  }
  const pieces: Piece[] = [];
  for (const [k, one] of ends.entries()) {
    const meets = (u: number, other?: number) => other !== undefined && Math.abs(u - other) < TIGHT;
    let { at, end } = one;
    const own = strips.filter((_, i) => boxes[i]!.maxX > at + TIGHT && boxes[i]!.minX < end - TIGHT);
    if (own.length === 0) return { wrong: `lays a piece of row ${row.n} at ${round3(at)}, beyond the floor` };
    // where several strips lie beside each other under one piece, they reach as far as their farthest
    const least = Math.min(...own.map((s) => boxOf(s[0]!).minX));
    const most = Math.max(...own.map((s) => boxOf(s[0]!).maxX));
    if (least - at > AT_EDGE || end - most > AT_EDGE)
      return { wrong: `lays a piece of row ${row.n} ${Math.round(Math.max(least - at, end - most))} mm out of the floor` };
    if (bareWithin(own, Math.max(at, least), Math.min(end, most)) > AT_EDGE)
      return { wrong: `lays a piece of row ${row.n} over what stands there` };
    if (at < least || (at - least <= AT_EDGE && !meets(at, ends[k - 1]?.end))) at = least;
    if (end > most || (most - end <= AT_EDGE && !meets(end, ends[k + 1]?.at))) end = most;
    for (const shape of own.flatMap((s) => between(s, at, end))) {
      const { minX, maxX, minY, maxY } = boxOf(shape[0]!);
      // wood that would have stuck out was cut off; where the edge is a little farther than the wood reaches, the wood is what was told
      const from = Math.max(one.from, one.from + minX - one.at);
      const to = Math.min(one.to, one.from + maxX - one.at);
      pieces.push({
        id: `${row.n}.${pieces.length + 1}`,
        row: row.n,
        outline: shape.map((ring) => ring.map((p) => roundPoint(turned(frame, p)))),
        plank: one.plank,
        cut: { from: round3(from), to: round3(to), low: round3(minY - row.from), high: round3(maxY - row.from) },
      });
    }
  }
  return { pieces };
}
