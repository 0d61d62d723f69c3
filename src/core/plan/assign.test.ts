import fc from 'fast-check';
import { assigned } from './assign';

/** The least that any way costs that gives every row a column of its own; Infinity where there is none. */
function leastOf(costs: readonly (readonly number[])[], taken: ReadonlySet<number> = new Set()): number {
  const [row, ...rest] = costs;
  if (!row) return 0;
  return row.reduce(
    (least, cost, column) => (taken.has(column) ? least : Math.min(least, cost + leastOf(rest, new Set([...taken, column])))),
    Infinity,
  );
}

const matrix = fc.integer({ min: 1, max: 6 }).chain(
  (n) =>
    fc.array(fc.array(fc.oneof({ weight: 4, arbitrary: fc.integer({ min: 0, max: 90 }) }, { weight: 1, arbitrary: fc.constant(Infinity) }), { minLength: n, maxLength: n }), { minLength: n, maxLength: n }), // prettier-ignore
);

test('every row has a column of its own, and no other way costs less', () => {
  fc.assert(
    fc.property(matrix, (costs) => {
      const columns = assigned(costs.length, (row, column) => costs[row]![column]!);
      const least = leastOf(costs);
      if (columns === null) {
        expect(least).toBe(Infinity);
        return;
      }
      expect([...columns].sort((a, b) => a - b)).toEqual(costs.map((_, k) => k));
      expect([...columns].reduce((sum, column, row) => sum + costs[row]![column]!, 0)).toBe(least);
    }),
    { numRuns: 500 },
  );
});

test('where two rows can have one column only there is no way', () => {
  expect(assigned(2, (_, column) => (column === 0 ? 1 : Infinity))).toBeNull();
  expect(assigned(0, () => 1)).toEqual(new Int32Array(0));
});

test('each cost is asked once', () => {
  let asked = 0;
  assigned(40, (row, column) => {
    asked++;
    return Math.abs(row * 7 - column * 5);
  });
  expect(asked).toBe(1600);
});
