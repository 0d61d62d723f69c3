import { turned, ROUNDING } from '../geometry';
import { BAND_ROWS, isStairs, noticedWithin, REPEAT_ROWS, SMALL_PIECE, stepBetween } from '../rows';
import { type Joint, type LaidPiece, type LaidRow } from './measure';
import { finding, type AuditedFloor, type Rule } from './rule';

/** The joints of each run of a row, left to right. */
function runJoints(row: LaidRow): { joints: Joint[]; from: number; to: number }[] {
  return row.runs
    .filter((run) => run.length > 1)
    .map((run) => {
      const own = new Set<LaidPiece>(run);
      return {
        joints: row.joints.filter((j) => own.has(j.left)).sort((a, b) => a.u - b.u),
        from: Math.min(...run.map((p) => p.box.minX)),
        to: Math.max(...run.map((p) => p.box.maxX)),
      };
    });
}

/**
 * Likeness: the same joint line in every other row reads as an H, the same line again within five rows as a repeat. One finding for each
 * pair of runs. Mend: another starter in the later row.
 */
export const likeness: Rule = (floor, say) => {
  if (isHalfBond(floor)) return;
  const rows = floor.rows.map((row) => ({ n: row.row.n, w: (row.row.from + row.row.to) / 2, runs: runJoints(row) }));
  rows.forEach((upper, r) => {
    for (const lower of rows.slice(r + 1, r + 1 + REPEAT_ROWS)) {
      const apart = lower.n - upper.n;
      const within = noticedWithin(apart);
      if (within === 0) continue;
      for (const a of upper.runs) {
        for (const b of lower.runs) {
          const from = Math.max(a.from, b.from) - ROUNDING;
          const to = Math.min(a.to, b.to) + ROUNDING;
          const inside = ({ u }: Joint) => u >= from && u <= to;
          const pair = a.joints.filter(inside).flatMap((p) => b.joints.filter(inside).map((q) => ({ p, q, near: Math.abs(p.u - q.u) })));
          const nearest = pair.reduce<(typeof pair)[number] | null>(
            (best, x) => (x.near < (best?.near ?? within - ROUNDING) ? x : best),
            null,
          );
          if (!nearest) continue;
          say(
            finding(floor, apart === 2 ? 'h-joint' : 'repeat', turned(floor.frame, [nearest.q.u, lower.w]), {
              rows: [upper.n, lower.n],
              measured: nearest.near,
              limit: within,
              text:
                apart === 2
                  ? `Rows ${upper.n} and ${lower.n}: joints only ${floor.length(nearest.near)} apart in every other row, which reads as an H. Another starter for row ${lower.n} mends it.`
                  : `Rows ${upper.n} and ${lower.n}: the same joint line again after ${apart} rows. Another starter for row ${lower.n} mends it.`,
            }),
          );
        }
      }
    }
  });
};

const isHalfBond = ({ school }: AuditedFloor): boolean => school === 'half' || school === 'centred';

/** Half-bond is an H all over; that is said once. */
export const halfBond: Rule = (floor, say) => {
  const joints = floor.rows.flatMap((row) => row.joints);
  const [first] = joints;
  if (!isHalfBond(floor) || !first || floor.rows.length < 3) return;
  say(
    finding(floor, 'half-bond', turned(floor.frame, [first.u, (first.w0 + first.w1) / 2]), {
      text: 'Every other row has its joints in one line, as this school wants it. Most plank makers and many fitters reject it for planks: ask the product’s instructions.',
    }),
  );
};

/** A pattern was asked for that planks of several lengths cannot keep. Mend: another school. */
export const patternLost: Rule = (floor, say) => {
  const [first] = floor.rows.flatMap((row) => row.joints);
  if (floor.school === floor.wanted || !first) return;
  say(
    finding(floor, 'school', turned(floor.frame, [first.u, (first.w0 + first.w1) / 2]), {
      text: 'The pattern that is asked for needs planks of one length, and these come in several: it is laid as offcut flow. Choose offcut flow or free.',
    }),
  );
};

/** Bands: three rows one under the other that begin, or end, with a small piece. Mend: another starter in the middle one. */
export const bands: Rule = (floor, say) => {
  const small = SMALL_PIECE * floor.product.limits.endPiece - ROUNDING;
  for (let r = 0; r + BAND_ROWS - 1 < floor.rows.length; r++) {
    const rows = floor.rows.slice(r, r + BAND_ROWS);
    if (rows[BAND_ROWS - 1]!.row.n !== rows[0]!.row.n + BAND_ROWS - 1) continue;
    const runs = rows.map((row) => row.runs.filter((run) => run.length > 1));
    for (const start of runs[0]!) {
      for (const end of ['begin', 'end'] as const) {
        const chain = [start];
        for (const below of runs.slice(1)) {
          const at = chain[chain.length - 1]!;
          const overlap = (x: readonly LaidPiece[]) =>
            Math.min(x[x.length - 1]!.box.maxX, at[at.length - 1]!.box.maxX) - Math.max(x[0]!.box.minX, at[0]!.box.minX);
          const next = [...below].sort((p, q) => overlap(q) - overlap(p))[0];
          if (!next || overlap(next) <= 0) break;
          chain.push(next);
        }
        const ends = chain.map((run) => (end === 'begin' ? run[0]! : run[run.length - 1]!));
        if (ends.length < BAND_ROWS || ends.some(({ piece }) => piece.cut.to - piece.cut.from >= small)) continue;
        const middle = ends[1]!.box;
        say(
          finding(floor, 'short-band', turned(floor.frame, [(middle.minX + middle.maxX) / 2, (middle.minY + middle.maxY) / 2]), {
            rows: rows.map((x) => x.row.n),
            text: `Rows ${rows[0]!.row.n} to ${rows[BAND_ROWS - 1]!.row.n} all ${end} with a short piece, which reads as a band. Another starter for row ${rows[1]!.row.n} mends it.`,
          }),
        );
      }
    }
  }
};

/** Stairs: four rows whose joints step on by equal steps. Mend: change the order of the starters. */
export const stairs: Rule = (floor, say) => {
  if (isHalfBond(floor)) return;
  for (let r = 0; r + 3 < floor.rows.length; r++) {
    const four = floor.rows.slice(r, r + 4);
    if (four[3]!.row.n !== four[0]!.row.n + 3) continue;
    for (const chain of chains(floor, four)) {
      const length = longestPiece(four[0]!);
      const [a, b, c, d] = chain;
      if (!isStairs(stepBetween(a!, b!, length), stepBetween(b!, c!, length), stepBetween(c!, d!, length))) continue;
      const last = four[3]!.row;
      say(
        finding(floor, 'stairs', turned(floor.frame, [d!, (last.from + last.to) / 2]), {
          rows: four.map((x) => x.row.n),
          text: `Rows ${four[0]!.row.n} to ${last.n}: the joints go down in equal steps like stairs. Swap two of their starters.`,
        }),
      );
    }
  }
};

const longestPiece = (row: LaidRow): number => Math.max(...row.pieces.map((p) => p.piece.cut.to - p.piece.cut.from));

/** First joints of runs that lie under each other in four rows, each run the one that overlaps the run above it most. */
function chains(floor: AuditedFloor, rows: readonly LaidRow[]): number[][] {
  const runs = rows.map(runJoints);
  return runs[0]!.flatMap((start) => {
    const chain = [start.joints[0]!.u];
    let at = start;
    for (const below of runs.slice(1)) {
      const overlap = (x: (typeof below)[number]) => Math.min(x.to, at.to) - Math.max(x.from, at.from);
      const next = [...below].sort((p, q) => overlap(q) - overlap(p))[0];
      if (!next || overlap(next) <= 0) return [];
      chain.push(next.joints[0]!.u);
      at = next;
    }
    return [chain];
  });
}
