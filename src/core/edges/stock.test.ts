import fc from 'fast-check';
import { cutFromStock, partedRun, SHORTEST_REST } from './stock';

const cut = (lengths: readonly number[], sold: readonly number[], kerf = 0) =>
  cutFromStock(lengths.map((length, i) => ({ for: `p${i}`, length })), sold, kerf); // prettier-ignore

/** The fewest stock lengths, and of those the least in all, by trying every way to share pieces out. */
function byForce(pieces: readonly number[], sold: readonly number[], kerf: number): readonly [number, number] {
  let best: readonly [number, number] = [Infinity, Infinity];
  const bins: number[] = [];
  const share = (i: number): void => {
    if (bins.length > best[0]) return;
    if (i === pieces.length) {
      const total = bins.reduce((sum, used) => sum + (sold.filter((s) => s >= used - kerf - 1e-9).sort((a, b) => a - b)[0] ?? Infinity), 0);
      if (bins.length < best[0] || (bins.length === best[0] && total < best[1])) best = [bins.length, total];
      return;
    }
    for (let b = 0; b <= bins.length; b++) {
      const before = bins[b] ?? 0;
      if (before + pieces[i]! > Math.max(...sold) + 1e-9) continue;
      const fresh = b === bins.length;
      bins[b] = before + pieces[i]! + kerf;
      share(i + 1);
      if (fresh) bins.pop();
      else bins[b] = before;
    }
  };
  share(0);
  return best;
}

test('the fewest lengths, and of those the least in all, as trying everything finds them', () => {
  const sold = fc.constantFrom([2400], [900, 2700], [1000, 2000], [2000, 2500, 3000]);
  fc.assert(
    fc.property(
      sold,
      fc.array(fc.integer({ min: 200, max: 2000 }), { minLength: 1, maxLength: 8 }),
      fc.constantFrom(0, 3),
      (lengths, pieces, kerf) => {
        const own = pieces.map((p) => Math.min(p, Math.max(...lengths)));
        const plan = cut(own, lengths, kerf);
        expect(plan.proven).toBe(true);
        expect([plan.stock.length, plan.stock.reduce((sum, s) => sum + s.length, 0)]).toEqual(byForce(own, lengths, kerf));
      },
    ),
    { numRuns: 120 },
  );
});

test('every piece is cut once, with a kerf between two', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 1000, max: 24000 }), { minLength: 1, maxLength: 40 }), (tenths) => {
      const pieces = tenths.map((t) => t / 10);
      const { stock } = cut(pieces, [900, 2400], 3);
      expect(stock.flatMap((s) => s.pieces.map((p) => p.for)).sort()).toEqual(pieces.map((_, i) => `p${i}`).sort());
      for (const { length, pieces: own } of stock) {
        for (const p of own) expect(p.length).toBe(pieces[Number(p.for.slice(1))]);
        expect(own.reduce((sum, p) => sum + p.length, 0) + 3 * (own.length - 1)).toBeLessThanOrEqual(length + 1e-6);
      }
    }),
    { numRuns: 60 },
  );
});

test('a run longer than any length comes in whole ones and a rest, and no rest is a scrap', () => {
  expect(partedRun(2400, 2400)).toEqual([2400]);
  expect(partedRun(4800, 2400)).toEqual([2400, 2400]);
  expect(partedRun(6000, 2400)).toEqual([2400, 2400, 1200]);
  expect(partedRun(5000, 2400)).toEqual([2400, 2300, 300]);
  fc.assert(
    fc.property(fc.double({ min: 10, max: 30000, noNaN: true }), fc.integer({ min: 700, max: 4000 }), (run, longest) => {
      const parts = partedRun(run, longest);
      expect(parts.reduce((a, b) => a + b, 0)).toBeCloseTo(run, 6);
      if (parts.length > 1) for (const p of parts) expect(p).toBeGreaterThanOrEqual(SHORTEST_REST - 1e-6);
    }),
  );
});

test('nothing to cut is nothing to buy', () => expect(cut([], [2400])).toEqual({ stock: [], proven: true }));
