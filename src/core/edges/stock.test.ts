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
      fc.constantFrom(1, 10, 1000),
      fc.array(fc.integer({ min: 200_000, max: 2_000_000 }), { minLength: 1, maxLength: 8 }),
      fc.constantFrom(0, 3, 3.175),
      (lengths, unit, pieces, kerf) => {
        const own = pieces.map((p) => Math.min(Math.round(p / unit) * unit, Math.max(...lengths) * 1000) / 1000);
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
    fc.property(fc.integer({ min: 10_000, max: 30_000_000 }), fc.integer({ min: 700, max: 4000 }), (thousandths, longest) => {
      const run = thousandths / 1000;
      const parts = partedRun(run, longest);
      expect(parts.reduce((a, b) => a + b, 0)).toBeCloseTo(run, 6);
      if (parts.length > 1) for (const p of parts) expect(p).toBeGreaterThanOrEqual(SHORTEST_REST - 1e-6);
    }),
  );
});

test('lengths that rounding would part by a hair are added as they are written', () => {
  const trims = [2110, 588, 942, 2110, 2450, 2662, 2700, 321, 2262.0055260763625, 503.0159043211258, 813, 988];
  const { stock, proven } = cut(trims, [2100, 1800, 2700], 2);
  expect([proven, stock.length, stock.reduce((sum, s) => sum + s.length, 0)]).toEqual([true, 8, 19_800]);
  expect(cut([899.99949, 899.99949], [1800, 2400]).stock.map((s) => s.length)).toEqual([1800]);
});

test('nothing to cut is nothing to buy', () => expect(cut([], [2400])).toEqual({ stock: [], proven: true }));
