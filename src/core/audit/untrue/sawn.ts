import { frameOf, type Point, type Ring } from '../../geometry';
import type { Plan, PlanFloor, Plank, Product } from '../../given';
import { comesApart, type Sawn } from '../../wood';
import { ALIKE, middleOf, type Say, type Shape } from './shapes';

/** A floor of a plan with its pieces and the product that it is laid of. */
export type Laid = { readonly floor: PlanFloor; readonly shapes: readonly Shape[]; readonly product: Product };

/**
 * Pieces are cut from planks that are opened, each from wood of its own, as large as it lies, as wide as its row; a plank's pieces come apart
 * by straight cuts; every plank is of a size of the product, and serves.
 */
export function sawnTruly(plan: Plan, floors: readonly Laid[], kerf: number, say: Say): void {
  const opened = new Map<number, Opened>();
  for (const plank of plan.planks) {
    if (opened.has(plank.n)) say(null, null, `Plank ${plank.n} is listed twice.`);
    opened.set(plank.n, { plank, uses: [], lies: false });
  }
  const severalProducts = new Set(floors.map((f) => f.product.name)).size > 1;
  for (const laid of floors) {
    const rows = new Map(laid.floor.rows.map((r) => [r.n, r]));
    for (const shape of laid.shapes) {
      const { piece } = shape;
      const own = opened.get(piece.plank);
      const tell = (text: string) => say(laid.floor.id, placeOf({ laid, shape }), `Piece ${piece.id} ${text}`);
      if (!own) tell(`is cut from plank ${piece.plank}, which is not listed.`);
      // what lies is as it was cut
      else if (piece.laid) own.lies = true;
      else {
        wrongIn(shape, own.plank, rows.get(piece.row), laid.product, severalProducts).forEach(tell);
        own.uses.push({ laid, shape });
      }
    }
  }
  for (const { plank, uses, lies } of opened.values()) {
    if (uses.length === 0 && !lies) say(null, null, `Plank ${plank.n} is opened and gives no piece.`);
    else if (uses.length > 1 && !comesApart(uses.map(sawnOf), kerf - ALIKE / 2))
      say(uses[0]!.laid.floor.id, placeOf(uses[0]!), `The pieces of plank ${plank.n} do not come apart by straight cuts a kerf wide.`);
  }
}

/** A plank that a plan lists, and what is sawn from it or lies of it. */
type Opened = { readonly plank: Plank; readonly uses: Use[]; lies: boolean };

/** A piece that is sawn from a plank. */
type Use = { readonly laid: Laid; readonly shape: Shape };

const placeOf = ({ laid, shape }: Use): Point => middleOf(frameOf(laid.floor.direction), shape);

const NOTHING_WRONG: readonly string[] = [];

/** What is untrue of a piece on its plank. */
function wrongIn(
  { piece, box }: Shape,
  plank: Plank,
  row: PlanFloor['rows'][number] | undefined,
  product: Product,
  severalProducts: boolean,
): readonly string[] {
  const { cut } = piece;
  const isSize = product.planks.some((p) => Math.abs(p.length - plank.length) < ALIKE && Math.abs(p.width - plank.width) < ALIKE);
  const isOthers = severalProducts && plank.product !== product.name;
  const isBeyond = cut.from < -ALIKE || cut.to > plank.length + ALIKE || cut.low < -ALIKE || cut.high > plank.width + ALIKE;
  const isUnlikeRow = row !== undefined && Math.abs(row.width - plank.width) > ALIKE;
  const isUnlikeCut =
    Math.abs(box.maxX - box.minX - (cut.to - cut.from)) > ALIKE || Math.abs(box.maxY - box.minY - (cut.high - cut.low)) > ALIKE;
  if (isSize && !isOthers && !isBeyond && !isUnlikeRow && !isUnlikeCut) return NOTHING_WRONG;
  return [
    ...(isSize ? [] : [`is of plank ${plank.n}, ${plank.length} × ${plank.width}, a size that its product does not have.`]),
    ...(isOthers ? [`is of plank ${plank.n}, which is not of this floor’s product.`] : []),
    ...(isBeyond ? [`reaches out of plank ${plank.n}.`] : []),
    ...(isUnlikeRow ? [`is of plank ${plank.n}, which is not as wide as row ${row.n}.`] : []),
    ...(isUnlikeCut ? ['is not as large as its cut.'] : []),
  ];
}

/** A piece as it is sawn: its box on the plank, and its corners in that where a side of it leans. */
function sawnOf({ shape: { piece, shape, box, plain } }: Use): Sawn {
  const [ring] = shape as [Ring];
  const leans =
    !plain &&
    ring.some(([u, w], i) => {
      const [v, x] = ring[(i + 1) % ring.length]!;
      return Math.abs(u - v) > ALIKE && Math.abs(w - x) > ALIKE;
    });
  return { box: piece.cut, ring: leans ? ring.map(([u, w]): Point => [u - box.minX, w - box.minY]) : undefined };
}
