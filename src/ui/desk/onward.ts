'use client';
import { useEffect, useState } from 'react';
import type { Event, Job } from '@/core/given';
import type { GivingWay, Replanned } from '@/core/replan';
import { createAnswering, type Answering } from '@/workers';
import { useSite } from './log';
import { useSaving } from './saving';

/** What to do from here, after it went otherwise. */
export type Onward =
  | { readonly state: 'none' }
  | { readonly state: 'working' }
  /** where planks run short also the way on whose joints give way */
  | { readonly state: 'found'; readonly ways: readonly Replanned[]; readonly giving: GivingWay | null }
  | { readonly state: 'failed'; readonly why: string };

let worker: Answering | null = null;

/** Plans the rest anew as soon as something is otherwise, in a worker of its own. */
export function useOnward(): Onward {
  const job = useSaving((s) => s.job);
  const lines = useSite((s) => s.lines);
  const otherwise = useSite((s) => s.site?.otherwise === true);
  const [found, setFound] = useState<{ job: Job; lines: readonly Event[]; onward: Onward } | null>(null);
  useEffect(() => {
    if (!otherwise || !job) return;
    let live = true;
    const say = (onward: Onward) => live && setFound({ job, lines, onward });
    let ways: readonly Replanned[] = [];
    void (worker ??= createAnswering())
      .ask({
        names: ['replan', 'giveWay'],
        given: { job, log: lines },
        have: {},
        arrived: ({ name, result }) => {
          if (!result) return;
          if (!result.ok) return say({ state: 'failed', why: result.problems[0]?.text ?? 'There is no way on.' });
          if (name === 'replan') ways = result.value as readonly Replanned[];
          say({ state: 'found', ways, giving: name === 'giveWay' ? (result.value as GivingWay | null) : null });
        },
        progress: () => undefined,
      })
      .then((ended) => typeof ended === 'object' && say({ state: 'failed', why: ended.failed }));
    return () => {
      live = false;
    };
  }, [job, lines, otherwise]);
  if (!otherwise) return { state: 'none' };
  return found && found.job === job && found.lines === lines ? found.onward : { state: 'working' };
}
