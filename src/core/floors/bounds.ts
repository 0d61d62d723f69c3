import { boxOf, polygonArea } from '../geometry';
import { bad, good, type Result } from '../given';
import type { Floor } from './floors';

/** One job's floors hold no more planks, and one floor no more rows: 5,000 m² of a usual plank, 700 m across. What is larger is a slip of the tape. */
const MOST_PLANKS = 24_000;
const MOST_ROWS = 4000;

/** The floors, or why they are larger than anybody lays: a search through them would not end in sensible time. */
export function bounded(floors: readonly Floor[]): Result<readonly Floor[]> {
  let planks = 0;
  for (const { spaces, product, laid } of floors) {
    const area = laid.reduce((sum, polygon) => sum + polygonArea(polygon), 0);
    const box = boxOf(laid.flatMap((polygon) => [...polygon[0]!]));
    const longest = Math.max(box.maxX - box.minX, box.maxY - box.minY);
    const rows = Math.ceil(longest / Math.min(...product.planks.map((p) => p.width)));
    planks += Math.ceil(area / Math.min(...product.planks.map((p) => p.length * p.width)));
    const of = spaces.map((s) => `"${s.name || s.id}"`).join(', ');
    const check = 'check its corners and the size of the plank';
    if (rows > MOST_ROWS)
      return bad({ path: 'spaces', text: `the floor of ${of} is ${Math.round(longest / 1000)} m long: ${rows} rows and more; at most ${MOST_ROWS}. Lay it in parts, or ${check}` }); // prettier-ignore
    if (planks > MOST_PLANKS)
      return bad({ path: 'spaces', text: `more than ${MOST_PLANKS} planks with the ${Math.round(area / 1e6)} m² of ${of}; make a job of each part, or ${check}` }); // prettier-ignore
  }
  return good(floors);
}
