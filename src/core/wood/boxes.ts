import type { Plank, Product } from '../given';

const countOf = (planks: readonly Pick<Plank, 'length' | 'width'>[], length: number, width: number): number => {
  let count = 0;
  for (const p of planks) if (p.length === length && p.width === width) count++;
  return count;
};

/** Boxes that hold so many planks of each size: for each size, its planks ÷ (planks a box × its share), rounded up; the greatest of them. */
export function boxesFor(product: Product, planks: readonly Pick<Plank, 'length' | 'width'>[]): number {
  return Math.max(
    0,
    ...product.planks.map((size) => {
      const count = countOf(planks, size.length, size.width);
      return Math.ceil(count / (product.perBox * size.share) - 1e-9);
    }),
  );
}

/** What stays in the boxes that are opened for a product's planks, whole planks by size. */
export function leftInBoxes(
  product: Product,
  planks: readonly Pick<Plank, 'length' | 'width'>[],
): readonly { length: number; width: number; count: number }[] {
  const boxes = boxesFor(product, planks);
  return product.planks.map(({ length, width, share }) => ({
    length,
    width,
    count: Math.floor(boxes * product.perBox * share + 1e-9) - countOf(planks, length, width),
  }));
}
