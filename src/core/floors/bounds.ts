import { boxOf, polygonArea } from '../geometry';
import type { Problem } from '../given';
import type { Floor } from './floors';

/** Five halls of 2,000 m² and more: what asks for more was entered in the wrong unit. */
const MOST_PLANKS = 50_000;
/** A floor has no more rows than this: almost 800 m across rows of a usual plank. */
const MOST_ROWS = 4000;

/**
 * Floors larger than anybody lays: a search through them would not end in sensible time.
 *
 * @param all the job's spaces, whose outlines are named
 */
export function tooLarge(floors: readonly Floor[], all: readonly { id: string }[]): Problem[] {
  let planks = 0;
  for (const { spaces, product, laid } of floors) {
    const path = `spaces[${all.findIndex((s) => s.id === spaces[0]!.id)}].outline`;
    planks += laid.reduce((sum, p) => sum + polygonArea(p), 0) / Math.min(...product.planks.map((p) => p.length * p.width));
    if (planks > MOST_PLANKS)
      return [{ path, text: `asks for about ${Math.round(planks)} planks; at most ${MOST_PLANKS} are planned at once. Check the units` }];
    const box = boxOf(laid.flatMap((polygon) => [...polygon[0]!]));
    const rows = Math.max(box.maxX - box.minX, box.maxY - box.minY) / Math.min(...product.planks.map((p) => p.width));
    if (rows > MOST_ROWS)
      return [{ path, text: `is as long as ${Math.round(rows)} rows are wide; at most ${MOST_ROWS} are planned. Check its corners` }];
  }
  return [];
}
