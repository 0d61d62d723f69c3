import { polygonArea } from '../geometry';
import { PACES, type Event, type Job, type Pace, type Plan, type PlanFloor } from '../given';
import { clockOf } from './calendar';

/** What a pace counts, an hour of one person; presets until the crew's own log or the crew says otherwise. */
export const PACE_UNITS: Readonly<Record<Pace, { readonly preset: number; readonly of: string }>> = {
  clear: { preset: 8, of: 'm² cleared' },
  prepare: { preset: 4, of: 'things looked at and done' },
  boxes: { preset: 12, of: 'boxes carried in' },
  prime: { preset: 30, of: 'm² primed' },
  pour: { preset: 25, of: 'litres poured' },
  undercut: { preset: 4, of: 'casings sawn' },
  beneath: { preset: 25, of: 'm² of one layer' },
  lay: { preset: 3, of: 'm² laid, after the first three rows' },
  edges: { preset: 1.5, of: 'profiles fixed' },
  trim: { preset: 7, of: 'm of trim fixed' },
};

/** Where a pace comes from. */
export type PaceFrom = 'preset' | 'log' | 'yours';
export type WholePace = Readonly<Record<Pace, { readonly value: number; readonly from: PaceFrom }>>;

/** The first rows, square and true, cost as much as the next ten. */
const FIRST_ROWS = 3;
const AS_MUCH_AS = 10;
/** How often a row's area counts, by its place in its floor from 0. */
const timesOf = (row: number): number => (row < FIRST_ROWS ? AS_MUCH_AS / FIRST_ROWS : 1);

const areaOf = (floor: PlanFloor, row: number): number =>
  floor.pieces
    .filter((p) => p.row === row)
    .reduce((sum, p) => sum + polygonArea((typeof p.outline[0]![0] === 'number' ? [p.outline] : p.outline) as Parameters<typeof polygonArea>[0]), 0) / 1e6; // prettier-ignore

/** m² of a floor as they count for whoever lays it: its first rows more than once. */
export const weighed = (floor: PlanFloor): number => floor.rows.reduce((sum, { n }, i) => sum + areaOf(floor, n) * timesOf(i), 0);

/** Between two rows of one stretch of work there is no longer pause than this (minutes). */
const LONGEST = 120;
/** Fewer rows than this say nothing of a crew. */
const FEWEST_ROWS = 5;

/**
 * How fast the crew lays by its own log: m² an hour of one person, the first rows counted as what they cost.
 *
 * @param people at work
 * @returns null where too few rows were logged one after the other
 */
export function paceOfLog(log: readonly Event[], people: number): { readonly lay: number; readonly rows: number } | null {
  const undone = new Set(log.flatMap((e) => (e.what === 'undone' ? [e.event] : [])));
  let plan: Plan | null = null;
  let last: number | null = null;
  const sum = { area: 0, minutes: 0, rows: 0 };
  for (const event of log) {
    if (undone.has(event.n)) continue;
    if (event.what === 'begun' || event.what === 'replanned') plan = event.plan;
    if (event.what !== 'laid' || event.piece !== undefined) continue;
    const at = clockOf(event.time.slice(0, 16));
    const floor = plan?.floors.find((f) => f.id === event.floor);
    const row = floor?.rows.findIndex((r) => r.n === event.row) ?? -1;
    if (floor && row >= 0 && last !== null && at > last && at - last <= LONGEST) {
      sum.area += areaOf(floor, event.row) * timesOf(row);
      sum.minutes += at - last;
      sum.rows++;
    }
    last = at;
  }
  return sum.rows < FEWEST_ROWS ? null : { lay: sum.area / (sum.minutes / 60) / people, rows: sum.rows };
}

/** The crew's paces: as somebody said, else as the log has it, else presets. */
export function pacesOf(crew: Job['crew'], logged: number | null): WholePace {
  const one = (pace: Pace): WholePace[Pace] => {
    const said = crew?.pace?.[pace];
    if (said !== undefined) return { value: said, from: 'yours' };
    if (pace === 'lay' && logged !== null) return { value: logged, from: 'log' };
    return { value: PACE_UNITS[pace].preset, from: 'preset' };
  };
  return Object.fromEntries(PACES.map((p) => [p, one(p)])) as WholePace;
}
