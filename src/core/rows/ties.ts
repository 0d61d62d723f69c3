import { modulo } from '../geometry';
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
/** Four runs under each other. */
export type Stair = readonly [number, number, number, number];
/** Three runs under each other, whose ends may be a band of small pieces. */
export type Band = readonly [number, number, number];
export type Ties = {
  readonly staggers: readonly Pair[][];
  readonly likenesses: readonly Pair[][];
  readonly stairs: readonly Stair[][];
  readonly bands: readonly Band[][];
};

const shift = (a: SearchRun, b: SearchRun): number => modulo(b.u0 - a.u0, a.plank);

/** Which runs are tied to which: side by side (stagger), a few rows apart (likeness), three (bands) and four (stairs) in a row. */
export function tiesOf(runs: readonly SearchRun[], contacts: readonly SearchContact[]): Ties {
  const staggers: Pair[][] = runs.map(() => []);
  const likenesses: Pair[][] = runs.map(() => []);
  const stairs: Stair[][] = runs.map(() => []);
  const bands: Band[][] = runs.map(() => []);
  const tie = (list: Pair[][], p: Pair) => {
    list[p.a]!.push(p);
    list[p.b]!.push(p);
  };
  const nextRun = new Int32Array(runs.length).fill(-1);
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
      nextRun[c.before] = c.after;
    }
  }
  // Rows in order, so that a window of five rows is a stretch of the list.
  const order = runs.map((_, i) => i).filter((i) => !isSingle(runs[i]!));
  order.sort((p, q) => runs[p]!.row - runs[q]!.row || p - q);
  for (let x = 0; x < order.length; x++) {
    const a = runs[order[x]!]!;
    for (let y = x + 1; y < order.length; y++) {
      const b = runs[order[y]!]!;
      const rowsApart = b.row - a.row;
      if (rowsApart > REPEAT_ROWS) break;
      const from = Math.max(a.u0, b.u0);
      const to = Math.min(a.u1, b.u1);
      const within = noticedWithin(rowsApart);
      if (within > 0 && to > from) tie(likenesses, { a: order[x]!, b: order[y]!, from, to, within, rowsApart, shift: shift(a, b) });
    }
  }
  for (let i = 0; i < runs.length; i++) {
    const b = nextRun[i]!;
    const c = b < 0 ? -1 : nextRun[b]!;
    const d = c < 0 ? -1 : nextRun[c]!;
    if (c >= 0) for (const r of [i, b, c]) bands[r]!.push([i, b, c]);
    if (d < 0 || runs[d]!.plank !== runs[i]!.plank) continue;
    const stair: Stair = [i, b, c, d];
    for (const r of stair) stairs[r]!.push(stair);
  }
  return { staggers, likenesses, stairs, bands };
}
