import type { CutLine } from '../plan';

/** One piece of a batch: its number on the wood, and its cut. */
export type AheadCut = { readonly number: number; readonly line: CutLine };

/** Settings nearer than this (mm) are one. */
const SAME_STOP = 1;

/**
 * The cuts of several rows in one walk to the saw: sorted so that fence and stop are set least often, numbered in the order in which the
 * pieces are laid. What needs an offcut that the same walk leaves comes after the cut that leaves it.
 *
 * @param lines in laying order; whole planks are left out
 */
export function cutAhead(lines: readonly CutLine[]): { readonly cuts: readonly AheadCut[]; readonly settings: number } {
  const sawn = lines.filter((l) => l.crosscuts.length + l.early.length > 0 || l.rip !== null || l.shape !== null);
  const left = sawn.map((line, i): AheadCut => ({ number: i + 1, line }));
  const keyOf = ({ line }: AheadCut) => line.crosscuts[0]?.keep ?? line.length;
  const cuts: AheadCut[] = [];
  let settings = 0;
  let stop = -Infinity;
  const isReady = ({ line }: AheadCut) => {
    if (line.take.kind === 'plank') return true;
    const { of } = line.take;
    return !left.some((o) => o.line.piece.id === of && o.line.floor === line.floor && o.line !== line);
  };
  while (left.length > 0) {
    const ready = left.filter(isReady);
    const among = ready.length > 0 ? ready : left;
    // the stop stays where it is as long as something needs it there; then it goes to where most is to be cut
    const same = among.find((c) => Math.abs(keyOf(c) - stop) <= SAME_STOP);
    const next =
      same ?? [...among].sort((a, b) => count(among, keyOf(b), keyOf) - count(among, keyOf(a), keyOf) || keyOf(b) - keyOf(a))[0]!;
    if (!same) settings++;
    stop = keyOf(next);
    cuts.push(next);
    left.splice(left.indexOf(next), 1);
  }
  return { cuts, settings };
}

const count = (cuts: readonly AheadCut[], at: number, keyOf: (c: AheadCut) => number): number =>
  cuts.filter((c) => Math.abs(keyOf(c) - at) <= SAME_STOP).length;
