import type { Flat } from '@/core/base';
import type { Point } from '@/core/geometry';

/** Where the straightedge lies in a space: where a person laid it, else where it finds the greatest gap. */
export const endsOf = (
  space: string,
  laid: { readonly space: string; readonly ends: readonly [Point, Point] } | null,
  flat: Flat,
): readonly [Point, Point] => (laid?.space === space ? laid.ends : flat.found.ends);
