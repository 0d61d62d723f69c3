import type { Job, Opening, Product, Space } from './schema';

/*
 * What of a job decides what: the keys under which answers are remembered. A name, a unit or a measurement that only checks the drawing
 * decides no plan.
 */

const roomOf = ({ id, name, outline, weights }: Space) => ({ id, name, outline, weights });

/** What decides the floors, with the names by which they are called. */
export const surveyOf = ({ spaces, openings, obstacles, product, layout, layouts }: Job) => ({
  spaces: spaces.map(roomOf),
  openings,
  obstacles,
  product,
  layout,
  layouts,
});

const passage = ({ id, between, outline, finish, busy }: Opening) => ({ id, between, outline, finish, busy });
const choices = <Of extends Partial<Record<'direction' | 'setOut' | 'stagger' | 'light', unknown>>>({
  direction,
  setOut,
  stagger,
  light,
}: Of) => ({ direction, setOut, stagger, light }) as Pick<Of, 'direction' | 'setOut' | 'stagger' | 'light'>;

/** What decides where every joint falls and which plank each piece comes from. */
export function woodOf({ spaces, openings, obstacles, product, layout, layouts, kerf, hand }: Job) {
  // products are told apart, whatever they are called
  const names = [product, ...(layouts ?? []).flatMap((l) => l.product ?? [])].map((p) => p.name);
  const bare = ({ name, planks, widthSequence, perBox, limits }: Product) => ({
    name: names.indexOf(name),
    planks,
    widthSequence,
    perBox,
    limits,
  });
  return {
    spaces: spaces.map(({ id, outline, weights }) => ({ id, outline, weights })),
    openings: openings?.map(passage),
    obstacles,
    product: bare(product),
    layout: choices(layout),
    layouts: layouts?.map((l) => ({ space: l.space, ...choices(l), product: l.product && bare(l.product) })),
    kerf,
    hand,
  };
}

/** What decides a plan, its findings as they are worded, and the faces of its planks. */
export const planningOf = (job: Job) => ({
  ...woodOf(job),
  openings: job.openings,
  products: [job.product, ...(job.layouts ?? []).flatMap((l) => l.product ?? [])],
  deal: job.layout.deal,
  display: job.display,
});
