import { boxOf, grouped, spansAt, turnedPolygon, type Box, type Frame, type Polygon, type Span, ROUNDING } from '../geometry';
import type { Piece, PlanFloor, PlanRow } from '../given';

/** A piece as it lies, in the row frame. */
export type LaidPiece = { readonly piece: Piece; readonly shape: Polygon; readonly box: Box };

/** Where two pieces of a row meet end to end. */
export type Joint = { readonly u: number; readonly w0: number; readonly w1: number; readonly left: LaidPiece; readonly right: LaidPiece };

/** A row as laid: what an inspector sees, whatever made the plan. */
export type LaidRow = {
  readonly row: PlanRow;
  readonly pieces: readonly LaidPiece[];
  readonly joints: readonly Joint[];
  /** pieces that hang together end to end, each left to right */
  readonly runs: readonly (readonly LaidPiece[])[];
};

/** Measures the rows of a floor from its pieces. */
export function measureRows(floor: PlanFloor, frame: Frame): readonly LaidRow[] {
  const byRow = new Map<number, LaidPiece[]>();
  for (const piece of floor.pieces) {
    const shape = turnedPolygon(frame, piece.outline);
    const list = byRow.get(piece.row) ?? [];
    list.push({ piece, shape, box: boxOf(shape[0]!) });
    byRow.set(piece.row, list);
  }
  return floor.rows.map((row) => {
    const pieces = (byRow.get(row.n) ?? []).sort((a, b) => a.box.minX - b.box.minX);
    const joints = jointsOf(pieces);
    return { row, pieces, joints, runs: runsOf(pieces, joints) };
  });
}

function jointsOf(pieces: readonly LaidPiece[]): Joint[] {
  const joints: Joint[] = [];
  const byRight = [...pieces].sort((a, b) => a.box.maxX - b.box.maxX);
  let k = 0;
  for (const right of pieces) {
    const u = right.box.minX;
    while (k < byRight.length && byRight[k]!.box.maxX < u - ROUNDING) k++;
    for (let i = k; i < byRight.length && byRight[i]!.box.maxX <= u + ROUNDING; i++) {
      const left = byRight[i]!;
      if (left === right) continue;
      const a = endSpan(left, 'right');
      const b = endSpan(right, 'left');
      const w0 = Math.max(a[0], b[0]);
      const w1 = Math.min(a[1], b[1]);
      if (w1 - w0 > 2 * ROUNDING) joints.push({ u, w0, w1, left, right });
    }
  }
  return joints;
}

/** Least and greatest w of a piece's square end. */
function endSpan({ shape, box }: LaidPiece, end: 'left' | 'right'): Span {
  const u = end === 'left' ? box.minX : box.maxX;
  let low = Infinity;
  let high = -Infinity;
  for (const [pu, pw] of shape[0]!) {
    if (Math.abs(pu - u) > ROUNDING) continue;
    low = Math.min(low, pw);
    high = Math.max(high, pw);
  }
  return [low, high];
}

function runsOf(pieces: readonly LaidPiece[], joints: readonly Joint[]): LaidPiece[][] {
  const root = new Map<LaidPiece, LaidPiece>(pieces.map((p) => [p, p]));
  const find = (p: LaidPiece): LaidPiece => {
    let at = p;
    while (root.get(at) !== at) at = root.get(at)!;
    root.set(p, at);
    return at;
  };
  for (const { left, right } of joints) root.set(find(right), find(left));
  return [...grouped(pieces, find).values()];
}

/** Where a row's pieces reach its edge towards the next row (`after`) or the one before, joined to unbroken stretches. */
export function edgeSpans(row: LaidRow, edge: 'before' | 'after'): Span[] {
  const at = edge === 'after' ? row.row.to : row.row.from;
  // looked at a little inside the row, past what rounding may have moved
  const spans = spansAt(
    row.pieces.filter((p) => (edge === 'after' ? p.box.maxY > at - ROUNDING : p.box.minY < at + ROUNDING)).map((p) => p.shape),
    1,
    at + (edge === 'after' ? -ROUNDING : ROUNDING),
    edge === 'after' ? -1 : 1,
  );
  const joined: [number, number][] = [];
  for (const [from, to] of spans) {
    const last = joined[joined.length - 1];
    if (last && from - last[1] <= 2 * ROUNDING) last[1] = Math.max(last[1], to);
    else joined.push([from, to]);
  }
  return joined;
}

/** The joints of a row that reach its edge. */
export const jointsAtEdge = (row: LaidRow, edge: 'before' | 'after'): Joint[] =>
  row.joints.filter((j) => (edge === 'after' ? row.row.to - j.w1 <= 2 * ROUNDING : j.w0 - row.row.from <= 2 * ROUNDING));
