import { frameOf, insidePolygon, turned, type MultiPolygon, type Point, type Ring } from '@/core/geometry';
import { type Piece, type PlanFloor } from '@/core/given';

export const ringPath = (ring: Ring): string => `M${ring.map(([x, y]) => `${x} ${y}`).join('L')}Z`;
export const multiPath = (multi: MultiPolygon): string => multi.flatMap((polygon) => polygon.map(ringPath)).join('');

/** How many board tones there are; a plank's pieces share theirs, so that an offcut can be followed by eye. */
const TONES = 4;

/** One group a row, one path a tone: a thousand planks are a few dozen elements. */
export function rowPaths(floor: PlanFloor): { row: number; tones: string[] }[] {
  const rows = new Map<number, string[]>();
  for (const piece of floor.pieces) {
    const tones = rows.get(piece.row) ?? new Array<string>(TONES).fill('');
    tones[(piece.plank * 7) % TONES] += piece.outline.map(ringPath).join('');
    rows.set(piece.row, tones);
  }
  return [...rows].map(([row, tones]) => ({ row, tones }));
}

/** The piece at a point of the plan, found by its row first. */
export function pieceAt(floors: readonly PlanFloor[], p: Point): { floor: PlanFloor; piece: Piece } | null {
  for (const floor of floors) {
    const [, w] = turned(frameOf(floor.direction), p);
    const row = floor.rows.find((r) => w >= r.from && w < r.to);
    const piece = row && floor.pieces.find((x) => x.row === row.n && insidePolygon(p, x.outline));
    if (piece) return { floor, piece };
  }
  return null;
}

/** The middle of a piece's outline by its corners' box, in plan. */
export function middleOf(floor: PlanFloor, piece: Piece): Point {
  const frame = frameOf(floor.direction);
  const ps = piece.outline[0]!.map((p) => turned(frame, p));
  const us = ps.map((p) => p[0]);
  const ws = ps.map((p) => p[1]);
  return turned(frame, [(Math.min(...us) + Math.max(...us)) / 2, (Math.min(...ws) + Math.max(...ws)) / 2]);
}
