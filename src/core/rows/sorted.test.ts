import fc from 'fast-check';
import { SortedLengths } from './sorted';

const sorted = (list: readonly number[]) => [...list].sort((a, b) => a - b);

test('lengths that are put in and taken out lie as a sorted list has them', () => {
  const steps = fc.array(fc.tuple(fc.boolean(), fc.integer({ min: 1, max: 40 })), { maxLength: 120 });
  fc.assert(
    fc.property(steps, (list) => {
      const lengths = new SortedLengths();
      const wanted: number[] = [];
      for (const [put, length] of list) {
        if (put) {
          lengths.put(length);
          wanted.push(length);
        } else {
          const at = wanted.indexOf(length);
          expect(lengths.take(length)).toBe(at >= 0);
          if (at >= 0) wanted.splice(at, 1);
        }
        expect([...lengths.view()]).toEqual(sorted(wanted));
      }
      for (let value = 0; value <= 41; value++) expect(lengths.placeOf(value)).toBe(wanted.filter((w) => w < value).length);
    }),
  );
});

test('lists are joined, taken over, turned round and emptied', () => {
  fc.assert(
    fc.property(fc.array(fc.integer()), fc.array(fc.integer()), (a, b) => {
      const [one, other] = [new SortedLengths(), new SortedLengths()];
      for (const length of sorted(a)) one.append(length);
      for (const length of sorted(b).reverse()) other.append(length);
      other.reverse();
      expect([...other.view()]).toEqual(sorted(b));
      one.putAll(other);
      expect([...one.view()]).toEqual(sorted([...a, ...b]));
      other.copy(one);
      one.clear();
      expect(one.length).toBe(0);
      expect([...other.view()]).toEqual(sorted([...a, ...b]));
    }),
  );
});
