import type { Job, Product } from './schema';

/** Every product of a job as it is given, the job's own first. */
const givenIn = ({ product, layouts }: Pick<Job, 'product' | 'layouts'>): readonly Product[] => [
  product,
  ...(layouts ?? []).flatMap((l) => l.product ?? []),
];

/** Whether two products are not the same one given twice. */
export const isAnother = (a: Product, b: Product): boolean => a !== b && JSON.stringify(a) !== JSON.stringify(b);

/** A product under the name by which plan, order and log call it: its own, or its id where another product has that name. */
export function labelled(job: Pick<Job, 'product' | 'layouts'>, product: Product): Product {
  if (product.id === undefined || product.id === product.name) return product;
  const isShared = givenIn(job).some((p) => p.name === product.name && isAnother(p, product));
  return isShared ? { ...product, name: product.id } : product;
}

/** The products of a job, each once, under the names by which they are called. */
export const productsOf = (job: Pick<Job, 'product' | 'layouts'>): readonly Product[] => [
  ...new Map(
    givenIn(job)
      .map((p) => labelled(job, p))
      .map((p) => [p.name, p]),
  ).values(),
];
