import fc from 'fast-check';
import { newJob } from '../given';
import type { Piece, PlanFloor } from '../given';
import { countStops, cutList } from '../cuts';
import { planJob, rackOf } from '.';
import { boundRack } from './rack';

const piece = (row: number, plank: number): Piece => ({
  id: `${row}.${plank}`,
  row,
  outline: [],
  plank,
  cut: { from: 0, to: 1, low: 0, high: 1 },
});
const floorOf = (planks: readonly (readonly number[])[]): Pick<PlanFloor, 'id' | 'rows' | 'pieces'> => ({
  id: 'f1',
  rows: planks.map((_, k) => ({ n: k + 1, from: k * 192, to: (k + 1) * 192, width: 192 })),
  pieces: planks.flatMap((row, k) => row.map((plank) => piece(k + 1, plank))),
});

test('what waits is counted in the order of laying', () => {
  // plank 1 serves rows 1 and 2, plank 3 rows 2 and 4
  const rack = rackOf([floorOf([[1, 2], [1, 3], [4], [3]])]); // prettier-ignore
  expect(rack).toMatchObject({ greatest: 1, rowsBetween: { median: 2, most: 2 } });
  expect(rackOf([floorOf([[1, 2], [2, 1]])])).toMatchObject({ greatest: 2, at: { floor: 'f1', row: 1 } }); // prettier-ignore
  expect(rackOf([])).toMatchObject({ greatest: 0, at: null, mean: 0 });
});

test('bounded, no more wait than that, every piece has a plank, and only what waited got one of its own', () => {
  const rows = fc.array(fc.array(fc.integer({ min: 1, max: 12 }), { minLength: 1, maxLength: 4 }), { minLength: 1, maxLength: 8 });
  fc.assert(
    fc.property(rows, fc.integer({ min: 1, max: 5 }), (drawn, bound) => {
      const floor = floorOf(drawn);
      const used = [...new Set(drawn.flat())].map((n) => ({ n, length: 1285, width: 192 }));
      const { pieces, planks } = boundRack([floor], used, { bound, kerf: 3 });
      expect(rackOf([{ ...floor, pieces: pieces[0]! }]).greatest).toBeLessThanOrEqual(bound);
      expect(planks.map((p) => p.n)).toEqual(planks.map((_, k) => k + 1));
      expect(new Set(pieces[0]!.map((p) => p.plank)).size).toBe(planks.length);
      // two that share a plank now shared one before
      pieces[0]!.forEach((p, i) =>
        pieces[0]!.forEach((q, j) => p.plank === q.plank && expect(floor.pieces[i]!.plank).toBe(floor.pieces[j]!.plank)),
      );
      if (rackOf([floor]).greatest <= bound) expect(planks).toHaveLength(used.length);
    }),
  );
});

test('a bound on the rack is kept by the plan, and costs planks rather than limits', () => {
  const job = { ...newJob('Room', 'metric', 6100, 4200), kerf: 3 };
  const plan = (rack?: number) => {
    const made = planJob({ ...job, layout: { ...job.layout, stagger: { ...job.layout.stagger, rack } } }, { steps: 2000 });
    if (!made.ok) throw new Error(made.problems[0]!.text);
    return made.value;
  };
  const free = plan();
  const one = plan(1);
  expect(rackOf(one.floors).greatest).toBeLessThanOrEqual(1);
  expect(one.totals.planks).toBeGreaterThanOrEqual(free.totals.planks);
  expect(one.findings.filter((f) => f.level === 'must')).toEqual(free.findings.filter((f) => f.level === 'must'));
});

test('planks of several lengths have a price and a rack too: calm leaves fewer faults, thrifty opens fewer planks, a bound is kept', () => {
  const sizes = [1800, 1200, 600].map((length, i) => ({ length, width: 192, share: i === 0 ? 0.5 : 0.25 }));
  const sums = { calm: { planks: 0, faults: 0 }, thrifty: { planks: 0, faults: 0 } };
  for (const [long, wide] of [
    [6100, 4200],
    [4700, 5200],
    [7300, 3100],
  ] as const) {
    const job = newJob('Room', 'metric', long, wide);
    const limits = { ...job.product.limits, stagger: 200, endPiece: 250 };
    const plan = (stagger: object) => {
      const made = planJob({ ...job, kerf: 3, product: { ...job.product, planks: sizes, limits }, layout: { ...job.layout, stagger: { ...job.layout.stagger, ...stagger } } }); // prettier-ignore
      if (!made.ok) throw new Error(made.problems[0]!.text);
      expect(made.value.findings.filter((f) => f.level === 'must')).toEqual([]);
      return made.value;
    };
    for (const [name, price] of [
      ['calm', 0.3],
      ['thrifty', 30],
    ] as const) {
      const { totals, findings } = plan({ price });
      sums[name].planks += totals.planks;
      sums[name].faults += findings.filter((f) => f.rule !== 'measure-again').length;
    }
    expect(rackOf(plan({ rack: 2 }).floors).greatest).toBeLessThanOrEqual(2);
  }
  expect(sums.calm.faults).toBeLessThanOrEqual(sums.thrifty.faults);
  expect(sums.thrifty.planks).toBeLessThan(sums.calm.planks);
});

test('the stop is set once for equal lengths that follow each other, and rows cut ahead save settings', () => {
  const job = { ...newJob('Room', 'metric', 5300, 4000), kerf: 3 };
  const made = planJob(job, { steps: 2000 });
  if (!made.ok) throw new Error(made.problems[0]!.text);
  const { pieces } = cutList(job, made.value);
  const { rowByRow, batches, lengths } = countStops(pieces);
  expect(lengths).toBeLessThanOrEqual(batches);
  expect(batches).toBeLessThanOrEqual(rowByRow);
  expect(countStops(pieces, 1000).batches).toBe(lengths);
  expect(countStops([])).toEqual({ rowByRow: 0, batches: 0, lengths: 0 });
});
