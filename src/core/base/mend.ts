import type { Compound, Job, LimitSource } from '../given';
import type { FillSum } from './flat';

/** Compounds to begin with, invented; presets: what is printed on the bag decides. */
export const PRESET_COMPOUNDS: readonly Required<
  Pick<Compound, 'name' | 'bag' | 'litresPerBag' | 'deepest' | 'walkAfter' | 'layAfter' | 'primerPerLitre' | 'primerDries'>
>[] = [
  {
    name: 'Sluice Level, runs out by itself',
    bag: 20,
    litresPerBag: 11.5,
    deepest: 10,
    walkAfter: 4,
    layAfter: 24,
    primerPerLitre: 6,
    primerDries: 1,
  },
  {
    name: 'Lockstone Patch, by the trowel',
    bag: 10,
    litresPerBag: 6.5,
    deepest: 6,
    walkAfter: 1.5,
    layAfter: 6,
    primerPerLitre: 8,
    primerDries: 0.5,
  },
];
export type WholeCompound = (typeof PRESET_COMPOUNDS)[number];

const FIELDS = ['bag', 'litresPerBag', 'deepest', 'walkAfter', 'layAfter', 'primerPerLitre', 'primerDries'] as const;

/** The job's compound, its missing figures from the first preset. */
export const compoundOf = ({ compound }: Pick<Job, 'compound'>): WholeCompound => ({ ...PRESET_COMPOUNDS[0]!, ...compound });
export const compoundFrom = ({ compound }: Pick<Job, 'compound'>): LimitSource =>
  compound && FIELDS.every((f) => compound[f] !== undefined) ? 'yours' : 'preset';

/** Sums of decimals are off in their last places: so much below a whole number of pours or bags is that number. */
const ROUNDING_UP = 1e-9;
const upTo = (n: number): number => Math.max(0, Math.ceil(n - ROUNDING_UP));

/** How often compound has to be poured for a depth. */
export const poursFor = (deepest: number, compound: WholeCompound): number => upTo(deepest / compound.deepest);

/** What filling takes from the shelf, and how long. */
export type Pour = {
  readonly bags: number;
  readonly primer: number;
  readonly hours: number;
  /** until one may walk on it */ readonly walk: number;
};

/** For the fills of all spaces together: litres and mm² in, bags, litres of primer and hours out; all 0 where nothing is filled. */
export function pourOf(fills: readonly FillSum[], compound: WholeCompound): Pour {
  const litres = fills.reduce((sum, f) => sum + f.litres, 0);
  if (litres <= 0) return { bags: 0, primer: 0, hours: 0, walk: 0 };
  const area = fills.reduce((sum, f) => sum + f.area, 0) / 1e6;
  const pours = Math.max(...fills.map((f) => poursFor(f.deepest, compound)));
  const before = compound.primerDries + (pours - 1) * compound.walkAfter;
  return {
    bags: upTo(litres / compound.litresPerBag),
    primer: area / compound.primerPerLitre,
    hours: before + compound.layAfter,
    walk: before + compound.walkAfter,
  };
}

/** Plywood under a fill that is too deep to be poured: sheets by thickness, mm, and what is poured on them at the deepest. */
export type BuildUp = { readonly layers: readonly number[]; readonly rest: number };

/** Thicknesses of plywood that are sold, mm; a preset. */
export const PLYWOOD = [18, 15, 12, 9, 6] as const;
/** More pours than this on top of each other are built up in plywood first. */
export const MOST_POURS = 2;
/** Over the wood so much compound (mm) is wanted at least; a preset. */
const OVER_WOOD = 3;

/** The fewest sheets that bring a depth within {@link MOST_POURS}; null where it is within them already. */
export function buildUpFor(deepest: number, compound: WholeCompound): BuildUp | null {
  if (poursFor(deepest, compound) <= MOST_POURS) return null;
  const layers: number[] = [];
  let rest = deepest;
  while (rest > compound.deepest * MOST_POURS) {
    const fits = PLYWOOD.filter((t) => rest - t >= OVER_WOOD);
    // the thickest sheet, or the thinnest that is enough
    const enough = fits.filter((t) => rest - t <= compound.deepest);
    const next = enough[enough.length - 1] ?? fits[0];
    if (next === undefined) break;
    layers.push(next);
    rest -= next;
  }
  return { layers, rest };
}
