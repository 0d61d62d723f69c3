import fc from 'fast-check';
import { newJob, type Job, type Plan } from '../given';
import { floorsOf } from '../floors';
import { boxOf } from '../geometry';
import { planJob } from '../plan';
import { untruths } from '../../../test/truth';
import { NO_WISHES, isParted } from './wishes';

/** A room with a closet behind a wall that runs with the planks, and a doorway through it. */
function withCloset(width: number, depth: number, limits: Partial<Job['product']['limits']> = {}): Job {
  const job = newJob('Net loft', 'metric', 4000, 3000);
  const [left, right] = [900, 900 + width];
  return {
    ...job,
    kerf: 3,
    product: { ...job.product, limits: { ...job.product.limits, ...limits } },
    layout: { ...job.layout, direction: 0 },
    spaces: [
      { id: 'room', name: 'Room', outline: [[0, 0], [4000, 0], [4000, 3000], [0, 3000]] }, // prettier-ignore
      { id: 'closet', name: 'Closet', outline: [[left, 3120], [right, 3120], [right, 3120 + depth], [left, 3120 + depth]] }, // prettier-ignore
    ],
    openings: [{ id: 'd', between: ['room', 'closet'], finish: 'through', outline: [[left + 120, 3000], [right - 120, 3000], [right - 120, 3120], [left + 120, 3120]] }], // prettier-ignore
  };
}

const planOf = (job: Job): Plan => {
  const plan = planJob(job, { steps: 2000 });
  if (!plan.ok) throw new Error(plan.problems[0]!.text);
  return plan.value;
};
/** Where the pieces of each row that lie in the doorway's wall begin and end, those of the closet's width only; rows count against y. */
const inWall = (plan: Plan, [left, right]: readonly [number, number]): readonly (readonly [number, number])[][] =>
  plan.floors[0]!.rows.filter((row) => Math.min(-row.from, 3120) - Math.max(-row.to, 3000) >= 20)
    .map(({ n }) =>
      plan.floors[0]!.pieces.filter((p) => p.row === n)
        .map((p) => boxOf(p.outline[0]!))
        .filter((b) => b.minX > left - 1 && b.maxX < right + 1)
        .map((b) => [b.minX, b.maxX] as const)
        .sort((a, b) => a[0] - b[0]),
    )
    .filter((pieces) => pieces.length > 0 && pieces[pieces.length - 1]![1] - pieces[0]![0] > right - left - 40);

test('a strip of a closet that lies in its doorway is laid in two, with the joint between the jambs', () => {
  const job = withCloset(1000, 1500);
  const plan = planOf(job);
  const strips = inWall(plan, [900, 1900]);
  expect(strips.length).toBeGreaterThan(0);
  for (const pieces of strips) {
    expect(pieces).toHaveLength(2);
    expect(pieces[0]![1]).toBeGreaterThan(1020);
    expect(pieces[0]![1]).toBeLessThan(1780);
    for (const [from, to] of pieces) expect(to - from).toBeGreaterThanOrEqual(job.product.limits.endPiece - 1e-6);
  }
  expect(plan.findings.filter((f) => f.rule === 'crosswise-doorway' || f.level === 'must')).toEqual([]);
});

test('a strip too short for two end pieces is laid in one, and the doorway is said', () => {
  const job = withCloset(1000, 1500, { endPiece: 520 });
  const plan = planOf(job);
  const strips = inWall(plan, [900, 1900]);
  expect(strips.length).toBeGreaterThan(0);
  for (const pieces of strips) expect(pieces).toHaveLength(1);
  expect(plan.findings.map((f) => f.rule)).toContain('crosswise-doorway');
  expect(plan.findings.filter((f) => f.rule === 'endPiece')).toEqual([]);
});

test('where a joint that somebody pinned leaves none for it, the strip is laid in one rather than too near', () => {
  const job = withCloset(1000, 1500, { stagger: 430 });
  const plan = planOf(job);
  expect(inWall(plan, [900, 1900])[0]).toHaveLength(2);
  // the last row that lies all in the room, beside the strip
  const below = plan.floors[0]!.rows.filter((row) => -row.from < 3120).sort((a, b) => a.from - b.from)[0]!;
  const pinned = planOf({ ...job, hand: { pins: [[1400, -(below.from + below.to) / 2]] } });
  expect(inWall(pinned, [900, 1900])[0]).toHaveLength(1);
  expect(pinned.findings.filter((f) => f.rule === 'stagger')).toEqual([]);
});

test('whether a run is parted: it has room for two end pieces and a joint in the doorway, and one piece would fill it', () => {
  const wishes = { ...NO_WISHES, joint: [[400, 900]] as const };
  const line = { u0: 0, u1: 1000, plank: 1285 };
  expect(isParted(line, wishes, 300)).toBe(true);
  expect(isParted(line, NO_WISHES, 300)).toBe(false);
  expect(isParted({ ...line, u1: 599 }, wishes, 300)).toBe(false);
  expect(isParted({ ...line, u1: 702 }, wishes, 300)).toBe(false);
  expect(isParted({ ...line, u1: 2000 }, wishes, 300)).toBe(false);
});

test('closets of any width: every plan is true, breaks no limit for a doorway’s sake, and opens no fewer planks than are proven', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 560, max: 1400 }),
      fc.integer({ min: 500, max: 1800 }),
      fc.integer({ min: 200, max: 430 }),
      (width, depth, stagger) => {
        const job = withCloset(width, depth, { stagger });
        const plan = planOf(job);
        const floors = floorsOf(job);
        expect(floors.ok && untruths(job, floors.value, plan)).toEqual([]);
        expect(plan.findings.filter((f) => f.rule === 'endPiece' || f.rule === 'stagger')).toEqual([]);
        expect(plan.totals.leastPlanks).toBeLessThanOrEqual(plan.totals.planks);
      },
    ),
    { numRuns: 25 },
  );
});
