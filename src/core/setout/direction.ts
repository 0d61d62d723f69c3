import { formatRun, type Display } from '../units';
import { boxOf, frameOf, modulo, round6, turned, type Point } from '../geometry';
import { RUNS_WITH } from './circle';
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
    angle = modulo(angle, 180);
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

/** What speaks for a direction, and what against it. */
export type Judgement = {
  readonly direction: number;
  /** metres of wall that run with the planks */
  readonly walls: number;
  readonly corridor: Lie | null;
  /** the way in which people walk in */
  readonly entry: Lie | null;
  readonly light: Lie | null;
  readonly points: number;
};
/** Whether something lies along the planks or across them. */
export type Lie = 'along' | 'across';

/** A space this many times as long as wide, and no wider than that (mm), is a corridor. */
const CORRIDOR = { longer: 2.2, narrower: 2200 };
/** Rough order of weight: along the corridor, along the longest walls, along the way people walk in, along the light. */
const POINTS = { corridor: 3, walls: 2, entry: 0.5, light: 0.5 };

const apart = (a: number, b: number): number => {
  const d = modulo(a - b, 180);
  return Math.min(d, 180 - d);
};
const angleOf = (a: Point, b: Point): number => (Math.atan2(b[1] - a[1], b[0] - a[0]) * 180) / Math.PI;
const lie = (angle: number, direction: number): Lie => (apart(angle, direction) < 45 ? 'along' : 'across');

/** The ways that the corridors of a floor run, widest first. */
function corridorsOf(floor: Floor): number[] {
  return floor.spaces
    .flatMap(({ outline }) => {
      const sides = outline.map((a, i) => ({
        angle: angleOf(a, outline[(i + 1) % outline.length]!),
        a,
        b: outline[(i + 1) % outline.length]!,
      }));
      const longest = sides.reduce((best, s) =>
        Math.hypot(s.b[0] - s.a[0], s.b[1] - s.a[1]) > Math.hypot(best.b[0] - best.a[0], best.b[1] - best.a[1]) ? s : best,
      );
      const turnedBox = boxOf(outline.map((p) => turned(frameOf(round6(longest.angle)), p)));
      const [length, width] = [turnedBox.maxX - turnedBox.minX, turnedBox.maxY - turnedBox.minY];
      return length >= CORRIDOR.longer * width && width <= CORRIDOR.narrower ? [{ angle: longest.angle, length }] : [];
    })
    .sort((p, q) => q.length - p.length)
    .map((c) => c.angle);
}

/** The way in which people walk in: through the doorways that lead out of the job, else the busy ones. */
function entryOf(floor: Floor): number | null {
  const ways = floor.ways.filter((w) => w.opening.between[1] === null);
  const [way] = ways.length > 0 ? ways : floor.ways.filter((w) => w.opening.busy);
  return way ? angleOf(way.near[0], way.far[0]) : null;
}

/** The wall through which the light comes lies across the way it falls. */
function lightOf(floor: Floor): number | null {
  const light = floor.layout.light;
  const space = light && floor.spaces.find((s) => s.id === light.space);
  if (!light || !space || light.wall >= space.outline.length) return null;
  return angleOf(space.outline[light.wall]!, space.outline[(light.wall + 1) % space.outline.length]!) + 90;
}

/** Judges the directions worth comparing, best first. */
export function judgedDirections(floor: Floor): readonly Judgement[] {
  const ways = wallDirections(floor);
  const all = ways.reduce((sum, w) => sum + w.length, 0);
  const [corridor] = corridorsOf(floor);
  const [entry, light] = [entryOf(floor), lightOf(floor)];
  return sensibleDirections(floor)
    .map((direction) => {
      const along = ways.filter((w) => apart(w.direction, direction) < RUNS_WITH).reduce((sum, w) => sum + w.length, 0);
      const lies = {
        corridor: corridor === undefined ? null : lie(corridor, direction),
        entry: entry === null ? null : lie(entry, direction),
        light: light === null ? null : lie(light, direction),
      };
      const points =
        (all > 0 ? POINTS.walls * (along / all) : 0) +
        (['corridor', 'entry', 'light'] as const).reduce((sum, what) => sum + (lies[what] === 'along' ? POINTS[what] : 0), 0);
      return { direction, walls: along / 1000, ...lies, points };
    })
    .sort((p, q) => q.points - p.points);
}

/** What speaks for a direction, in words; along how much of the walls only where a display is given. */
export function reasonsFor({ walls, corridor, entry, light }: Judgement, display?: Display): string {
  const reasons = [
    ...(corridor === 'along' ? ['along the corridor'] : []),
    ...(walls > 0 ? [display ? `along ${formatRun(walls * 1000, display)} of wall` : 'along the walls'] : []),
    ...(entry === 'along' ? ['the way people walk in'] : []),
    ...(light === 'along' ? ['along the light'] : []),
  ];
  return reasons.length === 0 ? 'along no wall' : reasons.join(', ');
}

/** Which way the planks run: as the job says, or as judged best. */
export function directionOf(floor: Floor): DirectionChoice {
  const wanted = floor.layout.direction;
  if (wanted !== 'auto') return { direction: round6(modulo(wanted, 360)), reason: 'as you set it' };
  const [best] = judgedDirections(floor);
  if (!best || best.walls === 0) return { direction: best?.direction ?? 0, reason: 'no wall to go by' };
  return { direction: best.direction, reason: reasonsFor(best) };
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
      const known = found.some((f) => apart(f, d) < 3);
      if (!known && found.length < 4) found.push(d);
    }
  }
  return found.length > 0 ? found : [0, 90];
}
