import fc from 'fast-check';
import { pulled } from './joints';

test('a joint that is pulled takes those after it along, and leaves those before it', () => {
  expect(pulled([400, 1685, 2970], 0, 500, 4000)).toEqual([500, 1785, 3070]);
  expect(pulled([400, 1685, 2970], 1, 1600, 4000)).toEqual([400, 1600, 2885]);
  expect(pulled([400, 1685, 2970], 2, 3000, 4000)).toEqual([400, 1685, 3000]);
});

test('a joint that would leave the row is none any more', () => {
  expect(pulled([400, 1685, 2970], 0, 1100, 3600)).toEqual([1100, 2385]);
  expect(pulled([400], 0, 4000, 3600)).toEqual([]);
});

test('what is left lies within the row, in order, none on another', () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 10, max: 3990 }), { minLength: 1, maxLength: 5 }),
      fc.nat(4),
      fc.integer({ min: -200, max: 4300 }),
      (places, which, to) => {
        const joints = [...new Set(places)].sort((a, b) => a - b);
        const moved = pulled(joints, which % joints.length, to, 4000);
        expect(moved.every((u, k) => u > (moved[k - 1] ?? 0) && u < 4000)).toBe(true);
        expect(moved.length).toBeLessThanOrEqual(joints.length);
      },
    ),
  );
});
