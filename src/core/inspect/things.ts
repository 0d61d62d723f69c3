/** The gap round everything that the floor goes round: pipes, posts, registers, hearths. */
import { boxOf, distanceToSegment, insidePolygon, insideRing, round3, type Polygon, type Ring } from '../geometry';
import type { Obstacle, Piece } from '../given';

/** Planks farther from a thing than this (mm) are not beside it. */
const BESIDE = 120;

/** A thing that planks lie beside, with the least gap before it, mm. */
export type ThingGap = { readonly thing: Obstacle; readonly least: number };

/** @param pieces of a floor, where they lie */
export function thingGapsOf(things: readonly Obstacle[], pieces: readonly Piece[]): readonly ThingGap[] {
  const boxes = pieces.map(({ outline }) => boxOf(outline[0]!));
  return things.flatMap((thing): ThingGap[] => {
    const own = boxOf(thing.outline);
    let least = Infinity;
    pieces.forEach(({ outline }, i) => {
      const box = boxes[i]!;
      const apart = Math.max(box.minX - own.maxX, own.minX - box.maxX, box.minY - own.maxY, own.minY - box.maxY);
      if (apart <= Math.min(least, BESIDE)) least = Math.min(least, distanceOf(outline, thing.outline));
    });
    return least <= BESIDE ? [{ thing, least: round3(least) }] : [];
  });
}

/** The least distance from a piece to an outline; 0 where one lies over the other. */
function distanceOf(piece: Polygon, outline: Ring): number {
  if (outline.some((p) => insidePolygon(p, piece)) || piece[0]!.some((p) => insideRing(p, outline))) return 0;
  return Math.min(...piece.flatMap((ring) => [nearest(ring, outline), nearest(outline, ring)]));
}

const nearest = (corners: Ring, to: Ring): number =>
  Math.min(...corners.flatMap((p) => to.map((a, i) => distanceToSegment(p, a, to[(i + 1) % to.length]!))));
