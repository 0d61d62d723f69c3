import { boxOf, clipBand, clipHalf, polygonArea, type MultiPolygon, type Polygon } from '../geometry';
import type { Strip } from './strips';
import { cutFromRolls, rollsOf, type Cut, type Wanted } from './rolls';

/** End joints of neighbouring rows of boards stand at least so far apart (mm). */
export const BOARD_BOND = 200;
/** A hair more, so that rounding breaks nothing. */
const BOND = BOARD_BOND + 0.01;
/** A board's part at a wall is no shorter (mm), where the room lets it be. */
const SHORTEST_END = 150;
/** Less than this (mm²) is not worth a piece. */
const DUST = 100;
const SAME = 1e-6;

/** Boards in rows, and what they are cut from. */
export type Boards = { readonly cuts: readonly Cut<Strip>[]; readonly boards: number };

type Row = { readonly shape: Polygon; readonly u0: number; readonly u1: number; readonly band: number };

/**
 * Lays boards in rows, in bond: of several habits of beginning rows (with what the last row left, with fixed shares, with whole boards), and
 * of rows that begin flush with either side, the one that opens the fewest boards.
 *
 * @param shape in the layer's frame: u along the boards
 */
export function boardsOver(shape: MultiPolygon, length: number, width: number): Boards {
  const stock = { length, width, parts: false, lap: 0 };
  const ws = shape.flatMap((p) => p[0]!.map((q) => q[1]));
  const [low, high] = [Math.min(...ws), Math.max(...ws)];
  let best: Boards | null = null;
  for (const origin of new Set([low, low - (width - ((high - low) % width || width))])) {
    const rows = rowsFrom(shape, width, origin, high);
    for (const habit of HABITS) {
      const pieces = laidInBond(rows, length, width, habit);
      const cuts = cutFromRolls(pieces, stock);
      const boards = rollsOf(cuts);
      if (!best || boards < best.boards || (boards === best.boards && cuts.length < best.cuts.length)) best = { cuts, boards };
    }
  }
  return best!;
}

function rowsFrom(shape: MultiPolygon, width: number, origin: number, high: number): readonly Row[] {
  const rows: Row[] = [];
  for (let from = origin, band = 0; from < high - SAME; from += width, band++) {
    for (const part of clipBand(shape, 1, from, from + width)) {
      if (polygonArea(part) < DUST) continue;
      const box = boxOf(part[0]!);
      rows.push({ shape: part, u0: box.minX, u1: box.maxX, band });
    }
  }
  return rows;
}

/** In which order lengths of a row's first board are tried: those that the last rows left first, or shares of a board. */
type Habit = { readonly rests: boolean; readonly shares: readonly number[] };
const HABITS: readonly Habit[] = [
  { rests: true, shares: [1, 0.5, 2 / 3, 1 / 3] },
  { rests: true, shares: [0.5, 1, 0.75, 0.25] },
  { rests: true, shares: [2 / 3, 1 / 3, 1, 0.5] },
  { rests: false, shares: [1, 0.5] },
  { rests: false, shares: [1, 2 / 3, 1 / 3] },
];

function laidInBond(rows: readonly Row[], length: number, width: number, { rests, shares }: Habit): readonly Wanted<Strip>[] {
  const left: number[] = [];
  const joints: { readonly band: number; readonly at: number }[] = [];
  const pieces: Wanted<Strip>[] = [];
  rows.forEach((row, r) => {
    const near = joints.filter((j) => Math.abs(j.band - row.band) === 1).map((j) => j.at);
    const run = row.u1 - row.u0;
    const turned = shares.map((_, k) => shares[(k + r) % shares.length]!);
    const wishes = [
      ...(run <= length + SAME ? [run] : []),
      ...(rests ? [...left].sort((a, b) => b - a) : []),
      // a whole board, or what of it ends the row with whole boards
      ...turned.map((share) => share * length),
      run % length,
    ];
    const first = wishes.find((s) => inBond(row, s, length, near));
    const ends = first === undefined ? loosely(row, length, near) : jointsFrom(row, first, length);
    const at = left.indexOf(first ?? -1);
    if (at >= 0) left.splice(at, 1);
    joints.push(...ends.map((u) => ({ band: row.band, at: u })));
    const closer = row.u1 - (ends.at(-1) ?? row.u0);
    if (length - closer > SAME) left.push(length - closer);
    pieces.push(...sawn(row, ends));
  });
  return pieces.filter((p) => p.width <= width + SAME);
}

/** Where boards of a row meet that begins with one of this length. */
function jointsFrom({ u0, u1 }: Row, first: number, length: number): number[] {
  const joints: number[] = [];
  for (let u = u0 + first; u < u1 - SAME; u += length) joints.push(u);
  return joints;
}

/** Whether a row that begins with a board of this length stands in bond with the joints beside it, and ends in no scrap. */
function inBond(row: Row, first: number, length: number, near: readonly number[]): boolean {
  const run = row.u1 - row.u0;
  if (first >= run - SAME) return run <= length + SAME && first <= run + SAME;
  if (first > length + SAME || first < SHORTEST_END) return false;
  const joints = jointsFrom(row, first, length);
  return row.u1 - joints.at(-1)! >= SHORTEST_END && joints.every((u) => isClear(u, near));
}

const isClear = (u: number, near: readonly number[]): boolean => near.every((n) => Math.abs(n - u) >= BOND);

/** Joints in bond where rows beside each other leave no even way: each board as long as its neighbours let it be. */
function loosely({ u0, u1 }: Row, length: number, near: readonly number[]): number[] {
  const joints: number[] = [];
  for (let u = u0; u1 - u > length + SAME;) {
    let next = u + length;
    while (next > u + 10 && !isClear(next, near)) next -= 5;
    joints.push(next);
    u = next;
  }
  return joints;
}

function sawn({ shape }: Row, joints: readonly number[]): readonly Wanted<Strip>[] {
  const pieces: Wanted<Strip>[] = [];
  let rest: MultiPolygon = [shape];
  const take = (part: Polygon) => {
    if (polygonArea(part) < DUST) return;
    const box = boxOf(part[0]!);
    pieces.push({ of: { shape: part }, length: box.maxX - box.minX, width: box.maxY - box.minY });
  };
  for (const u of joints) {
    rest.flatMap((p) => clipHalf(p, 0, u, -1)).forEach(take);
    rest = rest.flatMap((p) => clipHalf(p, 0, u, 1));
  }
  rest.forEach(take);
  return pieces;
}
