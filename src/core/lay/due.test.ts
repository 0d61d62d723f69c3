import { frameOf } from '../geometry';
import type { Job, Plan, PlanFloor } from '../given';
import { crossed, merged, withBoxes, withPads, type Due } from './due';
import type { Step } from './course';
import type { Part } from './parts';

/* What comes due at which step, along planks to 0°: across the rows is minus y. */

const rect = (x: number, y: number, length: number, width: number): [number, number][] => [[x, y], [x + length, y], [x + length, y + width], [x, y + width]]; // prettier-ignore
const frame = frameOf(0);
/** Three rows of 200, the first from y = 0 downwards. */
const floor = {
  id: 'f1',
  direction: 0,
  rows: [1, 2, 3].map((n) => ({ n, from: (n - 1) * 200, to: n * 200 })),
  pieces: [1, 2, 3].map((n) => ({ id: `${n}.1`, row: n, plank: n, outline: [rect(0, -n * 200, 3000, 200)] })),
} as unknown as PlanFloor;
const part = (row: number, u0 = 0, u1 = 3000): Part => ({ row, u0, u1, pieces: [], above: [], island: 0 });
const due = (of: Part, job: Pick<Job, 'obstacles' | 'openings'>): Due[] => crossed(of, floor, frame, job);

describe('a register is cut out, a casing undercut', () => {
  const register = (x: number, y: number, length = 300, width = 100, kind: 'register' | 'pipe' = 'register') => ({ id: 'r', kind, outline: rect(x, y, length, width) }); // prettier-ignore
  const rows = (outline: ReturnType<typeof register>) => [1, 2, 3].filter((n) => due(part(n), { obstacles: [outline] }).length > 0);

  test('at the row that it lies in, and in the first of several', () => {
    expect(rows(register(1000, -350))).toEqual([2]);
    // from w = 150 to 250: rows 1 and 2
    expect(rows(register(1000, -250))).toEqual([1]);
    expect(rows(register(1000, -450, 300, 100))).toEqual([2]);
    expect(rows(register(1000, -350, 300, 100, 'pipe'))).toEqual([]);
  });

  test('in the first row of the floor also where it begins before it', () => {
    expect(rows(register(1000, -100, 300, 160))).toEqual([1]);
  });

  test('only where the run is: one that ends before it has nothing to do with it', () => {
    const one = [register(1000, -350)];
    expect(due(part(2, 0, 999), { obstacles: one })).toEqual([]);
    expect(due(part(2, 0, 1001), { obstacles: one })).toEqual([{ what: 'register', obstacle: 'r' }]);
    expect(due(part(2, 1300, 3000), { obstacles: one })).toEqual([]);
  });

  test('a doorway with a casing is undercut also where the row ends up to 10 before it; without one there is nothing to cut', () => {
    const doorway = (x: number, casing?: number) => ({ openings: [{ id: 'd', between: ['a', null] as [string, null], outline: rect(x, -380, 100, 150), finish: 'reducer' as const, ...(casing === undefined ? {} : { casing }) }] }); // prettier-ignore
    expect(due(part(2), doorway(3009, 12))).toEqual([{ what: 'undercut', opening: 'd' }]);
    expect(due(part(2), doorway(3011, 12))).toEqual([]);
    expect(due(part(2), doorway(-109, 12))).toEqual([{ what: 'undercut', opening: 'd' }]);
    expect(due(part(2), doorway(-111, 12))).toEqual([]);
    expect(due(part(2), doorway(3000))).toEqual([]);
    expect(due(part(2), doorway(3000, 0))).toEqual([]);
  });
});

const step = (row: number, ...pieces: string[]): Step => ({ floor: 'f1', row, pieces, due: [] }) as unknown as Step;
const steps = [step(1, '1.1'), step(2, '2.1'), step(3, '3.1')];
const dues = (all: readonly Step[]) => all.map((s) => s.due);

test('a strip of pad is rolled out at the first row that lies on it, and only once', () => {
  const pads = [
    { floor: 'f1', id: 'A1', outline: rect(0, -300, 3000, 300) },
    { floor: 'f1', id: 'A2', outline: rect(0, -600, 3000, 300) },
    // it touches row 2 by half a millimetre
    { floor: 'f1', id: 'B1', outline: rect(0, -600, 3000, 200.5) },
  ];
  expect(dues(withPads(steps, floor, pads))).toEqual([
    [{ what: 'pad', strips: ['A1'] }],
    [{ what: 'pad', strips: ['A2'] }],
    [{ what: 'pad', strips: ['B1'] }],
  ]);
  expect(withPads(steps, floor, [])).toBe(steps);
});

test('boxes are carried into a room before the row in which they are opened first; each only once, in order', () => {
  const plan = {
    floors: [floor],
    planks: [{ n: 1, box: 4 }, { n: 2, box: 2 }, { n: 3, box: 4 }], // prettier-ignore
  } as unknown as Plan;
  const room = (id: string, low: number, high: number) => ({ id, name: id, outline: rect(0, -high, 3000, high - low) });
  const two = [room('hall', 0, 200), room('bath', 200, 600)];
  expect(dues(withBoxes(steps, plan, two))).toEqual([
    [{ what: 'carry', room: 'hall', boxes: [4] }],
    [{ what: 'carry', room: 'bath', boxes: [2] }],
    [],
  ]);
  const all = { ...plan, planks: [{ n: 1, box: 4 }, { n: 2, box: 3 }, { n: 3, box: 2 }] } as unknown as Plan; // prettier-ignore
  expect(dues(withBoxes(steps, all, two))[1]).toEqual([{ what: 'carry', room: 'bath', boxes: [2, 3] }]);
  // in one room they stand there already
  expect(withBoxes(steps, plan, two.slice(0, 1))).toBe(steps);
});

test('what comes due twice is due once', () => {
  const push: Due = { what: 'push' };
  const register: Due = { what: 'register', obstacle: 'r' };
  expect(merged([push, register], [{ what: 'register', obstacle: 'r' }, { what: 'register', obstacle: 's' }])).toEqual([push, register, { what: 'register', obstacle: 's' }]); // prettier-ignore
});
