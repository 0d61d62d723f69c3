import { floorsOf } from '@/core/floors';
import { newJob, type Job } from '@/core/given';
import { groundOf, originFor, setOutOf } from '@/core/setout';
import { firstText, freeId, rectangleOf, resized, withLimit, withSpace } from './edits';
import { directionWords, wallMark, wallName } from './names';
import { edgeNear, lineAt, quarterOn, reasonFor, stopsOf, withFloorLayout } from './layout';

const job = newJob('Room', 'metric', 4000, 3000);
const formed = (of: Job) => {
  const floors = floorsOf(of);
  if (!floors.ok) throw new Error('no floors');
  return floors.value;
};

test('a rectangle is known as one and keeps its corner when it grows', () => {
  const space = {
    ...job.spaces[0]!,
    outline: [
      [100, 50],
      [100, 850],
      [700, 850],
      [700, 50],
    ] as [number, number][],
  };
  expect(rectangleOf(space)).toEqual({ x: 100, y: 50, length: 600, width: 800 });
  expect(
    rectangleOf({
      ...space,
      outline: [
        [0, 0],
        [10, 0],
        [10, 11],
        [0, 10],
      ],
    }),
  ).toBeNull();
  const grown = resized({ ...job, spaces: [space] }, 'room', { x: 100, y: 50, length: 900, width: 800 });
  expect(rectangleOf(grown.spaces[0]!)).toEqual({ x: 100, y: 50, length: 900, width: 800 });
});

test('edits leave the job as it was and name whose a limit is', () => {
  const changed = withLimit(job, 'rip', 70);
  expect(changed.product.limits.rip).toBe(70);
  expect(changed.product.limitSources?.rip).toBe('yours');
  expect(job.product.limits.rip).toBe(50);
  expect(withSpace(job, 'room', (s) => ({ ...s, name: 'Hall' })).spaces[0]!.name).toBe('Hall');
  expect(freeId({ ...job, obstacles: [{ id: 'post-1', kind: 'post', outline: [] }] }, 'post')).toBe('post-2');
  expect(firstText([])).toBeUndefined();
});

test('the line let go somewhere puts a row’s edge there', () => {
  for (const direction of [0, 90, 37] as const) {
    const of = { ...job, layout: { ...job.layout, direction } };
    const [floor] = formed(of);
    const ground = groundOf(floor!);
    const w = (ground.reach[0] + ground.reach[1]) / 2 + 13.7;
    const next = formed(withFloorLayout(of, floor!, 1, { setOut: lineAt(ground, w) }))[0]!;
    const { grid } = setOutOf(next);
    expect(edgeNear(grid.origin, grid.widths, w)).toBeCloseTo(w, 2);
  }
});

test('stops are the named places, each with its reason', () => {
  const ground = groundOf(formed(job)[0]!);
  const stops = stopsOf(ground);
  expect(stops.map((s) => s.mode)).toEqual(['auto', 'full-first', 'balanced', 'edge-on-centre', 'plank-on-centre']);
  for (const stop of stops) {
    expect(stop.origin).toBe(originFor(ground, stop.mode));
    expect(reasonFor(stop.mode, ground)).toMatch(/\.$/);
  }
  expect(reasonFor('row-edge-at', ground)).toContain('You placed the line');
  expect(quarterOn(formed(job)[0]!)).toBe(90);
});

test('one floor of several is changed through an override of its own, again and again the same one', () => {
  const second = { id: 'store', name: 'Store', outline: job.spaces[0]!.outline.map(([x, y]): [number, number] => [x + 6000, y]) };
  const both = { ...job, spaces: [...job.spaces, second] };
  const store = formed(both)[1]!;
  const once = withFloorLayout(both, store, 2, { direction: 90 });
  expect(once.layout.direction).toBe('auto');
  expect(once.layouts).toEqual([{ space: 'store', direction: 90 }]);
  const twice = withFloorLayout(once, formed(once)[1]!, 2, { setOut: { mode: 'balanced' } });
  expect(twice.layouts).toEqual([{ space: 'store', direction: 90, setOut: { mode: 'balanced' } }]);
});

test('walls and directions are called as a person would', () => {
  const [floor] = formed({
    ...job,
    obstacles: [
      {
        id: 'h',
        kind: 'hearth',
        outline: [
          [1000, 0],
          [2000, 0],
          [2000, 400],
          [1000, 400],
        ],
      },
    ],
  });
  const names = groundOf(floor!).walls.map((w) => `${wallMark(w)}: ${wallName(w, floor!)}`);
  expect(names).toContain('C: wall C');
  expect(names.some((n) => n.startsWith('hearth: hearth, its'))).toBe(true);
  expect([0, 90, 180, 33.333].map(directionWords)).toEqual(['left to right', 'top to bottom', 'left to right', 'at 33.3°']);
});
