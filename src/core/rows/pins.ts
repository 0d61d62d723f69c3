import { turned, type Frame, type Point } from '../geometry';
import type { Hand } from '../given';
import { isSingle } from './joints';
import { starterAt, type Stretches } from './schools';
import type { Run } from './runs';
import type { SearchRun } from './ties';
import { NO_WISHES, type Wishes } from './wishes';

/** A joint stays at least this far (mm) from a place where none is wanted. */
export const FORBID_WITHIN = 100;

/** The run that lies at a point of the plan, and where along it. */
function runAt(runs: readonly Run[], frame: Frame, at: Point): { run: Run; u: number } | null {
  const [u, w] = turned(frame, at);
  const run = runs.find((r) => w >= r.w0 - 1 && w <= r.w1 + 1 && u > r.u0 && u < r.u1 && w >= r.row.from && w < r.row.to);
  return run ? { run, u } : null;
}

/**
 * What a person settled of a floor's joints: where they are pinned along each run, the starters that put them there where planks have one
 * length, and wishes with the forbidden places.
 */
export function handOf(
  hand: Hand | undefined,
  runs: readonly Run[],
  lines: readonly SearchRun[],
  frame: Frame,
): {
  readonly joints: ReadonlyMap<number, readonly number[]>;
  readonly pinned: ReadonlyMap<number, Stretches>;
  readonly wishes: ReadonlyMap<number, Wishes>;
} {
  const joints = new Map<number, readonly number[]>();
  const pinned = new Map<number, Stretches>();
  const wishes = new Map<number, Wishes>();
  for (const at of hand?.pins ?? []) {
    const found = runAt(runs, frame, at);
    if (!found || isSingle(lines[found.run.index]!)) continue;
    const starter = starterAt(lines[found.run.index]!, found.u);
    pinned.set(found.run.index, [[starter, starter]]);
    joints.set(found.run.index, [...(joints.get(found.run.index) ?? []), found.u]);
  }
  for (const at of hand?.forbid ?? []) {
    const found = runAt(runs, frame, at);
    if (!found) continue;
    const { index } = found.run;
    const before = wishes.get(index) ?? lines[index]!.wishes ?? NO_WISHES;
    wishes.set(index, { ...before, forbidden: [...before.forbidden, [found.u - FORBID_WITHIN, found.u + FORBID_WITHIN]] });
  }
  return { joints, pinned, wishes };
}
