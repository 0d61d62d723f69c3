import { compoundOf, type BaseReport } from '../base';
import type { BeneathReport } from '../beneath';
import { PROFILE_WORDS, profileOf, splitOf, type EdgesReport, type StockList } from '../edges';
import type { Floor } from '../floors';
import { calledOf, kitsOf, trimOf, type Job, type Plank, type PlankSize, type Product } from '../given';
import type { PieceCuts } from '../cuts';
import { formatLength, formatRoughArea, LITRES_PER_GALLON } from '../units';
import type { Used } from './line';
import { compoundWeight, materialWeight, plankWeight, PRIMER_WEIGHT, PROFILE_WEIGHT, TRIM_WEIGHT } from './weights';

/*
 * What plan, base, beneath and edges say is used, figure by figure: the ids and units are those of `formats`.
 */

/** A plank that is opened, and the floor that opens it. */
export type OpenedPlank = Plank & { readonly floor: string };

/** All answers that the list is read off. */
export type Sources = {
  readonly floors: readonly Floor[];
  readonly planks: readonly OpenedPlank[];
  readonly base: BaseReport;
  readonly beneath: BeneathReport;
  readonly edges: EdgesReport;
  readonly cuts: readonly PieceCuts[];
};

/** The planks of one product, whichever floors open them. */
export type ProductUse = { readonly product: Product; readonly planks: readonly OpenedPlank[]; readonly floors: readonly Floor[] };

/** Products as a plan tells them apart, in the order of the floors. */
export function productsOf({ floors, planks }: Pick<Sources, 'floors' | 'planks'>): readonly ProductUse[] {
  const keyOf = ({ name, planks: sizes, perBox }: Product) => JSON.stringify([name, sizes, perBox]);
  const uses = new Map<string, { product: Product; planks: OpenedPlank[]; floors: Floor[] }>();
  for (const floor of floors) {
    const own = uses.get(keyOf(floor.product)) ?? { product: floor.product, planks: [], floors: [] };
    own.floors.push(floor);
    uses.set(keyOf(floor.product), own);
  }
  for (const plank of planks) uses.get(keyOf(floors.find((f) => f.id === plank.floor)!.product))!.planks.push(plank);
  return [...uses.values()].filter((u) => u.planks.length > 0);
}

export const spacesOf = (floors: readonly Floor[]): readonly string[] => floors.flatMap((f) => f.spaces.map((s) => s.id));

/** Everything that is used, counter by counter. */
export const usedIn = (job: Job, from: Sources): readonly Used[] => [
  ...planksIn(job, from),
  ...compoundIn(job, from.base),
  ...beneathIn(from.beneath),
  ...stockIn(job, from.edges),
];

/** What planks of one size are called in the list; of several products by their names too. */
export const planksId = ({ name }: Product, { length, width }: Pick<Plank, 'length' | 'width'>, several: boolean): string =>
  `planks/${several ? `${name}/` : ''}${length}x${width}`;

/** Spare planks of a size: dealt by share, each rounded up. */
export const sparesOf = (job: Pick<Job, 'spares'>, { share }: PlankSize): number =>
  Math.max(0, Math.ceil((job.spares?.planks ?? 0) * share - 1e-9));

function planksIn(job: Job, from: Sources): readonly Used[] {
  const products = productsOf(from);
  return products.flatMap(({ product, planks, floors }) =>
    product.planks.flatMap((size): Used[] => {
      const { length, width, share } = size;
      const need = planks.filter((p) => p.length === length && p.width === width).length;
      if (need === 0) return [];
      return [
        {
          id: planksId(product, { length, width }, products.length > 1),
          counter: 'planks',
          what: `${product.name || 'Planks'}, ${formatLength(length, job.display, { decimals: 1 })} × ${formatLength(width, job.display, { decimals: 1 })}`,
          for: spacesOf(floors),
          need,
          unit: 'planks',
          pack: product.perBox * share,
          spare: sparesOf(job, size),
          from: 'plan',
          why: 'planks that the plan opens, every offcut used that can be',
          unitWeight: plankWeight(product, { length, width }),
        },
      ];
    }),
  );
}

function compoundIn(job: Job, { compound, spaces }: BaseReport): readonly Used[] {
  const { display } = job;
  const filled = spaces.filter((s) => (s.flat?.least.litres ?? 0) > 0);
  if (filled.length === 0) return [];
  const own = compoundOf(job);
  const rooms = filled.map((s) => s.space);
  return [
    {
      id: 'compound',
      counter: 'base',
      what: own.name,
      for: rooms,
      need: filled.reduce((sum, s) => sum + s.flat!.least.litres, 0),
      unit: 'litres',
      pack: own.litresPerBag,
      packs: compound.bags,
      spare: 0,
      from: 'base',
      why: 'the least fill of every base',
      unitWeight: compoundWeight(own),
    },
    {
      id: 'primer',
      counter: 'base',
      what: 'Primer for it',
      for: rooms,
      need: compound.primer,
      unit: 'litres',
      pack: null,
      spare: 0,
      from: 'base',
      why:
        display === 'metric'
          ? `wherever it is filled, ${own.primerPerLitre} m² to a litre`
          : `wherever it is filled, ${formatRoughArea(own.primerPerLitre * 1e6 * LITRES_PER_GALLON, display)} to a gallon`,
      unitWeight: PRIMER_WEIGHT,
    },
  ];
}

function beneathIn({ totals, layers, tape }: BeneathReport): readonly Used[] {
  const rolls = totals.map(({ material, rolls: need }): Used => ({
    id: `${material.kind === 'film' ? 'film' : 'pad'}/${material.id}`,
    counter: 'beneath',
    what: calledOf(material),
    for: [...new Set(layers.filter((l) => l.material.id === material.id).flatMap((l) => l.spaces))],
    need,
    unit: material.kind === 'board' ? 'boards' : 'rolls',
    pack: material.perPack ?? 1,
    spare: 0,
    from: 'beneath',
    why: material.kind === 'board' ? 'boards as they are laid in bond' : 'rolls as they are cut',
    unitWeight: materialWeight(material),
  }));
  if (tape <= 0) return rolls;
  const taped = layers.filter((l) => l.material.tape).flatMap((l) => l.spaces);
  return [
    ...rolls,
    { id: 'tape', counter: 'beneath', what: 'Tape over the seams', for: [...new Set(taped)], need: tape, unit: 'metres', pack: null, spare: 0, from: 'beneath', why: 'seams of what is taped', unitWeight: 0.01 }, // prettier-ignore
  ];
}

/** Stock lengths of trim and of profiles: those of one kind and length in one kit are one thing. */
function stockIn(job: Job, { stock, trims, openings }: EdgesReport): readonly Used[] {
  const lines = new Map<string, Used>();
  const put = (line: Used) => {
    const known = lines.get(line.id);
    lines.set(line.id, known ? { ...known, need: known.need + line.need, for: [...new Set([...known.for, ...line.for])] } : line);
  };
  for (const list of stock) {
    for (const { length } of list.stock) {
      const of = kindOf(job, list);
      const said = `${of.what}, ${formatLength(length, job.display)} long`;
      const spaces = list.of === 'trim' ? trims.map((t) => t.space) : openings.filter((o) => list.stock.some((s) => s.pieces.some((p) => p.for === o.id))).flatMap((o) => o.spaces.filter((s) => s !== null)); // prettier-ignore
      put({
        id: `${of.id}/${length}`,
        counter: list.of === 'trim' ? 'trim' : 'profiles',
        what: said,
        for: [...new Set(spaces)],
        need: 1,
        unit: 'lengths',
        pack: null,
        spare: 0,
        from: 'edges',
        why: list.proven ? 'the fewest lengths that give every piece' : 'lengths that give every piece; fewer may be possible',
        unitWeight: ((list.of === 'trim' ? TRIM_WEIGHT : PROFILE_WEIGHT) * length) / 1000,
      });
    }
  }
  return [...lines.values()];
}

function kindOf(job: Job, { of }: StockList): { readonly id: string; readonly what: string } {
  if (of === 'trim') return { id: 'trim', what: trimOf(job).name };
  const [kit, profile] = splitOf(of, kitsOf(job));
  const { kind } = profileOf(kitsOf(job), { kit, profile });
  return { id: `profile/${kit}/${kind}`, what: `${kitsOf(job).find((k) => k.id === kit)!.name}, ${PROFILE_WORDS[kind].toLowerCase()}` };
}
