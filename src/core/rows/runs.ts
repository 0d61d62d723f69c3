import {
  boxOf,
  clipBand,
  commonSpans,
  firstFrom,
  insideRing,
  ON_LINE,
  polygonArea,
  reachedBy,
  spansAt,
  turnedMulti,
  type Box,
  type Point,
  type Polygon,
  type Ring,
  type Span,
} from '../geometry';
import type { Floor } from '../floors';
import type { RowBand, SetOut } from '../setout';

/** One unbroken stretch of a row between two walls or obstacles, in the row frame. */
export type Run = {
  readonly index: number;
  readonly row: RowBand;
  readonly shape: Polygon;
  /** Where the run begins and ends along the row. */
  readonly u0: number;
  readonly u1: number;
  /** Least and greatest w of its shape. */
  readonly w0: number;
  readonly w1: number;
  /** Stretches where the row before, and the row after, lock into it. */
  readonly lockBefore: readonly Span[];
  readonly lockAfter: readonly Span[];
  /** whether it is laid in two pieces though one would fill it */
  readonly parted?: boolean;
};

/** A stretch of row edge along which two runs lie side by side; `before` is in the row of less w. */
export type Contact = { readonly before: number; readonly after: number; readonly from: number; readonly to: number };

export type FloorRuns = { readonly runs: readonly Run[]; readonly contacts: readonly Contact[] };

/** Less floor than this (mm²), or a strip no wider than what still counts as a line, takes no piece. */
const NO_PIECE = 0.05;
const takesPiece = (shape: Polygon): boolean => {
  const { minX, minY, maxX, maxY } = boxOf(shape[0]!);
  return polygonArea(shape) > NO_PIECE && Math.min(maxX - minX, maxY - minY) > 2 * ON_LINE;
};

/** A piece does not hang together by less than this, mm. */
const NECK = 0.05;

/** A run's outline without tips that are no more than a hair along one of its row's edges. */
function withoutHairTips(ring: Ring, row: RowBand): Ring {
  const n = ring.length;
  for (const line of [row.from, row.to]) {
    const off = ([, w]: Point) => Math.abs(w - line);
    for (const [i, tip] of ring.entries()) {
      if (off(tip) > ON_LINE) continue;
      for (const step of [1, n - 1]) {
        const [near, far] = [ring[(i + step) % n]!, ring[(i + n - step) % n]!];
        const between = (near[0] - tip[0]) * (near[0] - far[0]) < 0;
        if (off(near) > NECK || off(near) <= ON_LINE || off(far) > ON_LINE || !between) continue;
        const kept = ring.map((p): Point => (p === tip ? [near[0], line] : p)).filter((p) => p !== near);
        return kept.length < 3 ? ring : withoutHairTips(kept, row);
      }
    }
  }
  return ring;
}

/** The parts of a run's shape that hang together by no more than a hair beside one of its row's edges. */
function apartAtNecks(shape: Polygon, row: RowBand): readonly Polygon[] {
  const [outer, ...holes] = shape;
  const ring = withoutHairTips(outer!, row);
  const n = ring.length;
  const at = (i: number) => ring[((i % n) + n) % n]!;
  for (const line of [row.from, row.to]) {
    const off = ([, w]: Point) => Math.abs(w - line);
    const neck = ring.findIndex((p, i) => off(p) <= NECK && off(at(i - 1)) > NECK && off(at(i + 1)) > NECK);
    if (neck < 0) continue;
    const [u] = at(neck);
    const base = ring.findIndex((p, j) => {
      const q = at(j + 1);
      return off(p) <= ON_LINE && off(q) <= ON_LINE && Math.min(p[0], q[0]) < u - NECK && Math.max(p[0], q[0]) > u + NECK;
    });
    if (base < 0) continue;
    const chain = (from: number, to: number) => Array.from({ length: (to - from + n) % n }, (_, k) => at(from + k));
    const parts = [
      [...chain(base + 1, neck), [u, line] as Point],
      [[u, line] as Point, ...chain(neck + 1, base), at(base)],
    ];
    return parts.flatMap((part) => apartAtNecks([part, ...holes.filter((h) => insideRing(h[0]!, part))], row));
  }
  return ring === outer ? [shape] : [[ring, ...holes]];
}

/** Cuts every row of a floor with its laid area: the runs in laying order, and where they touch. */
export function runsOf(floor: Pick<Floor, 'laid'>, setOut: Pick<SetOut, 'frame' | 'rows'>): FloorRuns {
  const laid = turnedMulti(setOut.frame, floor.laid);
  type Draft = { row: RowBand; shape: Polygon; before: Span[]; after: Span[]; index: number; box: Box };
  const byRow: Draft[][] = setOut.rows.map((row) =>
    clipBand(laid, 1, row.from, row.to)
      .flatMap((shape) => apartAtNecks(shape, row))
      .filter(takesPiece)
      .map((shape) => ({ row, shape, before: [], after: [], index: 0, box: boxOf(shape[0]!) }))
      .sort((a, b) => a.box.minX - b.box.minX || a.box.minY - b.box.minY),
  );
  let count = 0;
  for (const row of byRow) for (const draft of row) draft.index = count++;

  const contacts: Contact[] = [];
  for (let r = 0; r + 1 < byRow.length; r++) {
    const at = setOut.rows[r]!.to;
    const below = byRow[r + 1]!.map((draft) => ({ draft, spans: spansAt([draft.shape], 1, at, 1) }));
    // drafts go from left to right by where they begin
    const reached = reachedBy(byRow[r + 1]!.map(({ box }) => box.maxX));
    for (const upper of byRow[r]!) {
      const spans = spansAt([upper.shape], 1, at, -1);
      for (let k = firstFrom(reached, upper.box.minX); k < below.length && below[k]!.draft.box.minX < upper.box.maxX; k++) {
        const { draft, spans: others } = below[k]!;
        for (const [from, to] of commonSpans(spans, others)) {
          contacts.push({ before: upper.index, after: draft.index, from, to });
          upper.after.push([from, to]);
          draft.before.push([from, to]);
        }
      }
    }
  }
  const runs = byRow.flat().map(({ index, row, shape, before, after, box }) => {
    return { index, row, shape, u0: box.minX, u1: box.maxX, w0: box.minY, w1: box.maxY, lockBefore: before, lockAfter: after };
  });
  return { runs, contacts };
}
