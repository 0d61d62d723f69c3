import type { Surveyed } from '../floors';
import { distanceToSegment, roundPoint, type Point, type Ring } from '../geometry';

/** Points of an opening within this (mm) of a wall lie on it. */
const ON_WALL = 1;

/** The nearest point of the line through a and b. */
function onLine(p: Point, a: Point, b: Point): Point {
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
  const square = dx * dx + dy * dy;
  if (square === 0) return a;
  const t = ((p[0] - a[0]) * dx + (p[1] - a[1]) * dy) / square;
  return [a[0] + t * dx, a[1] + t * dy];
}

/** A point that lay on a wall of one outline, on the same wall of another; itself where it lay on none. */
function alongWith(p: Point, before: Ring, after: Ring): Point {
  let [nearest, least] = [-1, ON_WALL];
  before.forEach((a, i) => {
    const distance = distanceToSegment(p, a, before[(i + 1) % before.length]!);
    if (distance < least) [nearest, least] = [i, distance];
  });
  return nearest < 0 ? p : onLine(p, after[nearest]!, after[(nearest + 1) % after.length]!);
}

/**
 * A job with its walls where they were found: points of openings on an old wall go to the nearest point of the same wall's new line;
 * obstacles stay.
 *
 * @param walls outlines by space, each with the old points in the old order
 */
export function withWalls<J extends Surveyed>(job: J, walls: ReadonlyMap<string, Ring>): J {
  const moved = job.spaces.filter((s) => walls.get(s.id)?.length === s.outline.length);
  if (moved.length === 0) return job;
  const openings = job.openings?.map((opening) => ({
    ...opening,
    outline: opening.outline.map((p): [number, number] => {
      const space = moved.find((s) => opening.between.includes(s.id) && alongWith(p, s.outline, walls.get(s.id)!) !== p);
      return space ? roundPoint(alongWith(p, space.outline, walls.get(space.id)!)) : p;
    }),
  }));
  const spaces = job.spaces.map((s) =>
    moved.includes(s) ? { ...s, outline: walls.get(s.id)!.map(([x, y]): [number, number] => [x, y]) } : s,
  );
  return { ...job, spaces, ...(openings ? { openings } : {}) };
}
