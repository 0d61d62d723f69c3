import Papa from 'papaparse';
import { createAsker } from '../core/answer';
import { ANSWERS } from '../core/answers';
import { newJob, PRESET_MATERIALS, type Job } from '../core/given';
import { orderCsv } from '.';

const job: Job = {
  ...newJob('Toll house', 'metric', 3600, 2600),
  product: { ...newJob('x', 'metric', 1, 1).product, name: '=2+2' },
  spares: { planks: 2 },
  beneath: { materials: [...PRESET_MATERIALS] },
  order: { sold: [{ item: 'tape', pack: 25, price: 6.5 }] },
};
const made = createAsker().ask(ANSWERS.order, { job, log: [] }, { steps: 100 });
if (!made.ok) throw new Error('no list');
const rows = Papa.parse<Record<string, string>>(
  orderCsv(made.value, () => 'Hall, left'),
  { header: true },
).data;

test('every line of the list is a line of the file, with its figure, its packs and where it comes from', () => {
  const lines = [...made.value.items, ...made.value.sundries];
  expect(rows).toHaveLength(lines.length);
  lines.forEach((line, i) => {
    expect(Number(rows[i]!.need)).toBeCloseTo(line.need, 3);
    expect(rows[i]!.packs).toBe(line.packs === null ? '' : String(line.packs));
    expect(rows[i]!.from).toBe(line.from);
  });
  expect(rows.find((r) => r.what === 'Tape over the seams')).toMatchObject({ packs: '1', price: '6.5', cost: '6.5', for: 'Hall, left' });
});

test('a name that a spreadsheet would take for a formula is none', () => {
  expect(rows[0]!.what).toMatch(/^'=2\+2/);
});
