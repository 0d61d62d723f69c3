import { frameOf, type Point } from '../../geometry';
import type { Plan, PlanFloor, Product } from '../../given';
import { comesApart, type Sawn } from '../../wood';
import { ALIKE, middleOf, type Say, type Shape } from './shapes';

/** A floor of a plan with its pieces and the product that it is laid of. */
export type Laid = { readonly floor: PlanFloor; readonly shapes: readonly Shape[]; readonly product: Product };

/**
 * Pieces are cut from planks that are opened, each from wood of its own, as large as it lies, as wide as its row; a plank's pieces come apart
 * by straight cuts; every plank is of a size of the product, and serves.
 */
export function sawnTruly(plan: Plan, floors: readonly Laid[], kerf: number, say: Say): void {
  const planks = new Map(plan.planks.map((p) => [p.n, p]));
  const severalProducts = new Set(floors.map((f) => f.product.name)).size > 1;
  const uses = new Map<number, { sawn: Sawn; floor: PlanFloor; shape: Shape }[]>();
  for (const { floor, shapes, product } of floors) {
    const frame = frameOf(floor.direction);
    const rows = new Map(floor.rows.map((r) => [r.n, r]));
    for (const s of shapes) {
      const { piece, shape, box, plain } = s;
      const tell = (text: string) => say(floor.id, middleOf(frame, s), `Piece ${piece.id} ${text}`);
      const plank = planks.get(piece.plank);
      if (!plank) {
        tell(`is cut from plank ${piece.plank}, which is not listed.`);
        continue;
      }
      // what lies is as it was cut
      if (piece.laid) continue;
      const { cut } = piece;
      const isSize = product.planks.some((p) => Math.abs(p.length - plank.length) < ALIKE && Math.abs(p.width - plank.width) < ALIKE);
      if (!isSize) tell(`is of plank ${plank.n}, ${plank.length} × ${plank.width}, a size that its product does not have.`);
      if (severalProducts && plank.product !== product.name) tell(`is of plank ${plank.n}, which is not of this floor’s product.`);
      if (cut.from < -ALIKE || cut.to > plank.length + ALIKE || cut.low < -ALIKE || cut.high > plank.width + ALIKE)
        tell(`reaches out of plank ${plank.n}.`);
      const row = rows.get(piece.row);
      if (row && Math.abs(row.width - plank.width) > ALIKE) tell(`is of plank ${plank.n}, which is not as wide as row ${row.n}.`);
      if (Math.abs(box.maxX - box.minX - (cut.to - cut.from)) > ALIKE || Math.abs(box.maxY - box.minY - (cut.high - cut.low)) > ALIKE)
        tell('is not as large as its cut.');
      const slanted =
        !plain &&
        shape[0]!.some(([u, w], i) => {
          const [v, x] = shape[0]![(i + 1) % shape[0]!.length]!;
          return Math.abs(u - v) > ALIKE && Math.abs(w - x) > ALIKE;
        });
      const ring = slanted ? shape[0]!.map(([u, w]): Point => [u - box.minX, w - box.minY]) : undefined;
      const before = uses.get(plank.n);
      const use = { sawn: { box: cut, ring }, floor, shape: s };
      if (before) before.push(use);
      else uses.set(plank.n, [use]);
    }
  }
  const lies = new Set<number>();
  for (const { floor } of floors) for (const p of floor.pieces) if (p.laid) lies.add(p.plank);
  const numbers = new Set<number>();
  for (const { n } of plan.planks) {
    if (numbers.has(n)) say(null, null, `Plank ${n} is listed twice.`);
    numbers.add(n);
    const own = uses.get(n);
    if (!own && !lies.has(n)) say(null, null, `Plank ${n} is opened and gives no piece.`);
    else if (
      own &&
      own.length > 1 &&
      !comesApart(
        own.map((o) => o.sawn),
        kerf - ALIKE / 2,
      )
    )
      say(
        own[0]!.floor.id,
        middleOf(frameOf(own[0]!.floor.direction), own[0]!.shape),
        `The pieces of plank ${n} do not come apart by straight cuts a kerf wide.`,
      );
  }
}
