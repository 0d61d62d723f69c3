/** The wood in hand as lines of a log saw it: every piece that is sawn or laid leaves what its cuts leave. */
import { freshPart, itemOf, itemsOf, sawOff, type Item, type PartInHand } from '../cuts';
import { grouped } from '../geometry';
import type { Piece, Plan, PlanFloor } from '../given';
import { isSameBox, set, type Folding } from './folding';
import { sizeOf } from './hand';
import { pieceKey, rowKey, type SiteGround } from './stands';
import type { Begun } from './wood';

const byPlanks = new WeakMap<Plan, ReadonlyMap<number, readonly Item[]>>();

/** The pieces of a plan by their planks, in the order of laying. */
function itemsByPlank(plan: Plan): ReadonlyMap<number, readonly Item[]> {
  const found = byPlanks.get(plan) ?? grouped(itemsOf(plan), ({ piece }) => piece.plank);
  byPlanks.set(plan, found);
  return found;
}

/** The parts of a plank that are in hand. */
export const inYard = ({ yard }: Folding, plank: Pick<Begun, 'n' | 'length' | 'width'>): readonly PartInHand[] =>
  yard.get(plank.n) ?? [freshPart(plank)];

/** What of the plan in force is still to be cut from a plank. */
function stillToCome(folding: Folding, plank: number): readonly Item[] {
  const { lying, parts, otherRows } = folding;
  return (itemsByPlank(folding.plan!).get(plank) ?? []).filter(({ key, floor, piece }) => {
    if (lying.has(key) || otherRows.has(rowKey(floor.id, piece.row))) return false;
    const sawn = parts.get(key);
    return !(sawn && sawn.plank === plank && isSameBox(sawn.cut, piece.cut));
  });
}

/** A piece of the plan in force, or one that is laid otherwise. */
function itemFor(folding: Folding, floor: PlanFloor, piece: Piece): Item {
  const key = pieceKey(floor.id, piece);
  const planned = itemsByPlank(folding.plan!)
    .get(piece.plank)
    ?.find((o) => o.key === key && isSameBox(o.piece.cut, piece.cut));
  return planned ?? itemOf(floor, piece, sizeOf(folding, piece.plank)!);
}

/** A piece is cut from what is in hand of its plank, as the cut list says; what falls off stays. */
export function takeFromYard(folding: Folding, { kerf }: SiteGround, floor: PlanFloor, piece: Piece): Item {
  const item = itemFor(folding, floor, piece);
  const n = piece.plank;
  const later = stillToCome(folding, n).filter((o) => o.key !== item.key);
  const { parts } = sawOff(inYard(folding, { n, ...sizeOf(folding, n)! }), item, later, { kerf, display: 'metric' });
  set(folding, folding.yard, n, parts);
  return item;
}

/** A piece is sawn and put by. */
export function putBySawn(folding: Folding, ground: SiteGround, floor: PlanFloor, piece: Piece): void {
  const { key, shape } = takeFromYard(folding, ground, floor, piece);
  const part: PartInHand = { plank: piece.plank, ring: shape.hull, origin: { kind: 'sawn', piece: key } };
  set(folding, folding.yard, piece.plank, [...folding.yard.get(piece.plank)!, part]);
}
