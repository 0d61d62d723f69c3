import { cleanup, render } from '@testing-library/react';
import { newJob, type Job, type Plan } from '@/core/given';
import { planJob } from '@/core/plan';
import { planPicture } from '@/formats/paper';
import { ShapesDrawing } from './ShapesDrawing';
import { RowNumbers } from './RowNumbers';
import { SizeOverlay } from './SizeOverlay';
import { fitted, toScreen, type View } from './view';

/* What is written on a drawing lies over nothing else that is written, however small the drawing is. */

const rectangle = (x: number, y: number, wide: number, high: number): [number, number][] => [[x, y], [x + wide, y], [x + wide, y + high], [x, y + high]]; // prettier-ignore
const base = newJob('Weir Cottage', 'metric', 7200, 1260);
const house: Job = {
  ...base,
  spaces: [
    { id: 'corridor', name: 'Corridor', outline: rectangle(0, 0, 7200, 1260) },
    { id: 'reading', name: 'Reading room', outline: rectangle(0, 1360, 4500, 3400) },
    { id: 'store', name: 'Book store', outline: rectangle(5600, -1300, 1600, 1200) },
  ],
};
const viewOf = (job: Job, width: number, height: number): View =>
  fitted(job.spaces.flatMap((s) => s.outline), width, height, 0, { x: 40, top: 40, bottom: 40 }); // prettier-ignore
const planOf = (job: Job): Plan => {
  const plan = planJob(job, { steps: 100 });
  if (!plan.ok) throw new Error('no plan');
  return plan.value;
};

type Box = { text: string; x: number; y: number; wide: number; high: number };
/** About the room that each text takes, by its letters: 7 px for each and 15 px of height, or its own size. */
function written(node: React.ReactNode): Box[] {
  const { container } = render(<svg>{node}</svg>);
  const boxes = [...container.querySelectorAll('text')].map((t): Box => {
    const size = parseFloat(t.style.fontSize) || 14;
    const wide = t.textContent.length * size * 0.5;
    return { text: t.textContent, x: Number(t.getAttribute('x')) - wide / 2, y: Number(t.getAttribute('y')) - size / 2, wide, high: size };
  });
  cleanup();
  return boxes;
}
const over = (a: Box, b: Box) => a.x < b.x + b.wide && b.x < a.x + a.wide && a.y < b.y + b.high && b.y < a.y + a.high;
const clashes = (boxes: Box[]) =>
  boxes.flatMap((a, i) =>
    boxes
      .slice(i + 1)
      .filter((b) => over(a, b))
      .map((b) => `${a.text} over ${b.text}`),
  );

test.each([1280, 800, 390, 300])('at %d px names and areas lie clear of each other, and stay inside their rooms', (width) => {
  const view = viewOf(house, width, width * 0.9);
  const boxes = written(<SizeOverlay job={house} view={view} inside="corridor" />);
  expect(clashes(boxes)).toEqual([]);
  for (const { text, x, wide } of boxes) {
    const space = house.spaces.find((s) => s.name === text);
    if (!space) continue;
    const xs = space.outline.map((p) => toScreen(view, p)[0]);
    expect(x).toBeGreaterThan(Math.min(...xs));
    expect(x + wide).toBeLessThan(Math.max(...xs));
  }
  // the large room is named on a phone too
  expect(boxes.map((b) => b.text)).toContain('Reading room');
});

test('a name that would lie beside a note is left out, the others stay', () => {
  const view = viewOf(house, 390, 400);
  const note = toScreen(view, [200, 500]);
  const names = written(<SizeOverlay job={house} view={view} beside={note} />).map((b) => b.text);
  expect(names).not.toContain('Corridor');
  expect(names).toContain('Reading room');
});

test.each([900, 390])('at %d px a row’s number stands before its row and over no other number', (width) => {
  const job = newJob('Toll house', 'metric', 4200, 3600);
  const plan = planOf({ ...job, layout: { ...job.layout, direction: 0 } });
  const view = viewOf(job, width, width);
  const boxes = written(<RowNumbers plan={plan} view={view} />);
  expect(boxes.length).toBeGreaterThan(5);
  expect(clashes(boxes)).toEqual([]);
  const edge = toScreen(view, [0, 0])[0];
  for (const { x, wide } of boxes) expect(x + wide).toBeLessThan(edge + job.product.limits.gap);
});

test('on paper a number is no taller than its row and no longer than its piece; where it would be too small there is none', () => {
  const narrow: Job = {
    ...base,
    product: { ...base.product, planks: [{ ...base.product.planks[0]!, width: 60 }] },
    layout: { ...base.layout, direction: 0 },
  };
  for (const job of [narrow, newJob('Ferry house', 'metric', 3000, 2400)]) {
    const plan = planOf(job);
    const boxes = written(<ShapesDrawing drawing={planPicture(job, plan.floors)} width={680} size={12} />);
    const ids = plan.floors.flatMap((f) => f.pieces.map((p) => p.id));
    for (const { text, high } of boxes) {
      expect(ids).toContain(text);
      expect(high).toBeGreaterThanOrEqual(3.4);
    }
    expect(clashes(boxes)).toEqual([]);
  }
});
