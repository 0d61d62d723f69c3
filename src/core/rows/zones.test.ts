import fc from 'fast-check';
import { zonesOf } from './zones';

test('zones are stretches of whole rows of one floor, each of so many runs at least, but for the last of a floor', () => {
  const rows = fc.array(fc.tuple(fc.integer({ min: 1, max: 5 }), fc.constantFrom(1, 1, 1, 1, 7)), { minLength: 1, maxLength: 60 });
  fc.assert(
    fc.property(rows, fc.integer({ min: 1, max: 20 }), (list, least) => {
      let row = 0;
      const runs = list.flatMap(([many, on]) => {
        row += on;
        return Array.from({ length: many }, () => ({ row }));
      });
      const zones = zonesOf(runs, least);
      runs.slice(1).forEach((run, k) => {
        const [before, here] = [zones[k]!, zones[k + 1]!];
        expect([before, before + 1]).toContain(here);
        // a row is never parted, floors always are
        if (run.row === runs[k]!.row) expect(here).toBe(before);
        const far = run.row - runs[k]!.row > 1;
        if (far) expect(here).toBe(before + 1);
        if (here > before && !far) expect(zones.filter((z) => z === before).length).toBeGreaterThanOrEqual(least);
      });
    }),
  );
  expect([...zonesOf([])]).toEqual([]);
});
