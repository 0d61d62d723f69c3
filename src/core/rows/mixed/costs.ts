import { SAME_LENGTH } from '../joints';
import { flightOf, likenessWeight, SMALL_PIECE, STAIRS_STEPS, STAIRS_WEIGHT, stepBetween } from '../looks';
import type { Band, Pair, SearchRun, Ties } from '../ties';
import { faultsOf, NO_WISHES } from '../wishes';
import type { Row } from './task';

/** For each run the flights that it may have part in: those that follow each other, one a row, from up to so many rows before. */
function flightsOf({ next }: Ties): readonly (readonly (readonly number[])[])[] {
  const of: (readonly number[])[][] = Array.from(next, () => []);
  next.forEach((_, i) => {
    const chain = [i];
    for (let at = next[i]!; at >= 0 && chain.length <= STAIRS_STEPS.most; at = next[at]!) chain.push(at);
    if (chain.length > STAIRS_STEPS.least) for (const r of chain) of[r]!.push(chain);
  });
  return of;
}

/** What runs cost as they lie: broken limits, and faults of looks. */
export function rowCosts(runs: readonly SearchRun[], ties: Ties, rows: readonly Row[]) {
  const near = (p: Pair): number => nearJoints(rows[p.a]!.joints, rows[p.b]!.joints, p.from, p.to, p.within);
  const flights = flightsOf(ties);
  const climbs = (chain: readonly number[]): boolean => {
    const steps: number[] = [];
    for (let k = 1; k < chain.length; k++) {
      const [a, b] = [rows[chain[k - 1]!]!.joints[0], rows[chain[k]!]!.joints[0]];
      if (a === undefined || b === undefined) break;
      steps.push(stepBetween(a, b, runs[chain[0]!]!.plank));
    }
    return flightOf(steps) > 0;
  };
  const isBand = (band: Band, end: 'first' | 'last'): boolean =>
    band.every((r) => {
      const { lengths } = rows[r]!;
      return (end === 'first' ? lengths[0]! : lengths[lengths.length - 1]!) < SMALL_PIECE * runs[r]!.endPiece - SAME_LENGTH;
    });
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
      for (const chain of flights[i]!) if (climbs(chain)) sum += STAIRS_WEIGHT;
      for (const band of ties.bands[i]!) sum += Number(isBand(band, 'first')) + Number(isBand(band, 'last'));
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
