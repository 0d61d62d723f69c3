import { boxOf, insidePolygon } from './ring';
import type { Box, MultiPolygon, Point, Polygon } from './point';

/** A polygon of more edges than this is looked up by where they lie, and so are more polygons than this. */
const MANY = 48;
/** So many lie in one slice of them on average. */
const IN_A_SLICE = 4;

type Inside = (p: Point) => boolean;

/**
 * Things by slices across the longer side of a box.
 *
 * @param reachOf from where to where a thing lies along an axis
 * @returns those that may lie at a point of the box
 */
function sliced<Thing>(
  things: readonly Thing[],
  { minX, minY, maxX, maxY }: Box,
  reachOf: (thing: Thing, axis: 0 | 1) => readonly [number, number],
): { readonly axis: 0 | 1; readonly at: (p: Point) => readonly Thing[] } {
  const axis = maxX - minX >= maxY - minY ? 0 : 1;
  const [low, high] = axis === 0 ? [minX, maxX] : [minY, maxY];
  const count = Math.ceil(things.length / IN_A_SLICE);
  const sliceOf = (at: number) => Math.min(count - 1, Math.max(0, Math.floor(((at - low) / (high - low)) * count)));
  const slices = Array.from({ length: count }, (): Thing[] => []);
  for (const thing of things) {
    const [from, to] = reachOf(thing, axis);
    for (let k = sliceOf(from), last = sliceOf(to); k <= last; k++) slices[k]!.push(thing);
  }
  return { axis, at: (p) => slices[sliceOf(p[axis])]! };
}

const inBox = ([x, y]: Point, { minX, minY, maxX, maxY }: Box): boolean => x >= minX && x <= maxX && y >= minY && y <= maxY;

/** Whether a point lies in a polygon; asked often of a large one, only the edges are counted that lie in the point's slice. */
function insideOne(polygon: Polygon): Inside {
  const box = boxOf(polygon[0]!);
  const edges = polygon.flatMap((ring) => ring.map((a, i): readonly [Point, Point] => [a, ring[(i + 1) % ring.length]!]));
  if (edges.length <= MANY) return (p) => inBox(p, box) && insidePolygon(p, polygon);

  const { axis, at } = sliced(edges, box, ([a, b], along) => [Math.min(a[along], b[along]), Math.max(a[along], b[along])]);
  const across = axis === 0 ? 1 : 0;
  return (p) => {
    if (!inBox(p, box)) return false;
    let inside = false;
    for (const [a, b] of at(p)) {
      if (a[axis] > p[axis] === b[axis] > p[axis]) continue;
      if (p[across] < a[across] + ((p[axis] - a[axis]) / (b[axis] - a[axis])) * (b[across] - a[across])) inside = !inside;
    }
    return inside;
  };
}

/** Whether points lie in any of the polygons (even-odd); on an edge either answer is possible. */
export function insideAny(multi: MultiPolygon): Inside {
  const each = multi.map((polygon) => ({ box: boxOf(polygon[0]!), holds: insideOne(polygon) }));
  if (each.length <= MANY) return (p) => each.some(({ holds }) => holds(p));
  const all = boxOf(each.flatMap(({ box }): Point[] => [[box.minX, box.minY], [box.maxX, box.maxY]])); // prettier-ignore
  const { at } = sliced(each, all, ({ box }, axis) => (axis === 0 ? [box.minX, box.maxX] : [box.minY, box.maxY]));
  return (p) => at(p).some(({ holds }) => holds(p));
}
