'use client';
import { useEffect } from 'react';
import { create } from 'zustand';
import type { AnswerName } from '@/core/answers';
import type { Event, Job } from '@/core/given';
import { createAnswering, type Answering, type OutNamed } from '@/workers';
import { useSite } from './log';
import { useSaving } from './saving';

/** An answer to what stands on site: none is wanted, it is being worked out, there it is, or why there is none. */
export type SiteAnswer<Name extends AnswerName> = {
  readonly state: 'none' | 'working' | 'found' | 'failed';
  readonly value: OutNamed<Name> | null;
  readonly why: string | null;
};

type Asked = { readonly id: string; readonly job: Job; readonly lines: readonly Event[]; readonly damaged: readonly string[] | undefined };
type Shared = { readonly asked: Asked; readonly answer: SiteAnswer<AnswerName> };

/** What was asked last of each answer, and what came: whoever looks at it on the same page sees the same. */
const useShared = create<Partial<Record<AnswerName, Shared>>>(() => ({}));
const workers = new Map<AnswerName, Answering>();

const isSame = (a: Asked, b: Asked): boolean => a.job === b.job && a.lines === b.lines && a.damaged === b.damaged;

function ask(name: AnswerName, asked: Asked): void {
  const before = useShared.getState()[name];
  if (before && isSame(before.asked, asked)) return;
  const say = (answer: SiteAnswer<AnswerName>) => {
    const now = useShared.getState()[name];
    if (now && now.asked === asked) useShared.setState({ [name]: { asked, answer } });
  };
  const fail = (why: string) => say({ state: 'failed', value: null, why });
  // what was there stays in sight meanwhile, unless it is another job's
  const value = before?.asked.id === asked.id ? before.answer.value : null;
  useShared.setState({ [name]: { asked, answer: { state: 'working', value, why: null } } });
  const worker = workers.get(name) ?? createAnswering();
  workers.set(name, worker);
  void worker
    .ask({
      names: [name],
      given: { job: asked.job, log: asked.lines, ...(asked.damaged ? { damaged: asked.damaged } : {}) },
      have: {},
      arrived: ({ result }) => {
        if (!result) return;
        if (result.ok) say({ state: 'found', value: result.value as OutNamed<AnswerName>, why: null });
        else fail(result.problems[0]?.text ?? 'There is no answer.');
      },
      progress: () => undefined,
    })
    .then((ended) => typeof ended === 'object' && fail(ended.failed));
}

const NONE: SiteAnswer<AnswerName> = { state: 'none', value: null, why: null };
const WORKING: SiteAnswer<AnswerName> = { state: 'working', value: null, why: null };

/**
 * Asks for an answer that depends on what happened on site, in a worker of its own, as often as the job, the site or what is damaged changes.
 *
 * @param wanted whether anybody looks
 * @param damaged what is to be repaired; the same list as long as nothing else is
 */
export function useSiteAnswer<Name extends AnswerName>(name: Name, wanted: boolean, damaged?: readonly string[]): SiteAnswer<Name> {
  const id = useSaving((s) => s.id);
  const job = useSaving((s) => s.job);
  const lines = useSite((s) => s.lines);
  const shared = useShared((s) => s[name]);
  useEffect(() => {
    if (wanted && job) ask(name, { id, job, lines, damaged });
  }, [name, wanted, id, job, lines, damaged]);
  if (!wanted) return NONE as SiteAnswer<Name>;
  return (shared?.asked.id === id ? shared.answer : WORKING) as SiteAnswer<Name>;
}
