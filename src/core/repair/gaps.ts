/** How far it is from the end of a run to what stands there. */
import type { LaidPiece } from '../audit';
import { doorwaysIn, lineOf, offWall, wallFrames, without, type Floor } from '../floors';
import { spansAt, turned, type Frame, type Point } from '../geometry';
import type { Obstacle } from '../given';

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
 * It is looked at every corner of the end and of what stands before it: between corners both are straight.
 */
export function gapAt({ shape, box }: LaidPiece, end: 'left' | 'right', standing: readonly Stands[]): number {
  const out = end === 'right' ? 1 : -1;
  const inBand = ([a, b]: Stands) => Math.max(a[1], b[1]) > box.minY && Math.min(a[1], b[1]) < box.maxY;
  const beside = standing.filter(inBand);
  const corners = [...shape.flat(), ...beside.flat()].map((p) => p[1]).filter((w) => w >= box.minY && w <= box.maxY);
  const levels = corners.flatMap((w) => [w - BESIDE, w + BESIDE]).filter((w) => w > box.minY && w < box.maxY);
  let least = Infinity;
  for (const w of levels) {
    const spans = spansAt([shape], 1, w, 1);
    if (spans.length === 0) continue;
    // the outermost stretch of the piece: what stands in a hole of it does not stand at its end
    const [a0, b0] = end === 'right' ? spans[spans.length - 1]! : spans[0]!;
    const [inner, outer] = end === 'right' ? [a0, b0] : [-b0, -a0];
    for (const [a, b] of beside) {
      if (a[1] < w === b[1] < w) continue;
      const at = out * (a[0] + ((w - a[1]) / (b[1] - a[1])) * (b[0] - a[0]));
      if (at > inner) least = Math.min(least, at - outer);
    }
  }
  return Math.max(0, least);
}
