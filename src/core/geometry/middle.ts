import { spansAt } from './clip';
import { boxOf, insideRing } from './ring';
import type { Point, Ring } from './point';

/** At which shares of a ring's height its middle is looked for where that of its box lies beside it: the first of the widest. */
const LEVELS = [1 / 2, 1 / 4, 3 / 4, 1 / 8, 7 / 8];

/** About the middle of a ring, and within it: where words on it stand. */
export function middleOfRing(ring: Ring): Point {
  const { minX, minY, maxX, maxY } = boxOf(ring);
  const centre: Point = [(minX + maxX) / 2, (minY + maxY) / 2];
  if (insideRing(centre, ring)) return centre;
  let [middle, widest] = [centre, 0];
  for (const share of LEVELS) {
    const y = minY + share * (maxY - minY);
    for (const [from, to] of spansAt([[ring]], 1, y, 1)) if (to - from > widest + 1) [middle, widest] = [[(from + to) / 2, y], to - from];
  }
  return middle;
}
