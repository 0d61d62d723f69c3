import { SAME_LENGTH } from '../joints';
import type { Random } from '../random';
import type { SearchRun, Ties } from '../ties';
import { toPins } from './pins';
import type { Pool } from './pools';
import type { Row } from './task';

/*
 * How chance draws a run, found by trying on the benchmark's rooms: shares of what fills boxes best for the same steps.
 */
/** Share of the starters that are a whole plank; up to the next share, one whose rest closes a run that waits; else any. */
const WHOLE = 0.35;
const FITTING = 0.75;
/** Share of the runs that end so that a waiting starter's rest closes them. */
const CLOSING = 0.5;
/** How often a run ends as soon as it can. */
const ENDS = 0.7;
/** So many lengths are tried for the next plank before the run is given up. */
const TRIES = 6;

type Drawing = {
  readonly runs: readonly SearchRun[];
  readonly ties: Ties;
  /** what is laid now; a run not laid yet is in nobody's way */
  readonly rows: readonly Row[];
  readonly laid: Uint8Array;
  readonly pinsOf: ReadonlyMap<number, readonly number[]>;
  poolOf(run: number): Pool;
  readonly kerf: number;
  readonly random: Random;
};

/** Draws runs between their neighbours as they lie; gives null where chance led nowhere. */
export function drawer({ runs, ties, rows, laid, pinsOf, poolOf, kerf, random }: Drawing): (run: number) => Row | null {
  const clashes = (i: number, u: number): boolean => {
    for (const p of ties.staggers[i]!) {
      const other = p.a === i ? p.b : p.a;
      if (!laid[other] || u < p.from - SAME_LENGTH || u > p.to + SAME_LENGTH) continue;
      for (const v of rows[other]!.joints) {
        if (v >= p.from - SAME_LENGTH && v <= p.to + SAME_LENGTH && Math.abs(u - v) < p.within - SAME_LENGTH) return true;
      }
    }
    return false;
  };
  const anySize = ({ sizes }: Pool): number => sizes[Math.floor(random() * sizes.length)]!.length;
  /** The row's first pieces, up to its last pinned joint or just the starter. */
  const begin = (i: number): Row | null => {
    const run = runs[i]!;
    const pool = poolOf(i);
    const { sizes, closers } = pool;
    const pins = pinsOf.get(i);
    if (pins) return toPins(run, pins, sizes, random);
    const longest = sizes[sizes.length - 1]!.length;
    const whole = run.u1 - run.u0;
    let starter: number;
    const kind = random();
    if (kind < WHOLE) starter = anySize(pool);
    else if (kind < FITTING && closers.length > 0) starter = anySize(pool) - kerf - closers.values[Math.floor(random() * closers.length)]!;
    else starter = run.endPiece + Math.round(random() * (longest - run.endPiece));
    if (starter < run.endPiece || starter > longest || whole - starter < run.endPiece || clashes(i, run.u0 + starter)) return null;
    return { lengths: [starter], joints: [run.u0 + starter] };
  };
  return (i) => {
    const run = runs[i]!;
    const pool = poolOf(i);
    const { sizes, starters } = pool;
    const longest = sizes[sizes.length - 1]!.length;
    const begun = begin(i);
    if (!begun) return null;
    const lengths = [...begun.lengths];
    const joints = [...begun.joints];
    // the end that some waiting starter's rest would close
    const closer =
      random() < CLOSING && starters.length > 0 ? anySize(pool) - kerf - starters.values[Math.floor(random() * starters.length)]! : 0;
    for (let left = run.u1 - joints[joints.length - 1]!; ;) {
      const last =
        left <= longest + SAME_LENGTH &&
        (pinsOf.has(i) || left - sizes[0]!.length < run.endPiece || random() < ENDS || Math.abs(left - closer) < 1);
      if (last) {
        lengths.push(left);
        return { lengths, joints };
      }
      const u = joints[joints.length - 1]!;
      let taken = 0;
      for (let tries = 0; tries < TRIES && taken === 0; tries++) {
        const length = anySize(pool);
        if (left - length >= run.endPiece && !clashes(i, u + length)) taken = length;
      }
      if (taken === 0) {
        if (left > longest) return null;
        lengths.push(left);
        return { lengths, joints };
      }
      lengths.push(taken);
      joints.push(u + taken);
      left -= taken;
    }
  };
}
