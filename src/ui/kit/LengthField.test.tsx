import { ChakraProvider, defaultSystem } from '@chakra-ui/react';
import { fireEvent, render, screen } from '@testing-library/react';
import type { Display } from '@/core/units';
import { LengthField } from './LengthField';

function show(mm: number, display: Display, onLength: (mm: number) => string | undefined) {
  render(
    <ChakraProvider value={defaultSystem}>
      <LengthField label="Width" mm={mm} display={display} onLength={onLength} />
    </ChakraProvider>,
  );
  return screen.getByLabelText<HTMLInputElement>('Width');
}

const type = (input: HTMLInputElement, text: string, key = 'Enter') => {
  fireEvent.change(input, { target: { value: text } });
  fireEvent.keyDown(input, { key });
};

test('shows how what is typed was understood, and gives it on Enter', () => {
  const taken: number[] = [];
  const input = show(2430, 'metric', (mm) => void taken.push(mm));
  expect(input.value).toBe('2430');
  fireEvent.change(input, { target: { value: `7' 11 5/8"` } });
  expect(screen.getByText(/= 2428.9 mm/)).toBeInTheDocument();
  fireEvent.keyDown(input, { key: 'Enter' });
  expect(taken).toEqual([2428.875]);
});

test('a refusal stands beside the field, what was typed stays, Escape gives back the old length', () => {
  const input = show(2430, 'metric', () => 'Too small.');
  type(input, '5');
  expect(screen.getByText('Too small.')).toBeInTheDocument();
  expect(input.value).toBe('5');
  type(input, '5', 'Escape');
  expect(input.value).toBe('2430');
  expect(screen.queryByText('Too small.')).toBeNull();
});

test('arrow keys go to the next mark of the tape', () => {
  const taken: number[] = [];
  const input = show(100.4, 'metric', (mm) => void taken.push(mm));
  fireEvent.keyDown(input, { key: 'ArrowUp' });
  fireEvent.keyDown(input, { key: 'ArrowDown', shiftKey: true });
  expect(taken).toEqual([101, 100]);
});
