import { ChakraProvider, defaultSystem } from '@chakra-ui/react';
import { fireEvent, render, screen } from '@testing-library/react';
import { newJob, type Job } from '@/core/given';
import { useJob, useSaving } from '@/ui/desk';
import { Walk } from './Walk';

const now = () => useSaving.getState().job!;

function Screen() {
  const job = useJob();
  const space = job.spaces[0]!;
  return (
    <ChakraProvider value={defaultSystem}>{space.walk ? <Walk job={job} space={space} walk={space.walk} /> : <p>closed</p>}</ChakraProvider>
  );
}

const begin = (display: Job['display'] = 'metric') => {
  const job = newJob('Room', display, 3000, 2000);
  useSaving.setState({ id: 'j', job: { ...job, spaces: [{ ...job.spaces[0]!, walk: [] }] } });
  render(<Screen />);
};
const wall = (length: string, side: 'Turn right' | 'Turn left' = 'Turn right') => {
  fireEvent.change(screen.getByLabelText(/^Wall [A-Z], length/), { target: { value: length } });
  fireEvent.click(screen.getByRole('button', { name: side }));
};

test('four walls that come back close; the outline is taken over', () => {
  begin();
  for (const length of ['4000', '3 m', '400 cm']) wall(length);
  expect(screen.getByRole('button', { name: 'Use this outline' })).toBeDisabled();
  wall('3000');
  expect(screen.getByText('It closes.')).toBeInTheDocument();
  fireEvent.click(screen.getByRole('button', { name: 'Use this outline' }));
  expect(screen.getByText('closed')).toBeInTheDocument();
  expect(now().spaces[0]!.outline).toEqual([
    [0, 0],
    [4000, 0],
    [4000, -3000],
    [0, -3000],
  ]);
});

test('a closing error names its size and the walls that may be misread; one press mends it', () => {
  begin();
  for (const length of ['4000', '3000', '3900', '3000']) wall(length);
  expect(screen.getByText('100 mm')).toBeInTheDocument();
  expect(screen.getByRole('button', { name: 'A is 3900 mm, not 4000 mm' })).toBeInTheDocument();
  fireEvent.click(screen.getByRole('button', { name: 'C is 4000 mm, not 3900 mm' }));
  expect(now().spaces[0]!.walk).toBeUndefined();
  expect(now().spaces[0]!.outline).toHaveLength(4);
});

test('what cannot be a wall or a turn is said beside the field', () => {
  begin('imperial');
  wall('wide');
  expect(screen.getByText(/Not understood/)).toBeInTheDocument();
  wall('1/8');
  expect(screen.getByText('A wall is at least 10 mm long.')).toBeInTheDocument();
  fireEvent.change(screen.getByLabelText('Turn in degrees'), { target: { value: '190' } });
  wall('8-3');
  expect(screen.getByText(/between 0 and 180°/)).toBeInTheDocument();
  expect(now().spaces[0]!.walk).toEqual([]);
});

test('a turn is switched, the last wall taken back, the walk given up', () => {
  begin();
  wall('2000');
  wall('1000', 'Turn left');
  expect(now().spaces[0]!.walk!.map((w) => w.turn)).toEqual([90, -90]);
  fireEvent.click(screen.getByRole('button', { name: 'Turn left by 90°; switch sides' }));
  expect(now().spaces[0]!.walk!.map((w) => w.turn)).toEqual([90, 90]);
  fireEvent.click(screen.getByRole('button', { name: /^Take back wall/ }));
  expect(now().spaces[0]!.walk).toHaveLength(1);
  fireEvent.click(screen.getByRole('button', { name: 'Stop walking' }));
  expect(now().spaces[0]!.outline).toHaveLength(4);
});

test('where one wall is missing it is offered, and taken it closes', () => {
  begin();
  for (const length of ['4000', '3000', '4000']) wall(length);
  fireEvent.click(screen.getByRole('button', { name: 'Close it with wall D, 3000 mm' }));
  expect(screen.getByText('closed')).toBeInTheDocument();
  expect(now().spaces[0]!.outline).toHaveLength(4);
});
