import { ChakraProvider, defaultSystem } from '@chakra-ui/react';
import { fireEvent, render, screen } from '@testing-library/react';
import { newJob, type Job } from '@/core/given';
import { useJob, useSaving } from '@/ui/desk';
import { Checks } from './Checks';
import { Walls } from './Walls';

function Host({ walls = false }: { walls?: boolean }) {
  const job = useJob();
  const props = { job, space: job.spaces[0]! };
  return <ChakraProvider value={defaultSystem}>{walls ? <Walls {...props} /> : <Checks {...props} />}</ChakraProvider>;
}
const show = (first: Job, walls = false) => {
  useSaving.setState({ id: 'j', job: first });
  render(<Host walls={walls} />);
};
const outline = () => useSaving.getState().job!.spaces[0]!.outline;
const write = (label: string | RegExp, text: string) => {
  const field = screen.getByLabelText(label);
  fireEvent.change(field, { target: { value: text } });
  fireEvent.keyDown(field, { key: 'Enter' });
};

test('three widths are told apart from the drawing and drawn as a flare; they stay as a record', () => {
  show(newJob('Room', 'metric', 4000, 3000));
  fireEvent.click(screen.getByRole('button', { name: 'Three widths' }));
  expect(screen.getByRole('button', { name: 'Draw the flare' })).toBeDisabled();
  write('Width 1, measured', '2992');
  write('Width 3, measured', '3008');
  expect(screen.getByText(/^They differ by/)).toHaveTextContent('They differ by 16 mm: the wall opposite runs apart by 20 mm');
  fireEvent.click(screen.getByRole('button', { name: 'Draw the flare' }));
  expect(outline().map((p) => p[1])).toEqual([0, 0, 3010, 2990]);
  expect(useSaving.getState().job!.spaces[0]!.widths).toHaveLength(3);
  expect(screen.getByRole('button', { name: 'Draw the flare' })).toBeDisabled();
});

test('a width in the middle that stands out is a bow or a misread tape', () => {
  show(newJob('Room', 'metric', 4000, 3000));
  fireEvent.click(screen.getByRole('button', { name: 'Three widths' }));
  write('Width 2, measured', '3030');
  expect(screen.getByText(/bows by/)).toHaveTextContent('20 mm');
  fireEvent.click(screen.getByRole('button', { name: 'Draw the bow too' }));
  expect(outline()).toHaveLength(7);
  fireEvent.click(screen.getByRole('button', { name: 'Take away width 2' }));
  expect(useSaving.getState().job!.spaces[0]!.widths).toHaveLength(2);
});

test('a diagonal that disagrees says by how much, and four walls can be drawn by it', () => {
  show(newJob('Room', 'metric', 4000, 3000));
  fireEvent.click(screen.getByRole('button', { name: 'A diagonal' }));
  expect(screen.getByText(/Agrees with the drawing/)).toBeInTheDocument();
  write('Diagonal 1, measured', '5030');
  expect(screen.getByText(/A corner is not as drawn/)).toHaveTextContent('30 mm less');
  fireEvent.click(screen.getByRole('button', { name: /Draw it so/ }));
  expect(Math.hypot(outline()[2]![0], outline()[2]![1])).toBeCloseTo(5030, 1);
  expect(screen.getByText(/Agrees with the drawing/)).toBeInTheDocument();
  write('Diagonal 1, measured', '9000');
  fireEvent.click(screen.getByRole('button', { name: /Draw it so/ }));
  expect(screen.getByRole('alert')).toHaveTextContent('no room with these walls');
});

test('walls: a length, an angle, a bay, a curve; what cannot be is said beside the field', () => {
  show(newJob('Room', 'metric', 4000, 3000), true);
  write('Length of wall A', '4200');
  expect(outline()[1]).toEqual([4200, 0]);
  write(/^Angle of the corner after wall A/, '179');
  expect(screen.getByText(/run into the next one|point away/)).toBeInTheDocument();
  write(/^Angle of the corner after wall A/, 'square');
  expect(screen.getByText('An angle in degrees, such as 135.')).toBeInTheDocument();
  fireEvent.click(screen.getByRole('button', { name: 'Bay, curve or corner in wall C' }));
  write('Wall C: Bay is deep', '500');
  fireEvent.click(screen.getByRole('button', { name: 'Build the bay' }));
  expect(outline()).toHaveLength(8);
  expect(Math.max(...outline().map((p) => p[1]))).toBe(3500);
  fireEvent.click(screen.getByRole('button', { name: 'Bay, curve or corner in wall A' }));
  write('Wall A: Curve rises', '2500');
  fireEvent.click(screen.getByRole('button', { name: 'Curve the wall' }));
  expect(screen.getByRole('alert')).toHaveTextContent('at most half the wall');
});
