import { ChakraProvider, defaultSystem } from '@chakra-ui/react';
import { fireEvent, render, screen } from '@testing-library/react';
import type { Summary } from '@/core/plan';
import { Offer } from './Offer';

const summary = (planks: number, musts: number, shoulds: number): Summary => ({
  planks,
  boxes: 8,
  wastePercent: 5,
  leastPlanks: 1,
  stops: { rowByRow: 0, batches: 0, lengths: 0 },
  rack: { greatest: 0, at: null, mean: 0, rowsBetween: { median: 0, most: 0 } },
  worstStrip: 118,
  leastStagger: 312,
  staggerOf: {},
  musts,
  shoulds,
  doorways: 0,
  cuts: 0,
});

function show(then: Summary | null) {
  const [onKeep, onLeave] = [jest.fn(), jest.fn()];
  render(
    <ChakraProvider value={defaultSystem}>
      <Offer words="Lock row 5" now={summary(60, 0, 2)} then={then} onKeep={onKeep} onLeave={onLeave} />
    </ChakraProvider>,
  );
  return { onKeep, onLeave };
}

test('says what a change costs against what is, and is kept or left', () => {
  const { onKeep, onLeave } = show(summary(61, 0, 2));
  expect(screen.getByRole('status')).toHaveTextContent('61 planks instead of 60; 2 to look at, as now.');
  expect(screen.queryByText(/broken limit/)).toBeNull();
  fireEvent.click(screen.getByRole('button', { name: 'Keep it' }));
  expect(onKeep).toHaveBeenCalledTimes(1);
  fireEvent.click(screen.getByRole('button', { name: 'Leave it' }));
  expect(onLeave).toHaveBeenCalledTimes(1);
});

test('limits that it breaks are said apart', () => {
  show(summary(60, 2, 0));
  expect(screen.getByRole('status')).toHaveTextContent('60 planks, as now; 2 to look at, as now; 2 more broken limits.');
});

test('while it is searched nothing can be kept', () => {
  show(null);
  expect(screen.getByRole('status')).toHaveTextContent('Searching what it costs');
  expect(screen.queryByRole('button')).toBeNull();
});
