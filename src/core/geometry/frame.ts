import { modulo } from './point';
import { oriented } from './ring';
import type { MultiPolygon, Point, Polygon } from './point';

/**
 * The row frame: `u` is the way planks run and a row is laid, `w` points from the starting wall into the room
 * (`u` turned by −90°). Turning a point into the frame and back is one and the same sum.
 */
export type Frame = { readonly direction: number; readonly cos: number; readonly sin: number };

/** @param direction angle of `u` in degrees; multiples of 90 are exact */
export function frameOf(direction: number): Frame {
  const turned = modulo(direction, 360);
  if (turned % 90 === 0) {
    const quarter = turned / 90;
    return { direction: turned, cos: [1, 0, -1, 0][quarter]!, sin: [0, 1, 0, -1][quarter]! };
  }
  const radians = (turned * Math.PI) / 180;
  return { direction: turned, cos: Math.cos(radians), sin: Math.sin(radians) };
}

/** (x, y) → (u, w), and (u, w) → (x, y): u = x·cosθ + y·sinθ, w = x·sinθ − y·cosθ is its own inverse. */
export const turned = (frame: Frame, [x, y]: Point): Point => [x * frame.cos + y * frame.sin, x * frame.sin - y * frame.cos];

/** A polygon turned into the frame (or back), its outer ring anticlockwise again: the turn mirrors. */
export const turnedPolygon = (frame: Frame, polygon: Polygon): Polygon =>
  oriented(polygon.map((ring) => ring.map((p) => turned(frame, p))));

export const turnedMulti = (frame: Frame, multi: MultiPolygon): MultiPolygon => multi.map((polygon) => turnedPolygon(frame, polygon));
