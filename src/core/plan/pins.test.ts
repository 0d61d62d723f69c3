import { untruths } from '@test/truth';
import { floorsOf } from '../floors';
import { type Job, newJob, type Piece, type Plan } from '../given';
import { planJob } from '.';

const planOf = (job: Job, memory?: Map<string, unknown>): Plan => {
  const made = planJob(job, { memory });
  if (!made.ok) throw new Error(made.problems[0]!.text);
  return made.value;
};
const room: Job = (() => {
  const job = newJob('Reading room', 'metric', 6200, 4400);
  return { ...job, kerf: 3, layout: { ...job.layout, direction: 0 } };
})();
const pieces = (plan: Plan): Piece[] => plan.floors.flatMap((f) => f.pieces);
const starterOf = (plan: Plan, row: number): number => {
  const { cut } = pieces(plan).find((p) => p.row === row)!;
  return cut.to - cut.from;
};
/** The point of a row, so far along the room. */
const inRow = (plan: Plan, row: number, x: number): [number, number] => {
  const { from, to } = plan.floors[0]!.rows.find((r) => r.n === row)!;
  return [x, -(from + to) / 2];
};

test('a pin puts its joint there; what can stay as it was stays, and nothing is paid in limits', () => {
  const before = planOf(room);
  const at = before.floors[0]!.rows[5]!.n;
  const x = 8 + (starterOf(before, at) > 900 ? 520 : 1150);
  const after = planOf({ ...room, hand: { pins: [inRow(before, at, x)] } });
  expect(starterOf(after, at)).toBeCloseTo(x - 8, 2);
  expect(after.findings.filter((f) => f.level === 'must')).toEqual([]);
  const rows = before.floors[0]!.rows.map((r) => r.n);
  const same = rows.filter((n) => Math.abs(starterOf(before, n) - starterOf(after, n)) < 0.01);
  expect(same.length).toBeGreaterThan(rows.length / 2);
});

test('what is remembered changes no plan: with it and without, pinned or not, the floor is the same', () => {
  const memory = new Map<string, unknown>();
  const before = planOf(room, memory);
  expect(before).toEqual(planOf(room));
  const hand = { pins: [inRow(before, 3, 700)], forbid: [inRow(before, 9, 8 + starterOf(before, 9))] };
  const pinned = planOf({ ...room, hand }, memory);
  expect(pinned).toEqual(planOf({ ...room, hand }));
  expect(Math.abs(starterOf(pinned, 9) - starterOf(before, 9))).toBeGreaterThanOrEqual(100);
  // another gap is another floor: nothing of the first is taken for it
  const wider = { ...room, product: { ...room.product, limits: { ...room.product.limits, gap: 12 } } };
  expect(planOf(wider, memory)).toEqual(planOf(wider));
});

test('a pin that leaves too short an end says so, and costs no other limit', () => {
  const before = planOf(room);
  const after = planOf({ ...room, hand: { pins: [inRow(before, 6, 8 + 140)] } });
  expect(starterOf(after, 6)).toBeCloseTo(140, 2);
  const musts = after.findings.filter((f) => f.level === 'must');
  expect(musts.map((f) => f.rule)).toEqual(['endPiece']);
});

describe('of several lengths in a box', () => {
  const planks = [1800, 1200, 600].map((length, k) => ({ length, width: 192, share: [0.5, 0.25, 0.25][k]! }));
  const limits = { ...room.product.limits, stagger: 200, endPiece: 250 };
  const mixed: Job = { ...room, product: { ...room.product, planks, limits } };
  const joints = (plan: Plan, row: number): number[] =>
    pieces(plan)
      .filter((p) => p.row === row)
      .map((p) => Math.max(...p.outline[0]!.map(([x]) => x)))
      .sort((a, b) => a - b)
      .slice(0, -1);

  test('a pinned joint lies where it was put, and pieces between two saw cuts are none', () => {
    const plan = planOf({ ...mixed, hand: { pins: [inRow(planOf(mixed), 4, 2750)] } });
    expect(joints(plan, 4).some((x) => Math.abs(x - 2750) < 1)).toBe(true);
    const floors = floorsOf(mixed);
    expect(floors.ok && untruths(mixed, floors.value, plan)).toEqual([]);
    expect(plan.findings.filter((f) => f.rule === 'endPiece')).toEqual([]);
  });

  test('a row that is locked by all its joints is laid again as it is', () => {
    const before = planOf(mixed);
    const pins = joints(before, 7).map((x) => inRow(before, 7, x));
    expect(pins.length).toBeGreaterThan(1);
    const after = planOf({ ...mixed, hand: { pins }, layout: { ...mixed.layout, stagger: { school: 'free', seed: 9 } } });
    joints(before, 7).forEach((x, k) => expect(joints(after, 7)[k]).toBeCloseTo(x, 0));
  });

  test('of pins that no whole planks can join the later gives way', () => {
    const before = planOf(mixed);
    const after = planOf({ ...mixed, hand: { pins: [inRow(before, 5, 1000), inRow(before, 5, 1450)] } });
    expect(joints(after, 5).some((x) => Math.abs(x - 1000) < 1)).toBe(true);
    expect(joints(after, 5).some((x) => Math.abs(x - 1450) < 1)).toBe(false);
  });
});
