import { boxOf, insidePolygon } from './ring';
import type { MultiPolygon, Point, Polygon } from './point';

/** A polygon of more edges than this is looked up by where they lie. */
const MANY_EDGES = 48;
/** So many edges lie in one slice of such a polygon on average. */
const EDGES_A_SLICE = 4;

type Inside = (p: Point) => boolean;

/** Whether a point lies in a polygon; asked often of a large one, only the edges are counted that lie in the point's slice across its longer side. */
function insideOne(polygon: Polygon): Inside {
  const { minX, minY, maxX, maxY } = boxOf(polygon[0]!);
  const edges = polygon.reduce((sum, ring) => sum + ring.length, 0);
  const inBox: Inside = ([x, y]) => x >= minX && x <= maxX && y >= minY && y <= maxY;
  if (edges <= MANY_EDGES) return (p) => inBox(p) && insidePolygon(p, polygon);

  const along = maxX - minX >= maxY - minY ? 0 : 1;
  const across = along === 0 ? 1 : 0;
  const [low, high] = along === 0 ? [minX, maxX] : [minY, maxY];
  const count = Math.ceil(edges / EDGES_A_SLICE);
  const sliceOf = (at: number) => Math.min(count - 1, Math.max(0, Math.floor(((at - low) / (high - low)) * count)));
  const slices = Array.from({ length: count }, (): (readonly [Point, Point])[] => []);
  for (const ring of polygon) {
    ring.forEach((a, i) => {
      const b = ring[(i + 1) % ring.length]!;
      const last = sliceOf(Math.max(a[along], b[along]));
      for (let k = sliceOf(Math.min(a[along], b[along])); k <= last; k++) slices[k]!.push([a, b]);
    });
  }
  return (p) => {
    if (!inBox(p)) return false;
    let inside = false;
    for (const [a, b] of slices[sliceOf(p[along])]!) {
      if (a[along] > p[along] === b[along] > p[along]) continue;
      if (p[across] < a[across] + ((p[along] - a[along]) / (b[along] - a[along])) * (b[across] - a[across])) inside = !inside;
    }
    return inside;
  };
}

/** Whether points lie in any of the polygons (even-odd); on an edge either answer is possible. */
export function insideAny(multi: MultiPolygon): Inside {
  const each = multi.map(insideOne);
  return (p) => each.some((inside) => inside(p));
}
