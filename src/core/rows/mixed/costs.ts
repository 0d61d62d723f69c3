import { SAME_LENGTH } from '../joints';
import { likenessWeight } from '../looks';
import type { Pair, SearchRun, Ties } from '../ties';
import { faultsOf, NO_WISHES } from '../wishes';
import type { Row } from './task';

/** What runs cost as they lie: broken limits, and faults of looks. */
export function rowCosts(runs: readonly SearchRun[], ties: Ties, rows: readonly Row[]) {
  const near = (p: Pair): number => nearJoints(rows[p.a]!.joints, rows[p.b]!.joints, p.from, p.to, p.within);
  return {
    mustsOf(i: number): number {
      const { lengths, joints } = rows[i]!;
      const run = runs[i]!;
      let sum = 0;
      if (joints.length > 0) {
        if (lengths[0]! < run.endPiece - SAME_LENGTH) sum++;
        if (lengths[lengths.length - 1]! < run.endPiece - SAME_LENGTH) sum++;
      }
      for (const p of ties.staggers[i]!) sum += near(p);
      if (run.wishes && run.wishes !== NO_WISHES) sum += faultsOf(run.wishes, run, joints).musts;
      return sum;
    },
    looksOf(i: number): number {
      let sum = 0;
      for (const p of ties.likenesses[i]!) sum += near(p) > 0 ? likenessWeight(p.rowsApart) : 0;
      const run = runs[i]!;
      if (run.wishes && run.wishes !== NO_WISHES) sum += faultsOf(run.wishes, run, rows[i]!.joints).looks;
      return sum;
    },
  };
}

/** Pairs of joints, both within [from, to], nearer than `within`. */
function nearJoints(a: readonly number[], b: readonly number[], from: number, to: number, within: number): number {
  let near = 0;
  for (const ja of a) {
    if (ja < from - SAME_LENGTH || ja > to + SAME_LENGTH) continue;
    for (const jb of b) if (jb >= from - SAME_LENGTH && jb <= to + SAME_LENGTH && Math.abs(ja - jb) < within - SAME_LENGTH) near++;
  }
  return near;
}
