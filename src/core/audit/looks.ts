import { firstFrom, grouped, reachedBy, turned, ROUNDING } from '../geometry';
import {
  BAND_ROWS,
  flightOf,
  longestOf,
  mixesLengths,
  noticedWithin,
  REPEAT_ROWS,
  REPEAT_WITHIN,
  SMALL_PIECE,
  stepBetween,
  TO_AND_FRO_ROWS,
  TO_AND_FRO_WITHIN,
  WALLPAPER_LENGTH,
  WALLPAPER_ROWS,
} from '../rows';
import { type Joint, type LaidPiece, type LaidRow } from './measure';
import { finding, type AuditedFloor, type Rule } from './rule';

/** What several rules ask of one thing is worked out once. */
function once<Of extends object, Found>(find: (of: Of) => Found): (of: Of) => Found {
  const known = new WeakMap<Of, Found>();
  return (of) => {
    const found = known.get(of) ?? find(of);
    known.set(of, found);
    return found;
  };
}

/** Of a row's runs only those of two or more pieces have joints, and only those are compared. */
const manyPieces = (run: readonly LaidPiece[]): boolean => run.length > 1;

/** What lies in a row from left to right, and how far what lies up to each of them reaches. */
type Strips<Strip> = { readonly strips: readonly Strip[]; readonly reached: readonly number[] };

const stripsOf = <Strip extends { readonly to: number }>(strips: readonly Strip[]): Strips<Strip> => ({
  strips,
  reached: reachedBy(strips.map(({ to }) => to)),
});

/** The joints of a run of two or more pieces, left to right, and how far its pieces reach. */
type RunJoints = { readonly joints: readonly Joint[]; readonly from: number; readonly to: number };

/** The joints of each run of a row. */
const runJoints = once(({ runs, joints }: LaidRow): Strips<RunJoints> => {
  const byLeft = grouped(joints, (joint) => joint.left);
  return stripsOf(
    runs.filter(manyPieces).map((run) => ({
      joints: run.flatMap((piece) => byLeft.get(piece) ?? []).sort((a, b) => a.u - b.u),
      from: Math.min(...run.map((p) => p.box.minX)),
      to: Math.max(...run.map((p) => p.box.maxX)),
    })),
  );
});

/** Of two rows' joints within [from, to], both from left to right, those that lie nearest to each other and nearer than `within`: where the second is. */
function nearestJoints(
  upper: readonly Joint[],
  lower: readonly Joint[],
  from: number,
  to: number,
  within: number,
): { readonly u: number; readonly near: number } | null {
  let best: { u: number; near: number } | null = null;
  let k = 0;
  for (const { u } of upper) {
    if (u < from || u > to) continue;
    while (k < lower.length && lower[k]!.u < u - within) k++;
    for (let j = k; j < lower.length && lower[j]!.u < u + within; j++) {
      const near = Math.abs(lower[j]!.u - u);
      if (lower[j]!.u >= from && lower[j]!.u <= to && near < (best?.near ?? within)) best = { u: lower[j]!.u, near };
    }
  }
  return best;
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
      for (const a of upper.runs.strips) {
        const { strips, reached } = lower.runs;
        for (let k = firstFrom(reached, a.from); k < strips.length && strips[k]!.from < a.to; k++) {
          const b = strips[k]!;
          const from = Math.max(a.from, b.from) - ROUNDING;
          const to = Math.min(a.to, b.to) + ROUNDING;
          if (to - from <= 2 * ROUNDING) continue;
          const nearest = nearestJoints(a.joints, b.joints, from, to, within - ROUNDING);
          if (!nearest) continue;
          say(
            finding(floor, apart === 2 ? 'h-joint' : 'repeat', turned(floor.frame, [nearest.u, lower.w]), {
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

/** The strip that lies longest under [from, to]; the first of those that lie as long. */
function longestUnder<Strip extends { readonly from: number; readonly to: number }>(
  { from, to }: { readonly from: number; readonly to: number },
  { strips, reached }: Strips<Strip>,
): Strip | undefined {
  let [found, longest]: [Strip | undefined, number] = [undefined, 0];
  for (let k = firstFrom(reached, from); k < strips.length && strips[k]!.from < to; k++) {
    const overlap = Math.min(strips[k]!.to, to) - Math.max(strips[k]!.from, from);
    if (overlap > longest) [found, longest] = [strips[k], overlap];
  }
  return found;
}

/** A run's first and last piece, and from where to where it lies between them. */
const runEnds = once(({ runs }: LaidRow) =>
  stripsOf(
    runs.filter(manyPieces).map((run) => {
      const [begin, end] = [run[0]!, run[run.length - 1]!];
      return { begin, end, from: begin.box.minX, to: end.box.maxX };
    }),
  ),
);

/** Bands: three rows one under the other that begin, or end, with a small piece. Mend: another starter in the middle one. */
export const bands: Rule = (floor, say) => {
  const small = SMALL_PIECE * floor.product.limits.endPiece - ROUNDING;
  for (let r = 0; r + BAND_ROWS - 1 < floor.rows.length; r++) {
    const rows = floor.rows.slice(r, r + BAND_ROWS);
    if (rows[BAND_ROWS - 1]!.row.n !== rows[0]!.row.n + BAND_ROWS - 1) continue;
    const [first, ...below] = rows.map(runEnds);
    for (const start of first!.strips) {
      const chain = [start];
      for (const strips of below) {
        const next = longestUnder(chain[chain.length - 1]!, strips);
        if (next) chain.push(next);
        else break;
      }
      if (chain.length < BAND_ROWS) continue;
      for (const end of ['begin', 'end'] as const) {
        if (chain.some((run) => run[end].piece.cut.to - run[end].piece.cut.from >= small)) continue;
        const middle = chain[1]![end].box;
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

/** A run and those under it, one a row, each the one that overlaps the run above it most: their rows and first joints, and how far their planks reach. */
type Chain = readonly { readonly n: number; readonly w: number; readonly u: number; readonly from: number; readonly to: number }[];

/** Every chain of runs of a floor that begins under none: rows that follow each other, laid of planks of one length. */
const chainsOf = once(({ rows, product }: AuditedFloor): readonly { readonly chain: Chain; readonly length: number }[] => {
  const measured = rows.map((row) => ({ row: row.row, runs: runJoints(row), length: longestOf(product, row.row.width) }));
  const taken = new Set<unknown>();
  const chains: { chain: Chain; length: number }[] = [];
  measured.forEach((top, r) => {
    for (const start of top.runs.strips) {
      if (taken.has(start)) continue;
      const chain: Chain[number][] = [];
      for (let at: RunJoints | undefined = start, k = r; at; k++) {
        taken.add(at);
        const { row } = measured[k]!;
        chain.push({ n: row.n, w: (row.from + row.to) / 2, u: at.joints[0]!.u, from: at.from, to: at.to });
        const below = measured[k + 1];
        at = below?.row.n === row.n + 1 && below.length === top.length ? longestUnder(at, below.runs) : undefined;
      }
      chains.push({ chain, length: top.length });
    }
  });
  return chains;
});

/** Stretches of a list, from one index to another, of which every item fulfils a condition; those that are so long at least. */
function stretchesOf(count: number, least: number, fulfils: (k: number) => boolean): (readonly [number, number])[] {
  const found: [number, number][] = [];
  for (let k = 0; k < count; k++) {
    const last = found[found.length - 1];
    if (!fulfils(k)) continue;
    if (last && last[1] === k - 1) last[1] = k;
    else found.push([k, k]);
  }
  return found.filter(([a, b]) => b - a + 1 >= least);
}

const rowsBetween = (chain: Chain, from: number, to: number) => chain.slice(from, to + 1).map((x) => x.n);

/** Stairs: rows whose joints climb one way by steps that are alike; the longer the flight, the less alike they need be. Mend: change the order of the starters. */
export const stairs: Rule = (floor, say) => {
  if (isHalfBond(floor)) return;
  for (const { chain, length } of chainsOf(floor)) {
    const steps = chain.slice(1).map((x, k) => stepBetween(chain[k]!.u, x.u, length));
    for (let k = 0, said = 0; k < steps.length; k++) {
      let end = k + flightOf(steps.slice(k));
      if (end === k || end <= said) continue;
      // flights that begin within this one go on with it
      for (let next = k + 1; next < end; next++) {
        const flight = flightOf(steps.slice(next));
        if (flight > 0 && steps[next]! * steps[k]! > 0) end = Math.max(end, next + flight);
      }
      said = end;
      const last = chain[end]!;
      say(
        finding(floor, 'stairs', turned(floor.frame, [last.u, last.w]), {
          rows: rowsBetween(chain, k, end),
          text: `Rows ${chain[k]!.n} to ${last.n}: the joints go down like stairs, all one way. Swap two of their starters.`,
        }),
      );
    }
  }
};

/** Wallpaper: rows that lie, in their order, as other rows did six to twelve rows before. Mend: other starters. */
export const wallpaper: Rule = (floor, say) => {
  if (isHalfBond(floor) || mixesLengths(floor.product)) return;
  for (const { chain, length } of chainsOf(floor)) {
    const told: (readonly [number, number])[] = [];
    for (let lag = WALLPAPER_ROWS.least; lag <= WALLPAPER_ROWS.most; lag++) {
      const alike = (k: number) => {
        const [a, b] = [chain[k]!, chain[k + lag]!];
        const under = Math.min(a.to, b.to) - Math.max(a.from, b.from) >= length;
        return under && Math.abs(stepBetween(a.u, b.u, length)) < REPEAT_WITHIN - ROUNDING;
      };
      for (const [from, to] of stretchesOf(chain.length - lag, WALLPAPER_LENGTH, alike)) {
        // what comes again after six rows comes again after twelve
        if (told.some(([a, b]) => from >= a && to + lag <= b)) continue;
        told.push([from, to + lag]);
        const [first, last] = [chain[from + lag]!, chain[to + lag]!];
        say(
          finding(floor, 'wallpaper', turned(floor.frame, [first.u, first.w]), {
            rows: rowsBetween(chain, from + lag, to + lag),
            text: `Rows ${first.n} to ${last.n}: the joints come in the same order as in rows ${chain[from]!.n} to ${chain[to]!.n}, like a wallpaper. Another starter in the middle one mends it.`,
          }),
        );
      }
    }
  }
};

/** To and fro: the joints change between two places only, so that a pattern of three is lost. Mend: other starters. */
export const toAndFro: Rule = (floor, say) => {
  if (isHalfBond(floor) || mixesLengths(floor.product)) return;
  for (const { chain, length } of chainsOf(floor)) {
    const back = (k: number) => Math.abs(stepBetween(chain[k]!.u, chain[k + 2]!.u, length)) <= TO_AND_FRO_WITHIN - ROUNDING;
    for (const [from, to] of stretchesOf(chain.length - 2, TO_AND_FRO_ROWS - 2, back)) {
      const [first, last] = [chain[from]!, chain[to + 2]!];
      say(
        finding(floor, 'to-and-fro', turned(floor.frame, [last.u, last.w]), {
          rows: rowsBetween(chain, from, to + 2),
          text: `Rows ${first.n} to ${last.n}: the joints go to and fro between two places${floor.school === 'thirds' ? '; the thirds are lost there' : ''}. Another starter every third row mends it.`,
        }),
      );
    }
  }
};
