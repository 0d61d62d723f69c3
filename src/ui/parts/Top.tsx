'use client';
import { Button } from '@chakra-ui/react';
import { Moon, Redo2, Sun, SunDim, Undo2 } from 'lucide-react';
import Link from 'next/link';
import { useTheme } from 'next-themes';
import { useState, useSyncExternalStore } from 'react';
import type { Job } from '@/core/given';
import { formatLength } from '@/core/units';
import type { JobView } from '../state/api';
import { useJob } from '../state/jobState';
import { Logo } from './Logo';

const STATUS = { saved: 'saved', saving: 'saving …', unreachable: 'not saved yet, trying again', stale: 'changed elsewhere' } as const;

/** Where one is, whether it is saved, and what is always at hand. */
export function Top({ job, view, onKeys }: { job: Job; view: JobView; onKeys: () => void }) {
  const { status, canUndo, canRedo, undo, redo, change } = useJob();
  const [name, setName] = useState<string | null>(null);
  const commit = () => {
    if (name !== null && name.trim() !== '' && name !== job.name) change({ ...job, name: name.trim().slice(0, 200) });
    setName(null);
  };
  const plank = job.product.planks[0]!;
  const length = (mm: number) => formatLength(mm, job.display, { bare: true, decimals: 1 });
  return (
    <header className="top">
      <Link className="home" href="/" aria-label="All jobs">
        <Logo />
      </Link>
      <div className="title">
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
        className={status === 'unreachable' || status === 'stale' ? 'must' : 'quiet wide'}
        role="status"
        style={{ fontSize: 14 }}
        data-version={view.version}
      >
        {STATUS[status]}
      </span>
      <Button
        variant="outline"
        h="44px"
        px="3"
        bg="bg"
        disabled={!canUndo && status === 'saved'}
        onClick={() => void undo()}
        aria-label="Undo"
      >
        <Undo2 size={18} /> <span className="wide">Undo</span> <kbd className="wide">Z</kbd>
      </Button>
      <Button variant="outline" h="44px" px="3" bg="bg" disabled={!canRedo} onClick={() => void redo()} aria-label="Redo">
        <Redo2 size={18} /> <kbd className="wide">Y</kbd>
      </Button>
      <Button
        variant="outline"
        h="44px"
        px="3"
        bg="bg"
        onClick={() => change({ ...job, display: job.display === 'metric' ? 'imperial' : 'metric' })}
        aria-label={`Units: ${job.display === 'metric' ? 'millimetres' : 'feet and inches'}; switch`}
      >
        {job.display === 'metric' ? 'mm' : 'ft in'}
      </Button>
      <ThemeButton />
      <Button className="wide" variant="outline" h="44px" px="3" bg="bg" onClick={onKeys}>
        Keys <kbd>?</kbd>
      </Button>
    </header>
  );
}

const never = () => () => undefined;

const NEXT_THEME = { day: 'sun', sun: 'dark', dark: 'day' } as const;
const THEME_NAME = { day: 'day', sun: 'sunlight', dark: 'night' } as const;

/** Day, sunlight, night. */
export function ThemeButton() {
  const { theme, setTheme } = useTheme();
  // the theme is known in the browser only
  const ready = useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
  const now = ready && (theme === 'sun' || theme === 'dark') ? theme : 'day';
  const Icon = { day: SunDim, sun: Sun, dark: Moon }[now];
  return (
    <Button
      variant="outline"
      h="44px"
      px="3"
      bg="bg"
      onClick={() => setTheme(NEXT_THEME[now])}
      aria-label={`Colours: ${THEME_NAME[now]}; switch to ${THEME_NAME[NEXT_THEME[now]]}`}
      title={`Colours: ${THEME_NAME[now]}`}
    >
      <Icon size={18} />
    </Button>
  );
}
