import { floorsOf } from '@/core/floors';
import { newJob, type Job } from '@/core/given';
import { frameOf } from '@/core/geometry';
import { runningWalls } from '@/core/setout';
import { directionWords, wallMark, wallName } from './names';

const box = (x: number, y: number, wide: number, high: number): [number, number][] => [[x, y], [x + wide, y], [x + wide, y + high], [x, y + high]]; // prettier-ignore
const lock: Job = {
  ...newJob('Lock house', 'metric', 4000, 3000),
  spaces: [
    { id: 's1', name: 'Pump room', outline: box(0, 0, 4000, 3000) },
    { id: 's2', name: 'Store', outline: box(4100, 0, 2000, 3000) },
  ],
  openings: [{ id: 'd7', between: ['s1', 's2'], outline: box(4000, 1000, 100, 800), finish: 'through' }],
  obstacles: [{ id: 'o1', kind: 'hearth', outline: box(1000, 1200, 900, 400) }],
};

/** What stands along the planks of a job's first floor, by its names and its marks. */
function named(job: Job): { names: string[]; marks: string[] } {
  const floors = floorsOf(job);
  if (!floors.ok) throw new Error(floors.problems[0]!.text);
  const [floor] = floors.value;
  const walls = runningWalls(floor!.edges, frameOf(0));
  return { names: walls.map((w) => wallName(w, floor!)), marks: walls.map(wallMark) };
}

test('walls are called by their room and letter, doorways by the rooms that they join, and nothing by a file’s id', () => {
  const { names, marks } = named(lock);
  expect(names).toEqual(expect.arrayContaining(['Pump room, wall A', 'Pump room, wall C', 'Store, wall A', 'Store, wall C']));
  expect(names).toContain('the doorway between Pump room and Store');
  expect(names).toEqual(expect.arrayContaining(['hearth, its near side', 'hearth, its far side']));
  expect(marks).toEqual(expect.arrayContaining(['A', 'C', 'jamb', 'hearth']));
  for (const words of [...names, ...marks]) expect(words).not.toMatch(/\b(s1|s2|d7|o1)\b/);
});

test('in one room a wall’s letter is enough, and a way out is called by the room', () => {
  const way = { id: 'd7', between: ['s1', null], outline: box(4000, 1000, 100, 800), finish: 'through' } as const;
  const one: Job = { ...lock, spaces: [lock.spaces[0]!], openings: [{ ...way, between: ['s1', null] }], obstacles: [] };
  const { names } = named(one);
  expect(names).toEqual(expect.arrayContaining(['wall A', 'wall C', 'the doorway out of Pump room']));
});

test('a direction is said as it looks on the drawing, the same both ways', () => {
  expect([0, 180, 90, 270, -90, 30, 210, 12.34].map(directionWords)).toEqual([
    'left to right',
    'left to right',
    'top to bottom',
    'top to bottom',
    'top to bottom',
    'at 30°',
    'at 30°',
    'at 12.3°',
  ]);
});
