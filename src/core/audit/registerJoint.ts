import { boxOf, turned } from '../geometry';
import { REGISTER_CLEAR, registersOf } from '../rows';
import { finding, type Rule } from './rule';

/** Registers: no end joint within 200 mm of one, where its hole weakens the plank. Mend: another starter for that row. */
export const registerJoint: Rule = (floor, say) => {
  for (const ring of registersOf(floor)) {
    const box = boxOf(ring.map((p) => turned(floor.frame, p)));
    for (const { row, joints } of floor.rows) {
      if (Math.min(row.to, box.maxY) - Math.max(row.from, box.minY) <= 1) continue;
      for (const { u } of joints) {
        const away = Math.max(0, box.minX - u, u - box.maxX);
        if (away >= REGISTER_CLEAR) continue;
        say(
          finding(floor, 'register-joint', turned(floor.frame, [u, (row.from + row.to) / 2]), {
            rows: [row.n],
            measured: away,
            limit: REGISTER_CLEAR,
            text: `Row ${row.n}: an end joint lies ${floor.length(away)} from a register; it should be ${floor.length(REGISTER_CLEAR)} away. Another starter for this row mends it.`,
          }),
        );
      }
    }
  }
};
