'use client';
import { useCallback, useEffect, useState } from 'react';
import type { Miniature } from '@/core/floors';
import type { Job, Problem } from '@/core/given';
import { ask, complaint, type Answer } from './api';

/** A state of the job that is kept. */
export type PastView = {
  readonly id: number;
  readonly at: string;
  readonly words: string;
  readonly miniature: Miniature | null;
  readonly is: 'now' | 'line' | 'refused';
};

type Fetched = { readonly past: readonly PastView[]; readonly more: boolean };
type Told<T> = Answer<T & { readonly problems?: readonly Problem[] }>;

/** The states of a job, fetched while they are shown; more of them where wanted; the document of one. */
export function useHistory(jobId: string, shown: boolean) {
  const [fetched, setFetched] = useState<Fetched>({ past: [], more: false });
  const [problem, setProblem] = useState<string | null>(null);
  const load = useCallback(
    async (known: readonly PastView[]) => {
      const last = known.at(-1);
      const path = `/api/jobs/${jobId}/history${last ? `?before=${last.id}` : ''}`;
      const answer: Told<Partial<Fetched>> = await ask(path, 'GET');
      const { past, more = false } = answer.body;
      if (answer.status !== 200 || !past) return setProblem(complaint(answer));
      setProblem(null);
      setFetched({ past: [...known, ...past], more });
    },
    [jobId],
  );
  useEffect(() => {
    // after what is on its way has arrived, or it would be missing
    const soon = shown ? setTimeout(() => void load([]), 0) : undefined;
    return () => clearTimeout(soon);
  }, [shown, load]);
  const fetchDocument = useCallback(
    async (revision: number): Promise<Job | null> => {
      const answer: Told<{ document?: Job }> = await ask(`/api/jobs/${jobId}/history/${revision}`, 'GET');
      if (answer.status === 200 && answer.body.document) return answer.body.document;
      setProblem(complaint(answer));
      return null;
    },
    [jobId],
  );
  return { ...fetched, problem, further: () => void load(fetched.past), fetchDocument };
}
