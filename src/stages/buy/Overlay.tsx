'use client';
import { useAnswer, useJob } from '@/ui/desk';
import { ringPath } from '@/ui/sheet/paths';
import { matrixOf, type View } from '@/ui/sheet/view';
import styles from './buy.module.css';
import { useLooking } from './looking';

/** The rooms that the chosen line of the list is for. */
export function Overlay({ view }: { view: View }) {
  const job = useJob();
  const { line } = useLooking();
  const report = useAnswer('order').value;
  const chosen = report && [...report.items, ...report.sundries].find((l) => l.id === line);
  const rooms = chosen ? job.spaces.filter((s) => chosen.for.includes(s.id)) : [];
  return (
    <g transform={matrixOf(view)}>
      {rooms.map((s) => (
        <path key={s.id} className={styles.room} d={ringPath(s.outline)} />
      ))}
    </g>
  );
}
