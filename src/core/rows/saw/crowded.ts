import { grouped } from '../../geometry';
import type { Piece } from '../../given';
import { comesApart, SAWN_ALIKE, type Sawn } from '../../wood';

/**
 * Where a corner or a post splits a piece's place in two and the halves lie too close to be sawn from one plank, the smaller ones get a
 * plank of their own.
 *
 * @returns those that move
 */
export function crowded<T extends Sawn & { readonly piece: Piece }>(pieces: readonly T[], kerf: number): readonly T[] {
  const size = ({ box }: T) => (box.to - box.from) * (box.high - box.low);
  const moved: T[] = [];
  for (const own of grouped(pieces, ({ piece }) => piece.plank).values()) {
    let rest = own;
    while (!comesApart(rest, kerf)) {
      // only a split place can be crowded: take the smallest of those that share theirs
      const shared = rest.filter((p) =>
        rest.some(
          (q) => q !== p && q.piece.row === p.piece.row && q.box.from < p.box.to - SAWN_ALIKE && p.box.from < q.box.to - SAWN_ALIKE,
        ),
      );
      const smallest = (shared.length > 0 ? shared : rest).reduce((a, b) => (size(b) < size(a) ? b : a));
      moved.push(smallest);
      rest = rest.filter((p) => p !== smallest);
    }
  }
  return moved;
}
