import { boxOf, turned } from '../geometry';
import { SMALL_PIECE } from '../rows';
import { finding, type Rule } from './rule';

/** No small piece in a busy doorway: it hangs on one lock where everybody steps. Mend: another starter in its row. */
export const busyPiece: Rule = (floor, say) => {
  const limit = SMALL_PIECE * floor.product.limits.endPiece;
  for (const { opening, near, far } of floor.ways) {
    if (!opening.busy) continue;
    const strip = boxOf([near[0], near[1], far[0], far[1]].map((p) => turned(floor.frame, p)));
    for (const { row, pieces } of floor.rows) {
      for (const { piece, box } of pieces) {
        const length = piece.cut.to - piece.cut.from;
        const along = Math.min(box.maxX, strip.maxX) - Math.max(box.minX, strip.minX);
        const across = Math.min(box.maxY, strip.maxY) - Math.max(box.minY, strip.minY);
        // a single piece that fills the doorway by itself cannot be longer
        if (
          length >= limit ||
          along < 20 ||
          across < 20 ||
          floor.rows.some((r) => r.row === row && r.runs.some((run) => run.length === 1 && run[0]!.piece === piece))
        )
          continue;
        say(
          finding(floor, 'busy-doorway', turned(floor.frame, [(box.minX + box.maxX) / 2, (box.minY + box.maxY) / 2]), {
            rows: [row.n],
            measured: length,
            limit,
            text: `Row ${row.n}: a piece of only ${floor.length(length)} lies in the doorway ${opening.id}, where everybody walks. Another starter for this row mends it.`,
          }),
        );
      }
    }
  }
};
