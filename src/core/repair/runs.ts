/** The runs of a floor that lie, and which of them hang on which. */
import { measureRows, type LaidPiece } from '../audit';
import { boxOf, commonSpans, ROUNDING, spansAt, type Frame, type Span } from '../geometry';
import type { PlanFloor } from '../given';

/** Pieces of a row that hang together end to end, from left to right, and the runs of the rows beside it that they are locked to. */
export type LaidRun = {
  readonly row: number;
  readonly pieces: readonly LaidPiece[];
  readonly first: readonly LaidRun[];
  readonly last: readonly LaidRun[];
};

/** Towards row 1, or away from it. */
export type Side = 'first' | 'last';

/** Long edges this near (mm) to each other are locked. */
const LOCKED = 0.5;
/** Less of a shared edge (mm) than this is a corner. */
const SHARED = 0.1;

/** Where the outermost edge of a piece on one side lies, and its stretches there. */
function longEdge({ shape, box }: LaidPiece, side: Side): { readonly at: number; readonly spans: readonly Span[] } {
  const [at, inwards] = side === 'last' ? ([box.maxY, -1] as const) : ([box.minY, 1] as const);
  // looked at a little inside the piece, past what rounding may have moved of its corners
  return { at, spans: spansAt([shape], 1, at + inwards * 2 * ROUNDING, inwards) };
}

function isLocked(near: LaidPiece, far: LaidPiece): boolean {
  const [a, b] = [longEdge(near, 'last'), longEdge(far, 'first')];
  return Math.abs(a.at - b.at) < LOCKED && commonSpans(a.spans, b.spans).some(([from, to]) => to - from > SHARED);
}

/** @param floor with nothing but the pieces that lie */
export function runsThatLie(floor: PlanFloor, frame: Frame): readonly LaidRun[] {
  type Open = { row: number; pieces: readonly LaidPiece[]; first: LaidRun[]; last: LaidRun[] };
  const rows = measureRows(floor, frame).map(({ row, runs }) =>
    runs.map((pieces): Open => ({ row: row.n, pieces: [...pieces].sort((a, b) => a.box.minX - b.box.minX), first: [], last: [] })),
  );
  rows.slice(1).forEach((far, k) => {
    for (const a of rows[k]!)
      for (const b of far) {
        if (b.row !== a.row + 1 || !a.pieces.some((p) => b.pieces.some((q) => isLocked(p, q)))) continue;
        a.last.push(b);
        b.first.push(a);
      }
  });
  return rows.flat();
}

/** Some runs and, towards one side again and again, every run that is locked to one of them. */
export function liftedWith(runs: readonly LaidRun[], side: Side): readonly LaidRun[] {
  const lifted = new Set<LaidRun>(runs);
  for (const run of lifted) for (const next of run[side]) lifted.add(next);
  return [...lifted];
}

/** The runs that have to be knocked aside to free some pieces on one side: all that hang on them there, never their own. */
export function besideThem(runs: readonly LaidRun[], pieces: readonly LaidPiece[], side: Side): readonly LaidRun[] {
  const own = runs.filter((r) => r.pieces.some((p) => pieces.includes(p)));
  const next = own.flatMap((r) => r[side]).filter((r) => r.pieces.some((q) => pieces.some((p) => touches(p, q, side))));
  return liftedWith(next, side).filter((r) => !own.includes(r));
}

const touches = (piece: LaidPiece, beside: LaidPiece, side: Side): boolean =>
  side === 'last' ? isLocked(piece, beside) : isLocked(beside, piece);

/** How far runs reach, in the row frame. */
export const reachOf = (runs: readonly LaidRun[]) => boxOf(runs.flatMap((r) => r.pieces.flatMap((p) => p.shape[0]!)));
