import fc from 'fast-check';
import { SCHOOLS } from '../../given';
import { isSingle, makeStock, searchStarters, tiesOf, type SearchContact, type SearchRun } from '..';
import { runCosts } from '.';

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
      const recount = runCosts(asked, tiesOf(asked.runs, asked.contacts), starters);
      const { musts, looks } = recount.total(free);
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
