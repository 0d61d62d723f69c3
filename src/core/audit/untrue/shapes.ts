import {
  boxOf,
  crossingEdges,
  frameOf,
  polygonArea,
  turned,
  turnedPolygon,
  type Box,
  type Frame,
  type Point,
  type Polygon,
} from '../../geometry';
import type { Piece, PlanFloor } from '../../given';

/** Places in plan files are rounded to a thousandth; what differs by less than this (mm) is meant as one. */
export const ALIKE = 0.02;

/** Says that something is untrue: on which floor and where, in plan; nowhere for a sum. */
export type Say = (floor: string | null, at: Point | null, text: string) => void;

/** A piece of a plan that somebody made, in the row frame. */
export type Shape = {
  readonly piece: Piece;
  readonly shape: Polygon;
  readonly box: Box;
  /** whether it is a plain box, as most are: then less has to be looked at */
  readonly plain: boolean;
};

/** The middle of a piece, in plan. */
export const middleOf = (frame: Frame, { box }: Pick<Shape, 'box'>): Point =>
  turned(frame, [(box.minX + box.maxX) / 2, (box.minY + box.maxY) / 2]);

/** Whether a ring turns one way at each of its corners, and once round: most pieces do, and their edges cannot cross. */
function isConvex(ring: readonly (readonly [number, number])[]): boolean {
  const n = ring.length;
  if (n > 4) return false;
  let sense = 0;
  for (let i = 0; i < n; i++) {
    const [a, b, c] = [ring[i]!, ring[(i + 1) % n]!, ring[(i + 2) % n]!];
    const turn = Math.sign((b[0] - a[0]) * (c[1] - b[1]) - (b[1] - a[1]) * (c[0] - b[0]));
    if (turn === 0 || turn === -sense) return false;
    sense = turn;
  }
  return true;
}

const isPlain = ([ring, hole]: Polygon, { minX, minY, maxX, maxY }: Box): boolean =>
  hole === undefined &&
  ring!.length === 4 &&
  ring!.every(([u, w]) => Math.min(u - minX, maxX - u) < ALIKE / 4 && Math.min(w - minY, maxY - w) < ALIKE / 4);

/** The pieces of a floor that have a shape; of those that have none, and of ids that come twice, it is said. */
export function shapesOf(floor: PlanFloor, say: Say): readonly Shape[] {
  const frame = frameOf(floor.direction);
  const ids = new Set<string>();
  return floor.pieces.flatMap((piece): Shape[] => {
    const at = piece.outline[0]?.[0] ?? null;
    const flat =
      piece.outline.length === 0 || piece.outline.some((ring) => ring.length < 3 || (!isConvex(ring) && crossingEdges(ring) !== null));
    if (flat || polygonArea(piece.outline) < ALIKE) {
      say(floor.id, at, `Piece ${piece.id} encloses nothing, or its edges cross.`);
      return [];
    }
    const shape = turnedPolygon(frame, piece.outline);
    const box = boxOf(shape[0]!);
    const own = { piece, shape, box, plain: isPlain(shape, box) };
    if (ids.has(piece.id)) say(floor.id, middleOf(frame, own), `There are two pieces ${piece.id}.`);
    ids.add(piece.id);
    return [own];
  });
}
