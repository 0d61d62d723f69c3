import type { CutLine, CutRow } from './cutlist';

/** So many rows are cut ahead where somebody cuts in batches. */
export const BATCH_ROWS = 6;
/** Lengths closer than this (mm) are cut at one setting of the stop. */
const ONE_SETTING = 0.05;

/** How often the saw's stop is set for crosscuts. */
export type StopSettings = {
  /** cut piece by piece: whenever the next length is another */
  readonly rowByRow: number;
  /** several rows cut ahead, equal lengths one after the other */
  readonly batches: number;
  /** every length of the job once */
  readonly lengths: number;
};

/** The lengths that a line's square crosscuts keep, mm. */
const keptOf = (line: CutLine): number[] => [
  ...line.early.flatMap((cut) => (cut.kind === 'across' && !cut.slant ? [cut.keep] : [])),
  ...line.crosscuts.flatMap((cut) => (cut.slant ? [] : [cut.keep])),
];

const different = (lengths: readonly number[]): number => {
  const sorted = [...lengths].sort((a, b) => a - b);
  return sorted.filter((length, i) => i === 0 || length - sorted[i - 1]! > ONE_SETTING).length;
};

/** Counts the settings of the stop that a cut list asks for. */
export function stopSettings(rows: readonly CutRow[], batch = BATCH_ROWS): StopSettings {
  const kept = rows.map((row) => row.lines.flatMap(keptOf));
  const all = kept.flat();
  const rowByRow = all.filter((length, i) => i === 0 || Math.abs(length - all[i - 1]!) > ONE_SETTING).length;
  let batches = 0;
  for (let k = 0; k < kept.length; k += batch) batches += different(kept.slice(k, k + batch).flat());
  return { rowByRow, batches, lengths: different(all) };
}
