import fc from 'fast-check';
import { closerFor, termsOf, tiesOf, type SearchContact, type SearchRun } from '.';
import { equalLengths } from './equal';

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
