import type { Point } from '../geometry';
import type { Piece } from '../given';

type Box = Piece['cut'];

/** What is sawn from a plank: its box there and, where an end is slanted, its corners, counted from the box's own. */
export type Sawn = { readonly box: Box; readonly ring?: readonly Point[] };

/** Places on a plank nearer than this (mm) are one: half of what the plan file may round away. */
export const SAWN_ALIKE = 0.005;

/**
 * Whether pieces come apart by straight cuts right through their plank, a kerf wide each: some cut parts them, and then each part again.
 * Judged by their boxes, and by their corners where an end is slanted.
 */
export function comesApart(pieces: readonly Sawn[], kerf: number): boolean {
  if (pieces.length < 2) return true;
  for (const [low, high] of [
    ['from', 'to'],
    ['low', 'high'],
  ] as const) {
    for (const { box } of pieces) {
      const before = pieces.filter((p) => p.box[high] <= box[high] + SAWN_ALIKE);
      const after = pieces.filter((p) => p.box[low] >= box[high] + kerf - SAWN_ALIKE);
      if (after.length > 0 && before.length + after.length === pieces.length) return comesApart(before, kerf) && comesApart(after, kerf);
    }
  }
  for (const [a, b] of pieces.flatMap(slantsOf)) {
    const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
    const beyond = ([u, w]: Point) => ((u - a[0]) * (b[1] - a[1]) - (w - a[1]) * (b[0] - a[0])) / length;
    const reach = pieces.map((p) => cornersOf(p).map(beyond));
    const before = pieces.filter((_, i) => Math.max(...reach[i]!) <= SAWN_ALIKE);
    const after = pieces.filter((_, i) => Math.min(...reach[i]!) >= kerf - SAWN_ALIKE);
    if (after.length > 0 && before.length > 0 && before.length + after.length === pieces.length)
      return comesApart(before, kerf) && comesApart(after, kerf);
  }
  return false;
}

function cornersOf({ box, ring }: Sawn): readonly Point[] {
  const { from, to, low, high } = box;
  if (ring) return ring.map(([u, w]) => [from + u, low + w]);
  return [
    [from, low],
    [to, low],
    [to, high],
    [from, high],
  ];
}

/** The slanted sides of a piece, each both ways round: a cut may run along either side of it. */
function slantsOf(piece: Sawn): (readonly [Point, Point])[] {
  if (!piece.ring) return [];
  const corners = cornersOf(piece);
  return corners.flatMap((a, k): (readonly [Point, Point])[] => {
    const b = corners[(k + 1) % corners.length]!;
    if (Math.abs(a[0] - b[0]) < SAWN_ALIKE || Math.abs(a[1] - b[1]) < SAWN_ALIKE) return [];
    return [
      [a, b],
      [b, a],
    ];
  });
}

/**
 * Where a corner or a post splits a piece's place in two and the halves lie too close to be sawn from one plank, the smaller ones get a
 * plank of their own.
 *
 * @returns those that move
 */
export function crowded<T extends Sawn & { readonly piece: Piece }>(pieces: readonly T[], kerf: number): readonly T[] {
  const byPlank = new Map<number, T[]>();
  for (const own of pieces) byPlank.set(own.piece.plank, [...(byPlank.get(own.piece.plank) ?? []), own]);
  const size = ({ box }: T) => (box.to - box.from) * (box.high - box.low);
  const moved: T[] = [];
  for (const own of byPlank.values()) {
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
