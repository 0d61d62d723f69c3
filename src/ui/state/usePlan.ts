'use client';
import { useEffect, useRef, useState } from 'react';
import type { Job, Problem } from '@/core/job';
import { createPlanner, type Planned, type Planner } from '@/workers';

export type PlanState = {
  readonly planned: Planned | null;
  /** the plan before the last one, to show what a change did */
  readonly before: Planned | null;
  readonly problems: readonly Problem[];
  /** 0 to 1 while a plan has been running for more than half a second; null otherwise */
  readonly progress: number | null;
  readonly busy: boolean;
  cancel(): void;
};

/** What of a job decides its plan; a change of name or a tick asks for none. */
const planKey = ({ name: _name, ticks: _ticks, ...rest }: Job): string => JSON.stringify(rest);

/** The plan of a job, made in a worker whenever something that matters changes. */
export function usePlan(job: Job | null): PlanState {
  const planner = useRef<Planner | null>(null);
  const [state, setState] = useState<Omit<PlanState, 'cancel'>>({ planned: null, before: null, problems: [], progress: null, busy: false });
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
    const progress = (done: number) => {
      if (current && performance.now() - begun > 500) setState((s) => ({ ...s, progress: done }));
    };
    void planner.current.plan(wanted, progress).then((result) => {
      if (!current) return;
      setState((s) => {
        const idle = { busy: false, progress: null };
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
    };
  }, [key]);

  useEffect(() => () => planner.current?.cancel(), []);
  return { ...state, cancel: () => planner.current?.cancel() };
}
