import { boxOf, turned, turnedPolygon, ROUNDING } from '../geometry';
import { sourceOf, sourceText } from '../given';

import { finding, type Rule } from './rule';

/**
 * Longest unbroken floor along and across the planks, by the extent of each part of the laid area in the row frame.
 * Mend: a break with a profile, best in a doorway.
 */
export const longestRun: Rule = (floor, say) => {
  for (const polygon of floor.plan.laid) {
    const outer = turnedPolygon(floor.frame, polygon)[0]!;
    const box = boxOf(outer);
    const extents = [
      { rule: 'runAlong', extent: box.maxX - box.minX, words: 'along the planks' },
      { rule: 'runAcross', extent: box.maxY - box.minY, words: 'across the planks' },
    ] as const;
    for (const { rule, extent, words } of extents) {
      const limit = floor.product.limits[rule];
      if (extent <= limit + ROUNDING) continue;
      say(
        finding(floor, rule, turned(floor.frame, outer[0]!), {
          measured: extent,
          limit,
          text: `The floor runs ${floor.length(extent)} ${words} without a break, at most ${floor.length(limit)} (${sourceText(sourceOf(floor.product, rule))}). Break it with a profile, best in a doorway.`,
        }),
      );
    }
  }
};
