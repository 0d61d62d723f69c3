'use client';
import { lazy, Suspense, useMemo, useState } from 'react';
import { rowTimes, spreadOf, type LaidRowTime } from '@/core/days';
import { useJob, useSite } from '@/ui/desk';
import { Choice, Why } from '@/ui/kit';
import { useInHand } from './hand';

const PaceChart = lazy(() => import('./PaceChart'));

const BY = [
  ['row', 'row'],
  ['room', 'floor'],
  ['hand', 'person'],
  ['hour', 'hour of the day'],
] as const;
type By = (typeof BY)[number][0];

/** What the presses say of the pace, and when what is left will be done, with an honest spread. */
export function Pace() {
  const job = useJob();
  const lines = useSite((s) => s.lines);
  const hand = useInHand();
  const [by, setBy] = useState<By>('row');
  const times = useMemo(() => rowTimes(lines), [lines]);
  const left = hand ? hand.steps.slice(hand.steps.indexOf(hand.step)).length : 0;
  const here = hand ? hand.steps.slice(hand.steps.indexOf(hand.step)).filter((s) => s.floor === hand.step.floor).length : 0;
  const spread = spreadOf(times, left);
  const floor = spreadOf(times, here);
  const one = spreadOf(times, 1);
  const bars = useMemo(
    () => barsBy(times, by, (id) => roomsOf(job, hand?.plan.floors.find((f) => f.id === id)?.spaces ?? [id])),
    [times, by, job, hand],
  );
  if (!spread || !one || !floor) return <Why tone="quiet">After six rows the presses say how fast it goes, and when it will be done.</Why>;
  return (
    <>
      <Why>
        A row takes <b>{words(one.middle)}</b>, {words(one.fast)} to {words(one.slow)} as it went so far. {left} rows are left:{' '}
        <b>
          {words(spread.fast)} to {words(spread.slow)}
        </b>{' '}
        at this pace{here < left && `, ${words(floor.fast)} to ${words(floor.slow)} of it in this floor`}. Days takes its pace from here, if
        you let it.
      </Why>
      <Choice label="Minutes a row, by" value={by} options={BY} onChoice={(v) => setBy(v as By)} />
      <Suspense fallback={null}>
        <PaceChart bars={bars} of={BY.find(([k]) => k === by)![1]} />
      </Suspense>
    </>
  );
}

const roomsOf = (job: ReturnType<typeof useJob>, ids: readonly string[]): string =>
  ids.map((id) => job.spaces.find((s) => s.id === id)?.name ?? id).join(', ');

/** `95` → `1 h 35 min` */
const words = (minutes: number): string => {
  const whole = Math.round(minutes);
  return whole < 60 ? `${whole} min` : `${Math.floor(whole / 60)} h${whole % 60 > 0 ? ` ${whole % 60} min` : ''}`;
};

/** The rows with what each took; or means of those that have something in common. */
function barsBy(times: readonly LaidRowTime[], by: By, room: (floor: string) => string): { name: string; minutes: number }[] {
  const counted = times.flatMap((t) => (t.minutes === null ? [] : [{ ...t, minutes: t.minutes }]));
  if (by === 'row') return counted.map((t) => ({ name: `${t.row}`, minutes: t.minutes }));
  const groups = new Map<string, number[]>();
  for (const t of counted) {
    const name = by === 'room' ? room(t.floor) : by === 'hand' ? t.by || 'nobody said' : `${Math.floor((t.at % 1440) / 60)}:00`;
    groups.set(name, [...(groups.get(name) ?? []), t.minutes]);
  }
  return [...groups].map(([name, list]) => ({ name, minutes: list.reduce((a, b) => a + b, 0) / list.length }));
}
