import fc from 'fast-check';
import { floorsOf } from '../floors';
import { newJob, type Job } from '../given';
import { planJob } from '../plan';
import { setOutOf } from '../setout';
import { leastPlanks, runsOf } from '.';

const PLANK = { length: 1285, width: 192 };

/** A room's runs as they lie. */
function runsFor(job: Job) {
  const floors = floorsOf(job);
  if (!floors.ok) throw new Error(floors.problems[0]!.text);
  return floors.value.flatMap((f) => runsOf(f, setOutOf(f)).runs);
}
const room = (length: number, width: number): Job => {
  const job = { ...newJob('Room', 'metric', length, width), kerf: 3 };
  return { ...job, layout: { ...job.layout, direction: 0 } };
};
const bound = (job: Job) => leastPlanks(runsFor(job), [PLANK], 300, job.kerf);

/** The fewest planks of a few equal rows by trying: starters on a grid, all their orders, the most pairs. */
function fewestByTrying(rows: number, length: number, kerf: number): number {
  const step = 65;
  const starters: number[] = [];
  const closers = (s: number) => {
    const rest = (length - s) % PLANK.length;
    return rest === 0 ? PLANK.length : rest;
  };
  for (let s = 300; s <= PLANK.length; s += step) if (closers(s) >= 300) starters.push(s);
  starters.push(...[PLANK.length].filter((s) => closers(s) >= 300));
  let least = Infinity;
  const lay = (chosen: number[], from: number): void => {
    if (chosen.length === rows) {
      const ends = chosen.map((s) => ({ s, c: closers(s), wholes: Math.round((length - s - closers(s)) / PLANK.length) }));
      const cut = ends.filter((e) => e.s < PLANK.length).map((e) => e.s).sort((a, b) => a - b); // prettier-ignore
      const close = ends.filter((e) => e.c < PLANK.length).map((e) => e.c).sort((a, b) => a - b); // prettier-ignore
      let [pairs, k] = [0, 0];
      for (let i = cut.length - 1; i >= 0; i--) {
        if (k < close.length && cut[i]! + close[k]! + kerf <= PLANK.length) {
          pairs++;
          k++;
        }
      }
      const whole = ends.reduce((sum, e) => sum + e.wholes + Number(e.s === PLANK.length) + Number(e.c === PLANK.length), 0);
      least = Math.min(least, whole + cut.length + close.length - pairs);
      return;
    }
    for (let i = from; i < starters.length; i++) lay([...chosen, starters[i]!], i);
  };
  lay([], 0);
  return least;
}

test('no floor of a few equal rows, tried out, has fewer planks than the bound says', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 4 }), fc.integer({ min: 1900, max: 5200 }), (rows, length) => {
      const found = fewestByTrying(rows, length, 3);
      if (Number.isFinite(found)) expect(bound(room(length + 16, rows * 192 + 16))).toBeLessThanOrEqual(found);
    }),
    { numRuns: 40 },
  );
});

test('no plan has fewer planks than the bound: rooms with notches, wedges and strips that share a plank', () => {
  const side = fc.integer({ min: 2200, max: 5200 });
  fc.assert(
    fc.property(side, side, fc.integer({ min: 300, max: 1500 }), fc.integer({ min: 0, max: 60 }), (a, b, notch, flare) => {
      const job = room(a, b);
      const outline: [number, number][] = [[0, 0], [a, 0], [a, b - notch], [a - notch, b - notch], [a - notch, b + flare], [0, b]]; // prettier-ignore
      const shaped = { ...job, spaces: [{ ...job.spaces[0]!, outline }] };
      const plan = planJob(shaped, { steps: 800 });
      if (!plan.ok) throw new Error(plan.problems[0]!.text);
      if (plan.value.findings.some((f) => f.rule === 'endPiece')) return;
      expect(bound(shaped)).toBeLessThanOrEqual(plan.value.totals.planks);
      expect(plan.value.totals.leastPlanks).toBe(bound(shaped));
    }),
    { numRuns: 15 },
  );
});

test('the bound is no mere area: rows that leave nothing to use cost their planks', () => {
  // 1285 + 1131: a whole plank and a piece whose rest starts nothing
  expect(bound(room(7556 + 16, 10 * 192 + 16))).toBe(60);
  // one row of just two planks
  expect(bound(room(2570 + 16, 192 + 16))).toBe(2);
});

test('butt joints that are allowed may each save a plank: then the plan claims that much less', () => {
  const job = room(5200, 3000);
  const least = (butts: number) => {
    const plan = planJob({ ...job, layout: { ...job.layout, stagger: { ...job.layout.stagger, butts } } }, { steps: 300 });
    return plan.ok ? plan.value.totals.leastPlanks! : 0;
  };
  expect(least(2)).toBe(least(0) - 2);
});
