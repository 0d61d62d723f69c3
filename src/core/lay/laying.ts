/** Lines that saw and lay. */
import { inLayingOrder } from '../cuts';
import { round3, type Point } from '../geometry';
import type { Piece, PlanFloor } from '../given';
import { piecesAsLaid, type ToldPiece } from './asLaid';
import { drop, isSameBox, set, shifted, type Folding, type Told } from './folding';
import { begin, directionOf, newSize, sizeOf, spend, woodGone } from './hand';
import { putBySawn, takeFromYard } from './inYard';
import { pieceKey, rowKey, type SawnPart, type SiteGround } from './stands';
import { onPlank, SAME_PLACE } from './wood';

/** Ends this near (mm) to each other meet. */
const MEETS = 0.5;

export function saw(folding: Folding, ground: SiteGround, { piece: key, n }: Told<'cut'>): string | null {
  const piece = folding.keys.get(key);
  const floor = key.slice(0, key.lastIndexOf('/'));
  if (folding.lying.has(key)) return `saws ${key}, which lies`;
  if (!piece) return `saws ${key}, which the plan in force does not have`;
  if (folding.otherRows.has(rowKey(floor, piece.row))) return `saws ${key}, whose row lies otherwise`;
  const part = onPlank(directionOf(folding, floor), piece);
  const before = folding.parts.get(key);
  if (before && before.plank === part.plank && isSameBox(before.cut, part.cut)) return `saws ${key}, which is sawn already`;
  const gone = woodGone(folding, part, null);
  if (gone) return `saws ${key}, ${gone}`;
  spend(folding, part);
  begin(folding, piece.plank, sizeOf(folding, piece.plank)!);
  putBySawn(
    folding,
    ground,
    folding.plan!.floors.find((f) => f.id === floor)!,
    piece,
  );
  // an older plan's piece of that name is still in hand, by another name
  if (folding.parts.has(key)) keepApart(folding, folding.parts.get(key)!);
  set(folding, folding.parts, key, { ...part, key, of: key, line: n });
  return null;
}

/** Puts a sawn part by under a name that no piece has. */
function keepApart(folding: Folding, part: SawnPart): void {
  drop(folding, folding.parts, part.key);
  const key = `${part.key} of line ${part.line}`;
  set(folding, folding.parts, key, { ...part, key });
}

function lieDown(folding: Folding, floor: string, piece: Piece, line: number): void {
  const key = pieceKey(floor, piece);
  set(folding, folding.lying, key, { floor, piece, line, pushed: folding.shifts.get(floor) ?? [0, 0] });
  set(folding, folding.onPlanks, piece.plank, [...(folding.onPlanks.get(piece.plank) ?? []), key]);
}

export function lay(folding: Folding, ground: SiteGround, { floor: id, row, piece: only, n }: Told<'laid'>): string | null {
  const floor = folding.plan!.floors.find((f) => f.id === id);
  if (!floor) return `lays on floor ${id}, which the plan in force does not have`;
  const own = floor.pieces.filter((p) => p.row === row && (only === undefined || p.id === only));
  const left = folding.otherRows.has(rowKey(id, row)) ? [] : own.filter((p) => !folding.lying.has(pieceKey(id, p)));
  if (left.length === 0) return `lays row ${row}${only === undefined ? '' : `, piece ${only}`}, of which nothing is left to lay`;
  // a plan that somebody else made may list them in another order
  for (const { piece } of inLayingOrder({ floors: [{ ...floor, pieces: left }] })) {
    const key = pieceKey(id, piece);
    const part = onPlank(floor.direction, piece);
    const gone = woodGone(folding, part, key);
    if (gone) return `lays ${key}, ${gone}`;
    spend(folding, part);
    begin(folding, piece.plank, sizeOf(folding, piece.plank)!);
    takeFromYard(folding, ground, floor, piece);
    const shift = folding.shifts.get(id) ?? [0, 0];
    lieDown(folding, id, { ...piece, outline: shifted(piece.outline, shift) }, n);
  }
  return null;
}

/** The product of a floor, where a plan's planks name theirs. */
const productOf = ({ plan }: Folding, floor: PlanFloor): string | undefined =>
  plan!.planks.find((p) => p.n === floor.pieces[0]?.plank)?.product;

export function layOtherwise(folding: Folding, ground: SiteGround, event: Told<'laid-as'>): string | null {
  const floor = folding.plan!.floors.find((f) => f.id === event.floor);
  const row = floor?.rows.find((r) => r.n === event.row);
  if (!floor || !row) return `lays row ${event.row} of floor ${event.floor}, which the plan in force does not have`;
  if (
    folding.otherRows.has(rowKey(floor.id, row.n)) ||
    [...folding.lying.values()].some((l) => l.floor === floor.id && l.piece.row === row.n)
  )
    return `lays row ${row.n}, part of which lies already`;
  const product = productOf(folding, floor);
  const told: ToldPiece[] = [];
  for (const { plank, from, to, at, length, width } of event.pieces) {
    if (to < from + 1) return `lays a piece of row ${row.n} that ends where it begins`;
    const size = plank === 'new' ? newSize(ground, { length, width }, row.width, product) : sizeOf(folding, plank);
    if (size === undefined) return `lays plank ${plank}, which there is not`;
    if (typeof size === 'string') return `lays a new plank that ${size}`;
    const n = plank === 'new' ? folding.highest + 1 : plank;
    if (Math.abs(size.width - row.width) > SAME_PLACE) return `lays plank ${n} in row ${row.n}, which is of another width`;
    if (product !== undefined && size.product !== undefined && size.product !== product)
      return `lays plank ${n}, which is of another product`;
    if (to > size.length + SAME_PLACE) return `lays more of plank ${n} than there is`;
    begin(folding, n, size);
    told.push({ plank: n, from, to, at });
  }
  const shift = folding.shifts.get(floor.id) ?? [0, 0];
  const lies = rowAsPushed(floor, row, shift);
  const area = (folding.wallsMoved && ground.laidWith(folding.walls, floor.id)) || floor.laid;
  const laid = piecesAsLaid(floor, area, lies, told);
  if ('wrong' in laid) return laid.wrong;
  for (const piece of withButts(laid.pieces, floor, (n) => folding.begun.get(n)!.length)) {
    const part = onPlank(floor.direction, piece);
    const gone = woodGone(folding, part, null);
    if (gone) return `lays a piece of plank ${piece.plank} in row ${row.n}, ${gone}`;
    spend(folding, part);
    takeFromYard(folding, ground, floor, piece);
    lieDown(folding, floor.id, piece, event.n);
  }
  set(folding, folding.otherRows, rowKey(floor.id, row.n), true);
  return null;
}

/** A row's strip where its floor was pushed to. */
export function rowAsPushed<Row extends { readonly from: number; readonly to: number }>(
  { direction }: Pick<PlanFloor, 'direction'>,
  row: Row,
  [x, y]: Point,
): Row {
  if (x === 0 && y === 0) return row;
  const angle = (direction * Math.PI) / 180;
  const across = round3(x * Math.sin(angle) - y * Math.cos(angle));
  return { ...row, from: round3(row.from + across), to: round3(row.to + across) };
}

/** Joints between pieces as they lie that are no factory ends. */
function withButts(pieces: readonly Piece[], { direction }: PlanFloor, lengthOf: (plank: number) => number): readonly Piece[] {
  const ends = pieces.map((piece) => {
    const us = piece.outline[0]!.map(([x, y]) => x * Math.cos((direction * Math.PI) / 180) + y * Math.sin((direction * Math.PI) / 180));
    return { from: Math.min(...us), to: Math.max(...us) };
  });
  const butts = new Set<number>();
  pieces.forEach((left, i) => {
    pieces.forEach((right, k) => {
      if (k === i || Math.abs(ends[i]!.to - ends[k]!.from) > MEETS) return;
      if (left.cut.to < lengthOf(left.plank) - SAME_PLACE || right.cut.from > SAME_PLACE) butts.add(i).add(k);
    });
  });
  return pieces.map((piece, i) => (butts.has(i) ? { ...piece, butt: true } : piece));
}
