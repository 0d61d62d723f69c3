import { turned, type Point } from '../geometry';
import { REACHES_IN } from '../rows';
import { runningDoorways } from '../setout';
import { finding, type Rule } from './rule';

/**
 * Crosswise doorways: where the planks run across the way through, a row that lies in the wall's thickness should have an end joint between
 * the jambs. Two pieces can be wriggled under the casings one after the other; one piece under both often cannot be laid. Mend: another
 * starter for that row.
 */
export const crosswise: Rule = (floor, say) => {
  const doorways = runningDoorways(floor.ways, floor.frame);
  for (const { opening, low, high } of doorways) {
    const way = floor.ways.find((w) => w.opening.id === opening)!;
    const us = [...way.near, ...way.far].map((p) => turned(floor.frame, p)[0]);
    const [left, right] = [Math.min(...us), Math.max(...us)];
    for (const { row, joints, pieces, runs } of floor.rows) {
      if (Math.min(row.to, high) - Math.max(row.from, low) < REACHES_IN) continue;
      // one beside a jamb, where the floor keeps its gap, parts nothing that lies in the doorway
      const { gap } = floor.product.limits;
      if (joints.some((j) => j.u > left + gap && j.u < right - gap)) continue;
      const one = pieces.find(({ box }) => box.minX < left + 60 && box.maxX > right - 60);
      if (!one) continue;
      const alone = runs.some((run) => run.length === 1 && run[0] === one);
      const mend = alone ? 'In two pieces it does, where both are long enough' : 'Another starter for this row puts a joint there';
      const at: Point = [(left + right) / 2, Math.min(Math.max((low + high) / 2, row.from), row.to)];
      say(
        finding(floor, 'crosswise-doorway', turned(floor.frame, at), {
          rows: [row.n],
          text: `Row ${row.n}: one piece goes under both casings of ${floor.doorway(opening)}, and no end joint lies between them; it may not go in. ${mend}.`,
        }),
      );
    }
  }
};
