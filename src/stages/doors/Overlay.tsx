'use client';
import { useMemo } from 'react';
import type { EdgeReport, TrimRun, Untippable } from '@/core/edges';
import { offWall, wallFrames } from '@/core/floors';
import type { Point } from '@/core/geometry';
import type { Job } from '@/core/given';
import { useAnswer, useJob, usePlan } from '@/ui/desk';
import { ringPath } from '@/ui/sheet/paths';
import { matrixOf, toScreen, type View } from '@/ui/sheet/view';
import styles from './doors.module.css';
import { look, useLooking } from './looking';
import { edgeName } from './words';

/** Every edge on the drawing, to be tapped; what fits has a tick, what does not a cross. Pieces that are slid in, breaks, trims if asked for. */
export function Overlay({ view }: { view: View }) {
  const job = useJob();
  const { value } = useAnswer('doorways');
  const whole = useAnswer('edges').value;
  const { edge, trims } = useLooking();
  const openings = value?.openings ?? [];
  const chosen = openings.find((o) => o.id === edge)?.id ?? openings.find((o) => o.finish !== 'through')?.id ?? openings[0]?.id;
  return (
    <g className={styles.overlay}>
      {whole && <SlidIn list={whole.untippable} view={view} />}
      {whole?.breaks.map(({ floor, at }) => typeof at !== 'string' && <path key={floor} className={styles.break} d={lineFrom(at, view)} />)}
      {trims && value?.trims.map((t) => <TrimLine key={t.id} run={t} job={job} view={view} />)}
      {openings.map((o) => (
        <Mark key={o.id} edge={o} job={job} view={view} chosen={o.id === chosen} />
      ))}
    </g>
  );
}

const lineFrom = ([a, b]: readonly [Point, Point], view: View): string => {
  const [[x, y], [X, Y]] = [toScreen(view, a), toScreen(view, b)];
  return `M${x} ${y}L${X} ${Y}`;
};

/** Where an edge is pointed at: the middle of its line, or of its thing. */
function placeOf(job: Job, { id, line }: EdgeReport): Point {
  if (line) return [(line[0][0] + line[1][0]) / 2, (line[0][1] + line[1][1]) / 2];
  const { outline } = job.obstacles!.find((o) => o.id === id)!;
  return [outline.reduce((s, p) => s + p[0], 0) / outline.length, outline.reduce((s, p) => s + p[1], 0) / outline.length];
}

function Mark({ edge, job, view, chosen }: { edge: EdgeReport; job: Job; view: View; chosen: boolean }) {
  const [x, y] = toScreen(view, placeOf(job, edge));
  const state = edge.finish === 'through' ? 'through' : edge.chosen === null ? 'none' : 'fits';
  const name = `${edgeName(job, edge)}: ${state === 'through' ? 'the floor runs through' : state === 'fits' ? 'a profile fits' : 'nothing fits'}`;
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={name}
      aria-pressed={chosen}
      className={styles.mark}
      data-state={state}
      data-chosen={chosen || undefined}
      onClick={(e) => {
        e.stopPropagation();
        look({ edge: edge.id });
      }}
      onKeyDown={(e) => (e.key === 'Enter' || e.key === ' ') && (e.preventDefault(), look({ edge: edge.id }))}
    >
      {edge.line && <path d={lineFrom(edge.line, view)} />}
      <circle cx={x} cy={y} r={22} className={styles.touch} />
      <circle cx={x} cy={y} r={13} />
      <text x={x} y={y} textAnchor="middle" dominantBaseline="central">
        {state === 'through' ? '↔' : state === 'fits' ? '✓' : '✕'}
      </text>
    </g>
  );
}

function SlidIn({ list, view }: { list: readonly Untippable[]; view: View }) {
  const plan = usePlan();
  const d = useMemo(
    () =>
      list
        .flatMap(
          ({ floor, piece }) =>
            plan?.floors
              .find((f) => f.id === floor)
              ?.pieces.find((p) => p.id === piece)
              ?.outline.map(ringPath) ?? [],
        )
        .join(''),
    [list, plan],
  );
  return (
    <g transform={matrixOf(view)}>
      <path className={styles.slid} d={d} fillRule="evenodd" />
    </g>
  );
}

function TrimLine({ run, job, view }: { run: TrimRun; job: Job; view: View }) {
  const wall = wallFrames(job.spaces.find((s) => s.id === run.space)!.outline)[run.wall]!;
  const inside = 60;
  const [x, y] = toScreen(view, offWall(wall, (run.from + run.to) / 2, inside * 2.4));
  return (
    <g className={styles.trim} data-bare={!run.covers || undefined}>
      <path d={lineFrom([offWall(wall, run.from, inside / 2), offWall(wall, run.to, inside / 2)], view)} />
      <text x={x} y={y} textAnchor="middle" dominantBaseline="central">
        {run.id}
      </text>
    </g>
  );
}
