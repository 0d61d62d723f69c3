import fc from 'fast-check';
import { newJob, type Plan, type Product } from '../given';
import { dealtPlanks, touchingPlanks } from '.';

const product: Product = { ...newJob('Faces', 'metric', 3000, 3000).product, prints: 5, perBox: 4 };

/** So many rows of so many whole planks, every other row half a plank on, each numbered as it is opened. */
function floorOf(rows: number, inRow: number, length = 1285): Pick<Plan, 'floors' | 'planks'> {
  const numbers = Array.from({ length: rows * inRow }, (_, k) => k + 1);
  const pieces = numbers.map((n) => {
    const [row, place] = [Math.floor((n - 1) / inRow), (n - 1) % inRow];
    const [x, y] = [place * length + (row % 2) * (length / 2), -192 * row];
    return {
      id: `${row + 1}.${place + 1}`,
      row: row + 1,
      plank: n,
      cut: { from: 0, to: length, low: 0, high: 192 },
      outline: [[[x, y - 192], [x + length, y - 192], [x + length, y], [x, y]]] as [number, number][][], // prettier-ignore
    };
  });
  const floor = { id: 'f1', spaces: ['room'], direction: 0, laid: [], rows: [], pieces };
  return { floors: [floor], planks: numbers.map((n) => ({ n, length, width: 192 })) };
}

const faces = (planks: readonly { readonly face?: number }[]) => planks.map((p) => p.face);

test('whatever the floor, the seed and the habit, every plank has a face of the product and a box that was bought, the same for the same seed', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 9 }),
      fc.integer({ min: 1, max: 6 }),
      fc.integer({ min: 1, max: 50 }),
      fc.constantFrom({ habit: 'boxes' as const, open: 3 }, { habit: 'boxes' as const, open: 1 }, { habit: 'piles' as const }),
      (rows, inRow, seed, deal) => {
        const plan = floorOf(rows, inRow);
        const dealt = dealtPlanks({ products: [product], deal, seed }, plan);
        expect(dealt.map(({ n, length, width }) => ({ n, length, width }))).toEqual(plan.planks);
        const held = new Map<number, number>();
        for (const { face, box } of dealt) {
          expect(face).toBeGreaterThanOrEqual(1);
          expect(face).toBeLessThanOrEqual(5);
          expect(box).toBeLessThanOrEqual(Math.ceil((rows * inRow) / 4));
          held.set(box!, (held.get(box!) ?? 0) + 1);
        }
        for (const count of held.values()) expect(count).toBeLessThanOrEqual(4);
        expect(dealtPlanks({ products: [product], deal, seed }, plan)).toEqual(dealt);
      },
    ),
    { numRuns: 150 },
  );
});

test('with enough faces and boxes open no two planks that touch show one, over a whole floor', () => {
  const plan = floorOf(20, 6);
  const dealt = faces(dealtPlanks({ products: [{ ...product, prints: 9, perBox: 8 }], deal: { habit: 'boxes', open: 5 }, seed: 2 }, plan));
  for (const [a, b] of touchingPlanks(plan.floors)) expect(dealt[a - 1]).not.toBe(dealt[b - 1]);
});

test('faces that a plan had are dealt anew, and what was given is left as it was', () => {
  const plan = floorOf(4, 3);
  const before = { ...plan, planks: plan.planks.map((p) => ({ ...p, face: 1, box: 1 })) };
  const copy = structuredClone(before);
  const dealt = dealtPlanks({ products: [product], seed: 1 }, before);
  expect(before).toEqual(copy);
  expect(dealt).toEqual(dealtPlanks({ products: [product], seed: 1 }, plan));
});

test('of two products each is dealt out of its own boxes; one that has one face only shows none', () => {
  const plan = floorOf(4, 4);
  const planks = plan.planks.map((p) => ({ ...p, product: p.n % 2 ? 'Slate' : 'Chalk' }));
  const products = [
    { ...product, name: 'Slate' },
    { ...product, name: 'Chalk', prints: 1 },
  ];
  const dealt = dealtPlanks({ products, seed: 1 }, { ...plan, planks });
  for (const { n, face, box } of dealt) {
    expect(face !== undefined).toBe(n % 2 === 1);
    if (face !== undefined) expect(box).toBeLessThanOrEqual(2);
  }
});
