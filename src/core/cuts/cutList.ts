/** The cut list: how every piece of a plan is sawn, in the order of laying. */
import { boxOf, frameOf, grouped, roundPoint, turned, type Ring } from '../geometry';
import type { Job, Piece, Plan, PlanFloor, Plank, Product } from '../given';
import { isShaped, isStraight, type CutList, type CutShape, type Fate, type InHand, type Leaf, type PieceCuts, type Take } from './list';
import { stepOf } from './marks';
import { shapedCuts } from './notches';
import { labeller, lettersOf, roomsFinder, tagOf, type Roomed, type Tagged } from './rooms';
import { roundThings } from './rounds';
import { freshPart, itemOf, sawOff, type Item, type PartInHand, type SawnItem, type Yard } from './yard';
import { holds, SAME_WOOD } from './wood';

/** What of a job decides how a plan of it is sawn, and how that is said. */
export type Sawable = Roomed & Pick<Job, 'kerf' | 'display' | 'obstacles' | 'product' | 'layouts' | 'kits'>;

/** Places along a row nearer than this (mm) are one. */
const SAME_PLACE = 0.01;

/** The pieces of a plan in the order of laying: floor by floor, row by row, from left to right, then away from the starting wall. */
export function inLayingOrder({ floors }: Pick<Plan, 'floors'>): readonly { readonly floor: PlanFloor; readonly piece: Piece }[] {
  return floors.flatMap((floor) => {
    const frame = frameOf(floor.direction);
    return floor.pieces
      .map((piece) => {
        const { minX, minY } = boxOf(piece.outline[0]!.map((p) => turned(frame, p)));
        return { floor, piece, u: Math.round(minX / SAME_PLACE), w: minY };
      })
      .sort((a, b) => a.piece.row - b.piece.row || a.u - b.u || a.w - b.w);
  });
}

/** Planks by number, looked up for every piece of a plan. */
const numbers = new WeakMap<readonly Plank[], ReadonlyMap<number, Plank>>();

/** The plank that a piece of a plan is cut from; its numbers may have gaps once some of it lies. */
export function plankOf({ planks }: Pick<Plan, 'planks'>, { plank }: Pick<Piece, 'plank'>): Plank {
  const found = numbers.get(planks) ?? new Map(planks.map((p) => [p.n, p]));
  numbers.set(planks, found);
  return found.get(plank)!;
}

/** The least plank that a piece is cut from, where a plan that somebody made does not list its own. */
const asCut = ({ cut }: Piece): Pick<Plank, 'length' | 'width'> => ({ length: cut.to, width: cut.high });

const itemsBefore = new WeakMap<Plan['floors'], readonly Item[]>();

/** The pieces of a plan as they are sawn, in the order of laying. */
export function itemsOf(plan: Pick<Plan, 'floors' | 'planks'>): readonly Item[] {
  const found =
    itemsBefore.get(plan.floors) ??
    inLayingOrder(plan).map(({ floor, piece }) => itemOf(floor, piece, plankOf(plan, piece) ?? asCut(piece)));
  itemsBefore.set(plan.floors, found);
  return found;
}

/** From where on a plan is sawn. */
export type SawnFrom = {
  /** what is in hand of planks that are begun */
  readonly yard: Yard;
  /** which pieces are not sawn any more: they lie */
  readonly lies: (key: string) => boolean;
  /** keys of pieces in the order in which they are laid, where that is another than the plan's own */
  readonly order?: readonly string[];
};

const FROM_THE_BEGINNING: SawnFrom = { yard: new Map(), lies: () => false };

/** Lists the cuts of a plan again and again while it is laid; planks on which nothing changed are not sawn again. */
export type CutLister = (from?: SawnFrom) => CutList;

/** How a plan is sawn, from the beginning or from what stands on site. */
export const cutList = (job: Sawable, plan: Pick<Plan, 'floors' | 'planks'>, from?: SawnFrom): CutList => cutLister(job, plan)(from);

/** @see cutList */
export function cutLister(job: Sawable, plan: Pick<Plan, 'floors' | 'planks'>): CutLister {
  const all = itemsOf(plan);
  const rooms = roomsFinder(job);
  const spacesOf = new Map(plan.floors.map((f) => [f.id, f.spaces]));
  const roomsBy = new Map(all.map((item) => [item.key, rooms(spacesOf.get(item.floor.id)!, item.piece.outline)]));
  const names = namesFor(all, roomsBy, job.spaces);
  const rounds = roundThings(job);
  const known = new Map<
    number,
    { readonly parts: readonly PartInHand[]; readonly own: readonly Item[]; readonly cuts: readonly PieceCuts[] }
  >();

  const sawPlank = (plank: Plank, own: readonly Item[], begun: readonly PartInHand[] | undefined): readonly PieceCuts[] => {
    const before = known.get(plank.n);
    const isSame =
      before && before.parts === (begun ?? NOT_BEGUN) && before.own.length === own.length && before.own.every((o, i) => o === own[i]);
    if (isSame) return before.cuts;
    let parts = begun ?? [freshPart(plank)];
    const cuts = own.map((item, i) => {
      const later = own.slice(i + 1);
      const off = sawOff(parts, item, later, job);
      parts = off.parts;
      const { shape, key } = item;
      const product = productOfFloor(job, spacesOf.get(item.floor.id)!);
      const straight = off.sawn.sawings.map((s) => s.cut);
      const isAsItIs = off.sawn.part.origin.kind === 'sawn' && straight.length === 0;
      const shaped = isAsItIs ? [] : shapedCuts(shape, off.sawn.block, plank.width, rounds(item, product.limits.gap), job.display);
      return {
        piece: key,
        floor: item.floor.id,
        row: item.piece.row,
        rooms: roomsBy.get(key)!.map((s) => s.name),
        plank: { n: plank.n, length: plank.length, width: plank.width, ...(plank.product === undefined ? {} : { product: plank.product }) },
        take: takeOf(off.sawn, names),
        cuts: [...straight, ...shaped],
        leaves: leavesOf(off.sawn, later, names, product, plank),
        outline: shape.rings.map((ring) => ring.map(roundPoint)),
        wood: off.sawn.part.ring.map(roundPoint),
      };
    });
    known.set(plank.n, { parts: begun ?? NOT_BEGUN, own, cuts });
    return cuts;
  };

  return ({ yard, lies, order } = FROM_THE_BEGINNING) => {
    const left = all.filter((item) => !lies(item.key));
    const places = order && new Map(order.map((key, i) => [key, i]));
    const items = places ? [...left].sort((a, b) => (places.get(a.key) ?? Infinity) - (places.get(b.key) ?? Infinity)) : left;
    const waiting = grouped(items, (item) => item.piece.plank);
    const byKey = new Map<string, PieceCuts>();
    for (const [n, own] of waiting)
      for (const cuts of sawPlank(plankOf(plan, own[0]!.piece), own, yard.get(n))) byKey.set(cuts.piece, cuts);
    const pieces = items.map((item) => byKey.get(item.key)!);
    const inHand = handOf(
      yard,
      waiting,
      names,
      (part) =>
        fateOf(
          part.ring,
          productOf(job, plan, part.plank),
          plan.planks.find((p) => p.n === part.plank),
        ),
      (key) => byKey.has(key),
    );
    return { kerf: job.kerf, step: stepOf(job.display), inHand, pieces, stops: stopsOf(pieces), shapes: shapesOf(pieces) };
  };
}

const NOT_BEGUN: readonly PartInHand[] = [];

/** Labels: what becomes a piece is called by that piece; what is spare by the piece that left it. */
type Names = {
  readonly becomes: (key: string) => string;
  readonly spare: (part: PartInHand, at: number, isToCome?: (key: string) => boolean) => string;
};

function namesFor(all: readonly Item[], rooms: ReadonlyMap<string, readonly Tagged[]>, spaces: readonly Tagged[]): Names {
  const label = labeller();
  const first = spaces[0] ? tagOf(spaces[0]) : 'Room';
  const becomes = new Map(
    all.map(({ key, piece }) => [key, label(`${rooms.get(key)?.[0] ? tagOf(rooms.get(key)![0]!) : first} ${piece.id}`)]),
  );
  const lettered = (words: string, at: number) => (at === 0 ? words : `${words} ${lettersOf(at)}`);
  return {
    becomes: (key) => becomes.get(key)!,
    spare: ({ origin, plank }, at, isToCome = () => false) =>
      // a piece that is to be sawn again may leave a spare too
      origin.kind === 'left' && !isToCome(origin.by)
        ? lettered(
            `${becomes.get(origin.by) ?? `${first} ${origin.by.slice(origin.by.lastIndexOf('/') + 1)} plank ${plank}`} spare`,
            origin.nth,
          )
        : lettered(`${first} plank ${plank} spare`, at),
  };
}

function takeOf({ item, part }: SawnItem, names: Names): Take {
  const label = names.becomes(item.key);
  switch (part.origin.kind) {
    case 'new':
      return { from: 'new' };
    case 'left':
      return { from: 'offcut', left: part.origin.by, label };
    case 'line':
      return { from: 'offcut', left: null, label };
    case 'found':
      return { from: 'found', label };
    case 'sawn':
      return { from: 'sawn', left: part.origin.piece };
  }
}

/** What falls off when a piece is sawn, and the next piece that is cut from it. */
function leavesOf({ leaves }: SawnItem, later: readonly Item[], names: Names, product: Product, plank: Plank): readonly Leaf[] {
  return leaves.map(({ cut, part }): Leaf => {
    const becomes = nextFrom(part, later);
    const fate = becomes === null ? fateOf(part.ring, product, plank) : 'kept';
    const label = becomes !== null ? names.becomes(becomes) : fate === 'spare' ? names.spare(part, 0) : null;
    return { cut, outline: part.ring.map(roundPoint), label, becomes, fate };
  });
}

const nextFrom = (part: PartInHand, later: readonly Item[]): string | null =>
  later.find((o) => holds(part.ring, o.shape.hull))?.key ?? null;

/** What offcuts there are before the first piece is sawn; waste that nothing is cut from is left out. */
function handOf(
  yard: Yard,
  waiting: ReadonlyMap<number, readonly Item[]>,
  names: Names,
  fate: (part: PartInHand) => Fate,
  isToCome: (key: string) => boolean,
): readonly InHand[] {
  return [...yard.keys()]
    .sort((a, b) => a - b)
    .flatMap((n) =>
      yard.get(n)!.flatMap((part, at): InHand[] => {
        if (part.origin.kind === 'sawn') return [];
        const becomes = nextFrom(part, waiting.get(n) ?? []);
        if (becomes === null && fate(part) === 'waste') return [];
        const label = becomes === null ? names.spare(part, at, isToCome) : names.becomes(becomes);
        return [{ label, plank: n, outline: part.ring.map(roundPoint), becomes }];
      }),
    );
}

const productOfFloor = (job: Pick<Sawable, 'product' | 'layouts'>, spaces: readonly string[]): Product =>
  (job.layouts ?? []).reduce((own, l) => (l.product && spaces.includes(l.space) ? l.product : own), job.product);

/** The product of a plank, by the plan that names it. */
function productOf(job: Sawable, { planks }: Pick<Plan, 'planks'>, n: number): Product {
  const name = planks.find((p) => p.n === n)?.product;
  return (job.layouts ?? []).find((l) => name !== undefined && l.product?.name === name)?.product ?? job.product;
}

/** What becomes of wood from which no piece is cut: at full width and long enough it may begin or end a row some day. */
function fateOf(ring: Ring, { limits }: Pick<Product, 'limits'>, plank: Pick<Plank, 'width'> | undefined): Fate {
  const { minX, maxX, minY, maxY } = boxOf(ring);
  const on = (y: number) => ring.filter((p) => Math.abs(p[1] - y) < SAME_WOOD).map((p) => p[0]);
  const [near, far] = [on(0), on(plank?.width ?? maxY)];
  const full =
    near.length > 1 && far.length > 1 ? Math.min(Math.max(...near), Math.max(...far)) - Math.max(Math.min(...near), Math.min(...far)) : 0;
  if (full >= limits.endPiece - SAME_WOOD) return 'spare';
  if (maxX - minX < limits.endPiece || maxY - minY < limits.rip) return 'waste';
  return near.length > 1 || far.length > 1 ? 'spare' : 'waste';
}

/** Settings of the stop and the fence that serve two cuts or more. */
function stopsOf(pieces: readonly PieceCuts[]): CutList['stops'] {
  const square = pieces.flatMap(({ piece, cuts }) =>
    cuts.flatMap((cut, k) => {
      if (!isStraight(cut)) return [];
      const [a, b] = cut.marks;
      const [p, q] = cut.line;
      const axis = cut.kind === 'cross' ? 0 : 1;
      const isSquare =
        a.from === b.from && a.read === b.read && Math.abs(a.mm - b.mm) <= SAME_WOOD && Math.abs(p[axis] - q[axis]) <= SAME_WOOD;
      return isSquare ? [{ kind: cut.kind, from: a.from, read: a.read, text: a.text, at: [piece, k] as const }] : [];
    }),
  );
  const settings = [...grouped(square, ({ kind, from, read }) => `${kind} ${from} ${read}`).values()];
  return settings
    .filter((own) => own.length > 1)
    .map((own) => ({ kind: own[0]!.kind, from: own[0]!.from, read: own[0]!.read, text: own[0]!.text, cuts: own.map((o) => o.at) }));
}

const shapesOf = (pieces: readonly PieceCuts[]): readonly CutShape[] =>
  pieces.flatMap(({ piece, cuts }) =>
    cuts.flatMap((cut, k) => (isShaped(cut) ? [{ piece, cut: k, kind: cut.kind, corners: cut.round ? [] : cut.inside }] : [])),
  );
