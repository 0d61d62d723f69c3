import { turned, ROUNDING } from '../geometry';
import { juttingCorners, SMALL_PIECE } from '../rows';

import { finding, type Rule } from './rule';

/**
 * Corners that jut into the floor: the piece beside one should be long, for a small piece that is notched there hangs on one lock. Mend:
 * another starter for its row.
 */
export const cornerPiece: Rule = (floor, say) => {
  const limit = SMALL_PIECE * floor.product.limits.endPiece;
  const corners = juttingCorners(floor.plan).map((p) => turned(floor.frame, p));
  for (const { row, runs } of floor.rows) {
    for (const [u, w] of corners) {
      // within the row, not on its edge: only then is a piece notched round the corner
      if (w < row.from + 1 || w > row.to - 1) continue;
      for (const run of runs) {
        if (run.length === 1) continue;
        const notched = run.find(
          ({ shape, box }) =>
            u > box.minX + ROUNDING &&
            u < box.maxX - ROUNDING &&
            shape.some((ring) => ring.some((p) => Math.abs(p[0] - u) < 0.1 && Math.abs(p[1] - w) < 0.1)),
        );
        if (!notched) continue;
        const length = notched.piece.cut.to - notched.piece.cut.from;
        if (length >= limit) continue;
        say(
          finding(floor, 'corner-piece', turned(floor.frame, [u, w]), {
            rows: [row.n],
            measured: length,
            limit,
            text: `Row ${row.n}: a piece of only ${floor.length(length)} is notched round the corner that juts in; it hangs on one lock. Another starter for this row puts a longer one there.`,
          }),
        );
      }
    }
  }
};
