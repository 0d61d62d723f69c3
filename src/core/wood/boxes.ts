import type { Plank, Product } from '../given';

/** Boxes that hold so many planks of each size: for each size, its planks ÷ (planks a box × its share), rounded up; the greatest of them. */
export function boxesFor(product: Product, planks: readonly Pick<Plank, 'length' | 'width'>[]): number {
  return Math.max(
    0,
    ...product.planks.map((size) => {
      const count = planks.filter((p) => p.length === size.length && p.width === size.width).length;
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
    count: Math.floor(boxes * product.perBox * share + 1e-9) - planks.filter((p) => p.length === length && p.width === width).length,
  }));
}
