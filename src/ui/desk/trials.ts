'use client';
import { useEffect, useRef, useState } from 'react';
import type { Job, Plan } from '@/core/given';
import type { Summary } from '@/core/plan';
import { createAnswering, type Answering } from '@/workers';

/*
 * Trials: what another job would give, before it is taken. They are asked of the same answers under the same keys as the job's own, and kept on
 * the device like them: what is taken is exactly what was priced, and is there at once. They have a worker of their own, so that they hold up
 * nothing, and run one after the other.
 */

export type Trial = { readonly plan: Plan; readonly summary: Summary };

let worker: Answering | null = null;
let last: Promise<unknown> = Promise.resolve();

/**
 * Tries a job.
 *
 * @returns null where it cannot be laid, or where the trial was stopped
 */
export function tryOut(job: Job, signal: AbortSignal, progress: (done: number) => void = () => undefined): Promise<Trial | null> {
  const mine = last.then(async () => {
    if (signal.aborted) return null;
    const found: Partial<Record<string, unknown>> = {};
    const asked = (worker ??= createAnswering());
    const stop = () => asked.cancel();
    signal.addEventListener('abort', stop, { once: true });
    const ended = await asked.ask({
      names: ['plan', 'summary'],
      given: { job, log: [] },
      have: {},
      arrived: ({ name, result }) => result?.ok && (found[name] = result.value),
      progress,
    });
    signal.removeEventListener('abort', stop);
    return ended === 'done' && found.plan && found.summary ? ({ plan: found.plan, summary: found.summary } as Trial) : null;
  });
  last = mine.catch(() => undefined);
  return mine;
}

/** Trials of several jobs, one after the other. */
export type Trials = {
  /** for each: undefined while it is not tried yet, null where it cannot be laid */
  readonly results: readonly (Trial | null | undefined)[];
  /** how far the trials are, 0 to 1 */
  readonly done: number;
  readonly running: boolean;
  stop(): void;
};

/**
 * Tries jobs while they are shown; jobs that change are tried anew.
 *
 * @param jobs the same list as long as nothing changes
 * @param rest how long (ms) a change must have come to rest before it is tried
 */
export function useTrials(jobs: readonly Job[], rest = 400): Trials {
  const [state, setState] = useState<{ of: readonly Job[]; results: (Trial | null)[]; part: number; stopped: boolean }>({
    of: [],
    results: [],
    part: 0,
    stopped: false,
  });
  const control = useRef<AbortController | null>(null);
  useEffect(() => {
    const mine = (control.current = new AbortController());
    const { signal } = mine;
    const results: (Trial | null)[] = [];
    const timer = setTimeout(async () => {
      for (const job of jobs) {
        const result = await tryOut(
          job,
          signal,
          (part) => !signal.aborted && setState({ of: jobs, results: [...results], part, stopped: false }),
        );
        if (signal.aborted) return;
        results.push(result);
        setState({ of: jobs, results: [...results], part: 0, stopped: false });
      }
    }, rest);
    return () => {
      clearTimeout(timer);
      mine.abort();
    };
  }, [jobs, rest]);
  const current = state.of === jobs ? state : null;
  const results = current?.results ?? [];
  return {
    results: jobs.map((_, i) => results[i]),
    done: jobs.length === 0 ? 1 : (results.length + (current?.part ?? 0)) / jobs.length,
    running: results.length < jobs.length && current?.stopped !== true,
    stop() {
      control.current?.abort();
      setState({ of: jobs, results: [...results] as (Trial | null)[], part: 0, stopped: true });
    },
  };
}
