import type { PlankSize } from '../given';
import type { Run } from './runs';

/**
 * Which factory edges a run's pieces need. A ripped first row keeps the edge that locks with the row after it; what is ripped off keeps the
 * other edge and can serve a last row that is narrow enough.
 */
export type Edges = 'both' | 'before' | 'after' | 'neither';

export const edgesNeeded = (run: Run): Edges => {
  const before = run.lockBefore.length > 0;
  const after = run.lockAfter.length > 0;
  return before ? (after ? 'both' : 'before') : after ? 'after' : 'neither';
};

/** How much of the plank's width a run takes, counted from the edge that it keeps. */
export function stripWidth(run: Run): number {
  const edges = edgesNeeded(run);
  if (edges === 'before') return run.w1 - run.row.from;
  if (edges === 'after') return run.row.to - run.w0;
  return run.row.width;
}

/**
 * Pairs ripped runs whose strips both come out of one plank's width (strip + kerf + strip ≤ width): one keeps the edge towards the
 * row before it, the other the edge towards the row after it. Runs of nearly equal length are paired first, as they save most.
 *
 * @returns for each run its mate's index, or −1
 */
export function matesOf(runs: readonly Run[], plankOf: (run: Run) => PlankSize, kerf: number): Int32Array {
  const mates = new Int32Array(runs.length).fill(-1);
  const firsts = runs.filter((r) => edgesNeeded(r) === 'after');
  const lasts = runs.filter((r) => edgesNeeded(r) === 'before');
  const pairs: { a: number; b: number; saved: number }[] = [];
  for (const a of firsts) {
    for (const b of lasts) {
      if (plankOf(a) !== plankOf(b) || stripWidth(a) + stripWidth(b) + kerf > a.row.width + 1e-6) continue;
      const la = a.u1 - a.u0;
      const lb = b.u1 - b.u0;
      pairs.push({ a: a.index, b: b.index, saved: Math.min(la, lb) - 0.5 * Math.abs(la - lb) });
    }
  }
  pairs.sort((p, q) => q.saved - p.saved || p.a - q.a || p.b - q.b);
  for (const { a, b } of pairs) {
    if (mates[a]! < 0 && mates[b]! < 0) {
      mates[a] = b;
      mates[b] = a;
    }
  }
  return mates;
}
