import {
  difference,
  insidePolygon,
  insideRing,
  intersection,
  oriented,
  polygonArea,
  signedArea,
  tidyRing,
  union,
  type MultiPolygon,
  type Point,
  type Ring,
} from '../geometry';
import type { Space } from '../given';
import type { Floor } from './floors';
import { halfStrip, lineOf, wholeStrip, type Way } from './openings';

/** What is left over where outlines do not quite meet, and goes to no room (mm²). */
const DUST = 50;
/** A point this far beside an edge is beside it (mm). */
const BESIDE = 0.1;

/** What is laid in one room of a floor: its share, the doorways that it takes with it included. */
export type FloorPart = { readonly space: Space; readonly laid: MultiPolygon };

/** Whether two rooms of a floor are treated alike. */
export type Alike = (one: string, other: string) => boolean;

/**
 * Parts a floor's laid area by rooms. A doorway goes with the first of its rooms; where two rooms are not `alike`, they part at its line.
 *
 * @returns every room's share, in the floor's order: together the laid area, and nothing twice
 */
export function partsOf(floor: Floor, alike: Alike = () => true): readonly FloorPart[] {
  if (floor.spaces.length === 1) return [{ space: floor.spaces[0]!, laid: floor.laid }];
  return cutAtDoorways(floor, alike) ?? clippedByRooms(floor, alike);
}

/** The ways between two rooms of one floor. */
const innerWays = ({ spaces, ways }: Floor): readonly Way[] =>
  ways.filter(({ opening: { between, finish } }) => finish === 'through' && between.every((id) => spaces.some((s) => s.id === id)));

/**
 * Cuts the laid area across every doorway, which parts it into rooms.
 *
 * @returns null where that is not all there is to it: a post in a doorway, rooms that meet elsewhere
 */
function cutAtDoorways(floor: Floor, alike: Alike): readonly FloorPart[] | null {
  let rings: Ring[] = floor.laid.flatMap((polygon) => oriented(polygon));
  for (const way of innerWays(floor)) {
    const [first, second] = way.opening.between;
    const next = cutAcross(rings, alike(first, second!) ? way.far : lineOf(way));
    if (!next) return null;
    rings = next;
  }
  const outers = rings.filter((r) => signedArea(r) > 0).map((r): Ring[] => [r]);
  for (const hole of rings.filter((r) => signedArea(r) < 0)) {
    const home = outers.filter(([outer]) => insideRing(hole[0]!, outer!)).sort((a, b) => signedArea(a[0]!) - signedArea(b[0]!))[0];
    if (!home) return null;
    home.push(hole);
  }
  const shares = floor.spaces.map((space) => ({ space, laid: [] as Ring[][] }));
  for (const polygon of outers) {
    const points = pointsIn(polygon);
    const counts = shares.map(({ space }) => points.filter((p) => insideRing(p, space.outline)).length);
    const most = Math.max(...counts);
    // a share that lies in two rooms was not parted
    if (most === 0 || counts.filter((c) => c > 0).length > 1) return null;
    shares[counts.indexOf(most)]!.laid.push(polygon);
  }
  return shares.every((s) => s.laid.length > 0) ? shares : null;
}

/** Points just inside a polygon's edges. */
function pointsIn(polygon: readonly Ring[]): Point[] {
  return polygon
    .flatMap((ring) =>
      ring.map((a, i): Point => {
        const b = ring[(i + 1) % ring.length]!;
        const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
        return [(a[0] + b[0]) / 2 - ((b[1] - a[1]) / length) * BESIDE, (a[1] + b[1]) / 2 + ((b[0] - a[0]) / length) * BESIDE];
      }),
    )
    .filter((p) => insidePolygon(p, polygon));
}

/** Cuts rings (outer ones anticlockwise, holes clockwise) along a line from jamb to jamb; null where it does not cross just two edges. */
function cutAcross(rings: readonly Ring[], [p, q]: readonly [Point, Point]): Ring[] | null {
  type Crossing = { readonly ring: number; readonly edge: number; readonly at: Point; readonly along: number };
  const length2 = (q[0] - p[0]) ** 2 + (q[1] - p[1]) ** 2;
  const side = ([x, y]: Point) => (q[0] - p[0]) * (y - p[1]) - (q[1] - p[1]) * (x - p[0]);
  const crossings = rings.flatMap((ring, r) =>
    ring.flatMap((a, edge): Crossing[] => {
      const b = ring[(edge + 1) % ring.length]!;
      const [s, t] = [side(a), side(b)];
      if (s > 0 === t > 0) return [];
      const share = s / (s - t);
      const at: Point = [a[0] + (b[0] - a[0]) * share, a[1] + (b[1] - a[1]) * share];
      const along = ((at[0] - p[0]) * (q[0] - p[0]) + (at[1] - p[1]) * (q[1] - p[1])) / length2;
      return along >= 0 && along <= 1 ? [{ ring: r, edge, at, along }] : [];
    }),
  );
  if (crossings.length !== 2) return null;
  const [one, two] = crossings.sort((a, b) => a.ring - b.ring || a.edge - b.edge) as [Crossing, Crossing];
  const others = rings.filter((_, r) => r !== one.ring && r !== two.ring);
  const from = (c: Crossing, many: number): Point[] =>
    Array.from({ length: many }, (_, k) => rings[c.ring]![(c.edge + 1 + k) % rings[c.ring]!.length]!);
  if (one.ring !== two.ring) {
    const [whole, other] = [from(one, rings[one.ring]!.length), from(two, rings[two.ring]!.length)];
    return [...others, [one.at, ...whole, one.at, two.at, ...other, two.at]];
  }
  const between = two.edge - one.edge;
  const rest = rings[one.ring]!.length - between;
  return [...others, [one.at, ...from(one, between), two.at], [two.at, ...from(two, rest), one.at]].map((r) => tidyRing(r)).filter((r) => r.length >= 3); // prettier-ignore
}

/** The same by booleans of outlines, whatever stands in the doorways. */
function clippedByRooms({ spaces, laid, ways }: Floor, alike: Alike): readonly FloorPart[] {
  let rest = laid;
  const parts = spaces.map((space): { space: Space; laid: MultiPolygon } => {
    const strips = ways.flatMap((way): Ring[] => {
      const [first, second] = way.opening.between;
      if (first !== space.id && second !== space.id) return [];
      const inner = second !== null && [first, second].every((id) => spaces.some((s) => s.id === id));
      if (!inner) return [wholeStrip(way)];
      if (way.opening.finish !== 'through' || !alike(first, second)) return [halfStrip(way, first === space.id ? 'near' : 'far')];
      return first === space.id ? [wholeStrip(way)] : [];
    });
    const outline: Ring = oriented([tidyRing(space.outline)])[0]!;
    const own = strips.length === 0 ? [[outline]] : union([[outline], ...strips.map((s) => [s])]);
    const share = intersection(rest, own);
    rest = difference(rest, own);
    return { space, laid: share };
  });
  // hairlines between a room and a doorway go to the first room
  const left = rest.filter((p) => polygonArea(p) > DUST);
  if (left.length > 0) parts[0] = { ...parts[0]!, laid: [...parts[0]!.laid, ...left] };
  return parts;
}
