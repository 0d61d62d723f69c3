'use client';
import { useMemo, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { calendarOf, clockText, plannedIn, taskWords, type Calendar, type DaysReport, type Planned } from '@/core/days';
import type { Job } from '@/core/given';
import { Why } from '@/ui/kit';
import styles from './days.module.css';
import { hold } from './edits';
import { lanesOf } from './lanes';
import { look, useLooking } from './looking';
import { dayWords, momentWords, pushedWords, spanWords } from './words';

/** Points on screen for a minute of work; room at the left for the days. */
const PER_MINUTE = 0.46;
const LEFT = 52;
/** A task moves in steps of so many minutes; a larger step is a day. */
const STEP = 15;
/** So few places are tried while a task is dragged. */
const WHILE_DRAGGED = 300;
/** Blocks lower than this (px) carry no words. */
const WORDS_FROM = 13;

type Dragged = { readonly task: string; readonly from: number; readonly report: DaysReport };

/** The calendar downwards, a lane for each of the crew; nights and breaks are left out. A block is dragged, or moved by the arrow keys. */
export function Chart({ job, report }: { job: Job; report: DaysReport }) {
  const { task: chosen } = useLooking();
  const [dragged, setDragged] = useState<Dragged | null>(null);
  const start = useRef<{ y: number; at: number } | null>(null);
  const calendar = useMemo(() => calendarOf(report.crew, report.crew.begin), [report.crew]);
  const shown = dragged?.report ?? report;
  const lanes = useMemo(() => lanesOf(shown.tasks, shown.crew.people), [shown]);
  const first = Math.min(...shown.tasks.map((t) => t.at));
  const y = (at: number) => (at - first) * PER_MINUTE;
  const end = Math.max(...shown.tasks.map((t) => t.at + t.minutes));
  const days = Array.from({ length: Math.floor((end - 1) / calendar.perDay) - Math.floor(first / calendar.perDay) + 1 }, (_, i) => (Math.floor(first / calendar.perDay) + i) * calendar.perDay); // prettier-ignore

  /** The calendar with a task held until a minute of work; let go where that is no later than it can begin anyway. */
  const moved = (task: Planned, at: number): Dragged => {
    const from = calendar.startOf(Math.max(0, at));
    const held = [...(report.crew.held ?? []).filter((h) => h.task !== task.id), { task: task.id, from: clockText(from) }];
    return {
      task: task.id,
      from,
      report: plannedIn(report.tasks, { ...report.crew, held }, report.pace, {
        places: WHILE_DRAGGED,
        like: report.tasks.map((t) => t.at),
      }),
    };
  };
  const commit = ({ task, from, report: after }: Dragged) => {
    const at = after.tasks.find((t) => t.id === task)!;
    // it begins later than it was dragged to in any case: nothing has to hold it
    const until = at.start > from || isFree(report, task, at, calendar) ? null : clockText(from);
    if (until !== null || report.crew.held?.some((h) => h.task === task)) hold(task, until);
  };
  const down = (task: Planned) => (event: PointerEvent<HTMLButtonElement>) => {
    event.currentTarget.setPointerCapture(event.pointerId);
    start.current = { y: event.clientY, at: task.at };
  };
  const move = (task: Planned) => (event: PointerEvent) => {
    if (!start.current) return;
    const by = (event.clientY - start.current.y) / PER_MINUTE;
    if (dragged === null && Math.abs(by) * PER_MINUTE < 6) return;
    const at = Math.round((start.current.at + by) / STEP) * STEP;
    const next = moved(task, at);
    if (next.from !== dragged?.from) setDragged(next);
  };
  const up = () => {
    if (dragged) commit(dragged);
    start.current = null;
    setDragged(null);
  };
  const key = (task: Planned) => (event: KeyboardEvent) => {
    if (event.key === 'Escape') return setDragged(null);
    const way = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (way === undefined) return;
    event.preventDefault();
    commit(moved(task, task.at + way * (event.shiftKey ? calendar.perDay : 2 * STEP)));
  };
  return (
    <>
      {dragged && (
        <div role="status">
          <Why tone="should">
            <b>
              {taskWords(
                report.tasks.find((t) => t.id === dragged.task)!,
                job,
              )}
            </b>
            , no earlier than {momentWords(dragged.from)}.
          </Why>
          {pushedWords(job, report, dragged.report, dragged.task).map((line) => (
            <Why key={line}>{line}</Why>
          ))}
        </div>
      )}
      <div
        className={styles.chart}
        style={{ height: y(end) + 22 }}
        role="group"
        aria-label="Tasks by day, downwards, a lane for each person"
      >
        {days.map((at) => (
          <div key={at} className={styles.day} style={{ top: Math.max(0, y(at)) }}>
            {dayWords(calendar.startOf(at)).split(' ').slice(0, 2).join(' ')}
          </div>
        ))}
        {shown.waits.map((w) => {
          const at = calendar.from(w.ends);
          return at <= first || at >= end ? null : (
            <div key={`${w.after} ${w.hours}`} className={styles.wait} style={{ top: y(at) }} aria-hidden />
          );
        })}
        {shown.tasks.map((t) => {
          const { lane, wide } = lanes.get(t.id)!;
          const high = t.minutes * PER_MINUTE;
          const part = `(100% - ${LEFT}px) / ${shown.crew.people}`;
          const words = taskWords(t, job);
          return (
            <button
              key={t.id}
              type="button"
              className={styles.block}
              data-task={t.id}
              data-critical={shown.critical.includes(t.id) || undefined}
              data-held={t.held || undefined}
              data-dragged={dragged?.task === t.id || undefined}
              aria-pressed={chosen === t.id}
              aria-label={`${words}, ${spanWords(t)}${shown.critical.includes(t.id) ? ', decides the end' : ''}`}
              title={words}
              style={{
                top: y(t.at),
                height: Math.max(6, high - 1),
                left: `calc(${LEFT}px + ${part} * ${lane})`,
                width: `calc(${part} * ${wide} - 3px)`,
              }}
              onClick={() => look(t.id)}
              onPointerDown={down(t)}
              onPointerMove={move(t)}
              onPointerUp={up}
              onPointerCancel={() => (setDragged(null), (start.current = null))}
              onKeyDown={key(t)}
            >
              {high >= WORDS_FROM ? words : ''}
            </button>
          );
        })}
      </div>
    </>
  );
}

/** Whether a task begins there also where nobody holds it. */
function isFree(report: DaysReport, task: string, at: Planned, calendar: Calendar): boolean {
  const held = (report.crew.held ?? []).filter((h) => h.task !== task);
  const free = plannedIn(report.tasks, { ...report.crew, held }, report.pace, { places: WHILE_DRAGGED }).tasks.find((t) => t.id === task)!;
  return calendar.from(free.start) >= at.at;
}
