/** The wood of a job while pieces are sawn from it: what is left of every plank that was begun, part by part. What a cut parted stays parted. */
import type { Point, Ring } from '../geometry';
import type { Piece, PlanFloor, Plank } from '../given';
import type { Display } from '../units';
import { sawnThrough, type Sawing } from './saw';
import { shapeOf, type PieceShape } from './shape';
import { before, holds, isCrumb, lineThrough, reachAlong, SAME_WOOD, wholePlank } from './wood';

/** A piece that is to be sawn, by floor and id, with its shape on its plank. */
export type Item = {
  readonly key: string;
  readonly floor: Pick<PlanFloor, 'id' | 'direction'>;
  readonly piece: Piece;
  readonly shape: PieceShape;
};

/** Where a part of a plank comes from. */
export type Origin =
  | { readonly kind: 'new' }
  /** fell off when a piece was sawn, as the so many-th of what that left, from 0 */
  | { readonly kind: 'left'; readonly by: string; readonly nth: number }
  /** a line of the log parted it */
  | { readonly kind: 'line' }
  | { readonly kind: 'found' }
  /** a piece that is sawn and not laid */
  | { readonly kind: 'sawn'; readonly piece: string };

/** A part of a plank that is in hand; its ring is convex. */
export type PartInHand = { readonly plank: number; readonly ring: Ring; readonly origin: Origin };

/** A piece and how it was sawn: off which part, by which cuts, and what fell off at each. */
export type SawnItem = {
  readonly item: Item;
  readonly part: PartInHand;
  readonly sawings: readonly Sawing[];
  /** what was left in hand after the last cut right through */
  readonly block: Ring;
  /** what fell off at each cut, where it is more than a crumb */
  readonly leaves: readonly { readonly cut: number; readonly part: PartInHand }[];
};

/** Parts of planks by number; a plank that is not in it has not been begun. */
export type Yard = ReadonlyMap<number, readonly PartInHand[]>;

const keyOf = (floor: Pick<PlanFloor, 'id'>, { id }: Pick<Piece, 'id'>): string => `${floor.id}/${id}`;

export const itemOf = (floor: Pick<PlanFloor, 'id' | 'direction'>, piece: Piece, plank: Pick<Plank, 'length' | 'width'>): Item => ({
  key: keyOf(floor, piece),
  floor,
  piece,
  shape: shapeOf(floor.direction, piece, plank),
});

/** All of a plank that has not been begun. */
export const freshPart = (plank: Pick<Plank, 'n' | 'length' | 'width'>): PartInHand => ({
  plank: plank.n,
  ring: wholePlank(plank),
  origin: { kind: 'new' },
});

/**
 * Saws a piece off the parts of its plank that are in hand.
 *
 * @param later what is still to be cut from its plank; what shares wood with the piece cannot be
 * @returns how it is sawn, and the parts that are in hand then
 */
export function sawOff(
  parts: readonly PartInHand[],
  item: Item,
  later: readonly Item[],
  { kerf, display }: { readonly kerf: number; readonly display: Display },
): { readonly sawn: SawnItem; readonly parts: readonly PartInHand[] } {
  const { plank } = item.piece;
  const part = partFor(parts, item) ?? { plank, ring: item.shape.hull, origin: { kind: 'line' } };
  const others = later.filter((o) => holds(part.ring, o.shape.hull) && isApart(o.shape.hull, item.shape.hull)).map((o) => o.shape);
  const sawings = sawnThrough(part.ring, item.shape, others, kerf, display);
  const leaves = sawings.flatMap(({ off }, cut) => {
    const wanted = off.length >= 3 && others.some((o) => holds(off, o.hull));
    return wanted || !isCrumb(off) ? [{ cut, ring: off }] : [];
  });
  const found = leaves.map(({ cut, ring }, nth) => ({ cut, part: { plank, ring, origin: { kind: 'left', by: item.key, nth } } as const }));
  const sawn = { item, part, sawings, block: sawings[sawings.length - 1]?.kept ?? part.ring, leaves: found };
  return { sawn, parts: [...parts.filter((p) => p !== part), ...found.map((f) => f.part)] };
}

/** Whether two convex rings share no wood. */
function isApart(a: Ring, b: Ring): boolean {
  const apartBeyond = (one: Ring, other: Ring) =>
    one.some((p, i) => {
      const line = lineThrough(p, one[(i + 1) % one.length]!);
      return reachAlong(other, line.normal)[0] > line.at - SAME_WOOD;
    });
  return apartBeyond(a, b) || apartBeyond(b, a);
}

/** The part that a piece is cut from: what was sawn for it, else one that holds it; where a log took more than there was, the one with its middle. */
function partFor(parts: readonly PartInHand[], { key, shape }: Item): PartInHand | undefined {
  const holding = parts.filter((p) => holds(p.ring, shape.hull, 2 * SAME_WOOD));
  const middle = shape.hull.reduce<Point>(([x, y], p) => [x + p[0] / shape.hull.length, y + p[1] / shape.hull.length], [0, 0]);
  return (
    holding.find((p) => p.origin.kind === 'sawn' && p.origin.piece === key) ?? holding[0] ?? parts.find((p) => holds(p.ring, [middle]))
  );
}

/** Parts without a stretch of their plank's length, as wide as a kerf or more: what is left of them on either side. */
export const lostBetween = (parts: readonly PartInHand[], from: number, to: number): readonly PartInHand[] =>
  parts.flatMap((part) => withoutStretch(part, from, to));

function withoutStretch(part: PartInHand, from: number, to: number): readonly PartInHand[] {
  const [least, most] = reachAlong(part.ring, [1, 0]);
  if (most <= from + SAME_WOOD || least >= to - SAME_WOOD) return [part];
  const sides = [before(part.ring, { normal: [1, 0], at: from }), before(part.ring, { normal: [-1, 0], at: -to })];
  return sides.filter((ring) => !isCrumb(ring)).map((ring) => ({ plank: part.plank, ring, origin: { kind: 'line' } }));
}
