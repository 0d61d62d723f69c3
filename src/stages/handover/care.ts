import type { Product } from '@/core/given';

/** How a floor of each kind is looked after; the product’s own sheet decides. */
const EVERY = [
  'Felt under every foot, soft wheels under chairs, a mat at each door to the outside. Lift furniture, do not drag it.',
  'The room’s air kept between 30 and 65 % humidity keeps joints closed.',
  'The maker’s own sheet on care decides; keep it with this paper.',
];

export const CARE: Readonly<Record<Product['kind'], readonly string[]>> = {
  laminate: [
    'Sweep or vacuum with a soft head; wipe with a cloth that is wrung out until it no longer drips. No steam, no wax, no scouring.',
    'Wipe up spills within the time that the product names: water that stands on a joint swells it.',
    ...EVERY,
  ],
  'rigid-vinyl': [
    'Sweep, then wipe damp with a neutral cleaner. No solvents, no steam; rubber feet and mats leave marks that do not come off.',
    'Behind large windows warmth makes it grow: shade it in summer, and do not cover it with dark rugs there.',
    ...EVERY,
  ],
  'flexible-vinyl': [
    'Sweep, then wipe damp with a neutral cleaner. No solvents, no steam; rubber feet and mats leave marks that do not come off.',
    'Heavy narrow feet leave dents: a saucer of wood or cork under each.',
    ...EVERY,
  ],
  engineered: [
    'Vacuum with a soft head; wipe hardly damp, along the grain. Oil or lacquer as its maker says, in the intervals that the maker names.',
    'Daylight changes its colour: move rugs in the first months.',
    ...EVERY,
  ],
};

export const VOIDS: readonly string[] = [
  'Anything that holds the floor down: a screw, nail or glue through it, a kitchen or wardrobe that was fixed standing on it.',
  'A gap that is filled: with plaster, sealant that stays hard, laminate scraps, a trim pressed onto the planks.',
  'A second pad under planks that carry one, or a carpet with a rubber back on a heated floor.',
  'Steam, standing water, and cleaners that its maker does not name.',
  'Heating that warms the surface above what its maker allows (27 °C or 81 °F is usual; a preset).',
];
