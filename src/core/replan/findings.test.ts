import { frameOf } from '../geometry';
import { newJob, type Plank, type Product } from '../given';
import { gapFindings, shortFindings } from './findings';
import type { FloorToLay } from './ground';

const { product } = newJob('', 'metric', 1, 1);
const sized: Product = {
  ...product,
  perBox: 8,
  planks: [{ length: 1285, width: 192, share: 0.75 }, { length: 900, width: 192, share: 0.25 }], // prettier-ignore
};
const planks = (long: number, short: number, name?: string): Plank[] =>
  [...Array<number>(long).fill(1285), ...Array<number>(short).fill(900)].map((length, i) => ({ n: i + 1, length, width: 192, ...(name === undefined ? {} : { product: name }) })); // prettier-ignore
const short = (stock: Parameters<typeof shortFindings>[0], wanted: readonly Plank[], products: readonly Product[] = [sized]) =>
  shortFindings(stock, products, wanted).map((f) => {
    const { planks: n, boxes } = f as unknown as { readonly planks: number; readonly boxes: number };
    return { planks: n, boxes, text: f.text };
  });

test('what is missing is counted plainly, and by size where it was counted by size', () => {
  expect(short(null, planks(5, 5))).toEqual([]);
  expect(short(10, planks(5, 5))).toEqual([]);
  expect(short(9, planks(6, 4))).toEqual([{ planks: 1, boxes: 1, text: '1 plank is missing for the rest: 1 box more of the same batch.' }]);
  const bySize = [{ length: 1285, width: 192, count: 9 }, { length: 900, width: 192, count: 1 }]; // prettier-ignore
  // nine long ones are no help where three short ones are missing: two of them fill a box
  expect(short(bySize, planks(2, 4))).toEqual([
    { planks: 3, boxes: 2, text: '3 planks are missing for the rest: 2 boxes more of the same batch.' },
  ]);
  expect(short(bySize, planks(9, 1))).toEqual([]);
  expect(short([{ length: 900, width: 192, count: 5 }], planks(1, 1))).toMatchObject([{ planks: 1 }]);
});

test('planks of another product are no stock of this one', () => {
  const other = { ...sized, name: 'Slate' };
  const stock = [{ length: 1285, width: 192, count: 4, product: 'Slate' }, { length: 1285, width: 192, count: 1, product: sized.name }]; // prettier-ignore
  const wanted = [...planks(3, 0, sized.name), ...planks(4, 0, 'Slate')];
  // 2 of the first are missing, six of which are in a box
  expect(short(stock, wanted, [sized, other])).toMatchObject([{ planks: 2, boxes: 1 }]);
});

const rect = (x: number, y: number, length: number, width: number): [number, number][] => [[x, y], [x + length, y], [x + length, y + width], [x, y + width]]; // prettier-ignore
const own = {
  floor: { id: 'f1', product: { ...product, limits: { ...product.limits, gap: 8 } } },
  frame: frameOf(0),
} as unknown as FloorToLay;

test('what is too near must be mended, what is bare should be covered: once for each wall, with how much', () => {
  const made = gapFindings({ display: 'metric' }, own, [[rect(0, 0, 3000, 4)], [rect(3000, 0, 900, 6)]], [[rect(0, 3000, 3000, 5)]]);
  expect(made).toMatchObject([
    { rule: 'gap', level: 'must', floor: 'f1', measured: 6 },
    { rule: 'gap', level: 'should', floor: 'f1', measured: 5 },
  ]);
  expect(made[0]!.text).toBe('What lies is 6 mm too near to what stands there, for a gap of 8 mm. Trim it, or take a row up.');
  expect(made[1]!.text).toBe('What lies leaves 5 mm more than the gap bare. See that the trim covers it.');
  // two walls are two
  expect(gapFindings({ display: 'metric' }, own, [[rect(0, 0, 3000, 4)], [rect(0, 100, 4, 3000)]], [])).toHaveLength(2);
  // a hair is not seen
  expect(gapFindings({ display: 'metric' }, own, [[rect(0, 0, 3000, 0.02)]], [])).toEqual([]);
});
