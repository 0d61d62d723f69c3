import { round3, type Frame } from '../../geometry';
import type { Piece, Plank } from '../../given';
import type { MixedCut } from '../mixed';
import type { Run } from '../runs';
import { crowded } from './crowded';
import { piecesOf } from './pieces';
import { reuse, type Blank } from './reuse';

/** What floors of one product are sawn from: their pieces, floor by floor, and the planks, numbered from 1 as laying opens them. */
export type Sawn = { readonly pieces: readonly (readonly Piece[])[]; readonly planks: readonly Plank[] };

/** A floor as the saw sees it. */
type ToSaw = {
  readonly frame: Frame;
  readonly runs: readonly Run[];
  readonly sizes: readonly { readonly length: number; readonly width: number }[];
};

/** The pieces of all floors with the planks that they are cut from, moved into what other planks leave. */
function placedBlanks(group: readonly ToSaw[], cuts: readonly (readonly MixedCut[])[], kerf: number) {
  const { sizes } = group[0]!;
  const sizeOf = new Map(cuts.flat().map((c) => [c.plank, c.size]));
  const laid = group.flatMap(({ runs, frame }, floor) => {
    const byRun: MixedCut[][] = runs.map(() => []);
    for (const cut of cuts[floor]!) byRun[cut.segment.run]!.push(cut);
    const inRow = new Map<number, number>();
    return runs.flatMap((run) => {
      const before = inRow.get(run.row.n) ?? 0;
      const own = piecesOf(run, byRun[run.index]!, frame, before + 1);
      inRow.set(run.row.n, before + own.length);
      return own.map((one) => ({ one, floor }));
    });
  });
  const moved = new Set(
    crowded(
      laid.map((l) => l.one),
      kerf,
    ),
  );
  let spare = sizeOf.size;
  const blanks = laid.map(({ one }): Blank => {
    const { piece, needs, box, ring } = one;
    const { left, right, low, high, slants } = needs;
    const plank = moved.has(one) ? ++spare : piece.plank;
    return { plank, size: sizeOf.get(piece.plank)!, box, ring, left, right, low, high, slants };
  });
  return { laid, blanks, places: reuse(blanks, sizes, kerf) };
}

/** How many planks the pieces of the floors of one product open; see {@link sawnOf}. */
export const planksSawn = (group: readonly ToSaw[], cuts: readonly (readonly MixedCut[])[], kerf: number): number =>
  new Set(placedBlanks(group, cuts, kerf).places.map((p) => p.plank)).size;

/** The pieces of the floors of one product, once their joints are known; moves pieces into what other planks leave. */
export function sawnOf(group: readonly ToSaw[], cuts: readonly (readonly MixedCut[])[], kerf: number): Sawn {
  const { sizes } = group[0]!;
  const { laid, blanks, places } = placedBlanks(group, cuts, kerf);
  const numbers = new Map<number, number>();
  const planks: Plank[] = [];
  const pieces: Piece[][] = group.map(() => []);
  places.forEach(({ plank, box }, i) => {
    const n = numbers.get(plank) ?? numbers.size + 1;
    if (!numbers.has(plank)) {
      const { length, width } = sizes[blanks[i]!.size]!;
      numbers.set(plank, n);
      planks.push({ n, length, width });
    }
    const cut = { from: round3(box.from), to: round3(box.to), low: round3(box.low), high: round3(box.high) };
    const { one, floor } = laid[i]!;
    pieces[floor]!.push({ ...one.piece, plank: n, cut });
  });
  return { pieces, planks };
}
