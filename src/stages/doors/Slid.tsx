'use client';
import type { Job } from '@/core/given';
import { choose, pieceChoice, useAnswer } from '@/ui/desk';
import { Button, Why } from '@/ui/kit';
import styles from './doors.module.css';

/** Pieces that cannot be tipped: where, why, and how they are laid. */
export function Slid({ job }: { job: Job }) {
  const { value, working } = useAnswer('edges');
  if (!value)
    return <Why tone="quiet">{working ? 'They follow from the plan, which is being worked out …' : 'They follow from the plan.'}</Why>;
  if (value.untippable.length === 0) return <Why tone="good">Every piece can be tipped in.</Why>;
  const rooms = (floor: string) => value.openings.length > 0 && job.spaces.length > 1 && floor;
  return (
    <>
      <Why>Shave the lip off the lock, glue it, slide the piece in, tap it flat and hold it with tape until the glue has set.</Why>
      <ul className={styles.misses} aria-label="Pieces that are slid in">
        {value.untippable.map(({ floor, piece, why }) => (
          <li key={`${floor}/${piece}`}>
            <Button onClick={() => choose(pieceChoice(floor, piece))}>{piece}</Button> {why}
            {rooms(floor) ? ` (floor ${Number(floor.slice(1))})` : ''}
          </li>
        ))}
      </ul>
      <Why tone="quiet">The cut list says it on each of these pieces.</Why>
    </>
  );
}
