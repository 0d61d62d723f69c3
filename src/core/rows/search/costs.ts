import { closerFor, jointsOf, SAME_LENGTH } from '../joints';
import { isStairs, likenessWeight, SMALL_PIECE, STAIRS_WEIGHT, stepBetween } from '../looks';
import type { Band, Pair, Stair, Ties } from '../ties';
import { faultsOf, SMALL_SEEN } from '../wishes';
import type { SearchTask } from './task';

/** What it weighs, against a fault of looks, that a run is laid otherwise than before: so little that it only decides between equals. */
const CHANGED = 0.05;

/** What the runs of a task cost with their starters as they are: broken limits and faults of looks, run by run. */
export type RunCosts = ReturnType<typeof runCosts>;

/**
 * Measures runs by themselves and with their neighbours. A move touches one or two runs, so that only the terms that name them are measured
 * again.
 *
 * @param starters read afresh at every call
 */
export function runCosts({ runs, from }: Pick<SearchTask, 'runs' | 'from'>, ties: Ties, starters: Float64Array) {
  const endsBroken = (i: number): number => {
    const run = runs[i]!;
    const closer = closerFor(run, starters[i]!);
    return (
      (starters[i]! < run.endPiece - SAME_LENGTH ? 1 + (run.endPiece - starters[i]!) / run.endPiece : 0) +
      (closer < run.endPiece - SAME_LENGTH ? 1 + (run.endPiece - closer) / run.endPiece : 0)
    );
  };

  /** Pairs of joints of two runs, both within [from, to], nearer than `within`. */
  const nearJoints = (a: number, b: number, from: number, to: number, within: number): number => {
    const A = runs[a]!;
    const B = runs[b]!;
    let near = 0;
    let ja = A.u0 + starters[a]!;
    if (ja < from) ja += Math.ceil((from - ja - SAME_LENGTH) / A.plank) * A.plank;
    for (; ja < A.u1 - SAME_LENGTH && ja <= to + SAME_LENGTH; ja += A.plank) {
      let jb = B.u0 + starters[b]!;
      jb += Math.max(0, Math.ceil((Math.max(from, ja - within) - jb - SAME_LENGTH) / B.plank)) * B.plank;
      for (; jb < B.u1 - SAME_LENGTH && jb <= to + SAME_LENGTH && jb < ja + within; jb += B.plank) {
        if (Math.abs(jb - ja) < within - SAME_LENGTH) near++;
      }
    }
    return near;
  };

  /** Whether the joints of two runs of one length of plank are nowhere near each other, on the circle as long as a plank. */
  const isApart = (p: Pair): boolean => {
    const { plank } = runs[p.a]!;
    if (plank !== runs[p.b]!.plank) return false;
    let step = p.shift + starters[p.b]! - starters[p.a]!;
    if (step < 0) step += plank;
    else if (step >= plank) step -= plank;
    return step >= p.within - SAME_LENGTH && plank - step >= p.within - SAME_LENGTH;
  };
  const pairMusts = (p: Pair): number => (isApart(p) ? 0 : nearJoints(p.a, p.b, p.from, p.to, p.within));
  const pairLooks = (p: Pair): number => (pairMusts(p) > 0 ? likenessWeight(p.rowsApart) : 0);
  const first = (i: number): number => runs[i]!.u0 + starters[i]!;
  const stairLooks = (s: Stair): number => {
    const length = runs[s[0]]!.plank;
    const a = stepBetween(first(s[0]), first(s[1]), length);
    const b = stepBetween(first(s[1]), first(s[2]), length);
    const c = stepBetween(first(s[2]), first(s[3]), length);
    return isStairs(a, b, c) ? STAIRS_WEIGHT : 0;
  };

  const small = (i: number, length: number): boolean => length < SMALL_PIECE * runs[i]!.endPiece - SAME_LENGTH;
  const bandLooks = (b: Band): number =>
    (b.every((i) => small(i, starters[i]!)) ? 1 : 0) + (b.every((i) => small(i, closerFor(runs[i]!, starters[i]!))) ? 1 : 0);
  // most runs wish for nothing, or only that no small piece is seen: that needs no joints
  const detailed = runs.map(({ wishes: w }) => w !== undefined && w.clear.length + w.joint.length + w.long.length + w.forbidden.length > 0);
  // what is mended keeps what it can of the floor that it began from
  const changed = (i: number): number => (from && Math.abs(starters[i]! - from[i]!) > 0.5 ? CHANGED : 0);
  const wishLooks = (i: number): number => changed(i) + wishFaults(i);
  const wishFaults = (i: number): number => {
    if (detailed[i]) return faultsOf(runs[i]!.wishes!, runs[i]!, jointsOf(runs[i]!, starters[i]!)).looks;
    if (!runs[i]!.wishes?.seen) return 0;
    return (small(i, starters[i]!) ? SMALL_SEEN : 0) + (small(i, closerFor(runs[i]!, starters[i]!)) ? SMALL_SEEN : 0);
  };
  const wishMusts = (i: number): number =>
    detailed[i] && runs[i]!.wishes!.forbidden.length > 0 ? faultsOf(runs[i]!.wishes!, runs[i]!, jointsOf(runs[i]!, starters[i]!)).musts : 0;

  /** What run i costs; terms that it shares with run `but` are left out, so that two runs are summed without counting them twice. */
  const mustsOf = (i: number, but = -1): number => {
    let sum = endsBroken(i) + wishMusts(i);
    for (const p of ties.staggers[i]!) if (p.a !== but && p.b !== but) sum += pairMusts(p);
    return sum;
  };
  const looksOf = (i: number, but = -1): number => {
    let sum = wishLooks(i);
    for (const p of ties.likenesses[i]!) if (p.a !== but && p.b !== but) sum += pairLooks(p);
    for (const s of ties.stairs[i]!) if (but < 0 || !s.includes(but)) sum += stairLooks(s);
    for (const b of ties.bands[i]!) if (but < 0 || !b.includes(but)) sum += bandLooks(b);
    return sum;
  };
  /** What all runs cost together; a term that several share is counted with the first of them. */
  const total = (free: readonly number[]): { musts: number; looks: number } => {
    let musts = 0;
    let looks = 0;
    for (const i of free) {
      musts += endsBroken(i) + wishMusts(i);
      looks += wishLooks(i);
      for (const p of ties.staggers[i]!) if (p.a === i) musts += pairMusts(p);
      for (const p of ties.likenesses[i]!) if (p.a === i) looks += pairLooks(p);
      for (const s of ties.stairs[i]!) if (s[0] === i) looks += stairLooks(s);
      for (const b of ties.bands[i]!) if (b[0] === i) looks += bandLooks(b);
    }
    return { musts, looks };
  };
  /** Whether the joints of a run come again too soon after those of an earlier one. */
  const isRepeated = (i: number): boolean => ties.likenesses[i]!.some((p) => p.b === i && pairLooks(p) > 0);
  return { endsBroken, pairMusts, mustsOf, looksOf, total, isRepeated, detailed };
}
