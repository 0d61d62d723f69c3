/** Strips that are bare or stick out, piece by piece, joined to the stretches that a person sees along a wall. */
import { boxOf, distanceToSegment, hullOf, polygonArea, type Point, type Polygon, type Ring } from '../geometry';
import { thickness } from './ground';

/** Strips that come this near (mm) to each other go on from one to the next. */
const GOES_ON = 0.5;
/** They do so along one wall where they turn by no more than this (radians): round an arc, not round a corner. */
const SAME_WALL = 0.3;
/** A strip shorter than so many times its thickness has no direction of its own. */
const STUB = 4;

type Strip = { readonly polygon: Polygon; readonly box: ReturnType<typeof boxOf>; readonly direction: number | null };

/** Stretches, each the strips that it is made of. */
export function stretchesAlong(strips: readonly Polygon[]): (readonly Polygon[])[] {
  const all = strips.map((polygon): Strip => ({ polygon, box: boxOf(polygon[0]!), direction: directionOf(polygon) }));
  const group = all.map((_, i) => i);
  const root = (i: number): number => (group[i] === i ? i : (group[i] = root(group[i]!)));
  all.forEach((a, i) => {
    for (let k = i + 1; k < all.length; k++) if (root(i) !== root(k) && goOn(a, all[k]!)) group[root(k)] = root(i);
  });
  return all.flatMap((_, i) => (root(i) === i ? [all.filter((__, k) => root(k) === i).map((s) => s.polygon)] : []));
}

/** The way of the longest edge, from 0 up to π; null where the strip is hardly longer than wide. */
function directionOf(polygon: Polygon): number | null {
  const ring = polygon[0]!;
  let [longest, direction] = [0, 0];
  ring.forEach((a, i) => {
    const b = ring[(i + 1) % ring.length]!;
    const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
    if (length > longest) [longest, direction] = [length, Math.atan2(b[1] - a[1], b[0] - a[0])];
  });
  return longest < STUB * thickness(polygon) ? null : (direction + Math.PI) % Math.PI;
}

function goOn(a: Strip, b: Strip): boolean {
  if (a.direction !== null && b.direction !== null) {
    const turn = Math.abs(a.direction - b.direction);
    if (Math.min(turn, Math.PI - turn) > SAME_WALL) return false;
  }
  const [p, q] = [a.box, b.box];
  if (p.minX > q.maxX + GOES_ON || q.minX > p.maxX + GOES_ON || p.minY > q.maxY + GOES_ON || q.minY > p.maxY + GOES_ON) return false;
  return isNear(a.polygon[0]!, b.polygon[0]!) || isNear(b.polygon[0]!, a.polygon[0]!);
}

const isNear = (ring: Ring, other: Ring): boolean =>
  ring.some((p) => other.some((c, i) => distanceToSegment(p, c, other[(i + 1) % other.length]!) < GOES_ON));

/** How wide a stretch is at most, mm: each of its strips as wide as a box of its area and its perimeter. */
export function widthOf(stretch: readonly Polygon[]): number {
  // a strip that goes round a corner is two of different widths
  const straight = stretch.filter((strip) => polygonArea(strip) > polygonArea([hullOf(strip[0]!)]) / 2);
  return Math.max(...(straight.length > 0 ? straight : stretch).map(stripWidth));
}

function stripWidth(strip: Polygon): number {
  const half = strip.flatMap(ringLengths).reduce((sum, length) => sum + length, 0) / 2;
  return (half - Math.sqrt(Math.max(0, half * half - 4 * polygonArea(strip)))) / 2;
}

const ringLengths = (ring: Ring): number[] =>
  ring.map((a, i) => Math.hypot(a[0] - ring[(i + 1) % ring.length]![0], a[1] - ring[(i + 1) % ring.length]![1]));

/** A place on a stretch, near its middle. */
export function placeOn(stretch: readonly Polygon[]): Point {
  const corners = stretch.flatMap((polygon) => polygon[0]!);
  const { minX, minY, maxX, maxY } = boxOf(corners);
  const away = ([x, y]: Point): number => Math.hypot(x - (minX + maxX) / 2, y - (minY + maxY) / 2);
  // a corner lies on the strip, whatever its form
  return corners.reduce((best, p) => (away(p) < away(best) ? p : best));
}
