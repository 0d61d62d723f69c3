/**
 * Cutting pieces from rolls. A roll is cut by shelves: a crosscut right through it, then rips along the shelf into columns, then crosscuts
 * in each column. So everything comes apart by straight cuts. Where that saves a roll, a piece is parted and goes on from the next one.
 */

/** A piece that is wanted: how long (along the roll) and how wide. */
export type Wanted<Of> = { readonly of: Of; readonly length: number; readonly width: number };
/** A piece where it lies on its roll: from the roll's end, and from its edge. `begins`: how far into what was wanted it begins. */
export type Cut<Of> = Wanted<Of> & { readonly roll: number; readonly from: number; readonly low: number; readonly begins: number };

/** A roll, or a board: `parts` whether a piece may be parted across, and by how much two parts of it lie over each other (mm). */
export type Stock = { readonly length: number; readonly width: number; readonly parts: boolean; readonly lap: number };

/** Parts of a piece are no shorter than this (mm): scraps lie badly and walk. */
const SHORTEST_PART = 500;
/** Lengths nearer than this (mm) are one. */
const SAME = 1e-6;

type Laid<Of> = Wanted<Of> & { readonly at: number; readonly low: number; readonly begins: number };
type Shelf<Of> = { readonly length: number; across: number; readonly pieces: Laid<Of>[] };
type Column<Of> = { readonly shelf: Shelf<Of>; readonly low: number; readonly width: number; used: number };

type Part<Of> = Wanted<Of> & { readonly begins: number };

/**
 * Cuts pieces from as few rolls as it can find.
 *
 * @param wanted pieces no wider than the roll
 */
export function cutFromRolls<Of>(wanted: readonly Wanted<Of>[], stock: Stock): readonly Cut<Of>[] {
  const whole = wanted.flatMap((w) => fitting(w, stock));
  let best = packed(shelvesOf(whole, stock), stock);
  const fewest = rollsOf(best);
  if (fewest <= 1 || !stock.parts) return best;
  // strips narrower than half a roll, parted and cut side by side
  const narrow = whole.filter((w) => sideBySide(w, stock) > 1).sort((a, b) => savedBy(b, stock) - savedBy(a, stock));
  const parted = (many: number) => {
    const taken = new Set(narrow.slice(0, many));
    return packed(shelvesOf(whole.flatMap((w) => (taken.has(w) ? inParts(w, sideBySide(w, stock), stock.lap) : [w])), stock), stock); // prettier-ignore
  };
  const least = rollsOf(parted(narrow.length));
  if (least >= fewest) return best;
  // as few of them as that saving asks for
  for (let many = 1; many <= narrow.length; many++) {
    best = parted(many);
    if (rollsOf(best) <= least) return best;
  }
  return best;
}

export const rollsOf = (cuts: readonly { readonly roll: number }[]): number => cuts.reduce((most, c) => Math.max(most, c.roll), 0);

/** A piece longer than its roll comes in parts. */
function fitting<Of>(wanted: Wanted<Of>, { length, lap }: Stock): readonly Part<Of>[] {
  if (wanted.length <= length + SAME) return [{ ...wanted, begins: 0 }];
  return inParts({ ...wanted, begins: 0 }, Math.ceil((wanted.length - lap) / (length - lap) - SAME), lap);
}

function inParts<Of>(part: Part<Of>, many: number, lap: number): readonly Part<Of>[] {
  const length = (part.length + (many - 1) * lap) / many;
  return Array.from({ length: many }, (_, k) => ({ ...part, length, begins: part.begins + k * (length - lap) }));
}

/** How many parts of a strip lie side by side across a roll. */
const sideBySide = ({ length, width }: Part<unknown>, stock: Stock): number =>
  Math.max(1, Math.min(Math.floor((stock.width + SAME) / width), Math.floor(length / (SHORTEST_PART + stock.lap))));
const savedBy = (part: Part<unknown>, stock: Stock): number => part.length * (1 - 1 / sideBySide(part, stock));

/** Shelves by falling length; a piece goes where it fits most closely. */
function shelvesOf<Of>(parts: readonly Part<Of>[], { width }: Stock): Shelf<Of>[] {
  const shelves: Shelf<Of>[] = [];
  const open: Column<Of>[] = [];
  const roomy: Shelf<Of>[] = [];
  for (const part of [...parts].sort((a, b) => b.length - a.length || b.width - a.width)) {
    let column = closest(open, part);
    if (!column) {
      let shelf = roomy.find((s) => s.across + part.width <= width + SAME);
      if (!shelf) {
        shelves.push((shelf = { length: part.length, across: 0, pieces: [] }));
        if (part.width < width - SAME) roomy.push(shelf);
      }
      column = { shelf, low: shelf.across, width: part.width, used: 0 };
      shelf.across += part.width;
      // a column that one piece fills takes no other
      if (shelf.length - part.length > SAME) open.push(column);
    }
    column.shelf.pieces.push({ ...part, at: column.used, low: column.low });
    column.used += part.length;
  }
  return shelves;
}

function closest<Of>(columns: readonly Column<Of>[], part: Part<Of>): Column<Of> | null {
  let best: Column<Of> | null = null;
  let least = Infinity;
  for (const column of columns) {
    const left = column.shelf.length - column.used - part.length;
    if (column.width + SAME < part.width || left < -SAME) continue;
    const loose = column.width - part.width + left * 0.01;
    if (loose < least) [best, least] = [column, loose];
  }
  return best;
}

/** Puts shelves on rolls, longest first, each on the roll that it fills best; where parting one saves a roll, it is parted. */
function packed<Of>(shelves: readonly Shelf<Of>[], stock: Stock): readonly Cut<Of>[] {
  const whole = onRolls(shelves, stock, false);
  if (!stock.parts) return whole;
  const total = shelves.reduce((sum, s) => sum + s.length, 0);
  if (rollsOf(whole) <= Math.ceil(total / stock.length - 1e-9)) return whole;
  const parted = onRolls(shelves, stock, true);
  return rollsOf(parted) < rollsOf(whole) ? parted : whole;
}

function onRolls<Of>(shelves: readonly Shelf<Of>[], stock: Stock, parting: boolean): readonly Cut<Of>[] {
  const used: number[] = [];
  const cuts: Cut<Of>[] = [];
  const put = (shelf: Pick<Shelf<Of>, 'length' | 'pieces'>, roll: number) => {
    for (const { at, ...piece } of shelf.pieces) cuts.push({ ...piece, roll: roll + 1, from: used[roll]! + at });
    used[roll]! += shelf.length;
  };
  // the next one last
  const waiting: Pick<Shelf<Of>, 'length' | 'pieces'>[] = [...shelves].sort((a, b) => a.length - b.length);
  const shortest = waiting[0]?.length ?? 0;
  /** rolls that have room for something yet */
  let open: number[] = [];
  while (waiting.length > 0) {
    const shelf = waiting.pop()!;
    let roll = -1;
    for (const i of open) if (used[i]! + shelf.length <= stock.length + SAME && (roll < 0 || used[i]! > used[roll]!)) roll = i;
    if (roll < 0 && parting) {
      // the roll with most left takes the first part
      const emptiest = used.reduce((most, u, i) => (most < 0 || u < used[most]! ? i : most), -1);
      const halves = emptiest < 0 ? null : partedShelf(shelf, stock.length - used[emptiest]!, stock.lap);
      if (halves) {
        put(halves[0], emptiest);
        waiting.push(halves[1]);
        continue;
      }
    }
    if (roll < 0) open.push((roll = used.push(0) - 1));
    put(shelf, roll);
    open = used[roll]! + shortest > stock.length + SAME ? open.filter((i) => i !== roll) : open;
  }
  return cuts;
}

/** Parts a shelf by a crosscut; null where a part would be too short. */
function partedShelf<Of>(
  shelf: Pick<Shelf<Of>, 'length' | 'pieces'>,
  room: number,
  lap: number,
): readonly [Pick<Shelf<Of>, 'length' | 'pieces'>, Pick<Shelf<Of>, 'length' | 'pieces'>] | null {
  const at = Math.min(room, shelf.length + lap - SHORTEST_PART);
  if (at < SHORTEST_PART + lap) return null;
  const [first, second]: [Laid<Of>[], Laid<Of>[]] = [[], []];
  const back = at - lap;
  for (const p of shelf.pieces) {
    const end = p.at + p.length;
    if (end <= at + SAME) first.push(p);
    else if (p.at >= back - SAME) second.push({ ...p, at: p.at - back });
    else {
      // both parts are long enough, or the shelf stays whole
      if (at - p.at < SHORTEST_PART || end - back < SHORTEST_PART) return null;
      first.push({ ...p, length: at - p.at });
      second.push({ ...p, at: 0, length: end - back, begins: p.begins + (back - p.at) });
    }
  }
  const reach = (pieces: readonly Laid<Of>[]) => pieces.reduce((most, p) => Math.max(most, p.at + p.length), 0);
  return [
    { length: at, pieces: first },
    { length: reach(second), pieces: second },
  ];
}
