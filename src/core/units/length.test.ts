import fc from 'fast-check';
import { formatLength, lengthStep, parseLength, type Display } from '.';

const mm = (text: string, display: Display = 'metric') => {
  const parsed = parseLength(text, display);
  if (!parsed.ok) throw new Error(`${text}: ${parsed.text}`);
  return parsed.mm;
};

describe('parseLength', () => {
  test.each([
    ['2430', 2430],
    ['2430 mm', 2430],
    ['2.43 m', 2430],
    ['2,43m', 2430],
    ['243cm', 2430],
    ['2 m 43', 2430],
    ['2m 430mm', 2430],
    [`7' 11 5/8"`, 2428.875],
    ['7ft 11in', 2413],
    [`7'`, 2133.6],
    ['7-11-5/8', 2428.875],
    ['95 5/8"', 2428.875],
    ['95 5/8', 2428.875],
    ['5/8', 15.875],
    ['.5 m', 500],
    ['7’ 11″', 2413],
  ])('%s is %d mm', (text, want) => expect(mm(text)).toBeCloseTo(want, 6));

  test.each([
    ['95.625', 2428.875],
    ['7 1/2', 190.5],
    ['12', 304.8],
    ['300 mm', 300],
  ])('imperial: %s is %d mm', (text, want) => expect(mm(text, 'imperial')).toBeCloseTo(want, 6));

  test.each(['', '  ', 'wide', '-5', '2,430', '3/0', '7" 3\'', '1e9', '2000000', 'NaN', '12..5'])(
    '%j is refused with a sentence',
    (text) => {
      const parsed = parseLength(text, 'metric');
      expect(parsed.ok).toBe(false);
      if (!parsed.ok) expect(parsed.text).toMatch(/[a-z].*\.$/);
    },
  );
});

test('what is written is read back within half a step', () => {
  fc.assert(
    fc.property(fc.double({ min: 0, max: 90_000, noNaN: true }), fc.constantFrom<Display>('metric', 'imperial'), (length, display) => {
      const text = formatLength(length, display);
      expect(Math.abs(mm(text, display) - length)).toBeLessThanOrEqual(lengthStep(display) / 2 + 1e-6);
      // a second round trip changes nothing any more
      expect(formatLength(mm(text, display), display)).toBe(text);
    }),
  );
});

test('fractions are reduced and carried', () => {
  expect(formatLength(12.7, 'imperial')).toBe('1/2"');
  expect(formatLength(304.7, 'imperial')).toBe(`1' 0"`);
  expect(formatLength(-25.4, 'imperial')).toBe('-1"');
  expect(formatLength(0, 'imperial')).toBe('0"');
  expect(formatLength(117.6, 'metric', { bare: true })).toBe('118');
  expect(formatLength(117.56, 'metric', { decimals: 1 })).toBe('117.6 mm');
});

test('what is cut is read down; within a twentieth of a millimetre of a step it is on it', () => {
  expect(formatLength(148.96, 'metric', { down: true })).toBe('149 mm');
  expect(formatLength(148.94, 'metric', { down: true })).toBe('148 mm');
  expect(formatLength(117.69, 'metric', { down: true, decimals: 1 })).toBe('117.7 mm');
  expect(formatLength(12.69, 'imperial', { down: true })).toBe('1/2"');
  expect(formatLength(12.6, 'imperial', { down: true })).toBe('7/16"');
});
