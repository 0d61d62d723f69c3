'use client';
import { useState } from 'react';
import { miniatureOf, roomsArea } from '@/core/floors';
import type { Job } from '@/core/given';
import { formatArea, formatLength } from '@/core/units';
import { directionWords, edit, useHistory, useSaving, type PastView } from '@/ui/desk';
import { Button, Lines, Problems, Why, Window } from '@/ui/kit';
import { RoomsDrawing } from '@/ui/sheet/RoomsDrawing';
import styles from './history.module.css';

const IS = { now: 'as it is now', line: '', refused: 'put aside: somebody else saved first' } as const;

const whenWords = (at: string): string => new Date(at).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' });
const wordsOf = ({ words, is }: PastView): string => [words || 'changed', IS[is]].filter(Boolean).join(' · ');

/** How the job was: when, what was changed, a small drawing. Any of it can be looked at and taken back; nothing is lost by that. */
export function HistoryDialog({ open, onClose }: { open: boolean; onClose: () => void }) {
  const id = useSaving((s) => s.id);
  const { past, more, problem, further, fetchDocument } = useHistory(id, open);
  const [chosen, setChosen] = useState<{ past: PastView; job: Job } | null>(null);
  const look = async (one: PastView) => {
    const job = await fetchDocument(one.id);
    if (job) setChosen({ past: one, job });
  };
  const close = () => {
    setChosen(null);
    onClose();
  };
  const takeBack = () => {
    if (!chosen) return;
    edit(`taken back: ${whenWords(chosen.past.at)}`, () => chosen.job);
    close();
  };
  return (
    <Window
      open={open}
      onClose={close}
      title="How this floor was"
      size="xl"
      footer={
        <>
          <Button onClick={close}>Close</Button>
          <Button variant="solid" disabled={!chosen || chosen.past.is === 'now'} onClick={takeBack}>
            Take this one back
          </Button>
        </>
      }
    >
      {problem && <Problems list={[{ text: problem }]} />}
      <div className={styles.history}>
        <ul aria-label="States that are kept">
          {past.map((one) => (
            <li key={one.id}>
              <button type="button" aria-pressed={chosen?.past.id === one.id} onClick={() => void look(one)}>
                {one.miniature && <RoomsDrawing miniature={one.miniature} label="" width={84} height={56} />}
                <span>
                  <b>{whenWords(one.at)}</b>
                  {wordsOf(one)}
                </span>
              </button>
            </li>
          ))}
          {more && (
            <li>
              <Button w="100%" onClick={further}>
                Further back
              </Button>
            </li>
          )}
        </ul>
        <section aria-label="The state that is looked at" aria-live="polite">
          {chosen ? (
            <State past={chosen.past} job={chosen.job} />
          ) : (
            <Why tone="quiet">Choose one to look at it. Undo brings back what is on screen now.</Why>
          )}
        </section>
      </div>
    </Window>
  );
}

/** A state as it was: its rooms, and what was settled of them. */
function State({ past, job }: { past: PastView; job: Job }) {
  const plank = job.product.planks[0]!;
  const length = (mm: number) => formatLength(mm, job.display, { decimals: 1 });
  const { direction } = job.layout;
  return (
    <>
      <RoomsDrawing miniature={miniatureOf(job)} label={`Drawing of ${job.name}`} width={300} height={230} />
      <Why>
        <b>{whenWords(past.at)}</b>: {wordsOf(past)}
      </Why>
      <Lines>
        <li>
          {job.spaces.map((s) => s.name || s.id).join(', ')} <span>{formatArea(roomsArea(job), job.display)}</span>
        </li>
        <li>
          {job.product.name || 'Plank'}{' '}
          <span>
            {length(plank.length)} × {length(plank.width)}
          </span>
        </li>
        <li>
          Gap <span>{length(job.product.limits.gap)}</span>
        </li>
        <li>
          Planks run <span>{direction === 'auto' ? 'as Pitsaw finds best' : directionWords(direction)}</span>
        </li>
      </Lines>
    </>
  );
}
