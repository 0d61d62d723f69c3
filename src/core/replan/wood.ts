/** The wood that there is for what is still to be laid: what begun planks have left, what is sawn, and planks that nothing was cut from. */
import { boxOf, type Point } from '../geometry';
import type { Piece, Product } from '../given';
import { onPlank, SAME_PLACE, type Begun, type OnPlank, type SawnPart, type Site } from '../lay';
import type { Blank } from '../rows';

type Box = Piece['cut'];

/** A stretch that is left at one end of a begun plank, as wide as the plank. */
export type Supply = { readonly bin: number; readonly size: number; readonly end: 'left' | 'right'; readonly length: number };

/** Planks of one product: their sizes, those that are begun, what lies of each and what is sawn. */
export type Stock = {
  readonly sizes: Product['planks'];
  readonly kerf: number;
  readonly begun: readonly Begun[];
  readonly sizeOf: (plank: Pick<Begun, 'length' | 'width'>) => number;
  readonly lies: ReadonlyMap<number, readonly OnPlank[]>;
  readonly parts: readonly SawnPart[];
};

/** A remnant shorter than this (mm) begins or ends no run. */
const LEAST_SUPPLY = 150;
/** Beyond every plank, mm. */
const BEYOND = 10;

/** @param named whether planks name their product */
export function stockOf(site: Site, product: Product, named: boolean, kerf: number): Stock {
  const sizeOf = ({ length, width }: Pick<Begun, 'length' | 'width'>) =>
    product.planks.findIndex((p) => p.length === length && p.width === width);
  const begun = [...site.begun.values()].filter((b) => sizeOf(b) >= 0 && (!named || b.product === undefined || b.product === product.name));
  const own = new Set(begun.map((b) => b.n));
  const directions = new Map(site.plan!.floors.map((f) => [f.id, f.direction]));
  const lies = new Map<number, OnPlank[]>();
  for (const { floor, piece } of site.lying.values()) {
    if (!own.has(piece.plank)) continue;
    lies.set(piece.plank, [...(lies.get(piece.plank) ?? []), onPlank(directions.get(floor)!, piece)]);
  }
  return { sizes: product.planks, kerf, begun, sizeOf, lies, parts: site.parts.filter((p) => own.has(p.plank)) };
}

/** Under which number a sawn part is counted as a plank of its own. */
export const partBin = (at: number): number => -1 - at;

const isWhole = (cut: Box, width: number): boolean => cut.low < SAME_PLACE && cut.high > width - SAME_PLACE;
/** Whether a part is a plain box: then its rest is good for whatever fits it. */
export const isBox = ({ shape }: OnPlank): boolean => shape.length === 1 && shape[0]!.length === 4;

/** What is left at the ends of begun planks and of sawn parts. */
export function suppliesOf({ begun, sizeOf, lies, parts, kerf }: Stock): readonly Supply[] {
  const found: Supply[] = [];
  for (const plank of begun) {
    const taken = [...(lies.get(plank.n) ?? []).map((l) => l.cut), ...parts.filter((p) => p.plank === plank.n).map((p) => p.cut)];
    const from = Math.min(plank.length, ...taken.map((c) => c.from - kerf), ...plank.gone.map((g) => g[0]));
    const to = Math.max(0, ...taken.map((c) => c.to + kerf), ...plank.gone.map((g) => g[1]));
    const size = sizeOf(plank);
    if (from >= LEAST_SUPPLY && from < plank.length) found.push({ bin: plank.n, size, end: 'left', length: from });
    if (plank.length - to >= LEAST_SUPPLY && to > 0) found.push({ bin: plank.n, size, end: 'right', length: plank.length - to });
  }
  parts.forEach((part, k) => {
    const plank = begun.find((b) => b.n === part.plank)!;
    if (!isBox(part) || !isWhole(part.cut, plank.width)) return;
    const length = part.cut.to - part.cut.from;
    if (length < LEAST_SUPPLY) return;
    if (part.cut.from < SAME_PLACE) found.push({ bin: partBin(k), size: sizeOf(plank), end: 'left', length });
    else if (part.cut.to > plank.length - SAME_PLACE) found.push({ bin: partBin(k), size: sizeOf(plank), end: 'right', length });
  });
  return found;
}

const block = (plank: number, size: number, box: Box, ring?: readonly Point[]): Blank => ({
  plank,
  size,
  box,
  ring,
  left: false,
  right: false,
  low: false,
  high: false,
  fixed: true,
});

/**
 * What no piece may be cut from, as blanks that do not move: what lies, what is sawn, what is gone; and every sawn part as a plank of which
 * nothing else is there.
 *
 * @param used sawn parts that are laid just as they are: they are blanks of their own already
 */
export function blocksOf({ begun, sizeOf, lies, parts, kerf }: Stock, used: ReadonlySet<number>): Blank[] {
  const blocks: Blank[] = [];
  for (const plank of begun) {
    const size = sizeOf(plank);
    // its number stands, whatever is left of it
    blocks.push(block(plank.n, size, { from: -2 * BEYOND, to: -BEYOND, low: -2 * BEYOND, high: -BEYOND }));
    for (const part of lies.get(plank.n) ?? []) blocks.push(block(plank.n, size, part.cut, slantedRing(part)));
    parts.forEach((part, k) => part.plank === plank.n && !used.has(k) && blocks.push(block(plank.n, size, part.cut)));
    // a saw cut that has been made needs no kerf any more
    for (const [a, b] of plank.gone) {
      const from = a <= SAME_PLACE ? -BEYOND : Math.min(a + kerf, (a + b) / 2);
      const to = b >= plank.length - SAME_PLACE ? plank.length + BEYOND : Math.max(b - kerf, (a + b) / 2);
      blocks.push(block(plank.n, size, { from, to, low: 0, high: plank.width }));
    }
  }
  parts.forEach((part, k) => {
    const plank = begun.find((b) => b.n === part.plank)!;
    if (used.has(k) || !isBox(part)) return;
    const { from, to, low, high } = part.cut;
    const size = sizeOf(plank);
    const all = { low: -BEYOND, high: plank.width + BEYOND };
    const add = (box: Box) => blocks.push(block(partBin(k), size, box));
    add({ from: Math.min(-BEYOND, from - kerf) - BEYOND, to: from - kerf, ...all });
    add({ from: to + kerf, to: Math.max(plank.length, to + kerf) + BEYOND, ...all });
    add({ from, to, low: Math.min(-BEYOND, low - kerf) - BEYOND, high: low - kerf });
    add({ from, to, low: high + kerf, high: Math.max(plank.width, high + kerf) + BEYOND });
  });
  return blocks;
}

/** The corners of a part that is no box, counted from its box's own. */
function slantedRing({ cut, shape }: OnPlank): readonly Point[] | undefined {
  const ring = shape[0]!;
  const { minX, minY } = boxOf(ring);
  return ring.length === 4 && isSquare(ring, cut) ? undefined : ring.map(([u, w]): Point => [u - minX, w - minY]);
}
const isSquare = (ring: readonly Point[], cut: Box): boolean =>
  ring.every(([u, w]) => Math.min(Math.abs(u - cut.from), Math.abs(u - cut.to)) < SAME_PLACE && Math.min(Math.abs(w - cut.low), Math.abs(w - cut.high)) < SAME_PLACE); // prettier-ignore
