import { polygonArea } from '../../geometry';
import type { Plan, Plank, Product } from '../../given';
import { boxesFor } from '../../wood';
import type { Say } from './shapes';

/** The totals of a plan add up: planks, boxes, laid area and waste. */
export function sumsUp(
  plan: Plan,
  floors: readonly { readonly product: Product; readonly laid: readonly (readonly (readonly (readonly [number, number])[])[])[] }[],
  say: Say,
): void {
  const { totals } = plan;
  const differ = (what: string, said: number, is: number, by: number) => {
    if (Math.abs(said - is) > by) say(null, null, `totals.${what} is ${said} and should be ${Number(is.toFixed(3))}.`);
  };
  const products = [...new Map(floors.map((f) => [f.product.name, f.product])).values()];
  const own = (product: Product): readonly Plank[] =>
    products.length === 1 ? plan.planks : plan.planks.filter((p) => p.product === product.name);
  const laid = floors.reduce((sum, f) => sum + f.laid.reduce((s, p) => s + polygonArea(p), 0), 0);
  const wood = plan.planks.reduce((sum, p) => sum + p.length * p.width, 0);
  differ('planks', totals.planks, plan.planks.length, 0);
  differ(
    'boxes',
    totals.boxes,
    products.reduce((sum, p) => sum + boxesFor(p, own(p)), 0),
    0,
  );
  differ('laidArea', totals.laidArea, laid / 1e6, 0.0015);
  if (laid > 0) differ('wastePercent', totals.wastePercent, 100 * (wood / laid - 1), 0.01);
}
