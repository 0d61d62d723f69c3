import { modulo, round3, signedArea, type Point, type Ring } from '../geometry';
import type { Reshaped } from './flare';

const at = (ring: Ring, i: number): Point => ring[((i % ring.length) + ring.length) % ring.length]!;
const rounded = (p: Point): [number, number] => [round3(p[0]), round3(p[1])];
const all = (ring: Ring): [number, number][] => ring.map(rounded);

/** The wall's line and the way out of the room. */
function wallAxes(ring: Ring, wall: number): { a: Point; b: Point; length: number; way: Point; out: Point } {
  const [a, b] = [at(ring, wall), at(ring, wall + 1)];
  const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
  const way: Point = [(b[0] - a[0]) / length, (b[1] - a[1]) / length];
  return { a, b, length, way, out: signedArea(ring) > 0 ? [way[1], -way[0]] : [-way[1], way[0]] };
}

/** The angle inside the room at a corner, degrees: 90 for a square corner, 270 for one that juts in. */
export function cornerAngle(ring: Ring, corner: number): number {
  const p = at(ring, corner);
  const heading = (q: Point) => (Math.atan2(q[1] - p[1], q[0] - p[0]) * 180) / Math.PI;
  const turn = heading(at(ring, corner - 1)) - heading(at(ring, corner + 1));
  const inside = signedArea(ring) > 0 ? turn : -turn;
  return modulo(inside, 360);
}

/**
 * Gives a corner another angle: the wall after it turns about the corner, and its far end slides along the line of the wall that
 * follows, which keeps its direction.
 */
export function withAngle(ring: Ring, corner: number, degrees: number): Reshaped {
  if (!(degrees > 5 && degrees < 355)) return { problem: 'an angle inside the room lies between 5 and 355°' };
  const turn = ((degrees - cornerAngle(ring, corner)) * Math.PI) / 180;
  const [p, q, r] = [at(ring, corner), at(ring, corner + 1), at(ring, corner + 2)];
  // a wider angle turns the wall outwards: clockwise where the room lies left of its walls
  const by = signedArea(ring) > 0 ? -turn : turn;
  const [dx, dy] = [q[0] - p[0], q[1] - p[1]];
  const way: Point = [dx * Math.cos(by) - dy * Math.sin(by), dx * Math.sin(by) + dy * Math.cos(by)];
  const next: Point = [r[0] - q[0], r[1] - q[1]];
  const cross = way[0] * next[1] - way[1] * next[0];
  if (Math.abs(cross) < 0.02 * Math.hypot(...way) * Math.hypot(...next))
    return { problem: 'the wall would run into the next one without meeting it; drag the corner instead' };
  const t = ((q[0] - p[0]) * next[1] - (q[1] - p[1]) * next[0]) / cross;
  if (t <= 0) return { problem: 'the wall would point away from the next one; drag the corner instead' };
  const moved: Point = [p[0] + way[0] * t, p[1] + way[1] * t];
  const left = (r[0] - moved[0]) * next[0] + (r[1] - moved[1]) * next[1];
  if (left <= 0) return { problem: 'nothing would be left of the next wall; drag the corner instead' };
  return { outline: all(ring.map((c, i) => (i === (corner + 1) % ring.length ? moved : c))) };
}

/** A bay: where it begins along the wall, its width there, how deep it is, and how far each side splays in over that depth. */
export type Bay = { readonly along: number; readonly width: number; readonly depth: number; readonly splay: number };

/** Builds a bay out of a wall: two sides, splayed or square, and a front. */
export function withBay(ring: Ring, wall: number, { along, width, depth, splay }: Bay): Reshaped {
  const { a, length, way, out } = wallAxes(ring, wall);
  if (along < 0 || along + width > length + 1e-6) return { problem: `the bay must lie within the wall, ${Math.round(length)} mm long` };
  if (2 * splay >= width) return { problem: 'with that splay no front is left; make it less than half the width' };
  const point = (s: number, t: number): [number, number] => rounded([a[0] + way[0] * s + out[0] * t, a[1] + way[1] * s + out[1] * t]);
  const bay = [point(along, 0), point(along + splay, depth), point(along + width - splay, depth), point(along + width, 0)];
  if (along < 1) bay.shift();
  if (along + width > length - 1) bay.pop();
  return { outline: [...all(ring.slice(0, wall + 1)), ...bay, ...all(ring.slice(wall + 1))] };
}

/** Chords of a curved wall leave the curve by no more than this, mm. */
const CHORD_WITHIN = 2;

/**
 * Curves a wall outwards (or inwards, with a negative rise) by an arc of a circle, as chords that leave it by at most 2 mm.
 *
 * @param rise the arc's height over the straight wall, mm
 */
export function withCurve(ring: Ring, wall: number, rise: number): Reshaped {
  const { a, length, way, out } = wallAxes(ring, wall);
  if (Math.abs(rise) < CHORD_WITHIN) return { problem: 'a rise of less than 2 mm is a straight wall' };
  if (Math.abs(rise) > length / 2) return { problem: `the rise can be at most half the wall, ${Math.round(length / 2)} mm` };
  const radius = length ** 2 / (8 * Math.abs(rise)) + Math.abs(rise) / 2;
  const half = Math.asin(Math.min(1, length / 2 / radius));
  const chords = Math.max(4, Math.ceil(half / Math.acos(1 - CHORD_WITHIN / radius)));
  const corners: [number, number][] = [];
  for (let k = 1; k < chords; k++) {
    const angle = -half + (2 * half * k) / chords;
    const s = length / 2 + radius * Math.sin(angle);
    const t = Math.sign(rise) * (Math.abs(rise) - radius * (1 - Math.cos(angle)));
    corners.push(rounded([a[0] + way[0] * s + out[0] * t, a[1] + way[1] * s + out[1] * t]));
  }
  return { outline: [...all(ring.slice(0, wall + 1)), ...corners, ...all(ring.slice(wall + 1))] };
}

/** A diagonal as drawn, mm. */
export const diagonalOf = (ring: Ring, from: number, to: number): number =>
  Math.hypot(at(ring, to)[0] - at(ring, from)[0], at(ring, to)[1] - at(ring, from)[1]);

/**
 * Brings a room of four walls to a measured diagonal, its walls as long as they are: two triangles on the diagonal. The wall
 * that begins at `from` keeps its direction.
 */
export function withDiagonal(ring: Ring, from: number, to: number, length: number): Reshaped {
  if (ring.length !== 4 || Math.abs(from - to) !== 2)
    return { problem: 'only a room of four walls is settled by its walls and one diagonal' };
  const [p, q, r, s] = [at(ring, from), at(ring, from + 1), at(ring, to), at(ring, to + 1)];
  const distance = (a: Point, b: Point) => Math.hypot(b[0] - a[0], b[1] - a[1]);
  const [pq, qr, rs, sp] = [distance(p, q), distance(q, r), distance(r, s), distance(s, p)];
  if (length >= Math.min(pq + qr, rs + sp) - 1 || length <= Math.max(Math.abs(pq - qr), Math.abs(rs - sp)) + 1)
    return { problem: 'no room with these walls has such a diagonal; measure it again' };
  const left = signedArea(ring) > 0 ? 1 : -1;
  const angle = (a: number, b: number, c: number) => Math.acos(Math.max(-1, Math.min(1, (a * a + b * b - c * c) / (2 * a * b))));
  const heading = Math.atan2(q[1] - p[1], q[0] - p[0]);
  const toR = heading + left * angle(pq, length, qr);
  const toS = toR + left * angle(length, sp, rs);
  const far: Point = [p[0] + length * Math.cos(toR), p[1] + length * Math.sin(toR)];
  const fourth: Point = [p[0] + sp * Math.cos(toS), p[1] + sp * Math.sin(toS)];
  const corners: Point[] = [...ring];
  corners[to % 4] = far;
  corners[(to + 1) % 4] = fourth;
  return { outline: all(corners) };
}
