import fc from 'fast-check';
import { jointsOf, tiesOf, type SearchContact, type SearchRun } from '..';
import { termsOf } from '.';

const run = (u0: number, length: number, row: number, plank = 1285): SearchRun => ({
  u0,
  u1: u0 + length,
  plank,
  size: 0,
  row,
  stagger: 300,
  endPiece: 300,
});

/** Pairs of joints of two runs nearer than the stagger, both where the two lie under each other: met one by one. */
function nearPairs([a, b]: readonly [SearchRun, SearchRun], [sa, sb]: readonly [number, number], { from, to }: SearchContact): number {
  const within = (u: number) => u >= from - 1e-6 && u <= to + 1e-6;
  const [above, below] = [jointsOf(a, sa).filter(within), jointsOf(b, sb).filter(within)];
  return above.flatMap((u) => below.filter((v) => Math.abs(u - v) < 300 - 1e-6)).length;
}

const two = fc.record({
  begin: fc.integer({ min: -1500, max: 1500 }),
  lengths: fc.tuple(fc.integer({ min: 1300, max: 9000 }), fc.integer({ min: 1300, max: 9000 })),
  starters: fc.tuple(fc.integer({ min: 1, max: 1285 }), fc.integer({ min: 1, max: 1200 })),
  plank: fc.constantFrom(1285, 1285, 1200),
  ends: fc.tuple(fc.double({ min: 0, max: 1, noNaN: true }), fc.double({ min: 0, max: 1, noNaN: true })),
});

test('joints that are too near are as many as are met one by one, for planks of one length and of two, wherever the runs touch', () => {
  fc.assert(
    fc.property(two, ({ begin, lengths, starters, plank, ends }) => {
      const runs = [run(0, lengths[0], 1), run(begin, lengths[1], 2, plank)] as const;
      const [low, high] = [Math.max(runs[0].u0, runs[1].u0), Math.min(runs[0].u1, runs[1].u1)];
      if (high - low < 1) return;
      const [from, to] = ends.map((share) => low + share * (high - low)).sort((a, b) => a - b) as [number, number];
      const contact = { before: 0, after: 1, from, to };
      const terms = termsOf(runs, tiesOf(runs, [contact]), Float64Array.from(starters));
      expect(terms.staggerMusts(0)).toBe(nearPairs(runs, starters, contact));
    }),
    { numRuns: 2000 },
  );
});

const floor = fc.array(fc.integer({ min: 1400, max: 5600 }), { minLength: 4, maxLength: 14 });
const moves = fc.array(fc.record({ at: fc.nat(), starter: fc.integer({ min: 1, max: 1285 }), keep: fc.boolean() }), { maxLength: 30 });

test('moves that are kept and taken back add up to what the floor costs when all of it is measured', () => {
  fc.assert(
    fc.property(floor, moves, (lengths, list) => {
      const runs = lengths.map((length, row) => run(0, length, row));
      const contacts = runs.slice(1).map((b, i): SearchContact => ({ before: i, after: i + 1, from: 0, to: Math.min(runs[i]!.u1, b.u1) }));
      const starters = Float64Array.from(runs, (_, i) => 300 + ((i * 397) % 900));
      const terms = termsOf(runs, tiesOf(runs, contacts), starters);
      const all = runs.map((_, i) => i);
      const cost = { ...terms.remeasure(all) };
      const moved = new Int32Array(1);
      for (const { at, starter, keep } of list) {
        const i = at % runs.length;
        const before = starters[i]!;
        moved[0] = i;
        starters[i] = Math.min(starter, runs[i]!.u1 - 1);
        const rise = { musts: terms.mustsRisen(moved, 1), looks: terms.looksRisen(moved, 1) };
        if (keep) {
          terms.keep(moved, 1);
          cost.musts += rise.musts;
          cost.looks += rise.looks;
        } else {
          starters[i] = before;
          terms.undo(moved, 1);
        }
      }
      const own = runs.map((_, i) => terms.mustsOf(i) > 0);
      const { musts, looks } = terms.remeasure(all);
      expect(cost.musts).toBeCloseTo(musts, 6);
      expect(cost.looks).toBeCloseTo(looks, 6);
      expect(runs.map((_, i) => terms.mustsOf(i) > 0)).toEqual(own);
      if (musts === 0) expect(own).not.toContain(true);
    }),
    { numRuns: 200 },
  );
});

test('what is mended keeps to the floor that it began from: a run laid otherwise weighs a little', () => {
  const runs = [run(0, 4000, 1), run(0, 4000, 2)];
  const starters = Float64Array.from([500, 900]);
  const terms = termsOf(runs, tiesOf(runs, []), starters);
  const { looks } = terms.remeasure([0, 1]);
  terms.keepTo(Float64Array.from([500, 700]));
  const kept = terms.remeasure([0, 1]).looks;
  expect(kept).toBeGreaterThan(looks);
  expect(kept).toBeLessThan(looks + 0.5);
  terms.keepTo(undefined);
  expect(terms.remeasure([0, 1]).looks).toBe(looks);
});
