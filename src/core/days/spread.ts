import type { Event, Plan } from '../given';
import { clockOf } from './calendar';

/** A row that was laid: when, by whom, and how long after the one before it, minutes; null where a pause lay between. */
export type LaidRowTime = {
  readonly floor: string;
  readonly row: number;
  readonly at: number;
  readonly by: string;
  readonly minutes: number | null;
};

/** Between two rows of one stretch of work there is no longer pause than this (minutes). */
const LONGEST = 120;
/** Fewer rows than this say nothing of what is to come. */
const FEWEST = 3;
/** The middle half of the rows: an honest spread leaves out the best and the worst. */
const SPREAD = { fast: 0.25, middle: 0.5, slow: 0.75 };

/** When each row came to lie, in the order of the log; a row that was laid piece by piece lies with its last. */
export function rowTimes(log: readonly Event[]): readonly LaidRowTime[] {
  const undone = new Set(log.flatMap((e) => (e.what === 'undone' ? [e.event] : [])));
  const lies = new Map<string, Set<string>>();
  const found: LaidRowTime[] = [];
  let plan: Plan | null = null;
  let last: number | null = null;
  for (const event of log) {
    if (undone.has(event.n)) continue;
    if (event.what === 'begun' || event.what === 'replanned') plan = event.plan;
    if (event.what === 'begun') last = clockOf(event.time.slice(0, 16));
    if (event.what !== 'laid' && event.what !== 'laid-as') continue;
    const key = `${event.floor} ${event.row}`;
    const own = lies.get(key) ?? new Set<string>();
    lies.set(key, own);
    const pieces = plan?.floors.find((f) => f.id === event.floor)?.pieces.filter((p) => p.row === event.row) ?? [];
    if (event.what === 'laid' && event.piece !== undefined) own.add(event.piece);
    else for (const p of pieces) own.add(p.id);
    if (pieces.some((p) => !own.has(p.id))) continue;
    const at = clockOf(event.time.slice(0, 16));
    const minutes = last !== null && at >= last && at - last <= LONGEST ? at - last : null;
    found.push({ floor: event.floor, row: event.row, at, by: event.by, minutes });
    last = at;
  }
  return found;
}

/** Minutes that so many rows more will take: as fast as the quicker ones, as the middle one, as the slower ones. */
export type Spread = { readonly fast: number; readonly middle: number; readonly slow: number };

/**
 * How long the rest will take by what the presses say. The first three rows are left out: they cost more than any that come.
 *
 * @param rows that are still to be laid
 * @returns null where too few rows were laid one after the other
 */
export function spreadOf(times: readonly LaidRowTime[], rows: number): Spread | null {
  const minutes = times
    .slice(3)
    .flatMap((t) => (t.minutes === null ? [] : [t.minutes]))
    .sort((a, b) => a - b);
  if (minutes.length < FEWEST) return null;
  const at = (share: number) => minutes[Math.round(share * (minutes.length - 1))]! * rows;
  return { fast: at(SPREAD.fast), middle: at(SPREAD.middle), slow: at(SPREAD.slow) };
}
