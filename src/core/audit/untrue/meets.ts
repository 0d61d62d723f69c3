import { firstFrom, frameOf, grouped, insidePolygon, reachedBy, spansAt, turned, type Point } from '../../geometry';
import type { Plan, PlanFloor } from '../../given';
import { ALIKE, type Say, type Shape } from './shapes';

/** How far (mm) beside an edge one looks for the piece that lies there. */
const BESIDE = 0.1;
/** Places along an edge at which one looks. */
const SHARES = [0.06, 0.28, 0.5, 0.72, 0.94];

type Side = 'left' | 'right' | 'before' | 'after' | 'askew';

/**
 * Pieces lock where they meet: end to end and square, the left one by its plank's right factory end and the right one by its left, unless both
 * are marked as butts, of which there are no more than the job allows; and row to row by both factory edges.
 */
export function meets(plan: Pick<Plan, 'planks'>, floor: PlanFloor, shapes: readonly Shape[], butts: number, say: Say): void {
  const frame = frameOf(floor.direction);
  const planks = new Map(plan.planks.map((p) => [p.n, p]));
  const tell = (p: Point, text: string) => say(floor.id, turned(frame, p), text);
  const buttJoints = new Set<string>();
  const rows = new Map(floor.rows.map((r) => [r.n, r]));
  const byRow = grouped(shapes, (s) => s.piece.row);
  for (const own of byRow.values()) own.sort((a, b) => a.box.minX - b.box.minX);
  /** A joint, seen from its left piece. */
  const endsMeet = (own: Shape, other: Shape, at: Point): void => {
    if (own.piece.butt && other.piece.butt) {
      buttJoints.add(`${own.piece.id} ${other.piece.id}`);
      if (buttJoints.size > butts) tell(at, `A saw-cut butt joint, number ${buttJoints.size} where the job allows ${butts}.`);
      return;
    }
    const plank = planks.get(own.piece.plank);
    const end = own.piece.cut.from + at[0] - own.box.minX;
    const begin = other.piece.cut.from + at[0] - other.box.minX;
    if (!plank || Math.abs(end - plank.length) > ALIKE)
      tell(at, `Piece ${own.piece.id} meets ${other.piece.id} without its right factory end.`);
    if (Math.abs(begin) > ALIKE) tell(at, `Piece ${other.piece.id} meets ${own.piece.id} without its left factory end.`);
  };
  for (const [n, inRow] of byRow) {
    const row = rows.get(n);
    if (!row) continue;
    if (isLevel(inRow)) boxesMeet(inRow, endsMeet);
    else shapesMeet(row, inRow);
  }
  /** Pieces of a row that are no plain boxes, or not all as high. */
  function shapesMeet(row: PlanFloor['rows'][number], inRow: readonly Shape[]): void {
    const ends = reachedBy(inRow.map((s) => s.box.maxX));
    for (const own of inRow) shapeMeets(row, own, inRow, ends);
  }
  function shapeMeets(row: PlanFloor['rows'][number], own: Shape, inRow: readonly Shape[], ends: ReturnType<typeof reachedBy>): void {
    const others: Shape[] = [];
    for (let k = firstFrom(ends, own.box.minX - 1); k < inRow.length && inRow[k]!.box.minX < own.box.maxX + 1; k++)
      if (inRow[k] !== own && inRow[k]!.box.maxX > own.box.minX - 1) others.push(inRow[k]!);
    // boxes that are as high as each other meet by their ends alone
    const isHigh = ({ plain, box }: Shape) =>
      plain && Math.abs(box.minY - own.box.minY) < ALIKE && Math.abs(box.maxY - own.box.maxY) < ALIKE;
    if (own.plain && others.every(isHigh)) {
      const { maxX, minY, maxY } = own.box;
      for (const other of others)
        if (other.box.minX <= maxX + BESIDE && maxX + BESIDE < other.box.maxX && !(own.piece.laid && other.piece.laid))
          endsMeet(own, other, [maxX, (minY + maxY) / 2]);
      return;
    }
    const said = new Set<string>();
    for (const { at, beside, side } of edgesOf(own, row)) {
      const other = others.find((s) => insidePolygon(beside, s.shape));
      // what lies meets as it does: that is the log's, and no plan's doing
      if (!other || (own.piece.laid && other.piece.laid) || said.has(`${other.piece.id} ${side}`)) continue;
      said.add(`${other.piece.id} ${side}`);
      if (side !== 'left' && side !== 'right') {
        tell(at, `Pieces ${own.piece.id} and ${other.piece.id} of one row do not meet end to end, square to it.`);
        continue;
      }
      // each joint is seen from its left piece
      if (side === 'right') endsMeet(own, other, at);
    }
  }
  for (const row of floor.rows) {
    const next = floor.rows.find((r) => r !== row && Math.abs(r.from - row.to) < ALIKE);
    if (next) edgesLock(byRow, row.n, next.n, row.to, tell, (n) => planks.get(n)?.width ?? 0);
  }
}

/** Whether all pieces of a row are plain boxes as high as each other, as most are: then they meet by their ends alone. */
const isLevel = ([first, ...others]: readonly Shape[]): boolean =>
  first!.plain &&
  others.every(({ plain, box }) => plain && Math.abs(box.minY - first!.box.minY) < ALIKE && Math.abs(box.maxY - first!.box.maxY) < ALIKE);

/** @param inRow plain boxes as high as each other, from left to right */
function boxesMeet(inRow: readonly Shape[], meet: (own: Shape, other: Shape, at: Point) => void): void {
  for (let i = 0; i < inRow.length; i++) {
    const own = inRow[i]!;
    const { maxX, minY, maxY } = own.box;
    for (let k = i + 1; k < inRow.length && inRow[k]!.box.minX <= maxX + BESIDE; k++) {
      const other = inRow[k]!;
      if (maxX + BESIDE < other.box.maxX && !(own.piece.laid && other.piece.laid)) meet(own, other, [maxX, (minY + maxY) / 2]);
    }
  }
}

/** Points along the sides of a piece, each a little way outside, and which side of it that is. */
function edgesOf({ shape }: Shape, row: { readonly from: number; readonly to: number }): { at: Point; beside: Point; side: Side }[] {
  return shape.flatMap((ring) =>
    ring.flatMap((a, i) => {
      const b = ring[(i + 1) % ring.length]!;
      const [du, dw] = [b[0] - a[0], b[1] - a[1]];
      const length = Math.hypot(du, dw);
      if (length < 0.5) return [];
      // along the row's own edges lie other rows
      if (Math.abs(dw) < ALIKE && Math.min(Math.abs(a[1] - row.from), Math.abs(a[1] - row.to)) < ALIKE) return [];
      // a ring's inside lies left of it: turned polygons have their outer rings anticlockwise, holes clockwise
      const out: Point = [dw / length, -du / length];
      const side: Side =
        Math.abs(du) < ALIKE ? (out[0] > 0 ? 'right' : 'left') : Math.abs(dw) < ALIKE ? (out[1] > 0 ? 'after' : 'before') : 'askew';
      return SHARES.map((share) => {
        const at: Point = [a[0] + du * share, a[1] + dw * share];
        return { at, beside: [at[0] + out[0] * BESIDE, at[1] + out[1] * BESIDE] as Point, side };
      });
    }),
  );
}

/** A stretch of a piece's long edge. */
type Edge = Pick<Shape, 'box' | 'piece'> & { readonly from: number; readonly to: number };

/** Where two rows meet, both pieces come to their shared edge with the plank's own. */
function edgesLock(
  byRow: ReadonlyMap<number, readonly Shape[]>,
  row: number,
  next: number,
  w: number,
  tell: (p: Point, text: string) => void,
  widthOf: (plank: number) => number,
): void {
  const spans = (n: number, at: number): Edge[] => {
    const edges: Edge[] = [];
    for (const { shape, box, piece, plain } of byRow.get(n) ?? []) {
      if (box.minY >= at || box.maxY <= at) continue;
      if (plain) edges.push({ from: box.minX, to: box.maxX, box, piece });
      else for (const [from, to] of spansAt([shape], 1, at, 1)) edges.push({ from, to, box, piece });
    }
    return edges.sort((a, b) => a.from - b.from);
  };
  const lower = spans(next, w + 0.05);
  let first = 0;
  for (const upper of spans(row, w - 0.05)) {
    // both lists go from left to right: what ends before this one ends before all that follow
    while (first < lower.length && lower[first]!.to < upper.from) first++;
    for (let k = first; k < lower.length; k++) {
      const other = lower[k]!;
      if (other.from > upper.to) break;
      const [from, to] = [Math.max(upper.from, other.from), Math.min(upper.to, other.to)];
      if (to - from < 0.5 || (upper.piece.laid && other.piece.laid)) continue;
      const at: Point = [(from + to) / 2, w];
      const far = upper.piece.cut.low + w - upper.box.minY;
      const near = other.piece.cut.low + w - other.box.minY;
      if (Math.abs(far - widthOf(upper.piece.plank)) > ALIKE)
        tell(at, `Piece ${upper.piece.id} meets row ${next} without its factory edge.`);
      if (Math.abs(near) > ALIKE) tell(at, `Piece ${other.piece.id} meets row ${row} without its factory edge.`);
    }
  }
}
