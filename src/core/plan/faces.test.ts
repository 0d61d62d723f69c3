import { newJob, type Job, type Plan } from '../given';
import { equalFaces, planJob, takesOf, touchingPlanks } from '.';

const job = (change: Partial<Job['product']> = {}, deal?: Job['layout']['deal']): Job => {
  const base = newJob('Faces', 'metric', 6200, 5100);
  return { ...base, kerf: 3, product: { ...base.product, prints: 6, ...change }, layout: { ...base.layout, ...(deal ? { deal } : {}) } };
};
const plan = (of: Job): Plan => {
  const made = planJob(of, { steps: 1500 });
  if (!made.ok) throw new Error('no plan');
  return made.value;
};

test.each([{ habit: 'boxes' as const, open: 4 }, { habit: 'piles' as const }])(
  'six faces are dealt by $habit so that equal ones never touch',
  (deal) => {
    const made = plan(job({}, deal));
    expect(equalFaces(made)).toEqual([]);
    for (const { face, box } of made.planks) {
      expect(face).toBeGreaterThanOrEqual(1);
      expect(face).toBeLessThanOrEqual(6);
      expect(box).toBeLessThanOrEqual(made.totals.boxes);
    }
  },
);

test('no box gives more than it holds, and no more boxes are open than were said', () => {
  const made = plan(job({}, { habit: 'boxes', open: 3 }));
  const counts = new Map<number, number>();
  const done = new Set<number>();
  for (const { box } of made.planks) {
    counts.set(box!, (counts.get(box!) ?? 0) + 1);
    if (counts.get(box!) === 8) done.add(box!);
  }
  for (const count of counts.values()) expect(count).toBeLessThanOrEqual(8);
});

test('one box open at a time still deals every plank a face; one face only deals none', () => {
  expect(plan(job({}, { habit: 'boxes', open: 1 })).planks.every((p) => p.face !== undefined)).toBe(true);
  expect(plan(job({ prints: 1 })).planks.every((p) => p.face === undefined)).toBe(true);
});

test('pieces touch side by side, end to end and at corners', () => {
  const square = (x: number, y: number, length: number): [number, number][] => [[x, y], [x + length, y], [x + length, y + 192], [x, y + 192]]; // prettier-ignore
  const piece = (id: string, row: number, plank: number, x: number, length: number) => ({
    id,
    row,
    outline: [square(x, -192 * row, length)],
    plank,
    cut: { from: 0, to: length, low: 0, high: 192 },
  });
  const floor = {
    id: 'f1',
    spaces: [],
    direction: 0,
    laid: [],
    rows: [],
    pieces: [piece('1.1', 1, 1, 0, 1000), piece('1.2', 1, 2, 1000, 1000), piece('2.1', 2, 3, 400, 600), piece('2.2', 2, 4, 2005, 500)],
  };
  expect(touchingPlanks([floor]).map((p) => p.join('-'))).toEqual(['1-2', '1-3', '2-3', '2-4']);
});

test('what each row takes from where adds up to the planks that it opens', () => {
  const made = plan(job());
  const floor = made.floors[0]!;
  const takes = takesOf(made, floor, 'boxes');
  const sum = [...takes.values()].flat().reduce((all, { count }) => all + count, 0);
  expect(sum).toBe(made.totals.planks);
});

test('two touching planks of one face are said where they touch, in which rows; of two products they are none', () => {
  const made = plan(job({}, { habit: 'piles' }));
  const pieces = made.floors[0]!.pieces;
  for (const [a, b] of touchingPlanks(made.floors).slice(0, 40)) {
    const face = made.planks.find((p) => p.n === b)!.face;
    const planks = made.planks.map((p) => (p.n === a ? { ...p, face } : p));
    const said = equalFaces({ ...made, planks });
    const own = said.filter((f) => [a, b].every((n) => pieces.some((p) => p.plank === n && f.rows!.includes(p.row))));
    expect(own.length).toBeGreaterThan(0);
    const near = (n: number, [x, y]: readonly [number, number]) =>
      pieces.some((p) => p.plank === n && p.outline[0]!.some(([px]) => px >= x - 16) && p.outline[0]!.some(([px]) => px <= x + 16) && p.outline[0]!.some(([, py]) => py >= y - 100) && p.outline[0]!.some(([, py]) => py <= y + 100)); // prettier-ignore
    expect(own.some((f) => near(a, f.at) && near(b, f.at))).toBe(true);
    const other = planks.map((p) => (p.n === a ? { ...p, product: 'Another' } : p));
    expect(equalFaces({ ...made, planks: other })).toEqual([]);
  }
});
