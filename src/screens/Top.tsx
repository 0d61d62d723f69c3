'use client';
import { History, Redo2, Undo2 } from 'lucide-react';
import Link from 'next/link';
import { useState } from 'react';
import type { Job } from '@/core/given';
import { formatLength } from '@/core/units';
import { useSaving, type JobView } from '@/ui/desk';
import { Button } from '@/ui/kit';
import { HistoryDialog } from './HistoryDialog';
import { Logo } from './Logo';
import { ThemeButton } from './ThemeButton';
import styles from './screen.module.css';

const STATUS = {
  saved: 'saved',
  saving: 'saving …',
  unreachable: 'not saved yet: kept on this device, trying again',
  stale: 'changed elsewhere',
  refused: 'not saved',
  deleted: 'deleted elsewhere',
} as const;

/** Millimetres, or feet and inches. */
export const switchUnits = (): void =>
  void useSaving.getState().edit('units', (now) => ({ ...now, display: now.display === 'metric' ? 'imperial' : 'metric' }));

/** Where one is, whether it is saved, and what is always at hand. */
export function Top({ job, view, onKeys }: { job: Job; view: JobView; onKeys: () => void }) {
  const { status, onDevice, words, canUndo, canRedo, undo, redo, edit } = useSaving();
  const [name, setName] = useState<string | null>(null);
  const [looking, setLooking] = useState(false);
  const commit = () => {
    if (name !== null && name.trim() !== '' && name !== job.name) edit('name', (now) => ({ ...now, name: name.trim().slice(0, 200) }));
    setName(null);
  };
  const plank = job.product.planks[0]!;
  const length = (mm: number) => formatLength(mm, job.display, { bare: true, decimals: 1 });
  return (
    <header className={styles.top}>
      <Link className={styles.home} href="/" aria-label="All jobs">
        <Logo />
      </Link>
      <div className={styles.title}>
        <input
          aria-label="Name of the job"
          value={name ?? job.name}
          onChange={(e) => setName(e.target.value)}
          onBlur={commit}
          onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
        />
        <span>
          {job.product.name === '' ? 'Plank' : job.product.name} · {length(plank.length)} × {length(plank.width)}
        </span>
      </div>
      <span
        className={`${status === 'saved' || status === 'saving' ? 'quiet' : 'must'} ${styles.wide}`}
        role="status"
        style={{ fontSize: 14 }}
        data-version={view.version}
      >
        {status === 'unreachable' && !onDevice ? 'kept nowhere yet' : STATUS[status]}
      </span>
      <Button bg="bg" onClick={() => setLooking(true)} aria-label="History" title="How this floor was">
        <History size={18} />
      </Button>
      <HistoryDialog open={looking} onClose={() => setLooking(false)} />
      <Button
        bg="bg"
        disabled={!canUndo && status === 'saved'}
        onClick={() => void undo()}
        aria-label="Undo"
        title={words.length > 0 ? `Undo: ${words[words.length - 1]}` : undefined}
      >
        <Undo2 size={18} /> <span className={styles.wide}>Undo</span> <kbd className={styles.wide}>Z</kbd>
      </Button>
      <Button bg="bg" className={canRedo ? undefined : styles.wide} disabled={!canRedo} onClick={() => void redo()} aria-label="Redo">
        <Redo2 size={18} /> <kbd className={styles.wide}>Y</kbd>
      </Button>
      <Button bg="bg" onClick={switchUnits} aria-label={`Units: ${job.display === 'metric' ? 'millimetres' : 'feet and inches'}; switch`}>
        {job.display === 'metric' ? 'mm' : 'ft in'}
      </Button>
      <ThemeButton />
      <Button className={styles.wide} bg="bg" onClick={onKeys}>
        Guide <kbd>?</kbd>
      </Button>
    </header>
  );
}
