/** Rooms to practise in. */
import type { Point } from '../geometry';
import { newJob, rectangle, type Job, type Opening, type Space } from '../given';
import type { Display } from '../units';
import type { Chance } from './chance';

const PLANKS = [
  [1285, 192],
  [1380, 193],
  [1220, 178],
] as const;

/** A rectangle from a corner, in whole millimetres. */
export const boxAt = ([x, y]: Point, wide: number, deep: number): [number, number][] =>
  rectangle(wide, deep).map(([u, v]) => [u + Math.round(x), v + Math.round(y)]);

/** A room, and planks of one size. */
export function roomOf(chance: Chance, display: Display): Job {
  const [length, width] = chance.pick(PLANKS);
  const [long, wide] = [3300 + 10 * chance.below(220), 2300 + 10 * chance.below(140)];
  const job = newJob('Practice', display, long, wide);
  return {
    ...job,
    kerf: 3,
    product: { ...job.product, name: 'Practice planks', prints: 1, planks: [{ length, width, share: 1 }] },
    layout: { ...job.layout, direction: 0, stagger: { school: 'offcut', seed: chance.below(1000) } },
  };
}

/** Rooms one after the other, mm: how long and broad, the walls between them, where each doorway begins and how wide it is; along the planks or across them. */
type Line = {
  readonly rooms: readonly { readonly id: string; readonly name: string; readonly size: number }[];
  readonly breadth: number;
  readonly walls: number;
  readonly door: { readonly at: number; readonly wide: number };
  readonly along: boolean;
};

/** Rooms in a line, with a doorway from each to the next. */
export function roomsInLine(job: Job, { rooms, breadth, walls, door, along }: Line): Job {
  const box = (from: number, size: number, at: number, wide: number) =>
    along ? boxAt([from, at], size, wide) : boxAt([at, from], wide, size);
  const spaces: Space[] = [];
  const openings: Opening[] = [];
  let from = 0;
  for (const { id, name, size } of rooms) {
    const before = spaces[spaces.length - 1];
    if (before) openings.push({ id: `door-${openings.length + 1}`, between: [before.id, id], outline: box(from - walls, walls, door.at, door.wide), finish: 'through' }); // prettier-ignore
    spaces.push({ id, name, outline: box(from, size, 0, breadth) });
    from += size + walls;
  }
  return { ...job, spaces, openings };
}
