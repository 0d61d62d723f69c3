import { floorsOf } from '../floors';
import { frameOf } from '../geometry';
import { newJob, type Job } from '../given';
import { breakOf } from './breaks';

const rect = (x: number, y: number, length: number, width: number): [number, number][] => [[x, y], [x + length, y], [x + length, y + width], [x, y + width]]; // prettier-ignore

/** Rooms in a line along x, each as long as is said, with a doorway between neighbours. */
function rooms(lengths: readonly number[], limits: { runAlong: number; runAcross: number }, width = 2000): Job {
  const base = newJob('Line', 'metric', 1, 1);
  const starts = lengths.map((_, i) => lengths.slice(0, i).reduce((a, b) => a + b + 100, 0));
  return {
    ...base,
    product: { ...base.product, limits: { ...base.product.limits, gap: 8, ...limits } },
    spaces: lengths.map((length, i) => ({ id: `s${i}`, name: `Room ${i}`, outline: rect(starts[i]!, 0, length, width) })),
    openings: lengths.slice(1).map((_, i) => ({
      id: `d${i}`,
      between: [`s${i}`, `s${i + 1}`] as [string, string],
      outline: rect(starts[i + 1]! - 100, 500, 100, 900),
      finish: 'through' as const,
    })),
  };
}
const broken = (job: Job, direction = 0) => {
  const floors = floorsOf(job);
  if (!floors.ok) throw new Error(floors.problems[0]!.text);
  return breakOf(job, { floor: floors.value[0]!, frame: frameOf(direction) });
};
const limits = { runAlong: 6100, runAcross: 6100 };

test('of several doorways the one is named that leaves the least too long', () => {
  // after the second there are 5 + 2 and 6 m, after the first 5 and 2 + 6
  expect(broken(rooms([3000, 2000, 6000], limits))).toMatchObject({ at: 'd1', over: 0 });
  expect(broken(rooms([6000, 2000, 3000], limits))).toMatchObject({ at: 'd0', over: 0 });
  expect(broken(rooms([6000, 2000, 3000], limits)).why).toMatch(/every part is short enough$/);
});

test('where one break is not enough, by how much is told, with the doorway that leaves least', () => {
  const made = broken(rooms([6000, 3000, 5900], limits));
  expect(made).toMatchObject({ at: 'd0', why: expect.stringMatching(/it wants another break$/) as string });
  // 3,000 + 5,900 m, the wall of 100 between them and half of the one that is broken in, less a gap at either end
  expect(made.over).toBeCloseTo(3000 + 5900 + 100 + 50 - 2 * 8 - 6100, 6);
});

test('of doorways that are both enough, the one with the shorter longest part', () => {
  expect(broken(rooms([3000, 2000, 3900], { runAlong: 7000, runAcross: 7000 }))).toMatchObject({ at: 'd1' });
  expect(broken(rooms([3900, 2000, 3000], { runAlong: 7000, runAcross: 7000 }))).toMatchObject({ at: 'd0' });
});

test.each([
  [0, { runAlong: 4500, runAcross: 2000 }, 'along', [[8, 2000], [4992, 2000]]], // prettier-ignore
  [0, { runAlong: 3000, runAcross: 3900 }, 'square to', [[2500, 8], [2500, 3992]]], // prettier-ignore
  [90, { runAlong: 2000, runAcross: 4500 }, 'square to', [[8, 2000], [4992, 2000]]], // prettier-ignore
])('without a doorway it is broken across the way that is most too long: planks to %s°', (direction, run, says, ends) => {
  const made = broken(rooms([5000], run, 4000), direction);
  expect(made.why).toBe(`no doorway inside it: a profile across its middle, ${says} the planks`);
  const found = (made.at as readonly (readonly [number, number])[])
    .map((p) => p.map((v) => Math.round(v)))
    .sort((a, b) => a[0]! - b[0]! || a[1]! - b[1]!);
  expect(found).toEqual(ends);
});

test('a half that is still too long says by how much', () => {
  const half = (5000 - 16) / 2;
  expect(broken(rooms([5000], { runAlong: 2000, runAcross: 6000 }, 3000)).over).toBeCloseTo(half - 2000, 6);
});
