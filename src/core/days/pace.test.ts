import type { Event, Plan } from '../given';
import { paceOfLog, pacesOf } from '.';
import { weighed } from './pace';

/* How fast a crew is by its own log, against a floor whose rows are a square metre each. */

const rows = Array.from({ length: 12 }, (_, i) => i + 1);
const plan = {
  floors: [
    {
      id: 'f1',
      rows: rows.map((n) => ({ n })),
      pieces: rows.map((row) => ({ row, outline: [[0, 0], [4000, 0], [4000, 250], [0, 250]] })), // prettier-ignore
    },
  ],
} as unknown as Plan;
const time = (minutes: number): string => new Date(Date.UTC(2026, 2, 2, 8, minutes)).toISOString().slice(0, 16);
/** Rows that were laid, each with the minute at which it was told. */
const logOf = (...laid: readonly (readonly [row: number, minutes: number])[]): Event[] =>
  [{ n: 1, what: 'begun', time: time(0), by: 'Ada', plan }, ...laid.map(([row, minutes], i) => ({ n: i + 2, what: 'laid', floor: 'f1', row, time: time(minutes), by: 'Ada' }))] as unknown as Event[]; // prettier-ignore
const [first, ...later] = [4, 5, 6, 7, 8, 9];
const steady = (step: number) => [[first!, 0], ...later.map((row, i) => [row, (i + 1) * step])] as [number, number][];

test('a square metre in twenty minutes is three an hour; two people make half of that each', () => {
  expect(paceOfLog(logOf(...steady(20)), 1)).toEqual({ lay: 3, rows: 5 });
  expect(paceOfLog(logOf(...steady(20)), 2)).toEqual({ lay: 1.5, rows: 5 });
});

test('the first three rows count as what they cost: as much as the next ten', () => {
  const begun = rows.slice(0, 7).map((row, i) => [row, i * 20] as [number, number]);
  // rows 2 and 3 count 10/3 each, rows 4 to 7 once
  expect(paceOfLog(logOf(...begun), 1)!.lay).toBeCloseTo((2 * (10 / 3) + 4) / 2, 9);
  expect(weighed(plan.floors[0]!)).toBeCloseTo(10 + 9, 9);
});

test('a pause of two hours is work, a longer one is none, and time that goes backwards is none', () => {
  const pausing = (pause: number) => [[3, 0], [4, 20], [5, 20 + pause], [6, 40 + pause], [7, 60 + pause], [8, 80 + pause], [9, 100 + pause]] as [number, number][]; // prettier-ignore
  expect(paceOfLog(logOf(...pausing(120)), 1)).toEqual({ lay: 6 / (220 / 60), rows: 6 });
  expect(paceOfLog(logOf(...pausing(121)), 1)).toEqual({ lay: 3, rows: 5 });
  expect(paceOfLog(logOf(...steady(20), [10, 90]), 1)).toEqual({ lay: 3, rows: 5 });
});

test('fewer than five rows say nothing; what was taken back, single pieces and rows of no plan say nothing either', () => {
  expect(paceOfLog(logOf(...steady(20).slice(0, 5)), 1)).toBeNull();
  const undone = [...logOf(...steady(20)), { n: 8, what: 'undone', event: 7, time: time(101), by: 'Ada' }] as Event[];
  expect(paceOfLog(undone, 1)).toBeNull();
  const pieces = logOf(...steady(20)).map((e) => (e.what === 'laid' ? { ...e, piece: 'p' } : e));
  expect(paceOfLog(pieces, 1)).toBeNull();
  expect(paceOfLog(logOf(...steady(20)).slice(1), 1)).toBeNull();
});

test('what somebody said comes before the log, the log before a preset', () => {
  expect(pacesOf({ pace: { lay: 2, trim: 9 } }, 5)).toMatchObject({ lay: { value: 2, from: 'yours' }, trim: { value: 9, from: 'yours' } });
  expect(pacesOf({}, 5)).toMatchObject({ lay: { value: 5, from: 'log' }, trim: { value: 7, from: 'preset' } });
  expect(pacesOf(undefined, null).lay).toEqual({ value: 3, from: 'preset' });
});
