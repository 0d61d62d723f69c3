import { demoJobs } from '../../demo/jobs';
import { houses } from '../houses';
import { rooms } from '../rooms';
import { SCHOOLS, type Job, type Product } from '../../src/core/given';

/** Three lengths in a box, and two widths in turn: what a search of one length of plank does not see. */
const lengths: Product['planks'] = [
  { length: 1800, width: 192, share: 0.5 },
  { length: 1200, width: 192, share: 0.25 },
  { length: 600, width: 192, share: 0.25 },
];
const widths: Product['planks'] = [192, 128].map((width) => ({ length: 1285, width, share: 0.5 }));

const named = (name: string, job: Job): readonly [string, Job] => [name, job];
const withProduct = (job: Job, product: Partial<Product>): Job => ({ ...job, product: { ...job.product, ...product } });

/** Jobs whose plans are pinned: what is built may change them only where that is wanted and said. */
export const pinnedJobs: readonly (readonly [string, Job])[] = [
  ...demoJobs.flatMap((job) =>
    SCHOOLS.map((school) => named(`${job.name}, ${school}`, { ...job, layout: { ...job.layout, stagger: { school, seed: 1 } } })),
  ),
  ...houses(8, 1).map((job) => named(job.name, job)),
  ...houses(5, 7).map((job, i) =>
    named(`${job.name} of seed 7, ${SCHOOLS[i]!}`, { ...job, layout: { ...job.layout, stagger: { school: SCHOOLS[i]!, seed: 2 } } }),
  ),
  ...rooms(8, 1).map((job) => named(job.name, job)),
  ...rooms(6, 3).map((job, i) =>
    named(`${job.name} askew`, { ...job, layout: { ...job.layout, direction: [45, 20, 7, 133, 250, 3.5][i]! } }),
  ),
  ...rooms(4, 5).map((job, i) =>
    named(`${job.name} of mixed lengths`, {
      ...withProduct(job, { planks: lengths, limits: { ...job.product.limits, stagger: 200, endPiece: 250 } }),
      layout: { ...job.layout, stagger: { school: i % 2 === 0 ? 'offcut' : 'free', seed: i } },
    }),
  ),
  ...rooms(3, 6).map((job) => named(`${job.name} of two widths`, withProduct(job, { planks: widths, widthSequence: [192, 128] }))),
  ...rooms(2, 8).map((job) => named(`${job.name} with a pin`, { ...job, hand: { pins: [[900, 1000]], forbid: [[1500, 700]] } })),
];
