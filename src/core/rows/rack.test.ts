import fc from 'fast-check';
import { allocate, closerFor, isSingle, searchStarters, termsOf, tiesOf, type SearchContact, type SearchRun } from '.';
import { racked } from './rack';

const floor = fc.record({
  rows: fc.integer({ min: 3, max: 16 }),
  length: fc.integer({ min: 1800, max: 6000 }),
  seed: fc.integer({ min: 0, max: 40 }),
  bound: fc.integer({ min: 1, max: 8 }),
});

/** What of planks lies where: by plank, which stretches of it are taken. */
function taken(cuts: readonly { plank: number; along: number; segment: { from: number; to: number } }[]) {
  const planks = new Map<number, [number, number][]>();
  for (const { plank, along, segment } of cuts)
    planks.set(plank, [...(planks.get(plank) ?? []), [along, along + segment.to - segment.from]]);
  return planks;
}
const waits = (cuts: readonly { plank: number; segment: { run: number } }[]): number => {
  const first = new Map<number, number>();
  let sum = 0;
  for (const { plank, segment } of cuts) {
    if (first.has(plank)) sum += segment.run - first.get(plank)!;
    else first.set(plank, segment.run);
  }
  return sum;
};

test('rows laid in another order and pieces paired anew: the same planks, nothing twice, no limit broken, no fault more, and less waits', () => {
  let [before, after] = [0, 0];
  fc.assert(
    fc.property(floor, ({ rows, length, seed, bound }) => {
      const kerf = 3;
      const runs = Array.from({ length: rows }, (_, row): SearchRun => ({ u0: 0, u1: length, plank: 1285, size: 0, row, stagger: 300, endPiece: 300 })); // prettier-ignore
      const contacts = runs.slice(1).map((_, i): SearchContact => ({ before: i, after: i + 1, from: 0, to: length }));
      const mates = new Int32Array(rows).fill(-1);
      const found = searchStarters({ runs, contacts, mates, kerf, school: 'offcut', seed, steps: 1500 });
      const cuts = allocate(runs, found.starters, mates, kerf);
      const starters = found.starters.slice();
      const free = runs.flatMap((r, i) => (isSingle(r) ? [] : [i]));
      const terms = termsOf(runs, tiesOf(runs, contacts), starters);
      const was = terms.remeasure(free);
      const allowed = (i: number, s: number) => s >= 300 && closerFor(runs[i]!, s) >= 300;
      const next = racked({ runs, cuts, mates, kerf, seed, bound, terms, starters, free, allowed });

      const is = termsOf(runs, tiesOf(runs, contacts), starters).remeasure(free);
      expect(is.musts).toBeLessThanOrEqual(was.musts + 1e-9);
      expect(is.looks).toBeLessThanOrEqual(was.looks + 1e-9);
      expect(new Set(next.map((c) => c.plank)).size).toBe(new Set(cuts.map((c) => c.plank)).size);
      for (const stretches of taken(next).values()) {
        stretches.sort((a, b) => a[0] - b[0]);
        stretches.forEach(([from, to], k) => {
          expect(from).toBeGreaterThanOrEqual(-1e-6);
          expect(to).toBeLessThanOrEqual(1285 + 1e-6);
          if (k > 0) expect(from).toBeGreaterThanOrEqual(stretches[k - 1]![1] + kerf - 1e-5);
        });
      }
      // every run is laid from end to end
      for (let i = 0; i < rows; i++) {
        const own = next.filter((c) => c.segment.run === i).sort((a, b) => a.segment.from - b.segment.from);
        expect(own[0]!.segment.from).toBe(0);
        expect(own[own.length - 1]!.segment.to).toBe(length);
        own.slice(1).forEach((c, k) => expect(c.segment.from).toBeCloseTo(own[k]!.segment.to, 6));
      }
      before += waits(cuts);
      after += waits(next);
    }),
    { numRuns: 60 },
  );
  expect(after).toBeLessThanOrEqual(before);
});
