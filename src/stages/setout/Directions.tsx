'use client';
import { Table } from '@chakra-ui/react';
import { useMemo } from 'react';
import type { Floor } from '@/core/floors';
import type { Job } from '@/core/given';
import { groundOf, judgedDirections, reasonsFor } from '@/core/setout';
import { formatLength } from '@/core/units';
import { directionWords, edit, useTrials, withFloorLayout, type LayoutChange } from '@/ui/desk';
import { Button, Working } from '@/ui/kit';
import styles from './setout.module.css';

/** What is priced is what is taken: the direction, and the best place for the line in it. */
const inDirection = (direction: number): LayoutChange => ({ direction, setOut: { mode: 'auto' } });

/** The sensible directions side by side, each with its best set-out: what one gives up, what one gains. */
export function Directions({ job, floors, floor }: { job: Job; floors: readonly Floor[]; floor: Floor }) {
  const now = useMemo(() => groundOf(floor).direction, [floor]);
  const judged = useMemo(() => judgedDirections(floor), [floor]);
  const variants = useMemo(
    () => judged.map(({ direction }) => withFloorLayout(job, floor, floors.length, inDirection(direction))),
    [judged, job, floor, floors.length],
  );
  const { results, done, running, stop } = useTrials(variants);
  const length = (mm: number | null | undefined) =>
    mm === null || mm === undefined ? '–' : formatLength(mm, job.display, { bare: true, down: true });
  return (
    <>
      {running && (
        <Working done={done} label="How many directions are planned" onCancel={stop}>
          Planning each direction …
        </Working>
      )}
      <Table.Root size="sm" className={styles.compare} aria-label="Directions side by side">
        <Table.Header>
          <Table.Row>
            {['Strip', 'Planks', 'Waste', 'Cuts', 'Faults', 'At doors'].map((title) => (
              <Table.ColumnHeader key={title}>{title}</Table.ColumnHeader>
            ))}
          </Table.Row>
        </Table.Header>
        {judged.map(({ direction }, i) => {
          const s = results[i]?.summary;
          const here = Math.abs(((direction - now + 270) % 180) - 90) < 1e-4;
          return (
            <Table.Body key={direction} aria-current={here || undefined}>
              <Table.Row className={styles.compareName}>
                <th scope="rowgroup" colSpan={4}>
                  {directionWords(direction)}
                  <small className="quiet">{reasonsFor(judged[i]!, job.display)}</small>
                </th>
                <Table.Cell colSpan={2} style={{ textAlign: 'right' }}>
                  {here ? (
                    'now'
                  ) : (
                    <Button
                      size="sm"
                      onClick={() => edit('direction', (job) => withFloorLayout(job, floor, floors.length, inDirection(direction)))}
                      aria-label={`Run the planks ${directionWords(direction)}`}
                    >
                      Take
                    </Button>
                  )}
                </Table.Cell>
              </Table.Row>
              <Table.Row className="figures">
                <Table.Cell>{s ? length(s.worstStrip) : '…'}</Table.Cell>
                <Table.Cell>{s ? s.planks : '…'}</Table.Cell>
                <Table.Cell>{s ? `${s.wastePercent.toFixed(0)} %` : '…'}</Table.Cell>
                <Table.Cell>{s ? s.cuts : '…'}</Table.Cell>
                <Table.Cell className={s && s.musts > 0 ? 'must' : undefined}>{s ? s.musts + s.shoulds : '…'}</Table.Cell>
                <Table.Cell>{s ? s.doorways : '…'}</Table.Cell>
              </Table.Row>
            </Table.Body>
          );
        })}
      </Table.Root>
    </>
  );
}
