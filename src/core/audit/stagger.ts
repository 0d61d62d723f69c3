import { commonSpans, firstFrom, turned, ROUNDING } from '../geometry';
import { sourceOf, sourceText } from '../given';
import { edgeSpans, jointsAtEdge, type LaidRow } from './measure';
import { finding, type Rule } from './rule';

/**
 * Least stagger: joints of neighbouring rows, measured along the edge that they share, where that edge is unbroken between them.
 * Mend: another starter in one of the two rows.
 */
export const stagger: Rule = (floor, say) => {
  const limit = floor.product.limits.stagger;
  for (const { near, a, b, rowA, rowB, w } of neighbourJoints(floor.rows, limit - ROUNDING)) {
    say(
      finding(floor, 'stagger', turned(floor.frame, [(a + b) / 2, w]), {
        rows: [rowA, rowB],
        measured: near,
        limit,
        text: `Rows ${rowA} and ${rowB}: joints ${floor.length(near)} apart, at least ${floor.length(limit)} (${sourceText(sourceOf(floor.product, 'stagger'))}). Choose another starter for row ${rowB}.`,
      }),
    );
  }
};

/** Pairs of joints of neighbouring rows on the same unbroken stretch of their shared edge, nearer than `within`. */
function neighbourJoints(
  rows: readonly LaidRow[],
  within: number,
): { near: number; a: number; b: number; rowA: number; rowB: number; w: number }[] {
  const found: { near: number; a: number; b: number; rowA: number; rowB: number; w: number }[] = [];
  for (let r = 0; r + 1 < rows.length; r++) {
    const [upper, lower] = [rows[r]!, rows[r + 1]!];
    if (lower.row.n !== upper.row.n + 1) continue;
    const shared = commonSpans(edgeSpans(upper, 'after'), edgeSpans(lower, 'before'));
    const as = jointsAtEdge(upper, 'after');
    const bs = jointsAtEdge(lower, 'before')
      .map((joint) => joint.u)
      .sort((p, q) => p - q);
    for (const { u: a } of as) {
      for (let k = firstFrom(bs, a - within); k < bs.length && bs[k]! < a + within; k++) {
        const b = bs[k]!;
        if (Math.abs(a - b) >= within) continue;
        const low = Math.min(a, b) + ROUNDING;
        const high = Math.max(a, b) - ROUNDING;
        if (shared.some(([from, to]) => from <= low && to >= high)) {
          found.push({ near: Math.abs(a - b), a, b, rowA: upper.row.n, rowB: lower.row.n, w: upper.row.to });
        }
      }
    }
  }
  return found;
}

/** The least distance of joints of neighbouring rows along a shared edge, mm; null where there are none nearer than `within`. */
export const leastJointDistance = (rows: readonly LaidRow[], within: number): number | null =>
  neighbourJoints(rows, within).reduce<number | null>((least, { near }) => (least === null || near < least ? near : least), null);
