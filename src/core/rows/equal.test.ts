import fc from 'fast-check';
import { allocate, closerFor, isSingle, searchStarters, termsOf, tiesOf, type Cut, type SearchContact, type SearchRun } from '.';
import { equalLengths, evened } from './equal';

const lengthsOf = (runs: readonly SearchRun[], starters: ArrayLike<number>) =>
  new Set(runs.flatMap((r, i) => [starters[i]!, closerFor(r, starters[i]!)]).map((mm) => Math.round(mm * 100)));

test('lengths all but equal become equal and ends all but a plank whole: no limit broken, no fault more, nothing where it does not fit', () => {
  const starter = fc.tuple(fc.integer({ min: 320, max: 1280 }), fc.constantFrom(0, 0.3, 0.7));
  fc.assert(
    fc.property(fc.array(starter, { minLength: 2, maxLength: 14 }), fc.integer({ min: 4000, max: 5200 }), (drawn, length) => {
      const runs = drawn.map((_, row): SearchRun => ({ u0: 0, u1: length, plank: 1285, size: 0, row, stagger: 300, endPiece: 300 }));
      const contacts = runs.slice(1).map((_, i): SearchContact => ({ before: i, after: i + 1, from: 0, to: length }));
      const starters = Float64Array.from(drawn, ([mm, off]) => mm + off);
      const before = starters.slice();
      const movable = runs.map((_, i) => i);
      const terms = termsOf(runs, tiesOf(runs, contacts), starters);
      const was = terms.remeasure(movable);
      const allowed = (i: number, s: number) => s >= 300 && s <= 1285 && closerFor(runs[i]!, s) >= 300;
      // every third run lies on a plank that has no room for more
      equalLengths({ runs, movable, starters, terms, allowed, fits: (i) => i % 3 !== 0 });
      const is = termsOf(runs, tiesOf(runs, contacts), starters).remeasure(movable);
      expect(is.musts).toBeLessThanOrEqual(was.musts + 1e-9);
      expect(is.looks).toBeLessThanOrEqual(was.looks + 1e-9);
      // a run laid whole may leave the lengths that it shared
      const whole = runs.some((r, i) => starters[i] === 1285 || closerFor(r, starters[i]!) === 1285);
      if (!whole) expect(lengthsOf(runs, starters).size).toBeLessThanOrEqual(lengthsOf(runs, before).size);
      starters.forEach((s, i) => {
        expect(Math.abs(s - before[i]!)).toBeLessThanOrEqual(12);
        if (i % 3 === 0) expect(s).toBe(before[i]);
      });
    }),
  );
});

test('a closer that lacks two millimetres of a plank is laid whole', () => {
  const runs = [0, 1].map((row): SearchRun => ({ u0: 0, u1: 4470, plank: 1285, size: 0, row, stagger: 300, endPiece: 300 }));
  const starters = Float64Array.of(617, 1000);
  const terms = termsOf(runs, tiesOf(runs, []), starters);
  terms.remeasure([0, 1]);
  equalLengths({ runs, movable: [0, 1], starters, terms, allowed: () => true, fits: () => true });
  expect(starters[0]).toBe(615);
  expect(closerFor(runs[0]!, starters[0]!)).toBe(1285);
});

/** Which stretches of each plank are taken, from left to right. */
function taken(cuts: readonly Cut[]): [number, number][][] {
  const planks: [number, number][][] = [];
  for (const { plank, along, segment } of cuts) (planks[plank] ??= []).push([along, along + segment.to - segment.from]);
  return planks.filter((own) => own !== undefined).map((own) => own.sort((a, b) => a[0] - b[0]));
}

test('pieces of a floor made equal come from the same planks: nothing twice, every run from end to end, no more lengths than before', () => {
  const floor = fc.record({
    rows: fc.integer({ min: 3, max: 16 }),
    length: fc.integer({ min: 1400, max: 6000 }),
    narrow: fc.integer({ min: 0, max: 500 }),
    seed: fc.integer({ min: 0, max: 40 }),
    mated: fc.boolean(),
  });
  let [before, after] = [0, 0];
  fc.assert(
    fc.property(floor, ({ rows, length, narrow, seed, mated }) => {
      const kerf = 3;
      const runs = Array.from({ length: rows }, (_, row): SearchRun => ({ u0: row % 3 === 0 ? narrow : 0, u1: length, plank: 1285, size: 0, row, stagger: 300, endPiece: 300 })); // prettier-ignore
      const contacts = runs.slice(1).map((b, i): SearchContact => ({ before: i, after: i + 1, from: Math.max(runs[i]!.u0, b.u0), to: length })); // prettier-ignore
      const mates = new Int32Array(rows).fill(-1);
      if (mated) [mates[0], mates[rows - 1]] = [rows - 1, 0];
      const { starters, cost } = searchStarters({ runs, contacts, mates, kerf, school: 'offcut', seed, steps: 600 });
      const cuts = allocate(runs, starters, mates, kerf);
      const free = runs.flatMap((r, i) => (isSingle(r) ? [] : [i]));
      const terms = termsOf(runs, tiesOf(runs, contacts), starters);
      terms.remeasure(free);
      const was = lengthsOf(runs, starters).size;
      const allowed = (i: number, s: number) => s >= 300 && s <= 1285 && closerFor(runs[i]!, s) >= 300;
      const next = evened({ runs, cuts, mates, kerf, terms, starters, free, allowed });
      const is = terms.remeasure(free);
      expect(is.musts).toBeLessThanOrEqual(cost.musts + 1e-9);
      expect(is.looks).toBeLessThanOrEqual(cost.looks + 1e-9);
      expect(new Set(next.map((c) => c.plank)).size).toBe(new Set(cuts.map((c) => c.plank)).size);
      for (const stretches of taken(next)) {
        stretches.forEach(([from, to], k) => {
          expect(from).toBeGreaterThanOrEqual(-1e-6);
          expect(to).toBeLessThanOrEqual(1285 + 1e-6);
          // what two mates share lies side by side
          if (k > 0 && !mated) expect(from).toBeGreaterThanOrEqual(stretches[k - 1]![1] + kerf - 1e-5);
        });
      }
      runs.forEach((r, i) => {
        const own = next.filter((c) => c.segment.run === i).map((c) => c.segment);
        expect(own[0]!.from).toBe(r.u0);
        expect(own[own.length - 1]!.to).toBe(r.u1);
        own.slice(1).forEach((s, k) => expect(s.from).toBeCloseTo(own[k]!.to, 6));
      });
      before += was;
      after += lengthsOf(runs, starters).size;
    }),
    { numRuns: 80 },
  );
  expect(after).toBeLessThanOrEqual(before);
});
