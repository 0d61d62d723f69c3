import { type Job, newJob, type Plan, type PlanFloor } from '@/core/given';
import { planJob } from '@/core/plan';
import { clearedHand, forbidden, jointOf, locked, pinned, swapped } from './hand';

const job: Job = {
  ...newJob('Hand', 'metric', 5200, 3000),
  layout: { direction: 0, setOut: { mode: 'auto' }, stagger: { school: 'offcut', seed: 2 } },
};
const plan = (of: Job): Plan => {
  const made = planJob(of, { steps: 2000 });
  if (!made.ok) throw new Error('no plan');
  return made.value;
};
const floorOf = (of: Job): PlanFloor => plan(of).floors[0]!;
const row = (floor: PlanFloor, n: number) =>
  floor.pieces
    .filter((p) => p.row === n)
    .map((p) => p.outline[0]!.map((q) => q[0]))
    .map((xs) => [Math.min(...xs), Math.max(...xs)] as const);
const starter = (floor: PlanFloor, n: number) => Math.min(...row(floor, n).map(([, to]) => to)) - 8;

test('the joint of a piece is its right end, of the last one its left', () => {
  const floor = floorOf(job);
  const own = floor.pieces.filter((p) => p.row === 4);
  const first = jointOf(floor, own[0]!)!;
  expect(first[0]).toBeCloseTo(8 + starter(floor, 4), 2);
  const last = own[own.length - 1]!;
  expect(jointOf(floor, last)![0]).toBeCloseTo(Math.min(...last.outline[0]!.map((p) => p[0])), 2);
});

test('a locked row is laid again as it is, whatever else changes', () => {
  const floor = floorOf(job);
  const kept = { ...locked(job, floor, 5), layout: { ...job.layout, stagger: { school: 'free' as const, seed: 77 } } };
  expect(starter(floorOf(kept), 5)).toBeCloseTo(starter(floor, 5), 2);
  // locking it again adds nothing
  expect(locked(locked(job, floor, 5), floor, 5).hand!.pins).toHaveLength(1);
});

test('two starters are swapped, and what a swap pinned gives way to the next', () => {
  const floor = floorOf(job);
  const [a, b] = [3, 6];
  const next = swapped(job, floor, a, b)!;
  const after = floorOf(next);
  expect(starter(after, a)).toBeCloseTo(starter(floor, b), 2);
  expect(starter(after, b)).toBeCloseTo(starter(floor, a), 2);
  expect(swapped(next, after, a, b)!.hand!.pins).toHaveLength(2);
  expect(swapped(job, floor, a, a)).toBeNull();
});

test('pins are not doubled, forbidden places add up, and all can be let go', () => {
  const at: [number, number] = [1200, 1500];
  expect(pinned(pinned(job, at), at).hand!.pins).toEqual([at]);
  expect(forbidden(pinned(job, at), [900, 800]).hand).toEqual({ pins: [at], forbid: [[900, 800]] });
  expect(clearedHand(pinned(job, at)).hand).toBeUndefined();
});
