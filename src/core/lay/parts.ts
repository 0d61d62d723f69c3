/** The runs of a floor as they are laid: which ties to which, and which rooms they lie in. */
import { boxOf, insideRing, middleOfRing, type Frame } from '../geometry';
import { measureRows } from '../audit';
import type { Job, Piece, PlanFloor } from '../given';

/** Less than this (mm) of a shared edge ties no rows. */
export const TOUCHES = 1;

/** A run: what of a row is laid in one go. */
export type Part = {
  readonly row: number;
  readonly pieces: readonly Piece[];
  readonly u0: number;
  readonly u1: number;
  /** the runs of the row before that it locks into */
  readonly above: readonly Part[];
  island: number;
};

/** The runs of a floor by rows, each with the island that it belongs to: parts that no earlier row ties to what is there. */
export function partsOf(
  floor: PlanFloor,
  frame: Frame,
): { readonly parts: readonly Part[]; readonly meets: ReadonlyMap<Part, readonly number[]> } {
  const parts: Part[] = [];
  const meets = new Map<Part, readonly number[]>();
  let before: Part[] = [];
  const joined: number[] = [];
  const root = (i: number): number => (joined[i] === i ? i : root(joined[i]!));
  for (const { row, runs } of measureRows(floor, frame)) {
    const own = runs
      .map((run): Part => {
        const us = run.map((p) => p.box);
        const [u0, u1] = [Math.min(...us.map((b) => b.minX)), Math.max(...us.map((b) => b.maxX))];
        const above = before.filter((b) => b.row === row.n - 1 && Math.min(b.u1, u1) - Math.max(b.u0, u0) > TOUCHES);
        return { row: row.n, pieces: run.map((p) => p.piece), u0, u1, above, island: -1 };
      })
      .sort((a, b) => a.u0 - b.u0);
    for (const part of own) {
      // the one that was begun first takes in the others
      const islands = [...new Set(part.above.map((b) => root(b.island)))].sort((a, b) => a - b);
      part.island = islands.length > 0 ? islands[0]! : joined.push(joined.length) - 1;
      if (islands.length > 1) meets.set(part, islands);
      for (const other of islands.slice(1)) joined[other] = part.island;
    }
    parts.push(...own);
    before = own;
  }
  return { parts, meets };
}

/** The room in which most of a piece lies; null in a doorway. */
export function roomOf(spaces: Job['spaces']): (piece: Pick<Piece, 'outline'>) => string | null {
  const known = spaces.map(({ id, outline }) => ({ id, outline, box: boxOf(outline) }));
  return ({ outline }) => {
    const [x, y] = middleOfRing(outline[0]!);
    const within = known.find(
      ({ box, outline: ring }) => x >= box.minX && x <= box.maxX && y >= box.minY && y <= box.maxY && insideRing([x, y], ring),
    );
    return within?.id ?? null;
  };
}

/**
 * Runs in the order in which they can be laid so that rooms are done in the order that is wanted: each after the runs that it locks into,
 * those of a room that is wanted earlier first, and what these need before them.
 *
 * @param parts row by row, from left to right; runs that others lock into and that are not among them are laid later
 * @param rankOf how early a piece is wanted: less is earlier
 */
export function inWantedOrder(parts: readonly Part[], rankOf: (piece: Piece) => number): readonly Part[] {
  const wanted = new Map<Part, number>();
  for (const part of [...parts].reverse()) {
    const own = Math.min(wanted.get(part) ?? Infinity, ...part.pieces.map(rankOf));
    wanted.set(part, own);
    for (const one of part.above) wanted.set(one, Math.min(wanted.get(one) ?? Infinity, own));
  }
  if (new Set(wanted.values()).size <= 1) return parts;
  const left = [...parts];
  const own = new Set(parts);
  const laid = new Set<Part>();
  while (laid.size < parts.length) {
    // of those that may be laid the first that is wanted earliest: they are in order of rows
    const ready = left.filter((p) => p.above.every((one) => laid.has(one) || !own.has(one)));
    const next = ready.reduce((best, p) => (wanted.get(p)! < wanted.get(best)! ? p : best));
    laid.add(next);
    left.splice(left.indexOf(next), 1);
  }
  return [...laid];
}
