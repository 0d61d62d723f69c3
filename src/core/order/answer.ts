import { answer } from '../answer';
import { base } from '../base';
import { beneath } from '../beneath';
import { edges } from '../edges';
import { floors } from '../floors';
import { polygonArea, round3 } from '../geometry';
import { good, type Job, type Product, type Received } from '../given';
import { cuts, pieces } from '../plan';
import { batchesFor, type Batch, type BatchAnswer, type FloorPlanks, type SizeInBox } from './batches';
import { bought, carriesOf, PRESET_CARRY, type OrderLine } from './line';
import { sundriesIn } from './sundries';
import { planksId, productsOf, spacesOf, sparesOf, usedIn, type ProductUse, type Sources } from './used';
import { plankWeight } from './weights';

/** The boxes of one product: what is bought, and what a flat percentage would have bought beside it. */
export type Boxes = {
  readonly product: Product;
  readonly spaces: readonly string[];
  /** ids of its lines, one for each size */
  readonly lines: readonly string[];
  readonly planks: number;
  readonly spare: number;
  /** the greatest packs of its sizes */
  readonly boxes: number;
  /** kg of one box; times that somebody goes up the stairs with them */
  readonly each: number;
  readonly carries: number;
  readonly flat: { readonly percent: number; readonly boxes: number };
  /** of each size: planks in a box, and spares */
  readonly sizes: readonly SizeInBox[];
  /** planks of each size that each floor opens: floors may be of different batches, a floor may not */
  readonly floors: readonly (FloorPlanks & { readonly spaces: readonly string[] })[];
};

/** Everything that is bought. */
export type OrderReport = {
  /** what plan, base, beneath and edges say is used */
  readonly items: readonly OrderLine[];
  /** what the work needs besides; every rate is a preset */
  readonly sundries: readonly OrderLine[];
  readonly boxes: readonly Boxes[];
  /** kg of all that has a weight */
  readonly weight: number;
  readonly carries: number;
  /** of all that has a price; how many lines have none */
  readonly cost: number;
  readonly unpriced: number;
};

/** What a flat percentage adds, where nobody says another: a habit, shown beside what is really opened. */
export const PRESET_FLAT = 10;

/** The list that is ordered from. */
export const order = answer({
  name: 'order',
  bounded: /^(product|layouts\[\d+\]\.product)\.(name|id)$/,
  after: { floors, pieces, base, beneath, edges, cuts },
  takes: ({ job }) => job,
  work(job, before) {
    const from: Sources = { ...before, planks: before.pieces.planks, cuts: before.cuts.pieces };
    const carry = job.order?.carry ?? PRESET_CARRY;
    const sold = new Map((job.order?.sold ?? []).map((s) => [s.item, s] as const));
    const items = usedIn(job, from).map((u) => bought(u, sold.get(u.id), carry));
    const sundries = sundriesIn(job, from).map((u) => bought(u, sold.get(u.id), carry));
    const products = productsOf(from);
    const boxes = products.map((use) => boxesOf(job, use, { items, carry, several: products.length > 1 }));
    const all = [...items, ...sundries];
    // a box holds all sizes: it is carried and weighed once
    const others = all.filter((l) => l.counter !== 'planks');
    return good<OrderReport>({
      items,
      sundries,
      boxes,
      weight: others.reduce((sum, l) => sum + (l.weight ?? 0), 0) + boxes.reduce((sum, b) => sum + b.boxes * b.each, 0),
      carries: others.reduce((sum, l) => sum + l.carries, 0) + boxes.reduce((sum, b) => sum + b.carries, 0),
      cost: others.reduce((sum, l) => sum + (l.cost ?? 0), 0) + boxes.reduce((sum, b) => sum + (priceOf(b, items) ?? 0) * b.boxes, 0),
      unpriced: others.filter((l) => l.price === null).length + boxes.filter((b) => priceOf(b, items) === null).length,
    });
  },
  verb: {
    about: 'what to buy: planks, compound, pads, film, tape, profiles, trim and what the work needs besides, with packs and spares',
    print: (report: OrderReport, { job }) => `${JSON.stringify(reportText(report, job))}\n`,
  },
});

/** What a box costs: the price that was said of any of its sizes. */
export const priceOf = ({ lines }: Boxes, items: readonly OrderLine[]): number | null =>
  items.find((l) => lines.includes(l.id) && l.price !== null)?.price ?? null;

type Listed = { readonly items: readonly OrderLine[]; readonly carry: number; readonly several: boolean };

function boxesOf(job: Job, { product, planks, floors: own }: ProductUse, { items, carry, several }: Listed): Boxes {
  const ids = product.planks.map((size) => planksId(product, size, several));
  const lines = items.filter((l) => ids.includes(l.id));
  const percent = job.order?.flat ?? PRESET_FLAT;
  const boxArea = product.planks.reduce((sum, p) => sum + p.length * p.width * p.share * product.perBox, 0);
  const laid = own.reduce((sum, f) => sum + f.laid.reduce((s, p) => s + polygonArea(p), 0), 0);
  const boxes = Math.max(0, ...lines.map((l) => l.packs ?? 0));
  const said = (job.order?.sold ?? []).find((s) => lines.some((l) => l.id === s.item) && s.weight !== undefined)?.weight;
  // also of sizes that are not opened: the box holds them
  const each = said ?? product.planks.reduce((sum, size) => sum + plankWeight(product, size) * product.perBox * size.share, 0);
  return {
    product,
    spaces: spacesOf(own),
    lines: lines.map((l) => l.id),
    planks: planks.length,
    spare: lines.reduce((sum, l) => sum + l.spare, 0),
    boxes,
    each,
    carries: boxes === 0 ? 0 : carriesOf(boxes, each, carry),
    flat: { percent, boxes: Math.ceil((laid * (1 + percent / 100)) / boxArea - 1e-9) },
    sizes: product.planks.map((size) => ({ inBox: product.perBox * size.share, spare: sparesOf(job, size) })),
    floors: own.map((f) => ({
      floor: f.id,
      spaces: spacesOf([f]),
      planks: product.planks.map(
        ({ length, width }) => planks.filter((p) => p.floor === f.id && p.length === length && p.width === width).length,
      ),
    })),
  };
}

/** What batches at hand allow for a product's boxes. */
export const batchesOf = (
  { floors: own, sizes }: { readonly floors: readonly FloorPlanks[]; readonly sizes: readonly SizeInBox[] },
  batches: readonly Batch[],
): BatchAnswer => batchesFor(own, sizes, batches);

/** A line as it came, against what was to come. */
export type Arrived = {
  readonly packs: number;
  readonly damaged: number;
  /** of what is needed, undamaged packs that are not there yet */
  readonly missing: number;
  /** more than are needed: they stay unopened and go back at the end */
  readonly back: number;
  readonly batches: readonly string[];
};

/** What came of something that so many packs are needed of. */
export function arrivedOf(item: string, needed: number, received: readonly Received[]): Arrived {
  const own = received.filter((r) => r.item === item);
  const packs = own.reduce((sum, r) => sum + r.packs, 0);
  const damaged = own.reduce((sum, r) => sum + (r.damaged ?? 0), 0);
  const sound = packs - damaged;
  return {
    packs,
    damaged,
    missing: Math.max(0, needed - sound),
    back: Math.max(0, sound - needed),
    batches: [...new Set(own.filter((r) => r.packs > (r.damaged ?? 0)).flatMap((r) => (r.batch ? [r.batch] : [])))],
  };
}

function reportText({ items, sundries, boxes, weight, carries }: OrderReport, job: Job): object {
  const line = (l: OrderLine) => ({
    id: l.id,
    what: l.what,
    for: l.for,
    need: round3(l.need),
    unit: l.unit,
    pack: l.pack === null ? null : round3(l.pack),
    packs: l.packs,
    spare: l.spare,
    from: l.from,
    why: l.why,
    weight: l.weight === null ? null : round3(l.weight),
    ...(l.cost === null ? {} : { cost: round3(l.cost) }),
  });
  return {
    format: 'pitsaw/order',
    version: 1,
    job: job.name,
    items: items.map(line),
    sundries: sundries.map(line),
    boxes: boxes.map((b) => ({
      product: b.product.name,
      boxes: b.boxes,
      planks: b.planks,
      spare: b.spare,
      flat: b.flat,
      weight: round3(b.boxes * b.each),
    })),
    weight: round3(weight),
    carries,
  };
}
