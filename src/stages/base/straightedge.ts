import { roomOf, type Flat } from '@/core/base';
import type { Point } from '@/core/geometry';
import type { Space } from '@/core/given';

/** Where the straightedge lies in a space: where a person laid it, else where it finds the greatest gap, else through the middle of the room. */
export function endsOf(
  space: Space,
  laid: { readonly space: string; readonly ends: readonly [Point, Point] } | null,
  flat: Flat | null,
  length: number,
): readonly [Point, Point] {
  if (laid?.space === space.id) return laid.ends;
  if (flat) return flat.found.ends;
  const n = space.outline.length;
  const [x, y] = space.outline.reduce<[number, number]>((m, p) => [m[0] + p[0] / n, m[1] + p[1] / n], [0, 0]);
  const { reach } = roomOf(space.outline);
  return [
    [x - reach(x, y, -1, 0, length / 2), y],
    [x + reach(x, y, 1, 0, length / 2), y],
  ];
}
