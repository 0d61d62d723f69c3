import { ChakraProvider, defaultSystem } from '@chakra-ui/react';
import { fireEvent, render, screen } from '@testing-library/react';
import { OptionalNumber } from './OptionalNumber';

const show = (value: number | null, onNumber: (value: number | undefined) => string | undefined) =>
  render(<ChakraProvider value={defaultSystem}><OptionalNumber label="Tape: price of one" name="Price" value={value} onNumber={onNumber} /></ChakraProvider>); // prettier-ignore
const write = (text: string) => {
  const field = screen.getByLabelText('Tape: price of one');
  fireEvent.change(field, { target: { value: text } });
  fireEvent.keyDown(field, { key: 'Enter' });
};

test('takes a number with a comma, nothing for nothing, and says what is neither', () => {
  const taken: (number | undefined)[] = [];
  show(null, (value) => void taken.push(value));
  write('6,50');
  expect(taken).toEqual([6.5]);
  write('cheap');
  expect(screen.getByText('A number, or nothing.')).toBeInTheDocument();
  expect(taken).toEqual([6.5]);
});

test('emptied, what is usual holds again', () => {
  const taken: (number | undefined)[] = [];
  show(25, (value) => void taken.push(value));
  write('');
  expect(taken).toEqual([undefined]);
});
