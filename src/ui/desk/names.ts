import { doorwayName, type Floor } from '@/core/floors';
import type { RunningWall } from '@/core/setout';
import { wallLetter } from '@/core/survey';

/** A wall's name as a person would point at it: its letter in the survey, or the thing that stands there. */
export function wallName({ bound, side }: RunningWall, floor: Floor): string {
  if (bound.kind === 'wall') {
    const space = floor.spaces.find((s) => s.id === bound.space);
    const letter = wallLetter(Math.max(0, bound.wall));
    return floor.spaces.length > 1 && space ? `${space.name}, wall ${letter}` : `wall ${letter}`;
  }
  if (bound.kind === 'jamb' || bound.kind === 'line' || bound.kind === 'open') return doorwayName(floor, bound.opening);
  return `${bound.kind}, ${side === 'far' ? 'its near side' : 'its far side'}`;
}

/** The shortest name, for the drawing and the curve. */
export function wallMark({ bound }: RunningWall): string {
  if (bound.kind === 'wall') return wallLetter(Math.max(0, bound.wall));
  return bound.kind === 'line' || bound.kind === 'open' ? 'doorway' : bound.kind;
}

/** `0` → left to right, as on an unturned drawing. */
export function directionWords(direction: number): string {
  const d = ((direction % 180) + 180) % 180;
  if (d === 0) return 'left to right';
  if (d === 90) return 'top to bottom';
  return `at ${Number(d.toFixed(1))}°`;
}
