import fc from 'fast-check';
import { SCHOOLS } from '../../given';
import { closerFor, searchStarters, type SearchRun } from '..';
import { alikeRuns, nearest, priceFor, roundsFor } from './rounds';

const run = (length: number, row: number, size = 0): SearchRun => ({
  u0: 0,
  u1: length,
  plank: 1285,
  size,
  row,
  stagger: 300,
  endPiece: 300,
});

test('runs are alike where a starter leaves both the same closer, within a few millimetres, and of one size of plank only', () => {
  fc.assert(
    fc.property(fc.array(fc.tuple(fc.integer({ min: 1400, max: 5400 }), fc.integer({ min: 0, max: 1 })), { minLength: 1 }), (list) => {
      const runs = list.map(([length, size], row) => run(length, row, size));
      const alike = alikeRuns(
        runs,
        runs.map((_, i) => i),
      );
      alike.forEach((own, i) => {
        expect(own).toContain(i);
        for (const j of own) {
          expect(runs[j]!.size).toBe(runs[i]!.size);
          expect(alike[j]).toBe(own);
          const [a, b] = [closerFor(runs[i]!, 640), closerFor(runs[j]!, 640)];
          const apart = Math.abs(a - b);
          expect(Math.min(apart, 1285 - apart)).toBeLessThanOrEqual(3);
        }
      });
    }),
  );
});

test('the nearest starter is allowed, and none that is allowed is nearer', () => {
  const stretch = fc.tuple(fc.integer({ min: 1, max: 1200 }), fc.integer({ min: 0, max: 80 })).map(([a, b]) => [a, a + b] as const);
  fc.assert(
    fc.property(fc.array(stretch, { minLength: 1, maxLength: 4 }), fc.integer({ min: 1, max: 1285 }), (stretches, wish) => {
      const found = nearest(stretches, wish);
      expect(stretches.some(([a, b]) => found >= a && found <= b)).toBe(true);
      for (const [a, b] of stretches) for (const s of [a, b]) expect(Math.abs(found - wish)).toBeLessThanOrEqual(Math.abs(s - wish));
    }),
  );
});

test('a search spends all its steps, a mended floor far fewer; planks are saved first, then looks mended at their count', () => {
  const share = (how?: Parameters<typeof roundsFor>[1]) => roundsFor(3, how).reduce((sum, r) => sum + r.share, 0);
  expect(share()).toBeCloseTo(1, 9);
  expect(share({ from: new Float64Array(1) })).toBeLessThanOrEqual(0.3);
  const fixed = (price: number) => roundsFor(price).map((r) => r.fixed === true);
  expect(fixed(3)).toEqual([false, false, true, false]);
  // who takes looks before planks is held to no count of them
  expect(fixed(0.5)).toEqual([false, false, false, false]);
  for (const school of SCHOOLS) expect(priceFor(school)).toBeGreaterThan(0);
});

test('exchanges take an H out of a floor at no cost: rows of one length, begun in one line every other row', () => {
  const rows = 14;
  const runs = Array.from({ length: rows }, (_, k) => run(4400, k + 1));
  const contacts = runs.slice(1).map((r, k) => ({ before: k, after: k + 1, from: 0, to: r.u1 }));
  const found = searchStarters({ runs, contacts, mates: new Int32Array(rows).fill(-1), kerf: 3, school: 'offcut', seed: 4 });
  expect(found.cost.musts).toBe(0);
  const planks = Math.ceil((rows * 4400) / 1285);
  expect(found.cost.planks).toBeLessThanOrEqual(planks + 1);
  const near = (apart: number, within: number) =>
    runs.slice(apart).filter((_, k) => Math.abs(found.starters[k]! - found.starters[k + apart]!) < within).length;
  expect(near(2, 40)).toBe(0);
  expect([3, 4, 5].reduce((sum, apart) => sum + near(apart, 25), 0)).toBeLessThanOrEqual(1);
});
