/*
 * Printed faces and colour differ from batch to batch, so a floor is laid of one. Where no batch holds them all, whole floors are shared out:
 * two batches may meet under a door, never in the middle of a room.
 */

/** Boxes of one batch that somebody has. */
export type Batch = { readonly batch: string; readonly packs: number };
/** A floor, and the planks that it opens. */
export type FloorPlanks = { readonly floor: string; readonly planks: number };

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

/**
 * Shares floors out among batches: one batch if one is enough, else as few as there can be, and of as few those that take fewest boxes.
 *
 * @param perBox planks in a box
 * @param spare planks that are kept besides: of the batch that takes the most planks
 */
export function batchesFor(floors: readonly FloorPlanks[], spare: number, perBox: number, batches: readonly Batch[]): BatchAnswer {
  const boxes = (planks: number) => Math.ceil(planks / perBox - 1e-9);
  const packs = boxes(floors.reduce((sum, f) => sum + f.planks, 0) + spare);
  const enough = batches.filter((b) => b.packs >= packs).sort((a, b) => a.packs - b.packs)[0];
  if (enough) return { kind: 'one', batch: enough.batch, packs };
  const largest = Math.max(0, ...batches.map((b) => b.packs));
  const shared = sharedOut(floors, spare, boxes, batches);
  const have = batches.reduce((sum, b) => sum + b.packs, 0);
  return shared ?? { kind: 'short', largest, packs, missing: Math.max(0, packs - have) };
}

function sharedOut(
  floors: readonly FloorPlanks[],
  spare: number,
  boxes: (planks: number) => number,
  batches: readonly Batch[],
): Extract<BatchAnswer, { kind: 'shared' }> | null {
  const sorted = [...floors].sort((a, b) => b.planks - a.planks);
  const from = [...batches].filter((b) => b.packs > 0).sort((a, b) => b.packs - a.packs);
  const taken: FloorPlanks[][] = from.map(() => []);
  let best: Extract<BatchAnswer, { kind: 'shared' }> | null = null;
  const planksOf = (own: readonly FloorPlanks[]) => own.reduce((sum, f) => sum + f.planks, 0);
  const closed = (): typeof best => {
    const most = taken.reduce((m, own, i) => (planksOf(own) > planksOf(taken[m]!) ? i : m), 0);
    const shares = taken.flatMap((own, i): Share[] =>
      own.length === 0
        ? []
        : [{ batch: from[i]!.batch, floors: own.map((f) => f.floor), packs: boxes(planksOf(own) + (i === most ? spare : 0)) }],
    );
    if (shares.some((s) => s.packs > from.find((b) => b.batch === s.batch)!.packs)) return null;
    return { kind: 'shared', shares, packs: shares.reduce((sum, s) => sum + s.packs, 0) };
  };
  const better = (one: NonNullable<typeof best>) =>
    best === null || one.shares.length < best.shares.length || (one.shares.length === best.shares.length && one.packs < best.packs);
  const place = (k: number): void => {
    if (k === sorted.length) {
      const one = closed();
      if (one && better(one)) best = one;
      return;
    }
    for (const [i, batch] of from.entries()) {
      if (boxes(planksOf(taken[i]!) + sorted[k]!.planks) > batch.packs) continue;
      taken[i]!.push(sorted[k]!);
      place(k + 1);
      taken[i]!.pop();
      if (best !== null && sorted.length > MOST_TRIED) return;
    }
  };
  place(0);
  return best;
}
