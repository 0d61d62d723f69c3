import type { Piece } from './schema';

type Box = Piece['cut'];

const SAME = 0.005;

/**
 * Whether pieces come apart by straight cuts right through their plank, a kerf wide each: some cut parts them, and then each part again.
 * Judged by their boxes.
 */
export function comesApart(boxes: readonly Box[], kerf: number): boolean {
  if (boxes.length < 2) return true;
  for (const [low, high] of [
    ['from', 'to'],
    ['low', 'high'],
  ] as const) {
    for (const { [high]: at } of boxes) {
      const before = boxes.filter((b) => b[high] <= at + SAME);
      const after = boxes.filter((b) => b[low] >= at + kerf - SAME);
      if (after.length > 0 && before.length + after.length === boxes.length) return comesApart(before, kerf) && comesApart(after, kerf);
    }
  }
  return false;
}

/**
 * Where a corner or a post splits a piece's place in two and the halves lie too close to be sawn from one plank, the smaller ones get a
 * plank of their own.
 *
 * @returns the pieces that move, each with the plank that it was to come from
 */
export function crowded(pieces: readonly Piece[], kerf: number): readonly Piece[] {
  const byPlank = new Map<number, Piece[]>();
  for (const piece of pieces) byPlank.set(piece.plank, [...(byPlank.get(piece.plank) ?? []), piece]);
  const size = ({ cut }: Piece) => (cut.to - cut.from) * (cut.high - cut.low);
  const moved: Piece[] = [];
  for (const own of byPlank.values()) {
    let rest = own;
    while (
      !comesApart(
        rest.map((p) => p.cut),
        kerf,
      )
    ) {
      // only a split place can be crowded: take the smallest of those that share theirs
      const shared = rest.filter((p) =>
        rest.some((q) => q !== p && q.row === p.row && q.cut.from < p.cut.to - SAME && p.cut.from < q.cut.to - SAME),
      );
      const smallest = (shared.length > 0 ? shared : rest).reduce((a, b) => (size(b) < size(a) ? b : a));
      moved.push(smallest);
      rest = rest.filter((p) => p !== smallest);
    }
  }
  return moved;
}
