import { ChakraProvider, defaultSystem } from '@chakra-ui/react';
import { fireEvent, render, screen } from '@testing-library/react';
import type { ReactNode } from 'react';
import { marksOf, newJob, type Job } from '@/core/given';
import { useSaving } from '@/ui/desk';
import { Marked, MarksProvider } from '@/ui/kit';
import { MarksNotice } from './Notice';

const show = (children: ReactNode) => render(<ChakraProvider value={defaultSystem}>{children}</ChakraProvider>);
const job: Job = { ...newJob('Toll house', 'metric', 4600, 3340), crew: { pace: { lay: 0.001 } } };

test('values of before their bound are told with the way to where they are set, and beside their fields', () => {
  useSaving.setState({ id: 'j', job });
  show(
    <MarksProvider value={marksOf(job)}>
      <MarksNotice />
      <Marked at="crew.pace.lay">
        <input aria-label="laid" />
      </Marked>
      <Marked at="crew.pace.trim">
        <input aria-label="fixed" />
      </Marked>
    </MarksProvider>,
  );
  expect(screen.getByLabelText('laid').parentElement).toHaveTextContent('a pace is at least 0.01 an hour');
  expect(screen.getByLabelText('fixed').parentElement).toHaveTextContent('');
  expect(screen.getByText(/^Change one value/)).toHaveTextContent('a pace is at least 0.01 an hour');
  fireEvent.click(screen.getByRole('button'));
  expect(window.location.pathname).toBe('/jobs/j/days');
});

test('where all values are as they may be, nothing is told', () => {
  useSaving.setState({ id: 'j', job: newJob('Toll house', 'metric', 4600, 3340) });
  const { container } = show(<MarksNotice />);
  expect(container).toHaveTextContent('');
});
