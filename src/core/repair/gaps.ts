/** How far it is from the end of a run, or from runs on one side of it, to what stands there. */
import type { LaidPiece } from '../audit';
import { doorwaysIn, lineOf, offWall, wallFrames, without, type Floor } from '../floors';
import { distanceToSegment, spansAt, turned, type Frame, type Point, type Polygon, type Span } from '../geometry';
import type { Obstacle } from '../given';
import type { Side } from './runs';

/** Something that stands: a stretch of wall, a jamb, an edge of an obstacle, the line at which a floor ends in a doorway. */
type Stands = readonly [Point, Point];

/** This little (mm) beside a corner both sides of it are looked at. */
const BESIDE = 0.01;

/** Everything that stands around and in a floor, in its row frame. */
export function standingAround({ spaces, ways }: Floor, obstacles: readonly Obstacle[], frame: Frame): readonly Stands[] {
  const walls = spaces.flatMap(({ outline }) =>
    wallFrames(outline).flatMap((wall) =>
      without(wall.length, doorwaysIn(wall, ways)).map(([from, to]): Stands => [offWall(wall, from, 0), offWall(wall, to, 0)]),
    ),
  );
  const doorways = ways.flatMap((way): Stands[] => {
    const jambs: Stands[] = [
      [way.near[0], way.far[0]],
      [way.near[1], way.far[1]],
    ];
    if (way.opening.finish !== 'through') return [...jambs, lineOf(way)];
    return way.opening.between[1] === null ? [...jambs, way.far] : jambs;
  });
  const things = obstacles.flatMap(({ outline }) => outline.map((a, i): Stands => [a, outline[(i + 1) % outline.length]!]));
  return [...walls, ...doorways, ...things].map(([a, b]): Stands => [turned(frame, a), turned(frame, b)]);
}

/**
 * The least distance (mm) along the row from an end of a piece to what stands there; 0 where it touches, Infinity where nothing does.
 * What stands in a hole of the piece does not stand at its end.
 */
export const gapAt = (piece: LaidPiece, end: 'left' | 'right', standing: readonly Stands[]): number =>
  leastWay(piece, 0, end === 'right' ? 1 : -1, standing, (spans) => spans.slice(-1));

/** The least distance (mm) square to the rows from any point of some pieces to what stands on that side of it, in their holes, too. */
export const gapAcross = (pieces: readonly LaidPiece[], side: Side, standing: readonly Stands[]): number =>
  Math.min(...pieces.map((piece) => leastWay(piece, 1, side === 'last' ? 1 : -1, standing, (spans) => spans)));

/**
 * How far a piece may go one way before something that stands is met. Looked at beside every corner of the piece and of what stands in its
 * way: between corners both are straight.
 *
 * @param axis 0 along the row, 1 square to it
 * @param of which of the piece's stretches count, given in the sense in which it goes
 */
function leastWay(
  { shape, box }: LaidPiece,
  axis: 0 | 1,
  sense: 1 | -1,
  standing: readonly Stands[],
  of: (spans: readonly Span[]) => readonly Span[],
): number {
  const other = axis === 0 ? 1 : 0;
  const [low, high] = axis === 0 ? [box.minY, box.maxY] : [box.minX, box.maxX];
  const beside = standing.filter(([a, b]) => Math.max(a[other], b[other]) > low && Math.min(a[other], b[other]) < high);
  const corners = [...shape.flat(), ...beside.flat()].map((p) => p[other]).filter((w) => w >= low && w <= high);
  const levels = corners.flatMap((w) => [w - BESIDE, w + BESIDE]).filter((w) => w > low && w < high);
  let least = Infinity;
  for (const w of levels) {
    const spans = spansAt([shape], other, w, 1).map(([from, to]): Span => (sense === 1 ? [from, to] : [-to, -from]));
    for (const span of of(sense === 1 ? spans : spans.reverse())) {
      for (const [a, b] of beside) {
        if (a[other] < w === b[other] < w) continue;
        const plain = a[axis] + ((w - a[other]) / (b[other] - a[other])) * (b[axis] - a[axis]);
        const at = sense * plain;
        if (at >= span[1]) least = Math.min(least, at - span[1]);
        else if (at > span[0] && standsIn(shape, axis === 0 ? [plain, w] : [w, plain], span, at)) return 0;
      }
    }
  }
  return least;
}

/** As far as two edges that touch may overlap by rounding, mm. */
const TOUCHES = 0.1;

/** Whether something that stands within a stretch of a piece is truly in its way, and does not only touch a side of it. */
function standsIn(shape: Polygon, at: Point, [from, to]: Span, along: number): boolean {
  if (to - along <= TOUCHES) return to - from > 10 * TOUCHES;
  return shape.every((ring) => ring.every((a, i) => distanceToSegment(at, a, ring[(i + 1) % ring.length]!) > TOUCHES));
}
