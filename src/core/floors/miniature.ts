import { boxOf, type Point, type Ring } from '../geometry';
import type { Job } from '../given';

/** A job's rooms as a small drawing: paths of SVG in a box of its own, y downwards. */
export type Miniature = { readonly width: number; readonly height: number; readonly rooms: string; readonly things: string };

/** The longer side of the box. */
const SIDE = 200;
/** Points nearer to the one before than this are not seen, in units of the box. */
const SEEN = 0.4;
/** A drawing of more points is one of boxes. */
const MOST_POINTS = 1200;

/**
 * Draws rooms, doorways and obstacles so small that hundreds of them fit in a list.
 *
 * @returns paths whose length is bounded, however many points the job has
 */
export function miniatureOf({ spaces, openings = [], obstacles = [] }: Job): Miniature {
  const box = boxOf(spaces.flatMap((s) => s.outline));
  const [across, down] = [box.maxX - box.minX, box.maxY - box.minY];
  const scale = SIDE / Math.max(across, down);
  const put = ([x, y]: Point): Point => [round((x - box.minX) * scale), round((box.maxY - y) * scale)];
  const rooms = [...spaces, ...openings].map(({ outline }) => thinned(outline.map(put)));
  const things = obstacles.map(({ outline }) => thinned(outline.map(put)));
  const points = [...rooms, ...things].reduce((sum, ring) => sum + ring.length, 0);
  const drawn = (rings: readonly Ring[], most: number) =>
    (points > MOST_POINTS ? rings.slice(0, most).map(boxed) : rings).map(path).join('');
  return {
    width: round(across * scale),
    height: round(down * scale),
    rooms: drawn(rooms, MOST_POINTS / 5),
    things: drawn(things, MOST_POINTS / 20),
  };
}

const round = (x: number): number => Math.round(x * 10) / 10;
const path = (ring: Ring): string => `M${ring.map(([x, y]) => `${x} ${y}`).join('L')}Z`;

function thinned(ring: readonly Point[]): Point[] {
  const kept: Point[] = [];
  for (const p of ring) {
    const last = kept.at(-1);
    if (!last || Math.hypot(p[0] - last[0], p[1] - last[1]) >= SEEN) kept.push(p);
  }
  return kept;
}

function boxed(ring: Ring): Ring {
  const { minX, minY, maxX, maxY } = boxOf(ring);
  return [[minX, minY], [maxX, minY], [maxX, maxY], [minX, maxY]]; // prettier-ignore
}
