import { isStraight, type PieceCuts } from '../cuts';

/** One piece of a batch: its number on the wood, and how it is sawn. */
export type AheadCut = { readonly number: number; readonly line: PieceCuts };

/** At which setting of stop or fence a piece is begun, and how long that is, mm. */
function settingOf({ cuts }: PieceCuts): { readonly key: string; readonly read: number } {
  const first = cuts.find(isStraight);
  if (!first) return { key: 'shape', read: 0 };
  const { kind, marks } = first;
  return { key: `${kind} ${marks.map((m) => `${m.from} ${m.read}`).join(' ')}`, read: marks[0].read };
}

/**
 * The cuts of several rows in one walk to the saw: sorted so that fence and stop are set least often, numbered in the order in which the
 * pieces are laid. What needs an offcut that the same walk leaves comes after the cut that leaves it.
 *
 * @param lines in laying order; what needs no cut is left out
 */
export function cutAhead(lines: readonly PieceCuts[]): { readonly cuts: readonly AheadCut[]; readonly settings: number } {
  const left = lines.filter((l) => l.cuts.length > 0).map((line, i): AheadCut => ({ number: i + 1, line }));
  const settingsOf = new Map(left.map((c) => [c, settingOf(c.line)]));
  const cuts: AheadCut[] = [];
  let settings = 0;
  let stop: string | null = null;
  const isReady = ({ line: { take } }: AheadCut) => take.from !== 'offcut' || !left.some((o) => o.line.piece === take.left);
  while (left.length > 0) {
    const ready = left.filter(isReady);
    const among = ready.length > 0 ? ready : left;
    const key = (c: AheadCut) => settingsOf.get(c)!.key;
    const many = (c: AheadCut) => among.filter((o) => key(o) === key(c)).length;
    // the stop stays where it is as long as something needs it there; then it goes to where most is to be cut
    const same = among.find((c) => key(c) === stop);
    const next = same ?? [...among].sort((a, b) => many(b) - many(a) || settingsOf.get(b)!.read - settingsOf.get(a)!.read)[0]!;
    if (!same) settings++;
    stop = key(next);
    cuts.push(next);
    left.splice(left.indexOf(next), 1);
  }
  return { cuts, settings };
}
