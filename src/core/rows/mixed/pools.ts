import { SAME_LENGTH } from '../joints';
import { SortedLengths } from '../sorted';
import type { MixedSize, MixedTask, Row } from './task';

/** What one width opens: whole planks by size, and lengths that are cut, sorted. */
export type Pool = {
  readonly sizes: readonly MixedSize[];
  readonly wholes: number[];
  readonly starters: SortedLengths;
  readonly closers: SortedLengths;
};

/** The pools of all widths, empty. */
export const emptyPools = (sizes: MixedTask['sizes']): ReadonlyMap<number, Pool> =>
  new Map(
    [...sizes].map(([key, list]) => {
      const own = [...list].sort((a, b) => a.length - b.length);
      return [key, { sizes: own, wholes: own.map(() => 0), starters: new SortedLengths(), closers: new SortedLengths() }];
    }),
  );

/** The size that is just so long, or −1. */
export const sizeOf = (sizes: readonly MixedSize[], length: number): number => sizes.findIndex((s) => Math.abs(s.length - length) < 0.01);

/** Puts a row's pieces into its pool, or takes them out. */
export function count(pool: Pool, { lengths }: Row, by: 1 | -1): void {
  lengths.forEach((length, k) => {
    const whole = sizeOf(pool.sizes, length);
    if (whole >= 0) pool.wholes[whole]! += by;
    else {
      // a single piece needs neither end: it goes where fewer wait
      const right = lengths.length === 1 ? pool.starters.length < pool.closers.length : k === 0;
      if (by > 0) (right ? pool.starters : pool.closers).put(length);
      else if (!(lengths.length === 1 || k === 0 ? pool.starters : pool.closers).take(length)) pool.closers.take(length);
    }
  });
}

/** What boxes hold of each size against what is taken of it: how many are opened, as a fraction, and how many planks. */
export function boxesOf(
  sizes: readonly MixedSize[],
  wholes: readonly number[],
  needs: readonly number[],
): { boxes: number; planks: number } {
  let most = 0;
  let planks = 0;
  let inBox = 0;
  // of any length, and of any length and all longer ones together: a longer plank may be cut where a shorter one would do
  for (let k = sizes.length - 1; k >= 0; k--) {
    planks += needs[k]! + wholes[k]!;
    inBox += sizes[k]!.inBox;
    most = Math.max(most, wholes[k]! / sizes[k]!.inBox, planks / inBox);
  }
  return { boxes: most, planks };
}

/** Boxes opened, as a fraction, and planks, for all that lies in the pools. */
export function opened(pools: ReadonlyMap<number, Pool>, kerf: number): { boxes: number; planks: number } {
  let boxes = 0;
  let planks = 0;
  for (const { sizes, wholes, starters, closers } of pools.values()) {
    const needs = sizes.map(() => 0);
    for (const [s, c] of paired(starters.view(), closers.view(), sizes, kerf))
      needs[smallest(sizes, needOf(s < 0 ? undefined : starters.values[s], c < 0 ? undefined : closers.values[c], kerf))]!++;
    const own = boxesOf(sizes, wholes, needs);
    boxes = Math.max(boxes, own.boxes);
    planks += own.planks;
  }
  return { boxes, planks };
}

/**
 * Starters and closers paired where both and a saw cut fit the longest plank, the longest starter with the shortest closer; as indices into
 * the two ascending lists, −1 for none.
 */
export function paired(
  starters: ArrayLike<number>,
  closers: ArrayLike<number>,
  sizes: readonly MixedSize[],
  kerf: number,
): [number, number][] {
  const longest = sizes[sizes.length - 1]!.length;
  const pairs: [number, number][] = [];
  let c = 0;
  for (let s = starters.length - 1; s >= 0; s--) {
    const both = c < closers.length ? starters[s]! + closers[c]! + kerf : Infinity;
    pairs.push(both <= longest + SAME_LENGTH ? [s, c++] : [s, -1]);
  }
  for (; c < closers.length; c++) pairs.push([-1, c]);
  return pairs;
}

/** The length that a plank has to have for a starter, a closer, or both. */
export const needOf = (starter: number | undefined, closer: number | undefined, kerf: number): number =>
  starter === undefined ? closer! : closer === undefined ? starter : starter + closer + kerf;

/** The shortest size that is so long. */
export const smallest = (sizes: readonly MixedSize[], need: number): number => {
  for (let k = 0; k < sizes.length; k++) if (sizes[k]!.length >= need - SAME_LENGTH) return k;
  return sizes.length - 1;
};
