import fc from 'fast-check';
import { type Job, newJob, type Plan } from '../given';
import { floorsOf } from '../floors';
import { planJob } from '../plan';
import { cutWords } from '@/formats';
import { missawn } from '../../../test/sawn';
import { untruths } from '../../../test/truth';
import { cutList, isStraight } from '../cuts';
import { allocate, lapBetween, searchStarters, type SearchRun } from '.';

const diagonal = (length: number, width: number, direction: number, change: Partial<Job> = {}): Job => {
  const job = newJob('Diagonal', 'metric', length, width);
  return { ...job, kerf: 3, layout: { ...job.layout, direction }, ...change };
};
const planOf = (job: Job, steps = 4000): Plan => {
  const plan = planJob(job, { steps });
  if (!plan.ok) throw new Error('no plan');
  return plan.value;
};
const check = (job: Job, plan: Plan) => {
  const floors = floorsOf(job);
  if (!floors.ok) throw new Error('no floors');
  return untruths(job, floors.value, plan);
};

test('floors laid askew are true, whatever the angle, the kerf and what stands in them', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 2200, max: 6000 }),
      fc.integer({ min: 2200, max: 5000 }),
      fc.constantFrom(45, 30, 12, -45, 60, 3, 81),
      fc.constantFrom(0, 2, 5),
      (length, width, direction, kerf) => {
        const post: [number, number][] = [[900, 1000], [1300, 1000], [1300, 1400], [900, 1400]]; // prettier-ignore
        const job = diagonal(length, width, direction, { kerf, obstacles: [{ id: 'p', kind: 'hearth', gap: 10, outline: post }] });
        const plan = planOf(job);
        expect(check(job, plan)).toEqual([]);
        // who follows the cut list finds every piece in what is left
        expect(missawn(job, plan, cutList(job, plan))).toEqual([]);
      },
    ),
    { numRuns: 25 },
  );
});

test('one slanted cut gives the closer of one row and the starter of another: a diagonal room takes under 6 % more than its floor', () => {
  const job = diagonal(5148, 6152, 45);
  const plan = planOf(job, 20_000);
  expect((plan.totals.planks * 1.285 * 0.192) / plan.totals.laidArea).toBeLessThan(1.06);
  const { pieces } = cutList(job, plan);
  const slanted = pieces.filter((p) => p.cuts.some((c) => isStraight(c) && Math.abs(c.line[0][0] - c.line[1][0]) > 100));
  expect(slanted.filter((p) => p.take.from === 'offcut').length).toBeGreaterThan(25);
  expect(pieces.some((p) => /from mark to mark: \d+ mm on the starting-wall edge, \d+ mm on the far edge, both from the left end/.test(cutWords(p)))).toBe(true); // prettier-ignore
});

const run = (row: number, left: number, right: number): SearchRun => ({
  u0: 0,
  u1: 3000,
  plank: 1285,
  size: 0,
  row,
  stagger: 0,
  endPiece: 200,
  slants: { left, right, width: 192 },
});

test('ends that slant alike lap by the smaller slant less the kerf; others do not lap', () => {
  expect(lapBetween(192, 192, 192, 0)).toBeCloseTo(192, 1);
  expect(lapBetween(192, 192, 192, 3)).toBeCloseTo(192 - 3 * (Math.SQRT2 - 1), 1);
  expect(lapBetween(50, 60, 192, 0)).toBeCloseTo(50, 1);
  expect([lapBetween(192, -192, 192, 3), lapBetween(0, 192, 192, 3), lapBetween(1, 1, 192, 3)]).toEqual([0, 0, expect.closeTo(0.98, 1)]);
});

test('what the search counts with slanted ends is what is opened, and less than with square ones', () => {
  fc.assert(
    fc.property(
      fc.array(fc.constantFrom(150, -150, 149, 0, 170, -165), { minLength: 4, maxLength: 24 }),
      fc.constantFrom(0, 3),
      (slants, kerf) => {
        const runs = slants.map((s, i) => run(i * 7, s, slants[(i + 1) % slants.length]!));
        const task = { contacts: [], mates: new Int32Array(runs.length).fill(-1), kerf, school: 'offcut' as const, seed: 1, steps: 2000 };
        const found = searchStarters({ ...task, runs });
        const cuts = allocate(runs, found.starters, task.mates, kerf);
        expect(new Set(cuts.map((c) => c.plank)).size).toBeLessThanOrEqual(found.cost.planks);
        const square = runs.map((r) => ({ ...r, slants: undefined }));
        expect(found.cost.planks).toBeLessThanOrEqual(searchStarters({ ...task, runs: square }).cost.planks);
      },
    ),
    { numRuns: 30 },
  );
});
