/** A piece as its plank sees it: its rings there, the straight lines that bound it all round, and what cuts right through cannot make. */
import { boxOf, frameOf, signedArea, turnedPolygon, type Point, type Ring } from '../geometry';
import type { Piece } from '../given';
import { CORNER, hullRound, lineThrough, plainer, SAME_WOOD, type Line } from './wood';

export type PieceShape = {
  /** on its plank, the outer ring first, corners that are meant as one put together */
  readonly rings: readonly Ring[];
  /** the convex ring round it */
  readonly hull: Ring;
  /** lines along its own edges that leave all of it on one side: what cuts right through make of it */
  readonly sides: readonly Line[];
};

/** A shorter edge (mm) between two others is a corner, unless it cuts off a tip. */
const TIP = 0.1;

/**
 * @param direction of its floor
 * @param plank size of the plank that it is cut from
 */
export function shapeOf(
  direction: number,
  { outline, cut }: Pick<Piece, 'outline' | 'cut'>,
  plank: { readonly length: number; readonly width: number },
): PieceShape {
  const shape = turnedPolygon(frameOf(direction), outline);
  const { minX, minY } = boxOf(shape[0]!);
  const plain = boxShape(shape, cut, plank);
  if (plain) return plain;
  // what files round away is put back: onto the plank's own ends and edges, and onto the box of the piece
  const snapped = (at: number, stops: readonly number[]): number => stops.find((stop) => Math.abs(at - stop) < 2 * CORNER) ?? at;
  const rings = shape.map((ring) =>
    plainer(
      ring.map(([u, w]): Point => [
        snapped(cut.from + u - minX, [0, plank.length, cut.from, cut.to]),
        snapped(cut.low + w - minY, [0, plank.width, cut.low, cut.high]),
      ]),
      CORNER,
    ),
  );
  const hull = hullRound(rings[0]!);
  return { rings, hull, sides: sidesOf(rings[0]!, hull) };
}

/** A piece that is a plain box, as most are, without looking at its corners one by one; null where it is none. */
function boxShape(
  [ring, hole]: readonly Ring[],
  { from, to, low, high }: Piece['cut'],
  plank: { readonly length: number; readonly width: number },
): PieceShape | null {
  if (hole || ring!.length !== 4) return null;
  const { minX, minY, maxX, maxY } = boxOf(ring!);
  const isCorner = ([u, w]: Point) => Math.min(u - minX, maxX - u) < CORNER && Math.min(w - minY, maxY - w) < CORNER;
  if (!ring!.every(isCorner) || Math.abs(signedArea(ring!)) < (maxX - minX) * (maxY - minY) * 0.9) return null;
  const on = (at: number, end: number) => (Math.abs(at) < 2 * CORNER ? 0 : Math.abs(at - end) < 2 * CORNER ? end : at);
  const [x0, x1, y0, y1] = [on(from, plank.length), on(to, plank.length), on(low, plank.width), on(high, plank.width)];
  const hull: Ring = [[x0, y0], [x1, y0], [x1, y1], [x0, y1]]; // prettier-ignore
  const sides: Line[] = [{ normal: [0, -1], at: -y0 }, { normal: [1, 0], at: x1 }, { normal: [0, 1], at: y1 }, { normal: [-1, 0], at: -x0 }]; // prettier-ignore
  return { rings: [hull], hull, sides };
}

/** The lines of a hull along which edges of the ring run: where it only spans a recess there is nothing to cut. */
function sidesOf(ring: Ring, hull: Ring): readonly Line[] {
  const n = ring.length;
  return hull.flatMap((a, i): Line[] => {
    const b = hull[(i + 1) % hull.length]!;
    if (Math.hypot(b[0] - a[0], b[1] - a[1]) < TIP && isCorner(hull, i)) return [];
    const line = lineThrough(a, b);
    const on = (p: Point) => Math.abs(p[0] * line.normal[0] + p[1] * line.normal[1] - line.at) < 2 * CORNER;
    const start = ring.indexOf(a);
    for (let k = start; ring[k % n] !== b; k++) if (on(ring[k % n]!) && on(ring[(k + 1) % n]!)) return [line];
    return [];
  });
}

/** Whether the lines beside a short edge of a hull meet so near to it that it is no more than their corner. */
function isCorner(hull: Ring, i: number): boolean {
  const n = hull.length;
  const [a, b] = [hull[i]!, hull[(i + 1) % n]!];
  const [p, q] = [lineThrough(hull[(i + n - 1) % n]!, a), lineThrough(b, hull[(i + 2) % n]!)];
  const turn = p.normal[0] * q.normal[1] - p.normal[1] * q.normal[0];
  if (turn < 1e-6) return false;
  const x = (p.at * q.normal[1] - q.at * p.normal[1]) / turn;
  const y = (q.at * p.normal[0] - p.at * q.normal[0]) / turn;
  return Math.hypot(x - (a[0] + b[0]) / 2, y - (a[1] + b[1]) / 2) < SAME_WOOD;
}
