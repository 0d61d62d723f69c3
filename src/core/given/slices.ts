import { footOf } from './feet';
import type { Job, Obstacle, Opening, Product, Space } from './schema';

/*
 * What of a job decides what: the keys under which answers are remembered. A name, a unit or a measurement that only checks the drawing
 * decides no plan.
 */

const roomOf = ({ id, name, outline, weights }: Space) => ({ id, name, outline, weights });
const taggedRoom = ({ tag, ...space }: Space) => ({ ...roomOf(space), tag });

/** An obstacle with the foot that keeps the floor off it, whichever kit that comes of. */
const footed = (job: Pick<Job, 'obstacles' | 'kits'>): Obstacle[] | undefined =>
  job.obstacles?.map(({ edge, ...o }) => (edge ? { ...o, edge: { kit: '', foot: footOf(edge, job) } } : o));

/** What decides the floors, with the names by which they are called. */
export const surveyOf = ({ spaces, openings, obstacles, product, layout, layouts, kits }: Job) => ({
  spaces: spaces.map(roomOf),
  openings,
  obstacles: footed({ obstacles, kits }),
  product,
  layout,
  layouts,
});

/** What decides whether a base is damp, and how a track is held to it. */
export const groundsOf = ({ bases, moistureLimits }: Pick<Job, 'bases' | 'moistureLimits'>) => ({
  bases: bases?.map(({ space, substrate, belowGround, heated, moisture }) => ({ space, substrate, belowGround, heated, moisture })),
  moistureLimits,
});

const passage = ({ id, between, outline, finish, busy, foot }: Opening) => ({ id, between, outline, finish, busy, foot });
const choices = <Of extends Partial<Record<'direction' | 'setOut' | 'stagger' | 'light', unknown>>>({
  direction,
  setOut,
  stagger,
  light,
}: Of) => ({ direction, setOut, stagger, light }) as Pick<Of, 'direction' | 'setOut' | 'stagger' | 'light'>;

/** What decides where every joint falls and which plank each piece comes from. */
export function woodOf({ spaces, openings, obstacles, product, layout, layouts, kerf, hand, kits, tape }: Job) {
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
    obstacles: footed({ obstacles, kits }),
    product: bare(product),
    layout: choices(layout),
    layouts: layouts?.map((l) => ({ space: l.space, ...choices(l), product: l.product && bare(l.product) })),
    kerf,
    hand,
    tape,
  };
}

/** What decides a plan, its findings as they are worded, and the faces of its planks. */
export const planningOf = (job: Job) => ({
  ...woodOf(job),
  spaces: job.spaces.map(roomOf),
  openings: job.openings,
  products: [job.product, ...(job.layouts ?? []).flatMap((l) => l.product ?? [])],
  deal: job.layout.deal,
  display: job.display,
});

/** What decides how a plan is sawn, and how that is said. */
export const sawingOf = (job: Job) => ({
  ...planningOf(job),
  spaces: job.spaces.map(taggedRoom),
  product: job.product,
  layouts: job.layouts,
  kits: job.kits,
});
