import fc from 'fast-check';
import { cutFromRolls, rollsOf, type Cut } from './rolls';

const roll = { length: 15000, width: 1000, parts: true, lap: 0 };

/** Straight cuts right through part the pieces of a roll, one from all others. */
function comeApart(cuts: readonly Cut<string>[]): boolean {
  if (cuts.length < 2) return true;
  for (const [at, end] of [
    [(c: Cut<string>) => c.from, (c: Cut<string>) => c.from + c.length],
    [(c: Cut<string>) => c.low, (c: Cut<string>) => c.low + c.width],
  ] as const) {
    for (const cut of cuts) {
      const before = cuts.filter((c) => end(c) <= end(cut) + 1e-6);
      const after = cuts.filter((c) => at(c) >= end(cut) - 1e-6);
      if (before.length > 0 && after.length > 0 && before.length + after.length === cuts.length)
        return comeApart(before) && comeApart(after);
    }
  }
  return false;
}

const wanted = fc.array(fc.record({ length: fc.integer({ min: 200, max: 21000 }), width: fc.integer({ min: 60, max: 1000 }) }), {
  minLength: 1,
  maxLength: 25,
});

test.each([0, 150])('every piece is cut, whole or in parts that lap by %i, and comes apart by straight cuts', (lap) => {
  fc.assert(
    fc.property(wanted, (sizes) => {
      const cuts = cutFromRolls(
        sizes.map((s, i) => ({ ...s, of: `${i}` })),
        { ...roll, lap },
      );
      sizes.forEach(({ length, width }, i) => {
        const parts = cuts.filter((c) => c.of === `${i}`).sort((a, b) => a.begins - b.begins);
        expect(parts[0]!.begins).toBe(0);
        parts.forEach((p, k) => {
          expect(p.width).toBe(width);
          expect(p.from).toBeGreaterThanOrEqual(-1e-6);
          expect(p.from + p.length).toBeLessThanOrEqual(roll.length + 1e-6);
          expect(p.low + p.width).toBeLessThanOrEqual(roll.width + 1e-6);
          const next = parts[k + 1];
          if (next) expect(p.begins + p.length - next.begins).toBeCloseTo(lap, 6);
          else expect(p.begins + p.length).toBeCloseTo(length, 6);
        });
      });
      for (let n = 1; n <= rollsOf(cuts); n++) {
        const own = cuts.filter((c) => c.roll === n);
        expect(own.length).toBeGreaterThan(0);
        expect(comeApart(own)).toBe(true);
      }
    }),
    { numRuns: 120 },
  );
});

test('three strips of 8 m come from two rolls of 15 m, the third in two parts; boards are never parted', () => {
  const strips = ['a', 'b', 'c'].map((of) => ({ of, length: 8000, width: 1000 }));
  expect(rollsOf(cutFromRolls(strips, roll))).toBe(2);
  expect(rollsOf(cutFromRolls(strips, { ...roll, parts: false }))).toBe(3);
});

test('narrow strips are cut side by side, and parted only where that saves a roll', () => {
  const narrow = { of: 'n', length: 9000, width: 240 };
  expect(cutFromRolls([narrow], roll)).toHaveLength(1);
  const long = { of: 'l', length: 12000, width: 1000 };
  // 12 m leave 3 m: the narrow strip fits there in four parts beside each other
  const cuts = cutFromRolls([long, narrow], roll);
  expect(rollsOf(cuts)).toBe(1);
  expect(cuts.filter((c) => c.of === 'n').length).toBeGreaterThan(1);
});
