import { crossingEdges, oriented, signedArea, tidyRing, union, type MultiPolygon, type Point, type Ring } from '../geometry';
import type { Floor, Way } from '../floors';
import { beyond, lineOf, offWall, onWall, wallFrames, wallStretches, type WallFrame } from '../floors';
import type { Material, Space } from '../given';

/** How far shapes are pushed into each other, so that no hairline stays between them (mm). */
const PUSH = 1;

/**
 * What a film covers in one room, drawn flat: from wall to wall and up them by the turn-up, through its doorways up to their lines. Where the
 * film goes on in the next room, the first of both takes the doorway with it and reaches over the other's by the lap.
 */
export function filmIn(
  space: Space,
  { spaces, ways }: Floor,
  alike: (one: string, other: string) => boolean,
  film: Material,
): MultiPolygon {
  const [lap, turnUp] = [film.lap ?? 0, film.turnUp ?? 0];
  const doorways = ways.flatMap((way): Doorway[] => {
    const [first, second] = way.opening.between;
    if (first !== space.id && second !== space.id) return [];
    const inner = first !== null && second !== null && [first, second].every((id) => spaces.some((s) => s.id === id));
    const goesOn = inner && way.opening.finish === 'through' && alike(first, second);
    const whole = way.opening.finish === 'through' && second === null;
    const [here, other] = first === space.id ? [way.near, way.far] : [way.far, way.near];
    if (goesOn && first !== space.id) return [{ here, there: here, reach: 0 }];
    return [{ here, there: goesOn || whole ? other : lineOf(way), reach: goesOn ? lap : 0 }];
  });
  const walked = walkedRound(space.outline, doorways, turnUp);
  return walked ? [[walked]] : pushedTogether(space.outline, ways, doorways, turnUp);
}

/** A doorway as a room's film goes through it: from `here` to `there`, and `reach` millimetres on. */
type Doorway = { readonly here: readonly [Point, Point]; readonly there: readonly [Point, Point]; readonly reach: number };

/**
 * The film's edge, walked round the room: the turn-up's breadth outside each wall, in and out of every doorway and up its jambs.
 *
 * @returns null where it crosses itself (a thin wall that juts in, a doorway at a corner) or a doorway is askew
 */
function walkedRound(outline: Ring, doorways: readonly Doorway[], turnUp: number): Ring | null {
  const ring = oriented([tidyRing(outline)])[0]!;
  const walls = wallFrames(ring);
  const points: Point[] = [];
  let found = 0;
  for (const [i, wall] of walls.entries()) {
    const before = walls[(i + walls.length - 1) % walls.length]!;
    points.push(mitred(before, wall, turnUp));
    const own = doorways.flatMap((d) => mouthIn(wall, d) ?? []).sort((a, b) => a.from - b.from);
    found += own.length;
    for (const { from, to, deep, reach } of own) {
      if (deep === null) return null;
      if (deep === 0) continue;
      // jambs that are deeper than the turn-up go up by it themselves
      const side = deep > turnUp ? turnUp : 0;
      const at = (along: number, out: number) => points.push(offWall(wall, along, -out));
      at(from - side, turnUp);
      if (deep > turnUp) at(from - side, deep);
      at(from, deep);
      if (reach > 0) {
        at(from, deep + reach);
        at(to, deep + reach);
      }
      at(to, deep);
      if (deep > turnUp) at(to + side, deep);
      at(to + side, turnUp);
    }
  }
  if (found < doorways.length) return null;
  const made = tidyRing(points);
  return made.length < 3 || signedArea(made) <= 0 || crossingEdges(made) ? null : made;
}

/** Where two walls' turn-ups meet, drawn flat. */
function mitred({ along: [ax, ay] }: WallFrame, { a, along: [bx, by] }: WallFrame, off: number): Point {
  // both have the room on their left
  const k = off / Math.max(0.1, 1 + ax * bx + ay * by);
  return [a[0] + k * (ay + by), a[1] - k * (ax + bx)];
}

/** A doorway in a wall, if it is in that one: along it, how deep it goes (null where it is askew) and how far on. */
function mouthIn(
  wall: WallFrame,
  { here, there, reach }: Doorway,
): { from: number; to: number; deep: number | null; reach: number } | null {
  const [p, q] = here.map((x) => onWall(wall, x)) as [Point, Point];
  if (Math.abs(p[1]) > 1 || Math.abs(q[1]) > 1 || Math.min(p[0], q[0]) < -1 || Math.max(p[0], q[0]) > wall.length + 1) return null;
  const [r, s] = there.map((x) => onWall(wall, x)) as [Point, Point];
  const askew = Math.max(Math.abs(p[0] - r[0]), Math.abs(q[0] - s[0]), Math.abs(r[1] - s[1])) > 0.01;
  return { from: Math.min(p[0], q[0]), to: Math.max(p[0], q[0]), deep: askew ? null : Math.max(0, -r[1]), reach };
}

/** The same of shapes that are joined: the room, its doorways, and a strip up every wall and jamb. */
function pushedTogether(outline: Ring, ways: readonly Way[], doorways: readonly Doorway[], turnUp: number): MultiPolygon {
  const shapes: Ring[] = [outline, ...doorways.flatMap((d) => (d.here === d.there ? [] : doorwayOf(d, turnUp)))];
  if (turnUp > 0) {
    const walls = wallFrames(outline);
    for (const { wall, from, to } of wallStretches(outline, ways)) {
      const frame = walls[wall]!;
      shapes.push([offWall(frame, from, PUSH), offWall(frame, to, PUSH), offWall(frame, to, -turnUp), offWall(frame, from, -turnUp)]);
    }
  }
  return union(shapes.map((ring) => [signedArea(ring) > 0 ? ring : [...ring].reverse()]));
}

/** The strip of a doorway that a room's film takes with it, up its jambs too. */
function doorwayOf({ here, there, reach }: Doorway, turnUp: number): readonly Ring[] {
  // into what joins it there, and not a hair past a line where nothing does
  const join = reach > 0 ? PUSH : 0;
  const strip: Ring[] = [
    [beyond(there[0], here[0], PUSH), beyond(there[1], here[1], PUSH), beyond(here[1], there[1], join), beyond(here[0], there[0], join)],
  ];
  // on into the next room square to the line, also where a jamb is askew
  if (reach > 0) {
    const [[x, y], [X, Y]] = there;
    const length = Math.hypot(X - x, Y - y);
    const away = (X - x) * (here[0][1] - y) - (Y - y) * (here[0][0] - x) > 0 ? 1 : -1;
    const off = ([u, v]: Point, by: number): Point => [u + ((Y - y) / length) * by * away, v - ((X - x) / length) * by * away];
    strip.push([off(there[0], -PUSH), off(there[1], -PUSH), off(there[1], reach), off(there[0], reach)]);
  }
  if (turnUp === 0) return strip;
  return [...strip, ...([0, 1] as const).map((k) => upJamb(here[k], there[k], here[1 - k]!, turnUp))];
}

/** A strip as wide as the turn-up beyond a jamb's face. */
function upJamb(a: Point, b: Point, other: Point, turnUp: number): Ring {
  const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
  let [nx, ny]: Point = [-(b[1] - a[1]) / length, (b[0] - a[0]) / length];
  if ((other[0] - a[0]) * nx + (other[1] - a[1]) * ny > 0) [nx, ny] = [-nx, -ny];
  const off = ([x, y]: Point, by: number): Point => [x + nx * by, y + ny * by];
  return [off(a, -PUSH), off(b, -PUSH), off(b, turnUp), off(a, turnUp)];
}
