import { render, screen } from '@testing-library/react';
import { cutList, isStraight, type PieceCuts } from '@/core/cuts';
import { type Job, newJob } from '@/core/given';
import { planJob } from '@/core/plan';
import { cutWords } from '@/formats';
import { PlankDrawing } from './PlankDrawing';

const linesOf = (change: Partial<Job>, direction: number): readonly PieceCuts[] => {
  const job = newJob('Room', 'metric', 4200, 3600);
  const own = { ...job, layout: { ...job.layout, direction }, ...change };
  const plan = planJob(own, { steps: 1000 });
  if (!plan.ok) throw new Error('no plan');
  return cutList(own, plan.value).pieces;
};

test('a slanted end is drawn with what is marked on both edges', () => {
  const lines = linesOf({}, 45);
  const line = lines.find(
    ({ cuts: [one, ...more] }) => one && more.length === 0 && isStraight(one) && one.marks[0].read !== one.marks[1].read,
  )!;
  render(<PlankDrawing line={line} />);
  const [row, piece] = line.piece.split('/')[1]!.split('.');
  expect(screen.getByRole('img', { name: `row ${row}, piece ${piece} in the wood that it is cut from, the starting-wall edge at the top` })).toBeInTheDocument(); // prettier-ignore
  const [cut] = line.cuts;
  if (!cut || !isStraight(cut)) throw new Error('no straight cut');
  for (const { text } of cut.marks) expect(screen.getByText(text)).toBeInTheDocument();
});

test('a notched piece names its corners as its words do; a square cut needs no drawing', () => {
  const register: [number, number][] = [[1900, 1450], [2200, 1450], [2200, 1510], [1900, 1510]]; // prettier-ignore
  const lines = linesOf({ obstacles: [{ id: 'r', kind: 'register', gap: 3, outline: register }] }, 0);
  const line = lines.find((l) => l.cuts.some((c) => !isStraight(c)))!;
  const { unmount } = render(<PlankDrawing line={line} />);
  expect(cutWords(line)).toContain('A ');
  expect(screen.getByText('A')).toBeInTheDocument();
  const marked = line.cuts.flatMap((c) => (isStraight(c) ? [] : c.marks));
  expect(screen.getAllByText(/^[A-Z]$/)).toHaveLength(marked.length);
  unmount();
  render(
    <PlankDrawing line={lines.find(({ cuts: [one, ...more] }) => one && isStraight(one) && more.length === 0 && one.kind === 'cross')!} />,
  );
  expect(screen.queryByRole('img')).toBeNull();
});
