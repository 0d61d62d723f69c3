import { turned, ROUNDING } from '../geometry';
import { sourceOf, sourceText } from '../given';

import { finding, type Rule } from './rule';

/**
 * Least end piece: the first and last piece of a run of two or more pieces; a single piece that fills its run is not judged.
 * Mend: lengthen it by shortening the piece at the run's other end.
 */
export const endPiece: Rule = (floor, say) => {
  const limit = floor.product.limits.endPiece;
  for (const { row, runs, joints } of floor.rows) {
    for (const run of runs) {
      if (run.length < 2) continue;
      for (const laid of run) {
        const length = laid.piece.cut.to - laid.piece.cut.from;
        if (length >= limit - ROUNDING) continue;
        const first = !joints.some((j) => j.right === laid);
        const last = !joints.some((j) => j.left === laid);
        if (!first && !last) continue;
        const { box } = laid;
        say(
          finding(floor, 'endPiece', turned(floor.frame, [(box.minX + box.maxX) / 2, (box.minY + box.maxY) / 2]), {
            rows: [row.n],
            measured: length,
            limit,
            text: `Row ${row.n}: its ${first ? 'first' : 'last'} piece is ${floor.length(length)}, at least ${floor.length(limit)} (${sourceText(sourceOf(floor.product, 'endPiece'))}). Shift the joints of this row.`,
          }),
        );
      }
    }
  }
};
