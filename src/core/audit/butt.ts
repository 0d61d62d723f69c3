import { turned } from '../geometry';
import { finding, type Rule } from './rule';

/** Saw-cut butt joints: each is listed, and more than the job allows are too many. Mend: take a fresh plank there. */
export const butt: Rule = (floor, say) => {
  let count = 0;
  for (const { row, joints } of floor.rows) {
    for (const { u, w0, w1, left, right } of joints) {
      if (!left.piece.butt || !right.piece.butt) continue;
      count++;
      say(
        finding(floor, 'butt', turned(floor.frame, [u, (w0 + w1) / 2]), {
          rows: [row.n],
          text: `Row ${row.n}: a saw-cut butt joint, number ${count} of ${floor.butts} allowed. A fresh plank avoids it.`,
        }),
      );
    }
  }
};
