'use client';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { Job, Problem, Result } from '@/core/given';
import { createPlanner, type Planned, type Planner } from '@/workers';

export type PlanState = {
  readonly planned: Planned | null;
  /** the plan before the last one, to show what a change did */
  readonly before: Planned | null;
  readonly problems: readonly Problem[];
  readonly busy: boolean;
  /** how far the search is; apart from the rest, so that a step of it draws nothing else anew */
  readonly progress: Progress;
  cancel(): void;
  /** Plans what a change would give, in the worker that remembers the present floor; null where something newer was asked. */
  tryOut(job: Job): Promise<Result<Planned> | null>;
};

/** 0 to 1 while a plan has been running for more than half a second; null otherwise. */
export type Progress = { get(): number | null; subscribe(listener: () => void): () => void };

function progressStore(): Progress & { set(value: number | null): void } {
  let now: number | null = null;
  const listeners = new Set<() => void>();
  return {
    get: () => now,
    subscribe(listener) {
      listeners.add(listener);
      return () => void listeners.delete(listener);
    },
    set(value) {
      if (value === now) return;
      now = value;
      for (const listener of [...listeners]) listener();
    },
  };
}

/** What of a job decides its plan; a change of name or a tick asks for none. */
const planKey = ({ name: _name, ticks: _ticks, ...rest }: Job): string => JSON.stringify(rest);

/** The plan of a job, made in a worker whenever something that matters changes. */
export function usePlan(job: Job | null): PlanState {
  const planner = useRef<Planner | null>(null);
  const running = useRef<Promise<unknown> | null>(null);
  const [state, setState] = useState<Omit<PlanState, 'cancel' | 'progress' | 'tryOut'>>({
    planned: null,
    before: null,
    problems: [],
    busy: false,
  });
  const [progress] = useState(progressStore);
  const key = job ? planKey(job) : null;
  const latest = useRef(job);
  useEffect(() => {
    latest.current = job;
  });

  useEffect(() => {
    const wanted = latest.current;
    if (!wanted) return;
    planner.current ??= createPlanner();
    let current = true;
    const begun = performance.now();
    setState((s) => ({ ...s, busy: true }));
    const tell = (done: number) => {
      if (current && performance.now() - begun > 500) progress.set(done);
    };
    const planning = planner.current.plan(wanted, tell);
    running.current = planning;
    void planning.then((result) => {
      if (!current) return;
      progress.set(null);
      setState((s) => {
        const idle = { busy: false };
        // only a search that the user stopped comes back empty while it is still the one wanted
        if (result === null)
          return {
            ...s,
            ...idle,
            problems: [{ path: '', text: 'The search was stopped, so this floor has no plan. Change something or undo to plan again.' }],
          };
        if (!result.ok) return { ...s, ...idle, problems: result.problems };
        return { ...idle, planned: result.value, before: s.planned, problems: [] };
      });
    });
    return () => {
      current = false;
      progress.set(null);
    };
  }, [key, progress]);

  useEffect(() => () => planner.current?.cancel(), []);
  const tryOut = useCallback(async (wanted: Job) => {
    // a trial must not push aside the plan of the job itself
    for (let awaited: unknown = null; awaited !== running.current;) await (awaited = running.current);
    return (planner.current ??= createPlanner()).plan(wanted);
  }, []);
  return { ...state, progress, cancel: () => planner.current?.cancel(), tryOut };
}
