import { render, screen } from '@testing-library/react';
import { type Job, newJob, type Plan } from '@/core/given';
import { cutList, planJob, type CutLine } from '@/core/plan';
import { cutWords } from '@/formats';
import { PlankDrawing } from './PlankDrawing';

const planOf = (change: Partial<Job>, direction: number): { plan: Plan; lines: CutLine[] } => {
  const job = newJob('Room', 'metric', 4200, 3600);
  const plan = planJob({ ...job, layout: { ...job.layout, direction }, ...change }, { steps: 1000 });
  if (!plan.ok) throw new Error('no plan');
  return { plan: plan.value, lines: cutList(plan.value, job.kerf).flatMap((r) => r.lines) };
};
const show = (plan: Plan, line: CutLine) =>
  render(<PlankDrawing line={line} plank={plan.planks[line.piece.plank - 1]!} display="metric" />);

test('a slanted end is drawn with what is marked on both edges', () => {
  const { plan, lines } = planOf({}, 45);
  const line = lines.find((l) => l.crosscuts.length === 1 && l.crosscuts[0]!.slant)!;
  show(plan, line);
  expect(screen.getByRole('img', { name: `Piece ${line.piece.id} on its plank, the starting-wall edge at the top` })).toBeInTheDocument();
  const { near, far } = line.crosscuts[0]!.slant!;
  for (const mm of [near, far]) expect(screen.getByText(String(Math.round(mm)))).toBeInTheDocument();
});

test('a notched piece names its corners as its words do; a square cut needs no drawing', () => {
  const register: [number, number][] = [[1900, 1450], [2200, 1450], [2200, 1510], [1900, 1510]]; // prettier-ignore
  const { plan, lines } = planOf({ obstacles: [{ id: 'r', kind: 'register', gap: 3, outline: register }] }, 0);
  const line = lines.find((l) => l.shape)!;
  const { unmount } = show(plan, line);
  expect(cutWords(line, 'metric')).toContain('A ');
  expect(screen.getByText('A')).toBeInTheDocument();
  expect(screen.getAllByText(/^[A-Z]$/)).toHaveLength(line.shape!.flat().length);
  unmount();
  show(
    plan,
    lines.find((l) => !l.shape && l.crosscuts.length === 1)!,
  );
  expect(screen.queryByRole('img')).toBeNull();
});
