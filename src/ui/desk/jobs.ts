'use client';
import { useEffect, useRef, useState } from 'react';
import type { Miniature } from '@/core/floors';
import type { Problem } from '@/core/given';
import { ask, complaint } from './api';

/** A job in the list, with what is shown of it there. */
export type ListedView = {
  readonly id: string;
  readonly name: string;
  readonly updatedAt: string;
  /** mm² */
  readonly area: number;
  readonly display: 'metric' | 'imperial';
  readonly product: string;
  readonly miniature: Miniature | null;
  /** why it cannot be read, where that is so */
  readonly problem: string | null;
};
export type ListView = { readonly jobs: readonly ListedView[]; readonly total: number; readonly problems?: readonly Problem[] };

/** Which jobs are wanted, in which order. */
export type Listing = { readonly search: string; readonly sort: 'changed' | 'name' | 'area'; readonly deleted: boolean };

/** What is typed is looked for once it rests, ms. */
const REST = 200;

function addressOf({ search, sort, deleted }: Listing, more: Record<string, string> = {}): string {
  const asked = {
    ...(search.trim() === '' ? {} : { search }),
    ...(sort === 'changed' ? {} : { sort }),
    ...(deleted ? { deleted: '1' } : {}),
  };
  const text = new URLSearchParams({ ...asked, ...more }).toString();
  return text === '' ? '' : `?${text}`;
}

/** The list of jobs: what the server sent with the page, then what is looked for; more of it where that is wanted. */
export function useJobList(first: ListView, given: Listing) {
  const [listing, setListing] = useState(given);
  const [list, setList] = useState(first);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const latest = useRef(0);
  // what is wanted now, also for what began when something else was
  const wanted = useRef(given);

  const fetchList = async (from: number): Promise<void> => {
    const mine = ++latest.current;
    setBusy(true);
    const answer = await ask<ListView>(`/api/jobs${addressOf(wanted.current, { from: `${from}` })}`, 'GET');
    // somebody typed on
    if (latest.current !== mine) return;
    setBusy(false);
    if (answer.status !== 200) return setProblem(complaint(answer));
    setProblem(null);
    setList((now) => (from === 0 ? answer.body : { ...answer.body, jobs: [...now.jobs, ...answer.body.jobs] }));
  };
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => () => clearTimeout(timer.current), []);
  return {
    listing,
    list,
    problem,
    busy,
    look(change: Partial<Listing>) {
      const next = (wanted.current = { ...wanted.current, ...change });
      setListing(next);
      window.history.replaceState(null, '', `/${addressOf(next)}`);
      clearTimeout(timer.current);
      timer.current = setTimeout(() => void fetchList(0), change.search === undefined ? 0 : REST);
    },
    more: () => void fetchList(list.jobs.length),
    again: () => fetchList(0),
  };
}
