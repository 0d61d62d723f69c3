import { turned } from '../geometry';
import { runningDoorways, wrappedEdge } from '../setout';
import { finding, type Rule } from './rule';

/**
 * Jambs: in a doorway whose wall runs with the planks, the long edge should end inside the wall's thickness. An edge a finger's width
 * past the wall's face means that one plank wraps both jambs. Mend: move the line so that the edge lies in the middle of the doorway.
 */
export const jamb: Rule = (floor, say) => {
  const edges = floor.plan.rows.flatMap((row) => [row.from, row.to]);
  for (const doorway of runningDoorways(floor.ways, floor.frame)) {
    const past = wrappedEdge(doorway, edges);
    if (past === null) continue;
    const { opening, low, high, clear, u } = doorway;
    const middle = (low + high) / 2;
    const face = Math.abs(past - low) < Math.abs(past - high) ? low : high;
    const row = floor.plan.rows.find((r) => r.from === past || r.to === past)!;
    say(
      finding(floor, 'jamb', turned(floor.frame, [u, past]), {
        rows: [row.n],
        measured: Math.abs(past - face),
        limit: clear,
        text: `In ${floor.doorway(opening)} a row edge runs ${floor.length(Math.abs(past - face))} from the wall's face, so one plank must wrap both jambs. Move the line ${floor.length(Math.abs(middle - past))} ${middle > past ? 'away from' : 'towards'} the starting wall and it ends inside the doorway.`,
      }),
    );
  }
};
