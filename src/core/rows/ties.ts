import { grouped, modulo } from '../geometry';
import { isSingle, type RunLine } from './joints';
import { noticedWithin, REPEAT_ROWS } from './looks';
import type { Slants } from './slants';
import type { Wishes } from './wishes';

/** A run as the search sees it. */
export type SearchRun = RunLine & {
  /** Which plank size of the product its planks are; runs of one size share planks. */
  readonly size: number;
  /** Running number of its row in laying order; rows of different floors are more than five apart. */
  readonly row: number;
  /** which floor it lies in, of those that are searched together */
  readonly floor?: number;
  readonly stagger: number;
  readonly endPiece: number;
  /** how its ends slant; none where both are square */
  readonly slants?: Slants;
  /** What is wished of its joints and ends beyond the limits. */
  readonly wishes?: Wishes;
};

/** Two runs side by side along [from, to]. */
export type SearchContact = { readonly before: number; readonly after: number; readonly from: number; readonly to: number };

/** Two runs whose joints are compared along [from, to]. */
export type Pair = {
  readonly a: number;
  readonly b: number;
  readonly from: number;
  readonly to: number;
  readonly within: number;
  readonly rowsApart: number;
  /** where b begins, counted from where a does, on the circle as long as a's plank */
  readonly shift: number;
};
/** Three runs under each other, whose ends may be a band of small pieces. */
export type Band = readonly [number, number, number];
export type Ties = {
  readonly staggers: readonly Pair[][];
  readonly likenesses: readonly Pair[][];
  readonly bands: readonly Band[][];
  /** for each run the one of the next row, of planks as long, beside which it lies longest, or −1 */
  readonly next: Int32Array;
};

const shift = (a: SearchRun, b: SearchRun): number => modulo(b.u0 - a.u0, a.plank);

/** Which runs are tied to which: side by side (stagger), a few rows apart (likeness), one after the other (stairs, wallpaper), three (bands). */
export function tiesOf(runs: readonly SearchRun[], contacts: readonly SearchContact[]): Ties {
  const staggers: Pair[][] = runs.map(() => []);
  const likenesses: Pair[][] = runs.map(() => []);
  const bands: Band[][] = runs.map(() => []);
  const tie = (list: Pair[][], p: Pair) => {
    list[p.a]!.push(p);
    list[p.b]!.push(p);
  };
  const next = new Int32Array(runs.length).fill(-1);
  const longest = new Float64Array(runs.length);
  for (const c of contacts) {
    const [a, b] = [runs[c.before]!, runs[c.after]!];
    if (isSingle(a) || isSingle(b)) continue;
    tie(staggers, {
      a: c.before,
      b: c.after,
      from: c.from,
      to: c.to,
      within: Math.max(a.stagger, b.stagger),
      rowsApart: 1,
      shift: shift(a, b),
    });
    if (c.to - c.from > longest[c.before]! && a.plank === b.plank) {
      longest[c.before] = c.to - c.from;
      next[c.before] = c.after;
    }
  }
  const byRow = rowsOf(runs);
  for (const [row, own] of byRow) {
    for (let rowsApart = 2; rowsApart <= REPEAT_ROWS; rowsApart++) {
      const within = noticedWithin(rowsApart);
      const others = byRow.get(row + rowsApart) ?? [];
      for (const [i, j] of overlapping(runs, own, others)) {
        const [a, b] = [runs[i]!, runs[j]!];
        const [from, to] = [Math.max(a.u0, b.u0), Math.min(a.u1, b.u1)];
        tie(likenesses, { a: i, b: j, from, to, within, rowsApart, shift: shift(a, b) });
      }
    }
  }
  for (let i = 0; i < runs.length; i++) {
    const b = next[i]!;
    const c = b < 0 ? -1 : next[b]!;
    if (c >= 0) for (const r of [i, b, c]) bands[r]!.push([i, b, c]);
  }
  return { staggers, likenesses, bands, next };
}

/** The runs of two or more pieces of each row, from left to right, rows in their order. */
function rowsOf(runs: readonly SearchRun[]): Map<number, number[]> {
  const order = runs.map((_, i) => i).filter((i) => !isSingle(runs[i]!));
  order.sort((p, q) => runs[p]!.row - runs[q]!.row || runs[p]!.u0 - runs[q]!.u0 || p - q);
  return grouped(order, (i) => runs[i]!.row);
}

/** The pairs of runs of two rows that lie under each other; both lists go from left to right. */
function overlapping(runs: readonly SearchRun[], upper: readonly number[], lower: readonly number[]): [number, number][] {
  const pairs: [number, number][] = [];
  let first = 0;
  for (const i of upper) {
    while (first < lower.length && runs[lower[first]!]!.u1 <= runs[i]!.u0) first++;
    for (let k = first; k < lower.length && runs[lower[k]!]!.u0 < runs[i]!.u1; k++)
      if (runs[lower[k]!]!.u1 > runs[i]!.u0) pairs.push([i, lower[k]!]);
  }
  return pairs;
}
