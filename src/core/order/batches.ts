/*
 * Printed faces and colour differ from batch to batch, so a floor is laid of one. Where no batch holds them all, whole floors are shared out:
 * two batches may meet under a door, never in the middle of a room.
 */

/** Boxes of one batch that somebody has. */
export type Batch = { readonly batch: string; readonly packs: number };
/** A floor, and how many planks of each size it opens. */
export type FloorPlanks = { readonly floor: string; readonly planks: readonly number[] };
/** Of one size: planks in a box, and spares that are kept. */
export type SizeInBox = { readonly inBox: number; readonly spare: number };

/** Which floors are laid of which batch, and the boxes that are taken of it. */
export type Share = { readonly batch: string; readonly floors: readonly string[]; readonly packs: number };

/** What the batches at hand allow. */
export type BatchAnswer =
  /** one batch is enough: the smallest that is, so that a larger one is left whole */
  | { readonly kind: 'one'; readonly batch: string; readonly packs: number }
  /** none is, but whole floors can be shared out */
  | { readonly kind: 'shared'; readonly shares: readonly Share[]; readonly packs: number }
  /** not even that */
  | { readonly kind: 'short'; readonly largest: number; readonly packs: number; readonly missing: number };

/** More floors than this are shared out largest first, without trying every way. */
const MOST_TRIED = 9;

/** Planks of all sizes. */
const planksOf = (floors: readonly FloorPlanks[]): number => floors.reduce((sum, f) => sum + f.planks.reduce((a, b) => a + b, 0), 0);

/** Boxes that hold what some floors open, with the spares or without: as many as the size asks for that needs most. */
const boxesFor = (floors: readonly FloorPlanks[], sizes: readonly SizeInBox[], spares: boolean): number =>
  Math.max(0, ...sizes.map(({ inBox, spare }, k) => Math.ceil((floors.reduce((sum, f) => sum + f.planks[k]!, 0) + (spares ? spare : 0)) / inBox - 1e-9))); // prettier-ignore

/**
 * Shares floors out among batches: one batch if one is enough, else as few as there can be, and of as few those that take fewest boxes. Spares
 * are of the batch that most planks are laid of.
 */
export function batchesFor(floors: readonly FloorPlanks[], sizes: readonly SizeInBox[], batches: readonly Batch[]): BatchAnswer {
  const packs = boxesFor(floors, sizes, true);
  const enough = batches.filter((b) => b.packs >= packs).sort((a, b) => a.packs - b.packs)[0];
  if (enough) return { kind: 'one', batch: enough.batch, packs };
  const have = batches.reduce((sum, b) => sum + b.packs, 0);
  const largest = Math.max(0, ...batches.map((b) => b.packs));
  return sharedOut(floors, sizes, batches) ?? { kind: 'short', largest, packs, missing: Math.max(0, packs - have) };
}

type Shared = Extract<BatchAnswer, { kind: 'shared' }>;

function sharedOut(floors: readonly FloorPlanks[], sizes: readonly SizeInBox[], batches: readonly Batch[]): Shared | null {
  const sorted = [...floors].sort((a, b) => planksOf([b]) - planksOf([a]));
  const from = batches.filter((b) => b.packs > 0).sort((a, b) => b.packs - a.packs);
  const taken: FloorPlanks[][] = from.map(() => []);
  let best: Shared | null = null;
  const closed = (): Shared | null => {
    const most = taken.reduce((m, own, i) => (planksOf(own) > planksOf(taken[m]!) ? i : m), 0);
    const counts = taken.map((own, i) => (own.length === 0 ? 0 : boxesFor(own, sizes, i === most)));
    if (counts.some((n, i) => n > from[i]!.packs)) return null;
    const shares = from.flatMap(({ batch }, i): Share[] =>
      taken[i]!.length === 0 ? [] : [{ batch, floors: taken[i]!.map((f) => f.floor), packs: counts[i]! }],
    );
    return { kind: 'shared', shares, packs: counts.reduce((a, b) => a + b, 0) };
  };
  const better = (one: Shared) =>
    best === null || one.shares.length < best.shares.length || (one.shares.length === best.shares.length && one.packs < best.packs);
  const place = (k: number): void => {
    if (k === sorted.length) {
      const one = closed();
      if (one && better(one)) best = one;
      return;
    }
    for (const [i, batch] of from.entries()) {
      if (boxesFor([...taken[i]!, sorted[k]!], sizes, false) > batch.packs) continue;
      taken[i]!.push(sorted[k]!);
      place(k + 1);
      taken[i]!.pop();
      if (best !== null && sorted.length > MOST_TRIED) return;
    }
  };
  place(0);
  return best;
}
