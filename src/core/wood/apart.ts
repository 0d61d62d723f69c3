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
  // most planks give two pieces, one beside the other
  if (pieces.length === 2) {
    const [{ box: a }, { box: b }] = pieces as [Sawn, Sawn];
    const far = kerf - SAWN_ALIKE;
    if (b.from >= a.to + far || a.from >= b.to + far || b.low >= a.high + far || a.low >= b.high + far) return true;
  }
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

/** The corners of what is sawn, on its plank. */
export function cornersOf({ box, ring }: Sawn): readonly Point[] {
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
