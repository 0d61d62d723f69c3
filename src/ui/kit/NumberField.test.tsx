import { ChakraProvider, defaultSystem } from '@chakra-ui/react';
import { fireEvent, render, screen } from '@testing-library/react';
import { NumberField } from './NumberField';

function show(value: number, onNumber: (value: number) => string | undefined, whole = false) {
  render(
    <ChakraProvider value={defaultSystem}>
      <NumberField label="Angle" value={value} onNumber={onNumber} wanted="Write an angle, such as 12.5." whole={whole} />
    </ChakraProvider>,
  );
  return screen.getByLabelText<HTMLInputElement>('Angle');
}
const type = (input: HTMLInputElement, text: string) => {
  fireEvent.change(input, { target: { value: text } });
  fireEvent.keyDown(input, { key: 'Enter' });
};

test('a comma is a decimal point; Enter and leaving give the number, and only a changed one', () => {
  const taken: number[] = [];
  const input = show(90, (n) => void taken.push(n));
  expect(input.value).toBe('90');
  fireEvent.blur(input);
  expect(taken).toEqual([]);
  type(input, '87,5');
  fireEvent.change(input, { target: { value: '86' } });
  fireEvent.blur(input);
  expect(taken).toEqual([87.5, 86]);
});

test('what is no number is told what is wanted, stays, and goes by Escape', () => {
  const taken: number[] = [];
  const input = show(4, (n) => void taken.push(n), true);
  type(input, '4.5');
  expect(screen.getByText('Write an angle, such as 12.5.')).toBeInTheDocument();
  expect(input).toHaveAttribute('aria-invalid', 'true');
  expect(input.value).toBe('4.5');
  fireEvent.keyDown(input, { key: 'Escape' });
  expect(screen.queryByText('Write an angle, such as 12.5.')).toBeNull();
  expect(input).toHaveAttribute('aria-valuenow', '4');
  expect(taken).toEqual([]);
});

test('why a number cannot be taken stands beside it', () => {
  const input = show(4, (n) => (n > 10 ? 'Ten at most.' : undefined));
  type(input, '11');
  expect(screen.getByText('Ten at most.')).toBeInTheDocument();
  type(input, '10');
  expect(screen.queryByText('Ten at most.')).toBeNull();
});
