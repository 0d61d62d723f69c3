/**
 * Printed faces. A product has so many different prints, and a box holds them as they come off the line. Planks are dealt so that equal
 * faces never lie side by side, end to end or corner to corner: from several open boxes, or from piles sorted by face.
 */
import type { Job, Plan, Plank, Product } from '../given';
import { randomFrom } from '../rows';
import { touchingPlanks } from './faces';

/** Planks are dealt anew, with more left to chance, while equal faces touch; so many times at most. */
const DEALS = 5;
/** Where more planks than this touch one of their own face, there are too few faces, and dealing anew does not help. */
const FEW = 6;
/** Open boxes where nobody said how many. */
export const OPEN_BOXES = 6;
/** So often what still touches is mended; of more planks than the second a plank that is exchanged is not passed on once more. */
const MENDS = 4;
const MANY = 2000;
/** What a touching face weighs against how many of it are left. */
const TOUCHING = 1000;

/** A face and the box that it lies in, both from 1. */
type Faced = { readonly face: number; readonly box: number };

/** The faces of each box, as they come: by size, a list for every box. Drawn by seed; real boxes hold their own. */
function boxesOf(product: Product, seed: number): (size: number, box: number) => number[] {
  return (size, box) => {
    const random = randomFrom((seed * 7919 + size * 104729 + box * 1299709) >>> 0);
    // the share may make this a fraction; over many boxes it comes right
    const inBox = product.perBox * product.planks[size]!.share;
    const count = Math.floor((box + 1) * inBox + 1e-9) - Math.floor(box * inBox + 1e-9);
    return Array.from({ length: count }, () => Math.floor(random() * product.prints));
  };
}

/** The job's own product first, then those of its layouts; how they are dealt; where chance begins. */
type Dealing = { readonly products: readonly Product[]; readonly deal?: Job['layout']['deal']; readonly seed: number };

/**
 * Deals printed faces to the planks of a plan.
 *
 * @returns the planks with their `face` (from 1) and the `box` that each comes from (from 1); unchanged where a product has one face only
 */
export function dealtPlanks({ products, deal, seed }: Dealing, plan: Pick<Plan, 'floors' | 'planks'>): Plank[] {
  const table = tableFor(plan);
  const { habit = 'boxes', open = OPEN_BOXES } = deal ?? {};
  products.forEach((product, at) => {
    if (product.prints < 2) return;
    // planks that name no product are of the only one
    const own = plan.planks.filter((p) =>
      p.product === undefined ? at === 0 : p.product === product.name && products.findIndex((q) => q.name === p.product) === at,
    );
    const boxOfSize = boxesOf(product, seed);
    product.planks.forEach((size, s) => {
      const wanted = own.filter((p) => p.length === size.length && p.width === size.width).map((p) => p.n);
      const inBox = Math.max(1e-9, product.perBox * size.share);
      const boxes = Math.ceil(wanted.length / inBox - 1e-9);
      const closed = Array.from({ length: boxes }, (_, b) => boxOfSize(s, b).map((face): Faced => ({ face: face + 1, box: b + 1 })));
      // with piles everything that is bought lies open at once, with boxes so many of them
      dealBest(table, { wanted, closed, reach: habit === 'piles' ? Infinity : open, seed });
    });
  });
  return plan.planks.map(({ n, length, width, product }): Plank => {
    const bare = product === undefined ? { n, length, width } : { n, length, width, product };
    return table.face[n]! > 0 ? { ...bare, box: table.box[n]!, face: table.face[n]! } : bare;
  });
}

/** The face and the box of every plank by its number, 0 where it has none, and the numbers of those that touch it. */
type Table = {
  readonly face: Int32Array;
  readonly box: Int32Array;
  readonly touching: readonly (readonly number[])[];
  /** how many planks that touch one show a face */
  clashes(n: number, face: number): number;
};

function tableFor({ floors, planks }: Pick<Plan, 'floors' | 'planks'>): Table {
  const many = 1 + planks.reduce((most, p) => Math.max(most, p.n), 0);
  const touching: number[][] = Array.from({ length: many }, () => []);
  for (const [a, b] of touchingPlanks(floors)) {
    touching[a]!.push(b);
    touching[b]!.push(a);
  }
  const [face, box] = [new Int32Array(many), new Int32Array(many)];
  for (const plank of planks) {
    face[plank.n] = plank.face ?? 0;
    box[plank.n] = plank.box ?? 0;
  }
  const clashes = (n: number, own: number): number => {
    let count = 0;
    for (const other of touching[n]!) if (face[other] === own) count++;
    return count;
  };
  return { face, box, touching, clashes };
}

type Deal = {
  /** the planks that are dealt to, as they are opened */
  readonly wanted: readonly number[];
  /** what every box holds */
  readonly closed: readonly (readonly Faced[])[];
  /** how many boxes lie open at once */
  readonly reach: number;
  readonly seed: number;
};

/** Deals to planks of one size, anew while a few still touch their like, and leaves the best deal. */
function dealBest(table: Table, deal: Deal): void {
  const { wanted } = deal;
  const { face, box, clashes } = table;
  const touches = (n: number): boolean => face[n]! > 0 && clashes(n, face[n]!) > 0;
  let best = { left: Infinity, faces: [] as readonly Faced[] };
  for (let attempt = 0; attempt < DEALS && best.left > 0 && (attempt === 0 || best.left <= FEW); attempt++) {
    const spare = dealOut(table, deal, attempt);
    for (let round = 0; round < MENDS && wanted.some(touches); round++) mend(table, wanted, spare, deal.reach);
    const left = wanted.filter(touches).length;
    if (left < best.left) best = { left, faces: wanted.map((n) => ({ face: face[n]!, box: box[n]! })) };
  }
  wanted.forEach((n, k) => {
    face[n] = best.faces[k]!.face;
    box[n] = best.faces[k]!.box;
  });
}

/** Deals plank after plank out of the boxes that lie open, and says what lies there unused at last. */
function dealOut({ face, box, touching }: Table, { wanted, closed, reach, seed }: Deal, attempt: number): Faced[] {
  const random = randomFrom(seed + attempt);
  for (const n of wanted) face[n] = box[n] = 0;
  const lying: Faced[] = [];
  /** how many of each face lie open, in the order in which faces were met */
  const left = new Map<number, number>();
  const inOpenBox = new Map<number, number>();
  let openBoxes = 0;
  let next = 0;
  const near: number[] = [];
  for (const n of wanted) {
    while (openBoxes < reach && next < closed.length) {
      const opened = closed[next++]!;
      if (opened.length === 0) continue;
      openBoxes++;
      inOpenBox.set(opened[0]!.box, opened.length);
      lying.push(...opened);
      for (const one of opened) left.set(one.face, (left.get(one.face) ?? 0) + 1);
    }
    for (const other of touching[n]!) near[face[other]!] = (near[face[other]!] ?? 0) + 1;
    // of the faces that touch none of their own, the one of which most are left
    let best = -1;
    let least = Infinity;
    for (const [own, count] of left) {
      if (count === 0) continue;
      const cost = (near[own] ?? 0) * TOUCHING - count + attempt * random();
      if (cost < least) {
        least = cost;
        best = own;
      }
    }
    for (const other of touching[n]!) near[face[other]!] = 0;
    const at = lying.findIndex((x) => x.face === best);
    if (at < 0) continue;
    const [taken] = lying.splice(at, 1);
    left.set(best, left.get(best)! - 1);
    const rest = inOpenBox.get(taken!.box)! - 1;
    inOpenBox.set(taken!.box, rest);
    if (rest === 0) openBoxes--;
    face[n] = taken!.face;
    box[n] = taken!.box;
  }
  return lying;
}

/**
 * Exchanges planks whose faces clash for ones left in their boxes, or for those of others, where both boxes were open at the earlier one's
 * turn; the other plank may be passed on once more.
 *
 * @param spare what lies unused: exchanged in place
 */
function mend({ face, box, clashes }: Table, wanted: readonly number[], spare: Faced[], reach: number): void {
  const fromBox: number[][] = [];
  for (const n of wanted) if (face[n]! > 0) (fromBox[box[n]!] ??= []).push(n);
  /** the planks of the boxes that were open together with a plank's own */
  const nearOnes = (n: number): readonly number[] =>
    reach === Infinity ? wanted : fromBox.slice(Math.max(0, box[n]! - reach + 1), box[n]! + reach).flat();
  const put = (n: number, from: Faced): void => {
    const own = fromBox[box[n]!]!;
    own.splice(own.indexOf(n), 1);
    face[n] = from.face;
    box[n] = from.box;
    (fromBox[from.box] ??= []).push(n);
  };
  const shown = (n: number): Faced => ({ face: face[n]!, box: box[n]! });
  const swap = (a: number, b: number) => {
    const was = shown(a);
    put(a, shown(b));
    put(b, was);
  };
  /** Rids a plank of its clash; passes the trouble on at most `more` times. */
  const rid = (a: number, more: number): boolean => {
    const unused = spare.findIndex((x) => Math.abs(x.box - box[a]!) < reach && clashes(a, x.face) === 0);
    if (unused >= 0) {
      const [x] = spare.splice(unused, 1, shown(a));
      put(a, x!);
      return true;
    }
    for (const b of nearOnes(a)) {
      if (b === a || face[b] === 0 || face[b] === face[a] || clashes(a, face[b]!) > 0) continue;
      const before = clashes(b, face[b]!);
      swap(a, b);
      // the swap itself may have brought the two together
      if (clashes(a, face[a]!) === 0 && (clashes(b, face[b]!) <= before || (more > 0 && rid(b, more - 1)))) return true;
      swap(a, b);
    }
    return false;
  };
  const deep = wanted.length > MANY ? 1 : 2;
  for (const n of wanted) if (face[n]! > 0 && clashes(n, face[n]!) > 0) rid(n, deep);
}
