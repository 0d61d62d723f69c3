import fc from 'fast-check';
import { grouped } from '.';

test('every item is in the group of its key, groups and items in the order in which they were met', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 0, max: 30 })), fc.integer({ min: 1, max: 7 }), (items, by) => {
      const groups = grouped(items, (n) => n % by);
      expect([...groups.keys()]).toEqual([...new Set(items.map((n) => n % by))]);
      for (const [key, own] of groups) expect(own).toEqual(items.filter((n) => n % by === key));
    }),
  );
  expect(grouped(['a', 'b', 'c'], (_, i) => i % 2)).toEqual(
    new Map([
      [0, ['a', 'c']],
      [1, ['b']],
    ]),
  );
  expect(grouped([], String).size).toBe(0);
});
