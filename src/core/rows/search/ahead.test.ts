import fc from 'fast-check';
import { newJob } from '../../given';
import { planJob, rackOf } from '../../plan';
import { closerFor, isSingle, searchStarters, tiesOf, type SearchContact, type SearchRun } from '..';
import { termsOf } from '.';

const lengths = fc.array(fc.integer({ min: 1000, max: 5600 }), { minLength: 3, maxLength: 16 });

const floorOf = (list: readonly number[]) => {
  const runs = list.map((length, row): SearchRun => ({ u0: 0, u1: length, plank: 1285, size: 0, row, stagger: 300, endPiece: 300 }));
  const contacts = runs.slice(1).map((b, i): SearchContact => ({ before: i, after: i + 1, from: 0, to: Math.min(runs[i]!.u1, b.u1) }));
  return { runs, contacts, mates: new Int32Array(runs.length).fill(-1), kerf: 3, school: 'offcut' as const };
};

test('what runs cost while they are laid one after the other is in sum what the whole floor costs', () => {
  fc.assert(
    fc.property(lengths, fc.infiniteStream(fc.integer({ min: 300, max: 1285 })), (list, drawn) => {
      const { runs, contacts } = floorOf(list);
      const free = runs.flatMap((r, i) => (isSingle(r) ? [] : [i]));
      const starters = new Float64Array(runs.length);
      const terms = termsOf(runs, tiesOf(runs, contacts), starters);
      const beside = terms.besideLaid(free);
      const sum = { musts: 0, looks: 0 };
      for (const i of free) {
        starters[i] = Math.min(drawn.next().value, runs[i]!.u1 - 1);
        terms.place(i);
        sum.musts += beside.musts(i);
        sum.looks += beside.looks(i);
      }
      const { musts, looks } = terms.remeasure(free);
      expect(sum.musts).toBeCloseTo(musts, 9);
      expect(sum.looks).toBeCloseTo(looks, 9);
    }),
  );
});

test('a floor is laid of starters that are allowed, the same for the same seed', () => {
  fc.assert(
    fc.property(lengths, fc.integer({ min: 1, max: 99 }), (list, seed) => {
      const task = { ...floorOf(list), seed, steps: 400 };
      const { starters, cost } = searchStarters(task);
      expect(searchStarters(task).starters).toEqual(starters);
      if (cost.musts > 0) return;
      task.runs.forEach((run, i) => {
        if (isSingle(run)) return;
        expect(starters[i]).toBeGreaterThanOrEqual(300 - 1e-6);
        expect(closerFor(run, starters[i]!)).toBeGreaterThanOrEqual(300 - 1e-6);
      });
    }),
    { numRuns: 60 },
  );
});

test('rows of one length are begun with what a row before left, so that hardly a plank is lost and no fault is left', () => {
  const rows = 120;
  const length = 5170;
  const { cost } = searchStarters({ ...floorOf(Array.from({ length: rows }, () => length)), seed: 3 });
  expect(cost.musts).toBe(0);
  expect(cost.planks).toBeLessThanOrEqual((1.015 * rows * (length + 3)) / 1285);
  expect(cost.looks).toBeLessThan(3);
});

test('in a plain hall no more waits than a hand keeps in order', () => {
  for (const [width, depth] of [
    [15_720, 16_400],
    [18_300, 12_100],
  ] as const) {
    // prettier-ignore
    const plan = planJob({ ...newJob('Hall', 'metric', width, depth), kerf: 3 });
    const { greatest, rowsBetween } = rackOf(plan.ok ? plan.value.floors : []);
    expect(greatest).toBeGreaterThan(0);
    expect(greatest).toBeLessThanOrEqual(8);
    expect(rowsBetween.median).toBeLessThanOrEqual(3);
  }
});
