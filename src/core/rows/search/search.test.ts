import fc from 'fast-check';
import { SCHOOLS } from '../../given';
import { isSingle, makeStock, searchStarters, tiesOf, type SearchContact, type SearchRun } from '..';
import { termsOf } from '.';

const run = fc.record({
  u0: fc.integer({ min: 0, max: 400 }),
  length: fc.integer({ min: 900, max: 5200 }),
  slant: fc.constantFrom(0, 0, 120, -120),
  wish: fc.boolean(),
});

const task = fc
  .record({
    runs: fc.array(run, { minLength: 2, maxLength: 14 }),
    school: fc.constantFrom(...SCHOOLS),
    seed: fc.integer({ min: 0, max: 50 }),
    kerf: fc.constantFrom(0, 3),
    mated: fc.boolean(),
  })
  .map(({ runs: drawn, school, seed, kerf, mated }) => {
    const runs = drawn.map(({ u0, length, slant, wish }, row): SearchRun => ({
      u0,
      u1: u0 + length,
      plank: 1285,
      size: 0,
      row,
      stagger: 300,
      endPiece: 300,
      slants: { left: slant, right: slant, width: 192 },
      wishes: wish ? { clear: [[u0 + 500, u0 + 800]], joint: [], long: [], forbidden: [[u0 + 900, u0 + 1000]], seen: true } : undefined,
    }));
    const contacts = runs
      .slice(1)
      .map((b, i): SearchContact => ({ before: i, after: i + 1, from: Math.max(runs[i]!.u0, b.u0), to: Math.min(runs[i]!.u1, b.u1) }));
    // the first and the last row share a plank's width
    const mates = new Int32Array(runs.length).fill(-1);
    const last = runs.length - 1;
    if (mated && last > 0) [mates[0], mates[last]] = [last, 0];
    return { runs, contacts, mates, school, seed, kerf, steps: 600 };
  });

test('what the search says its floor costs is what a recount finds: limits, looks and planks', () => {
  fc.assert(
    fc.property(task, (asked) => {
      const { starters, cost, broken } = searchStarters(asked);
      const free = asked.runs.flatMap((r, i) => (isSingle(r) ? [] : [i]));
      const recount = termsOf(asked.runs, tiesOf(asked.runs, asked.contacts), starters);
      const { musts, looks } = recount.remeasure(free);
      expect(cost.musts).toBeCloseTo(musts, 6);
      expect(cost.looks).toBeCloseTo(looks, 6);
      const stock = makeStock(asked.runs, asked.mates, starters, asked.kerf);
      stock.recount();
      expect(cost.planks).toBe(stock.planks());
      expect(new Set(broken)).toEqual(new Set(cost.musts === 0 ? [] : free.filter((i) => recount.mustsOf(i) > 0)));
    }),
    { numRuns: 60 },
  );
});

test('planks counted change by change are those counted afresh', () => {
  fc.assert(
    fc.property(task, fc.array(fc.tuple(fc.nat(), fc.integer({ min: 300, max: 1285 })), { maxLength: 60 }), (asked, moves) => {
      const starters = new Float64Array(asked.runs.map((r) => Math.min(r.plank, (r.u1 - r.u0) / 2)));
      const stock = makeStock(asked.runs, asked.mates, starters, asked.kerf);
      stock.recount();
      for (const [at, starter] of moves) {
        const i = at % asked.runs.length;
        if (!isSingle(asked.runs[i]!)) stock.change(i, starter);
      }
      const afresh = makeStock(asked.runs, asked.mates, starters, asked.kerf);
      afresh.recount();
      expect(stock.planks()).toBe(afresh.planks());
    }),
  );
});

test('terms that are remembered from move to move are those measured afresh, whether a move was kept or taken back', () => {
  const moves = fc.array(fc.tuple(fc.nat(), fc.nat(), fc.integer({ min: 300, max: 1285 }), fc.boolean(), fc.boolean()), { maxLength: 40 });
  fc.assert(
    fc.property(task, moves, ({ runs, contacts }, list) => {
      const free = runs.flatMap((r, i) => (isSingle(r) ? [] : [i]));
      if (free.length === 0) return;
      const starters = new Float64Array(runs.map((r) => Math.min(r.plank, (r.u1 - r.u0) / 2)));
      const terms = termsOf(runs, tiesOf(runs, contacts), starters);
      let { musts, looks } = terms.remeasure(free);
      for (const [a, b, starter, two, kept] of list) {
        const moved = [...new Set(two ? [free[a % free.length]!, free[b % free.length]!] : [free[a % free.length]!])];
        const before = moved.map((i) => starters[i]!);
        for (const i of moved) starters[i] = starter;
        const rise = { musts: terms.mustsRisen(moved, moved.length), looks: terms.looksRisen(moved, moved.length) };
        if (kept) {
          terms.keep(moved, moved.length);
          musts += rise.musts;
          looks += rise.looks;
        } else {
          moved.forEach((i, k) => (starters[i] = before[k]!));
          terms.undo(moved, moved.length);
        }
      }
      const afresh = termsOf(runs, tiesOf(runs, contacts), starters).remeasure(free);
      expect(musts).toBeCloseTo(afresh.musts, 6);
      expect(looks).toBeCloseTo(afresh.looks, 6);
    }),
  );
});

test('zones never count fewer planks than the whole job does, and hardly more where each has runs enough', () => {
  fc.assert(
    fc.property(task, ({ runs, mates, kerf }) => {
      const starters = new Float64Array(runs.map((r) => Math.min(r.plank, (r.u1 - r.u0) / 2)));
      const [all, zoned] = [undefined, Int32Array.from(runs, (_, i) => Math.floor(i / 3))].map((zones) => {
        const stock = makeStock(runs, mates, starters, kerf, zones);
        stock.recount();
        return stock.planks();
      });
      if (runs.every((r) => !r.slants || r.slants.left === 0) && runs.every((r) => !isSingle(r)))
        expect(zoned).toBeGreaterThanOrEqual(all!);
      expect(zoned).toBeLessThanOrEqual(all! + runs.length);
    }),
  );
});
