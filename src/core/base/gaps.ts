import { boxOf, polygonArea, type Point } from '../geometry';
import { meshOf, type Mesh } from './mesh';
import { half, OFF_WALL, type Room } from './reach';
import { noChord, type Chord, type Straightedge } from './straightedge';
import type { Surface } from './surface';

/*
 * The gaps under a straightedge, everywhere in a room. They are first found at points set wide apart, with the straightedge laid in every
 * direction; where the gap is more than a small part of the limit, points are set close, and each is measured in the directions that its
 * neighbours found, turned to and fro.
 */

/** The points of a room with the straightedge that finds the greatest gap at each. */
export type GapMap = {
  readonly mesh: Mesh;
  readonly chords: readonly Chord[];
  readonly gap: Float64Array;
  /** how far apart the close points are, mm, and from which corner of the room their grid goes out */ readonly close: number;
  readonly from: Point;
};

/** In how many directions the straightedge is laid at least, and at most. */
const FEWEST_DIRECTIONS = 16;
const MOST_DIRECTIONS = 96;
/** Its rests are that far from the point measured, as a part of its length. */
const USUAL_REST = 0.25;
/** So much (mm) of a gap may be missed between two directions, before the straightedge is turned to and fro. */
const MISSED = 0.12;
/** The directions begin a little off the square, so that the straightedge never runs along a line of levels by rounding alone. */
const OFF_SQUARE = 0.0064;

/** Directions in which a straightedge misses nothing, more of them the rougher the surface: radians from 0 up to π. */
export function directionsFor(surface: Surface, room: Room, straightedge: number): readonly number[] {
  const wanted = Math.ceil((Math.PI * straightedge * USUAL_REST * roughness(surface, room)) / (2 * MISSED));
  const count = Math.max(FEWEST_DIRECTIONS, Math.min(MOST_DIRECTIONS, wanted));
  return Array.from({ length: count }, (_, i) => OFF_SQUARE + (i * Math.PI) / count);
}

/** How much the surface bends at its edges: the root of the mean square, over edges between levels in the room. */
function roughness(surface: Surface, room: Room): number {
  const { x, y, corner, twin, after, levels } = surface;
  let [sum, count] = [0, 0];
  for (let e = 0; e < corner.length; e++) {
    const [p, q] = [corner[e]!, corner[after[e]!]!];
    if (p > q || q >= levels || twin[e]! < 0 || !room.holds((x[p]! + x[q]!) / 2, (y[p]! + y[q]!) / 2)) continue;
    sum += bend(surface, e) ** 2;
    count++;
  }
  return count === 0 ? 0 : Math.sqrt(sum / count);
}

/** Points are set this far apart (mm) at first, in rooms of up to {@link SMALL} mm²; in larger ones in proportion. */
const WIDE = 240;
const SMALL = 40e6;
const WIDEST = 360;
/** Where it matters they are set as close as makes about so many of them, and no closer or wider than this (mm). */
const CLOSE_POINTS = 6000;
const CLOSEST = 60;
const LEAST_CLOSE = 110;
/** Where half of the directions find no more than this part of the limit, the other half is spared. */
const PROMISES = 0.15;
/** Where the gap is more than this part of the limit, points are set close. */
const MATTERS = 0.3;
/** Points are moved by so little, so that no line through them runs exactly along an edge of the surface. */
const NUDGE: Point = [0.00013, 0.00007];
/** A wall nearer than this (mm) is one that a straightedge may be laid along. */
const BESIDE_WALL = 400;
/** How far from a point beside a wall the straightedge may meet the wall (mm). */
const WALL_REACHES = [400, 900];

/** Directions worth trying at a point because of the room: along a wall nearby, and past the corners that jut in. */
export function roomDirections(room: Room, x: number, y: number, length: number): number[] {
  const { distance, direction } = room.wallBy(x, y);
  const past = room.jutting.filter(([cx, cy]) => Math.hypot(cx - x, cy - y) < length).map(([cx, cy]) => half(Math.atan2(cy - y, cx - x)));
  if (distance >= BESIDE_WALL) return past;
  // beside a wall the straightedge ends at it: a little turn moves that end far
  const turns = [0, ...WALL_REACHES.flatMap((r) => (distance < r ? [distance / r, -distance / r] : []))];
  return [...turns.map((by) => half(direction + by)), ...past];
}

export function gapMap(surface: Surface, room: Room, edge: Straightedge, straightedge: number, limit: number): GapMap {
  const area = polygonArea([room.outline]);
  const wide = Math.min(WIDEST, WIDE * Math.max(1, Math.sqrt(area / SMALL)));
  const points = pointsIn(room);

  const chords: Chord[] = [];
  const measure = (angles: (x: number, y: number) => readonly number[], turn: number) => {
    for (let i = chords.length; i < points.list.length; i++) {
      const [x, y] = points.list[i]!;
      const chord = noChord();
      edge.best(x, y, angles(x, y), chord, turn);
      chords.push(chord);
    }
  };

  for (let i = 0; i < surface.levels; i++) points.add(surface.x[i]! + NUDGE[0], surface.y[i]! + NUDGE[1], 0);
  points.along(surface, wide);
  points.grid(wide);
  const directions = directionsFor(surface, room, straightedge);
  const [first, others] = [0, 1].map((odd) => directions.filter((_, i) => i % 2 === odd)) as [number[], number[]];
  measure((x, y) => [...first, ...roomDirections(room, x, y, straightedge)], Math.PI / 2 / directions.length);
  const promising = cellsOf(points.list, chords, wide);
  points.list.forEach(([x, y], i) => {
    if (promising.greatest(x, y) > limit * PROMISES) edge.best(x, y, others, chords[i]!, Math.PI / 2 / directions.length);
  });

  const found = cellsOf(points.list, chords, wide);
  const share = chords.filter((c) => c.gap > limit * MATTERS).length / chords.length;
  const close = Math.max(CLOSEST, Math.min(LEAST_CLOSE, Math.sqrt((area * share) / CLOSE_POINTS)));
  const matters = (x: number, y: number) => found.greatest(x, y) > limit * MATTERS;
  points.along(surface, close, matters);
  points.bends(surface, close, matters);
  points.grid(close, matters);
  measure(
    (x, y) => [
      ...found.angles(x, y, directions.length > SMOOTH ? TAKEN_OVER : TAKEN_OVER_SMOOTH),
      ...roomDirections(room, x, y, straightedge),
    ],
    NEARBY,
  );
  for (let pass = 0; pass < SPREADS; pass++) spread(points.list, chords, close, edge, limit * MATTERS);
  placeWorst(points, chords, edge, close, room);
  return { mesh: meshOf(points.list, room), chords, gap: Float64Array.from(chords, (c) => c.gap), close, from: points.from };
}

/** Sets a point where the greatest gap of all is, so that what fills the room knows of it. */
function placeWorst(points: ReturnType<typeof pointsIn>, chords: Chord[], edge: Straightedge, close: number, room: Room): void {
  let most = 0;
  chords.forEach(({ gap }, i) => gap > chords[most]!.gap && (most = i));
  const { at, chord } = closeIn(edge, points.list[most]!, chords[most]!, close, room.holds);
  points.add(at[0], at[1], 0);
  if (points.list.length > chords.length) chords.push(chord);
}

/** Where the greatest gap has been found to this (mm), the search for its place ends. */
const PLACED = 1;

/** A place and the straightedge over it. */
export type ClosedIn = { readonly at: Point; readonly chord: Chord };

/** Goes from a point to where the gap is greatest near it. */
export function closeIn(edge: Straightedge, from: Point, chord: Chord, step: number, inside: (x: number, y: number) => boolean): ClosedIn {
  let [x, y] = from;
  let best: Chord = { ...chord };
  for (let by = step / 2; by > PLACED;) {
    let moved = false;
    for (let k = 0; k < 8; k++) {
      const [px, py] = [x + Math.cos((k * Math.PI) / 4) * by, y + Math.sin((k * Math.PI) / 4) * by];
      if (!inside(px, py)) continue;
      const there: Chord = { ...best, gap: 0 };
      edge.best(px, py, [best.angle], there, 0.02);
      if (there.gap <= best.gap) continue;
      [x, y, best, moved] = [px, py, there, true];
    }
    if (!moved) by /= 2;
  }
  return { at: [x, y], chord: best };
}

/** A direction taken over from a neighbour is turned by so much at first (radians). */
const NEARBY = 0.03;

/** So often what one point finds is handed on to those beside it. */
const SPREADS = 2;

/** What neighbours found, once more: where a gap matters each point tries the directions of those beside it. */
function spread(points: readonly Point[], chords: readonly Chord[], close: number, edge: Straightedge, least: number): void {
  const cells = cellsOf(points, chords, close * 1.5);
  for (let i = 0; i < points.length; i++) {
    const [x, y] = points[i]!;
    const own = chords[i]!;
    if (cells.greatest(x, y) < least) continue;
    const others = cells.angles(x, y, TAKEN_OVER).filter((a) => apart(a, own.angle) > ALIKE);
    if (others.length > 0) edge.best(x, y, others, own);
  }
}

export const apart = (a: number, b: number): number => {
  const d = Math.abs(a - b) % Math.PI;
  return d > Math.PI / 2 ? Math.PI - d : d;
};

/** Directions nearer to each other than this (radians) are tried once. */
const ALIKE = 0.08;
/** So many directions are taken over from the points around one. */
const TAKEN_OVER = 6;
const TAKEN_OVER_SMOOTH = 3;
/** A surface that asks for no more directions than this is smooth. */
const SMOOTH = 24;

/** What was found in the cells of a grid, to be looked up from the points beside them. */
function cellsOf(points: readonly Point[], chords: readonly Chord[], cell: number) {
  const cells = new Map<number, Chord[]>();
  const key = (c: number, r: number) => (c + 4096) * 8192 + r + 4096;
  points.forEach(([x, y], i) => {
    const at = key(Math.floor(x / cell), Math.floor(y / cell));
    const there = cells.get(at);
    if (there) there.push(chords[i]!);
    else cells.set(at, [chords[i]!]);
  });
  const around = (x: number, y: number): Chord[] => {
    const [c, r] = [Math.round(x / cell) - 1, Math.round(y / cell) - 1];
    return [
      ...(cells.get(key(c, r)) ?? []),
      ...(cells.get(key(c + 1, r)) ?? []),
      ...(cells.get(key(c, r + 1)) ?? []),
      ...(cells.get(key(c + 1, r + 1)) ?? []),
    ];
  };
  return {
    greatest: (x: number, y: number) => around(x, y).reduce((most, c) => Math.max(most, c.gap), 0),
    angles(x: number, y: number, most: number): number[] {
      const kept: number[] = [];
      for (const { angle, gap } of around(x, y).sort((p, q) => q.gap - p.gap)) {
        if (gap > 0 && kept.every((a) => apart(a, angle) > ALIKE)) kept.push(angle);
        if (kept.length === most) break;
      }
      return kept;
    },
  };
}

/** Where a surface that is taken to be straight between points set close is false by less than this (mm), nobody would see it. */
const SHOWS = 0.04;

/** How much the surface's slope changes at an edge. */
function bend({ plane, twin }: Surface, e: number): number {
  const [t, u] = [Math.floor(e / 3) * 3, Math.floor(twin[e]! / 3) * 3];
  return Math.hypot(plane[t + 1]! - plane[u + 1]!, plane[t + 2]! - plane[u + 2]!);
}

/** Collects points inside a room, none nearer to another than asked. */
function pointsIn(room: Room) {
  const list: Point[] = [];
  const box = boxOf(room.outline);
  const cell = 40;
  const cells = new Map<number, number[]>();
  const key = (c: number, r: number) => c * 100_000 + r;
  const column = (x: number) => Math.floor((x - box.minX) / cell) + 8;
  const line = (y: number) => Math.floor((y - box.minY) / cell) + 8;
  const free = (x: number, y: number, clear: number): boolean => {
    const reach = Math.ceil(clear / cell);
    for (let c = column(x) - reach; c <= column(x) + reach; c++) {
      for (let r = line(y) - reach; r <= line(y) + reach; r++) {
        for (const i of cells.get(key(c, r)) ?? []) {
          const [px, py] = list[i]!;
          if (Math.hypot(px - x, py - y) < clear) return false;
        }
      }
    }
    return true;
  };
  const add = (x: number, y: number, clear: number): void => {
    if (!room.holds(x, y) || !free(x, y, Math.max(clear, 0.5))) return;
    const at = key(column(x), line(y));
    const there = cells.get(at);
    if (there) there.push(list.length);
    else cells.set(at, [list.length]);
    list.push([x, y]);
  };
  /** the corners of the room drawn in a hair, so that a line from a wall's point lies inside */
  const corners = room.outline.map(([x, y], i): Point => {
    const n = room.outline.length;
    const [a, c] = [room.outline[(i + n - 1) % n]!, room.outline[(i + 1) % n]!];
    const into = (p: Point, q: Point): Point => {
      const length = Math.hypot(q[0] - p[0], q[1] - p[1]);
      return [-(q[1] - p[1]) / length, (q[0] - p[0]) / length];
    };
    const [m, n2] = [into(a, [x, y]), into([x, y], c)];
    const by = OFF_WALL / Math.max(0.2, 1 + m[0] * n2[0] + m[1] * n2[1]);
    return [x + (m[0] + n2[0]) * by, y + (m[1] + n2[1]) * by];
  });
  const always = () => true;
  return {
    list,
    from: [box.minX, box.minY] as Point,
    add,
    /** Points along the walls, also where a level lies at one. */
    along(surface: Surface, every: number, where: (x: number, y: number) => boolean = always) {
      corners.forEach((a, i) => {
        const b = corners[(i + 1) % corners.length]!;
        const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
        const at = (u: number, clear: number) => {
          const [x, y] = [a[0] + ((b[0] - a[0]) * u) / length, a[1] + ((b[1] - a[1]) * u) / length];
          if (where(x, y)) add(x, y, clear);
        };
        at(0, 0);
        for (let l = 0; l < surface.levels && where === always; l++) {
          const [x, y] = [surface.x[l]! - a[0], surface.y[l]! - a[1]];
          const u = (x * (b[0] - a[0]) + y * (b[1] - a[1])) / length;
          const off = Math.abs(x * (b[1] - a[1]) - y * (b[0] - a[0])) / length;
          if (off < 1 && u > 0 && u < length) at(u + NUDGE[0], 0);
        }
        const parts = Math.ceil(length / every);
        for (let k = 1; k < parts; k++) at((length * k) / parts, every * 0.3);
      });
    },
    /** Points along the bends of the surface. */
    bends(surface: Surface, every: number, where: (x: number, y: number) => boolean) {
      const { x, y, corner, twin } = surface;
      for (let e = 0; e < corner.length; e++) {
        const [p, q] = [corner[e]!, corner[e % 3 === 2 ? e - 2 : e + 1]!];
        if (twin[e]! < 0 || p > q || bend(surface, e) * every < 4 * SHOWS) continue;
        const length = Math.hypot(x[q]! - x[p]!, y[q]! - y[p]!);
        // towards the far points only as far as the room goes
        const parts = Math.ceil(length / every);
        for (let k = 1; k < parts; k++) {
          const [bx, by] = [x[p]! + ((x[q]! - x[p]!) * k) / parts + NUDGE[0], y[p]! + ((y[q]! - y[p]!) * k) / parts + NUDGE[1]];
          if (bx < box.minX || bx > box.maxX || by < box.minY || by > box.maxY) {
            if (q >= surface.levels || p >= surface.levels) continue;
          } else if (where(bx, by)) add(bx, by, every * 0.4);
        }
      }
    },
    /** Points on a grid. */
    grid(every: number, where: (x: number, y: number) => boolean = always) {
      for (let y = box.minY + every / 2; y < box.maxY; y += every) {
        for (let x = box.minX + every / 2; x < box.maxX; x += every) if (where(x, y)) add(x, y, every * 0.35);
      }
    },
  };
}
