import { ChakraProvider, defaultSystem } from '@chakra-ui/react';
import { render, screen, within } from '@testing-library/react';
import { newJob } from '@/core/given';
import type { Summary } from '@/core/plan';
import { Tally } from './Tally';

const summary = (change: Partial<Summary>): Summary => ({
  planks: 60,
  boxes: 8,
  wastePercent: 5.04,
  leastPlanks: 1,
  stops: { rowByRow: 0, batches: 0, lengths: 0 },
  rack: { greatest: 0, at: null, mean: 0, rowsBetween: { median: 0, most: 0 } },
  worstStrip: 118,
  leastStagger: 312,
  staggerOf: {},
  musts: 0,
  shoulds: 0,
  doorways: 0,
  cuts: 0,
  ...change,
});

function show(now: Summary | null, before: Summary | null, display: 'metric' | 'imperial' = 'metric', dragged?: number | null) {
  render(
    <ChakraProvider value={defaultSystem}>
      <Tally job={newJob('Room', display, 4000, 3000)} now={now} before={before} onGo={() => undefined} dragged={dragged} />
    </ChakraProvider>,
  );
  return (name: string) => within(screen.getByText(name).parentElement!).getByRole('definition').textContent;
}

test('says what the last change did to each number, and nothing where it did nothing', () => {
  const read = show(summary({ planks: 57, leastPlanks: 57, wastePercent: 3.9, worstStrip: 128 }), summary({}));
  // and how good that number is
  expect(read('Planks')).toBe('57−3 the fewest');
  expect(read('Waste')).toBe('3.9 %−1.1');
  expect(read('Narrowest strip')).toBe('128+10');
  expect(read('Boxes of 8')).toBe('8');
  expect(read('To look at')).toBe('nothing');
});

test('before there is a plan it says so; broken limits are counted in words', () => {
  expect(show(null, null)('Planks')).toBe('–');
});

test('in feet and inches', () => {
  const read = show(summary({ musts: 2, shoulds: 1 }), null, 'imperial');
  expect(read('Least stagger')).toBe(`1' 5/16"`);
  expect(read('To look at')).toBe('32 against a limit');
});

test.each([
  ['metric', 48, '48−12'],
  ['imperial', null, '–'],
] as const)('while the line is dragged, the narrowest strip of all floors is compared with what it was: %s', (display, dragged, want) => {
  expect(show(summary({ worstStrip: 60 }), null, display, dragged)('Narrowest strip')).toBe(want);
});
