import { grouped } from '../geometry';
import type { Piece, PlanFloor, Plank } from '../given';
import { joinedEnds, nearestPairs } from './nearest';

type ToLay = Pick<PlanFloor, 'id' | 'rows' | 'pieces'> & { readonly direction?: number };

/** What waits while a plan is laid: remainders whose second piece comes later. */
export type Rack = {
  /** the most that wait at once, and in which row of which floor that is first so */
  readonly greatest: number;
  readonly at: { readonly floor: string; readonly row: number } | null;
  /** how many wait while a piece is laid, on average */
  readonly mean: number;
  /** rows between the two parts of a plank: the middle one of all, and the most */
  readonly rowsBetween: { readonly median: number; readonly most: number };
};

/** When a piece is laid: which one of all, and in which row, counted on from floor to floor. */
export type Laid = {
  readonly piece: Piece;
  readonly plank: number;
  readonly floor: string;
  /** of its floor, where how its ends lean matters */
  readonly direction?: number;
  readonly row: number;
  readonly rowOfAll: number;
};

/** The pieces of floors in the order in which they are laid: floor by floor, row by row, each from left to right. */
function layingOrder(floors: readonly ToLay[]): Laid[] {
  let base = 0;
  return floors.flatMap(({ id, rows, pieces, direction }) => {
    const byRow = grouped(pieces, (piece) => piece.row);
    const own = rows.flatMap(({ n }, k) =>
      (byRow.get(n) ?? []).map((piece) => ({ piece, plank: piece.plank, floor: id, direction, row: n, rowOfAll: base + k })),
    );
    base += rows.length;
    return own;
  });
}

/** First and last piece of every plank, as places in the laying order. */
function spansOf(order: readonly Laid[]): Map<number, [number, number]> {
  const spans = new Map<number, [number, number]>();
  order.forEach(({ plank }, t) => {
    const span = spans.get(plank);
    if (span) span[1] = t;
    else spans.set(plank, [t, t]);
  });
  return spans;
}

/** How many remainders wait after each piece. */
function waitingOf(order: readonly Laid[], spans: ReadonlyMap<number, readonly [number, number]>): Int32Array {
  const change = new Int32Array(order.length + 1);
  for (const [from, to] of spans.values()) {
    change[from]!++;
    change[to]!--;
  }
  let now = 0;
  return change.map((by) => (now += by));
}

/** Measures what waits while floors are laid one after the other. */
export const rackOf = (floors: readonly ToLay[]): Rack => measured(layingOrder(floors));

/** Measures what waits while pieces are laid in any order. */
export function rackAlong(pieces: readonly { readonly floor: Pick<PlanFloor, 'id'>; readonly piece: Piece }[]): Rack {
  let rowOfAll = -1;
  let last = '';
  const order = pieces.map(({ floor, piece }): Laid => {
    const row = `${floor.id} ${piece.row}`;
    if (row !== last) rowOfAll++;
    last = row;
    return { piece, plank: piece.plank, floor: floor.id, row: piece.row, rowOfAll };
  });
  return measured(order);
}

function measured(order: readonly Laid[]): Rack {
  const spans = spansOf(order);
  const waiting = waitingOf(order, spans);
  const greatest = waiting.reduce((a, b) => Math.max(a, b), 0);
  const at = greatest === 0 ? null : order[waiting.indexOf(greatest)]!;
  const between = [...spans.values()]
    .filter(([from, to]) => to > from)
    .map(([from, to]) => order[to]!.rowOfAll - order[from]!.rowOfAll)
    .sort((a, b) => a - b);
  return {
    greatest,
    at: at && { floor: at.floor, row: at.row },
    mean: order.length === 0 ? 0 : waiting.reduce((a, b) => a + b, 0) / order.length,
    rowsBetween: { median: between[Math.floor(between.length / 2)] ?? 0, most: between[between.length - 1] ?? 0 },
  };
}

/** Which pieces get a plank of their own so that no more than so many remainders wait at once: wherever too many would, those of the one that would wait longest. */
function beyond(order: readonly Laid[], bound: number): ReadonlySet<Piece> {
  const uses = grouped(order.keys(), (t) => order[t]!.plank);
  const parted = new Set<Piece>();
  /** the planks that wait, with the places of their pieces to come */
  const waiting = new Map<number, readonly number[]>();
  order.forEach(({ piece, plank }, t) => {
    if (parted.has(piece)) return;
    const rest = uses.get(plank)!.filter((u) => u > t && !parted.has(order[u]!.piece));
    if (rest.length > 0) waiting.set(plank, rest);
    else waiting.delete(plank);
    while (waiting.size > bound) {
      const [longest, places] = [...waiting].reduce((a, b) => (b[1][b[1].length - 1]! > a[1][a[1].length - 1]! ? b : a));
      for (const place of places) parted.add(order[place]!.piece);
      waiting.delete(longest);
    }
  });
  return parted;
}

/** The pieces of each floor, and the planks, numbered as they are opened. */
type Sawn = { readonly pieces: readonly Piece[][]; readonly planks: Plank[] };

/** Pieces whose planks are told apart by keys, numbered again. */
function renumbered(floors: readonly ToLay[], planks: readonly Plank[], keyOf: (piece: Piece) => number | Piece): Sawn {
  const sizes = new Map(planks.map((p) => [p.n, p]));
  const numbers = new Map<number | Piece, number>();
  const opened: Plank[] = [];
  for (const { piece } of layingOrder(floors)) {
    const key = keyOf(piece);
    if (numbers.has(key)) continue;
    numbers.set(key, opened.length + 1);
    const size = typeof key === 'number' ? key : piece.plank;
    opened.push({ ...sizes.get(size)!, n: opened.length + 1 });
  }
  return { pieces: floors.map((floor) => floor.pieces.map((p): Piece => ({ ...p, plank: numbers.get(keyOf(p))! }))), planks: opened };
}

/**
 * Cuts the same pieces from as many planks so that their parts lie as near to each other as can be.
 *
 * @param floors whose planks are all of `planks`, and of no others
 */
export function nearestRack(floors: readonly ToLay[], planks: readonly Plank[], kerf: number): Sawn {
  const other = nearestPairs(layingOrder(floors), planks, kerf);
  return renumbered(floors, planks, (piece) => other.get(piece) ?? piece.plank);
}

/**
 * Opens planks rather than let more than so many remainders wait at once; ends that lie alone then share a plank again where that lets no more wait.
 *
 * @param floors whose planks are all of `planks`, and of no others
 */
export function boundRack(floors: readonly ToLay[], planks: readonly Plank[], { bound, kerf }: { bound: number; kerf: number }): Sawn {
  const order = layingOrder(floors);
  const parted = beyond(order, bound);
  const alone = renumbered(floors, planks, (piece) => (parted.has(piece) ? piece : piece.plank));
  const own = floors.map((floor, i): ToLay => ({ ...floor, pieces: [...alone.pieces[i]!] }));
  const again = layingOrder(own);
  const joined = joinedEnds(again, alone.planks, { kerf, waiting: waitingOf(again, spansOf(again)), bound });
  return joined.size === 0 ? alone : renumbered(own, alone.planks, (piece) => joined.get(piece) ?? piece.plank);
}
