'use client';
import { useAnswer, useJob } from '@/ui/desk';
import { boxOf, middleOfRing } from '@/core/geometry';
import { ringPath } from '@/ui/sheet/paths';
import { matrixOf, toScreen, type View } from '@/ui/sheet/view';
import styles from './days.module.css';
import { look, useLooking } from './looking';
import { dayWords, roomDays } from './words';

/** A room smaller than this on screen (px) says only when it is free. */
const LABEL = { wide: 96, high: 64 };

/** In every room when it is laid and when it is free again; the rooms of the chosen task are marked. */
export function Overlay({ view }: { view: View }) {
  const job = useJob();
  const report = useAnswer('days').value;
  const { task } = useLooking();
  if (!report) return null;
  const chosen = report.tasks.find((t) => t.id === task);
  const days = roomDays(job, report);
  return (
    <g>
      {chosen && chosen.spaces.length < job.spaces.length && (
        <g transform={matrixOf(view)}>
          {job.spaces
            .filter((s) => chosen.spaces.includes(s.id))
            .map((s) => (
              <path key={s.id} className={styles.room} d={ringPath(s.outline)} />
            ))}
        </g>
      )}
      {job.spaces.map((s) => {
        const [x, y] = toScreen(view, middleOfRing(s.outline));
        const { lay, free } = days.get(s.id)!;
        const on = boxOf(s.outline.map((p) => toScreen(view, p)));
        const isLarge = on.maxX - on.minX > LABEL.wide && on.maxY - on.minY > LABEL.high;
        const lines = [...(lay && isLarge ? [`lay ${dayWords(lay.start)}`] : []), `free ${dayWords(free)}`];
        return (
          <text key={s.id} className={styles.label} x={x} y={y} onClick={() => look(lay?.id ?? null)}>
            {isLarge && (
              <tspan x={x} dy="-0.6em" className={styles.name}>
                {s.name || s.id}
              </tspan>
            )}
            {lines.map((l) => (
              <tspan key={l} x={x} dy={isLarge ? '1.3em' : '0.3em'} className={isLarge ? undefined : styles.small}>
                {l}
              </tspan>
            ))}
          </text>
        );
      })}
    </g>
  );
}
