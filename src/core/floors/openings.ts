import { distanceToSegment, type Point, type Ring } from '../geometry';
import { bad, good, type Opening, type Result, type Space } from '../given';

/** An opening's points this near to a space's edge lie on it (mm). */
const ON_EDGE = 1;
/** How far a strip is pushed into the space it meets, so that their union leaves no hairline between them (mm). */
const PUSH = 2;

/**
 * An opening as a way through a wall: `near` is the side at its first space, from jamb to jamb; `far` the side at its second space or
 * outdoors, in the same sense. The jamb faces run near[0]–far[0] and near[1]–far[1].
 */
export type Way = { readonly opening: Opening; readonly near: readonly [Point, Point]; readonly far: readonly [Point, Point] };

const onEdge = (p: Point, outline: Ring): boolean =>
  outline.some((a, i) => distanceToSegment(p, a, outline[(i + 1) % outline.length]!) <= ON_EDGE);

/** Finds which sides of an opening's strip lie on its spaces; refuses one that does not touch each space that it names. */
export function wayOf(opening: Opening, index: number, spaces: ReadonlyMap<string, Space>): Result<Way> {
  const p = opening.outline;
  const [first, second] = opening.between;
  const path = `openings[${index}].outline`;
  for (let i = 0; i < 4; i++) {
    const near = [p[i]!, p[(i + 1) % 4]!] as const;
    const far = [p[(i + 3) % 4]!, p[(i + 2) % 4]!] as const;
    const touches = near.every((q) => onEdge(q, spaces.get(first)!.outline));
    const reaches = second === null || far.every((q) => onEdge(q, spaces.get(second)!.outline));
    if (!touches || !reaches) continue;
    const deep = Math.min(...([0, 1] as const).map((k) => Math.hypot(far[k][0] - near[k][0], far[k][1] - near[k][1])));
    if (Math.abs(opening.offset ?? 0) > deep / 2)
      return bad({ path: `openings[${index}].offset`, text: `${opening.offset} mm from the middle lies outside the strip, which is ${Math.round(deep)} mm deep` }); // prettier-ignore
    return good({ opening, near, far });
  }
  const names = second === null ? `"${first}"` : `"${first}" on one side and "${second}" on the other`;
  return bad({ path, text: `does not touch ${names}; two of its points must lie on each space's edge (within ${ON_EDGE} mm)` });
}

const between = (a: Point, b: Point, t: number): Point => [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t];

/** From `from` through `to` and on by `by` millimetres. */
export function beyond(from: Point, to: Point, by: number): Point {
  const length = Math.hypot(to[0] - from[0], to[1] - from[1]);
  return between(from, to, (length + by) / length);
}

/** The opening's line: the middle of the strip, or so far off it as the opening says, across the way through, from jamb to jamb. */
export function lineOf({ opening, near, far }: Way): readonly [Point, Point] {
  const at = (k: 0 | 1): Point => {
    const depth = Math.hypot(far[k][0] - near[k][0], far[k][1] - near[k][1]);
    return between(near[k], far[k], depth > 0 ? 0.5 + (opening.offset ?? 0) / depth : 0.5);
  };
  return [at(0), at(1)];
}

/** The whole strip, pushed a little into what it meets at both sides. */
export const wholeStrip = ({ near, far }: Way, pushFar = PUSH): Ring => [
  beyond(far[0], near[0], PUSH),
  beyond(far[1], near[1], PUSH),
  beyond(near[1], far[1], pushFar),
  beyond(near[0], far[0], pushFar),
];

/**
 * The part of the strip at one of its sides, from the pushed side to the line.
 *
 * @param past how far it goes on beyond the line, mm
 */
export function halfStrip(way: Way, side: 'near' | 'far', past = 0): Ring {
  const line = lineOf(way);
  const [here, there] = side === 'near' ? [way.near, way.far] : [way.far, way.near];
  const end = (k: 0 | 1): Point => (past === 0 ? line[k] : beyond(here[k], line[k], past));
  return [beyond(there[0], here[0], PUSH), beyond(there[1], here[1], PUSH), end(1), end(0)];
}

/**
 * The slot that is left for a profile where the floor lies on both sides of the line: `gap` to either side of it.
 *
 * @param past how far it reaches into the jambs, mm: a little, so that no hair of floor is left there
 */
export function slotAt(way: Way, gap: number, past = 1): Ring {
  const [a, b] = lineOf(way);
  const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
  const [nx, ny] = [(-(b[1] - a[1]) / length) * gap, ((b[0] - a[0]) / length) * gap];
  const [c, d] = [beyond(b, a, past), beyond(a, b, past)];
  return [
    [c[0] + nx, c[1] + ny],
    [d[0] + nx, d[1] + ny],
    [d[0] - nx, d[1] - ny],
    [c[0] - nx, c[1] - ny],
  ];
}

/** What lies outside the far edge of a way that leads out of the job, deep enough to cut the floor off there. */
export const outside = ({ near, far }: Way, depth: number): Ring => {
  const [a, b] = [beyond(far[1], far[0], 1), beyond(far[0], far[1], 1)];
  return [a, b, beyond(near[1], far[1], depth), beyond(near[0], far[0], depth)];
};
