import { turned, type Point } from '../geometry';
import { finding, type Rule } from './rule';

/** A row's edge up to this far past a wall's face (mm) leaves a lip that has to be notched round both jambs. */
const FINGER = 40;
/** How far inside the doorway an edge must end to be well away from the wall's faces (mm), or a quarter of the wall where that is less. */
const WELL_INSIDE = 20;

/**
 * Jambs: in a doorway whose wall runs with the planks, the long edge should end inside the wall's thickness. An edge a finger's width
 * past the wall's face means that one plank wraps both jambs. Mend: move the line so that the edge lies in the middle of the doorway.
 */
export const jamb: Rule = (floor, say) => {
  const edges = floor.plan.rows.flatMap((row) => [row.from, row.to]);
  for (const { opening, near, far } of floor.ways) {
    if (opening.finish !== 'through' || opening.between[1] === null) continue;
    const [n0, n1, f0, f1] = [near[0], near[1], far[0], far[1]].map((p) => turned(floor.frame, p)) as [Point, Point, Point, Point];
    // the wall runs with the planks where its face does
    if (Math.abs(n1[1] - n0[1]) > Math.tan(Math.PI / 18) * Math.abs(n1[0] - n0[0])) continue;
    const [low, high] = [Math.min((n0[1] + n1[1]) / 2, (f0[1] + f1[1]) / 2), Math.max((n0[1] + n1[1]) / 2, (f0[1] + f1[1]) / 2)];
    const clear = Math.min(WELL_INSIDE, (high - low) / 4);
    if (edges.some((e) => e >= low + clear && e <= high - clear)) continue;
    const past = edges.find((e) => e > low - FINGER && e < high + FINGER);
    if (past === undefined) continue;
    const middle = (low + high) / 2;
    const face = Math.abs(past - low) < Math.abs(past - high) ? low : high;
    const row = floor.plan.rows.find((r) => r.from === past || r.to === past)!;
    say(
      finding(floor, 'jamb', 'should', turned(floor.frame, [(n0[0] + n1[0]) / 2, past]), {
        rows: [row.n],
        measured: Math.abs(past - face),
        limit: clear,
        text: `Doorway ${opening.id}: a row edge runs ${floor.length(Math.abs(past - face))} from the wall's face, so one plank must wrap both jambs. Move the line ${floor.length(Math.abs(middle - past))} ${middle > past ? 'away from' : 'towards'} the starting wall and it ends inside the doorway.`,
      }),
    );
  }
};
