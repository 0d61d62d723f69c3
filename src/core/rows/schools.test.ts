import fc from 'fast-check';
import { type Job, newJob, type Plan, type PlanFloor, type School } from '../given';
import { planJob } from '../plan';
import { boxOf, frameOf, turnedPolygon } from '../geometry';

import { allowedStarters, isSingle, jointsOf, patternOf, starterAt, stepBetween, warningOf, type SearchRun } from '.';

const room = (length: number, width: number, school: School, change: Partial<Job> = {}): Job => ({
  ...newJob('Room', 'metric', length, width),
  kerf: 3,
  layout: { direction: 0, setOut: { mode: 'auto' }, stagger: { school, seed: 3 } },
  ...change,
});
const plan = (job: Job, steps = 3000): Plan => {
  const made = planJob(job, { steps });
  if (!made.ok) throw new Error(made.problems[0]!.text);
  return made.value;
};
/** First joints of the rows of a plain room. */
function firstJoints(floor: PlanFloor): number[] {
  const frame = frameOf(floor.direction);
  return floor.rows.map(({ n }) => {
    const ends = floor.pieces.filter((p) => p.row === n).map((p) => boxOf(turnedPolygon(frame, p.outline)[0]!).maxX);
    return Math.min(...ends);
  });
}
const runs = (lengths: readonly number[], stagger = 300): SearchRun[] =>
  lengths.map((length, row) => ({ u0: 8, u1: 8 + length, plank: 1285, size: 0, row: row + 1, stagger, endPiece: 300 }));
const whole = (list: readonly SearchRun[]) => [
  { from: 0, to: list.length, u0: Math.min(...list.map((r) => r.u0)), u1: Math.max(...list.map((r) => r.u1)), rowBase: 1 },
];

test('half-bond: joints of neighbouring rows half a plank apart, of every other row in one line', () => {
  const joints = firstJoints(plan(room(5200, 3000, 'half')).floors[0]!);
  for (let i = 1; i < joints.length; i++) expect(Math.abs(stepBetween(joints[i - 1]!, joints[i]!, 1285))).toBeCloseTo(642.5, 1);
  for (let i = 2; i < joints.length; i++) expect(Math.abs(stepBetween(joints[i - 2]!, joints[i]!, 1285))).toBeLessThan(0.1);
});

test('centred: both ends of a row alike, a joint on the middle in one row, a plank in the next', () => {
  // a length at which both kinds of row keep the least end piece
  const { floors } = plan(room(4586, 3000, 'centred'));
  const floor = floors[0]!;
  floor.rows.forEach(({ n }, i) => {
    const own = floor.pieces.filter((p) => p.row === n).map((p) => boxOf(p.outline[0]!));
    own.sort((a, b) => a.minX - b.minX);
    expect(own[0]!.maxX - own[0]!.minX).toBeCloseTo(own[own.length - 1]!.maxX - own[own.length - 1]!.minX, 1);
    const middle = 2293;
    expect(own.some((b) => Math.abs(b.maxX - middle) < 0.1)).toBe(i % 2 === 0);
  });
});

test('thirds: three rows at a time have three different thirds, in an order that changes, and no stairs', () => {
  // a length at which all three keep the least end piece
  const made = plan(room(5798, 4600, 'thirds'));
  const joints = firstJoints(made.floors[0]!);
  const at = (u: number, base: number) => Math.round(((((u - base) % 1285) + 1285) % 1285) / (1285 / 3)) % 3;
  const thirds = joints.map((u) => at(u, joints[0]!));
  for (let i = 0; i + 2 < thirds.length; i += 3) expect(new Set(thirds.slice(i, i + 3)).size).toBe(3);
  expect(
    new Set(Array.from({ length: Math.floor(thirds.length / 3) }, (_, k) => thirds.slice(3 * k, 3 * k + 3).join())).size,
  ).toBeGreaterThan(1);
  expect(made.findings.filter((f) => f.rule === 'stairs' || f.level === 'must')).toEqual([]);
});

test('a pattern never asks for what breaks a limit, and leaves nobody without a starter', () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 500, max: 7000 }), { minLength: 4, maxLength: 14 }),
      fc.constantFrom<School>('thirds', 'half', 'centred'),
      fc.nat(50),
      (lengths, school, seed) => {
        const list = runs(lengths);
        const pattern = patternOf(school, list, whole(list), seed)!;
        list.forEach((run, i) => {
          if (isSingle(run)) return expect(pattern[i]).toEqual([]);
          const legal = allowedStarters(run, run.endPiece);
          expect(pattern[i]!.length > 0).toBe(legal.length > 0);
          for (const [from, to] of pattern[i]!) {
            expect(from).toBeLessThanOrEqual(to + 1e-6);
            expect(legal.some(([a, b]) => from >= a - 1e-6 && to <= b + 1e-6)).toBe(true);
          }
        });
      },
    ),
  );
  expect(patternOf('offcut', runs([4000]), whole(runs([4000])), 1)).toBeNull();
});

test('the starter at a point puts a joint there', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1400, max: 9000 }), fc.integer({ min: 20, max: 1390 }), (length, at) => {
      const [run] = runs([length]);
      const u = 8 + at;
      expect(jointsOf(run!, starterAt(run!, u)).some((j) => Math.abs(j - u) < 0.5)).toBe(true);
    }),
  );
});

test('every school that professionals argue about says so', () => {
  expect(warningOf('half', 1285, 300)).toMatch(/reject/);
  expect(warningOf('thirds', 1200, 450)).toMatch(/cannot be kept/);
});

test('a pinned joint stays where it is, and none comes near a forbidden place', () => {
  const job = room(5200, 3000, 'offcut');
  const before = plan(job);
  const floor = before.floors[0]!;
  const row = floor.rows[5]!;
  const end = Math.max(...floor.pieces.find((p) => p.row === row.n)!.outline[0]!.map((p) => p[0]));
  const y = -(row.from + row.to) / 2;
  const has = (made: Plan, x: number) =>
    made.floors[0]!.pieces.some((p) => p.row === row.n && Math.abs(Math.max(...p.outline[0]!.map((q) => q[0])) - x) < 0.6);
  const elsewhere = end + 150 > 1200 ? end - 150 : end + 150;
  expect(has(plan({ ...job, hand: { pins: [[elsewhere, y]] } }), elsewhere)).toBe(true);
  const forbidden = plan({ ...job, hand: { forbid: [[end, y]] } });
  for (const p of forbidden.floors[0]!.pieces.filter((q) => q.row === row.n)) {
    const right = Math.max(...p.outline[0]!.map((q) => q[0]));
    if (right < 5190) expect(Math.abs(right - end)).toBeGreaterThanOrEqual(99.9);
  }
});

describe('planks of several lengths', () => {
  const mixed = (length: number, width: number): Job => {
    const job = room(length, width, 'offcut');
    return {
      ...job,
      product: {
        ...job.product,
        planks: [
          { length: 1800, width: 192, share: 0.5 },
          { length: 1200, width: 192, share: 0.25 },
          { length: 600, width: 192, share: 0.25 },
        ],
        limits: { ...job.product.limits, stagger: 200, endPiece: 250 },
      },
    };
  };

  test('are used as whole boxes hold them: no more boxes than their area asks for, but two', () => {
    for (const [length, width] of [
      [6000, 5000],
      [8200, 3600],
      [4300, 6100],
    ] as const) {
      const job = mixed(length, width);
      const made = plan(job, 6000);
      const perBox = job.product.planks.reduce((sum, p) => sum + p.length * p.width * p.share * job.product.perBox, 0);
      expect(made.totals.boxes).toBeLessThanOrEqual(Math.ceil((made.totals.laidArea * 1e6) / perBox) + 2);
      expect(made.findings.filter((f) => f.level === 'must')).toEqual([]);
      for (const { length: size } of job.product.planks) expect(made.planks.some((p) => p.length === size)).toBe(true);
    }
  });

  test('give the same floor again for the same seed', () => {
    const job = mixed(5000, 3000);
    expect(plan(job, 800)).toEqual(plan(job, 800));
  });

  test('keep no pattern, and the plan says so once instead of calling itself half-bond', () => {
    const job = mixed(5000, 3000);
    for (const school of ['thirds', 'half', 'centred'] as const) {
      const made = plan({ ...job, layout: { ...job.layout, stagger: { ...job.layout.stagger, school } } }, 800);
      expect(made.findings.filter((f) => f.rule === 'school')).toHaveLength(1);
      expect(made.findings.some((f) => f.rule === 'half-bond')).toBe(false);
      expect(made.planks).toEqual(plan(job, 800).planks);
    }
    expect(plan(job, 800).findings.some((f) => f.rule === 'school')).toBe(false);
  });
});
