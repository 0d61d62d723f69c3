import { boxOf, insidePolygon, type Box, type MultiPolygon, type Point, type Ring } from '../geometry';

/** How far beside an edge it is asked whether floor lies there (mm). */
const BESIDE = 0.02;

type Edge = { readonly a: Point; readonly b: Point };

/**
 * Metres of tape over the seams of pieces: half the length of their edges that lie inside the laid area, for every seam has two.
 *
 * @param rings the pieces' outlines, mm in plan
 */
export function tapeOver(rings: readonly Ring[], laid: MultiPolygon): number {
  const walls = laid.flatMap((polygon) => polygon.flatMap(edgesOf));
  const boxes = laid.map((polygon) => boxOf(polygon[0]!));
  const inside = (p: Point) => laid.some((polygon, i) => within(boxes[i]!, p) && insidePolygon(p, polygon));
  const length = rings.flatMap(edgesOf).reduce((sum, edge) => sum + insideOf(edge, walls, inside), 0);
  return length / 2 / 1000;
}

const edgesOf = (ring: Ring): Edge[] => ring.map((a, i) => ({ a, b: ring[(i + 1) % ring.length]! }));
const within = ({ minX, maxX, minY, maxY }: Box, [x, y]: Point): boolean => x > minX && x < maxX && y > minY && y < maxY;

/** How much of an edge has floor to both of its sides. */
function insideOf({ a, b }: Edge, walls: readonly Edge[], inside: (p: Point) => boolean): number {
  const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
  if (length < 1e-6) return 0;
  const [dx, dy] = [(b[0] - a[0]) / length, (b[1] - a[1]) / length];
  const cuts = [0, length];
  for (const { a: p, b: q } of walls) {
    const [s, t] = [across(p), across(q)];
    if (s > 1 && t > 1) continue;
    if (s < -1 && t < -1) continue;
    const steep = t - s;
    if (Math.abs(steep) > 1e-9) cuts.push(along(p) + ((along(q) - along(p)) * -s) / steep);
    cuts.push(along(p), along(q));
  }
  const sorted = cuts.filter((c) => c >= 0 && c <= length).sort((m, n) => m - n);
  let sum = 0;
  for (let k = 0; k + 1 < sorted.length; k++) {
    const [from, to] = [sorted[k]!, sorted[k + 1]!];
    if (to - from < 1e-6) continue;
    const middle = (from + to) / 2;
    const beside = (by: number): Point => [a[0] + dx * middle - dy * by, a[1] + dy * middle + dx * by];
    if (inside(beside(BESIDE)) && inside(beside(-BESIDE))) sum += to - from;
  }
  return sum;

  function across([x, y]: Point): number {
    return (y - a[1]) * dx - (x - a[0]) * dy;
  }
  function along([x, y]: Point): number {
    return (x - a[0]) * dx + (y - a[1]) * dy;
  }
}
