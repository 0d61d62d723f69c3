import fc from 'fast-check';
import { formatHeight, parseHeight } from '.';

test.each([
  ['-3.5', 'metric', -3.5],
  ['− 3.5 mm', 'metric', -3.5],
  ['+2', 'metric', 2],
  ['0', 'metric', 0],
  ['-3/16', 'imperial', -4.7625],
] as const)('%s', (text, display, mm) => {
  const read = parseHeight(text, display);
  expect(read.ok && read.mm).toBeCloseTo(mm, 9);
});

test.each(['', '-', 'low', '--2'])('%j is refused', (text) => expect(parseHeight(text, 'metric').ok).toBe(false));

test('what is written is read again', () => {
  fc.assert(
    fc.property(fc.integer({ min: -300, max: 300 }), (tenths) => {
      expect(parseHeight(formatHeight(tenths / 10, 'metric'), 'metric')).toEqual({ ok: true, mm: tenths / 10 });
    }),
  );
});
