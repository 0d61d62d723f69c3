import { round6 } from '../geometry';
import type { Floor } from '../floors';

export type DirectionChoice = { readonly direction: number; readonly reason: string };

/** Walls within this many degrees of each other run the same way. */
const SAME_WAY = 1;

/** The ways that walls of the floor run, by their length together, longest first; degrees in [0, 180). */
export function wallDirections(floor: Floor): readonly { direction: number; length: number }[] {
  const ways: { direction: number; length: number; longest: number }[] = [];
  for (const { a, b, bound } of floor.edges) {
    if (bound.kind !== 'wall') continue;
    const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
    let angle = (Math.atan2(b[1] - a[1], b[0] - a[0]) * 180) / Math.PI;
    angle = ((angle % 180) + 180) % 180;
    // an angle that is a hair off a quarter turn is one
    const snapped = Math.round(angle / 90) * 90;
    if (Math.abs(angle - snapped) < 1e-4) angle = snapped % 180;
    const near = ways.find((w) => Math.min(Math.abs(w.direction - angle), 180 - Math.abs(w.direction - angle)) < SAME_WAY);
    if (!near) ways.push({ direction: round6(angle), length, longest: length });
    else {
      near.length += length;
      if (length > near.longest + 1e-6) {
        near.longest = length;
        near.direction = round6(angle);
      }
    }
  }
  return ways.sort((p, q) => q.length - p.length || p.direction - q.direction);
}

/** Which way the planks run: as the job says, or along the walls that are longest together. */
export function directionOf(floor: Floor): DirectionChoice {
  const wanted = floor.layout.direction;
  if (wanted !== 'auto') return { direction: round6(((wanted % 360) + 360) % 360), reason: 'as you set it' };
  const [first] = wallDirections(floor);
  if (!first) return { direction: 0, reason: 'no wall to go by' };
  return { direction: first.direction, reason: `along the longest walls (${(first.length / 1000).toFixed(1)} m of them)` };
}

/**
 * The two or four directions worth comparing: along the longest walls and across them, and the same for a second set of walls that is at
 * least half as long.
 */
export function sensibleDirections(floor: Floor): readonly number[] {
  const ways = wallDirections(floor);
  const found: number[] = [];
  for (const { direction, length } of ways) {
    if (found.length >= 4 || length < ways[0]!.length / 2) break;
    for (const d of [direction, round6((direction + 90) % 180)]) {
      const known = found.some((f) => Math.min(Math.abs(f - d), 180 - Math.abs(f - d)) < 3);
      if (!known && found.length < 4) found.push(d);
    }
  }
  return found.length > 0 ? found : [0, 90];
}
