import type { Compound, Material, PlankSize, Product } from '../given';

/* What things weigh, by what they are made of: presets, for what is printed on the pack decides. */

/** kg per m³. */
const DENSITY = {
  laminate: 880,
  'rigid-vinyl': 1950,
  'flexible-vinyl': 1650,
  engineered: 680,
  foam: 30,
  board: 250,
  film: 930,
} as const satisfies Record<Product['kind'] | Material['kind'], number>;

const MM3_PER_M3 = 1e9;

/** kg of one plank. */
export const plankWeight = ({ kind, thickness }: Product, { length, width }: Pick<PlankSize, 'length' | 'width'>): number =>
  (DENSITY[kind] * length * width * thickness) / MM3_PER_M3;

/** kg of one roll, or of one board. */
export const materialWeight = ({ kind, length, width, thickness }: Material): number =>
  (DENSITY[kind] * length * width * thickness) / MM3_PER_M3;

/** kg of a litre of compound as it is carried, dry. */
export const compoundWeight = ({ bag, litresPerBag }: Required<Pick<Compound, 'bag' | 'litresPerBag'>>): number => bag / litresPerBag;

/** kg of a litre of primer, of a metre of trim, profile, track and shim. */
export const PRIMER_WEIGHT = 1;
export const TRIM_WEIGHT = 0.9;
export const PROFILE_WEIGHT = 0.35;
export const TRACK_WEIGHT = 0.2;
export const SHIM_WEIGHT = 0.06;
