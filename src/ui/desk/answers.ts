'use client';
import isEqual from 'fast-deep-equal';
import { useEffect, useSyncExternalStore } from 'react';
import { create } from 'zustand';
import type { AnswerName } from '@/core/answers';
import type { Job, Plan, Problem, Result } from '@/core/given';
import { createAnswering, openDevice, shownKey, type Answering, type Device, type OutNamed, type Shown } from '@/workers';
import { noteDone } from './recent';
import { useSaving } from './saving';

/** An answer as the page has it. */
type Known = {
  readonly key: string;
  readonly result: Result<unknown>;
  /** the last one that there was, also while there is none now */
  readonly value: unknown;
  /** the one before that, to show what a change did */
  readonly before: unknown;
};

type Answers = {
  readonly known: Readonly<Partial<Record<AnswerName, Known>>>;
  /** the job for which each answer holds: another than the one on screen while it is being worked out */
  readonly holdsFor: Readonly<Partial<Record<AnswerName, Job>>>;
  /** why nothing comes any more: somebody stopped it, or the worker failed */
  readonly halted: { readonly job: Job; readonly text: string } | null;
  /** whether the device has said what it keeps of the job on the desk */
  readonly recalled: boolean;
};

export const useAnswers = create<Answers>(() => ({ known: {}, holdsFor: {}, halted: null, recalled: false }));

/** 0 to 1 while something has been worked out for more than half a second; null otherwise. Apart from the rest, so that a step of it draws nothing else anew. */
export const progress = (() => {
  let now: number | null = null;
  const listeners = new Set<() => void>();
  return {
    get: () => now,
    set(value: number | null) {
      if (value === now) return;
      now = value;
      for (const listener of [...listeners]) listener();
    },
    subscribe(listener: () => void) {
      listeners.add(listener);
      return () => void listeners.delete(listener);
    },
  };
})();
export const useProgress = () => useSyncExternalStore(progress.subscribe, progress.get, () => null);
/** Whether something takes so long that it is spoken of; steps of it are not told. */
export const useBusy = () =>
  useSyncExternalStore(
    progress.subscribe,
    () => progress.get() !== null,
    () => false,
  );

/** Work shorter than this (ms) is not spoken of. */
const UNSPOKEN = 500;
/** Asked for before all others: what is there at once, then what the rest is made from. */
const FIRST: readonly AnswerName[] = ['setOut', 'plan', 'beneath', 'doorways'];
const wanted = new Map<AnswerName, number>();
let answering: Answering | null = null;
let asking: Job | null = null;
let due = false;

let device: Device | null = null;
/** the job whose answers of an earlier visit are being looked up: until that is done nothing is asked for */
let recalling: Job | null = null;

if (typeof window !== 'undefined') {
  answering = createAnswering();
  device = openDevice(() => Date.now());
}

/** A device that has not said by then (ms) what it keeps is not waited for. */
const LATE = 400;

/** Shows what was shown of a job when it was last here, if it is that job still; a worker takes longer to start. */
async function recall(id: string, job: Job): Promise<void> {
  recalling = job;
  const late = new Promise<undefined>((done) => setTimeout(done, LATE));
  const shown = (await Promise.race([device?.get(shownKey(id)), late])) as Shown | undefined;
  if (recalling !== job) return;
  recalling = null;
  // what was edited meanwhile is asked for
  if (shown && useSaving.getState().job === job && isEqual(shown.job, job)) {
    for (const [name, { key, value }] of Object.entries(shown.answers)) arrived(job, name as AnswerName, key, { ok: true, value });
  }
  useAnswers.setState({ recalled: true });
  soon();
  // it will be wanted with the first change
  setTimeout(() => answering?.start(), UNSPOKEN);
}

/** Has what is shown kept on the device, once nothing has changed for a while (ms). */
const CALM = 700;
let calm: ReturnType<typeof setTimeout> | undefined;
function keepShown(): void {
  clearTimeout(calm);
  calm = setTimeout(() => {
    const { id, job } = useSaving.getState();
    if (!job || asking) return;
    const { known, holdsFor } = useAnswers.getState();
    const names = (Object.keys(holdsFor) as AnswerName[]).filter((name) => holdsFor[name] === job && known[name]?.result.ok);
    answering?.shown(id, { job, log: [] }, names);
  }, CALM);
}

async function ask(): Promise<void> {
  due = false;
  const { job } = useSaving.getState();
  // what else is wanted of the job that is being worked on is asked for when that is done
  if (!job || !answering || asking === job || recalling === job) return;
  const names = [...new Set([...FIRST, ...wanted.keys()])].filter(
    (name) => wanted.has(name) && useAnswers.getState().holdsFor[name] !== job,
  );
  if (names.length === 0) return;
  asking = job;
  const begun = performance.now();
  // said also of a worker that says nothing itself: what is on screen is then the floor as it was
  const unspoken = setTimeout(() => asking === job && progress.get() === null && progress.set(0), UNSPOKEN);
  const { known } = useAnswers.getState();
  const ended = await answering.ask({
    names,
    given: { job, log: [] },
    have: Object.fromEntries(names.flatMap((name) => (known[name] ? [[name, known[name].key]] : []))),
    arrived: ({ name, key, result }) => arrived(job, name, key, result),
    progress: (done) => performance.now() - begun > UNSPOKEN && progress.set(done),
  });
  clearTimeout(unspoken);
  // a newer job is asked about already
  if (asking !== job) return;
  asking = null;
  progress.set(null);
  if (ended === 'cancelled') halt(job, 'The search was stopped, so this floor has no plan. Change something or undo to plan again.');
  else if (typeof ended === 'object') halt(job, `The plan failed (${ended.failed}); undo the last change, or load the page again.`);
  else {
    keepShown();
    soon();
  }
}

function halt(job: Job, text: string): void {
  noteDone(text);
  useAnswers.setState({ halted: { job, text } });
}

function arrived(job: Job, name: AnswerName, key: string, result?: Result<unknown>): void {
  useAnswers.setState(({ known, holdsFor }) => {
    const old = known[name];
    const next = result && {
      key,
      result,
      value: result.ok ? result.value : old?.value,
      before: result.ok ? old?.value : old?.before,
    };
    return { known: next ? { ...known, [name]: next } : known, holdsFor: { ...holdsFor, [name]: job }, halted: null };
  });
}

/** Asks once all that changes at once has changed. */
function soon(): void {
  if (due) return;
  due = true;
  queueMicrotask(() => void ask());
}

useSaving.subscribe(({ job, id }, before) => {
  if (id !== before.id) {
    useAnswers.setState({ known: {}, holdsFor: {}, halted: null, recalled: false });
    if (job) void recall(id, job);
  }
  if (job !== before.job) soon();
});

/** Stops what is being worked out. */
export const stopAnswers = (): void => answering?.cancel();

/** An answer to the job on screen. */
export type Asked<Out> = {
  /** undefined until there is a first one, or where there is none for this job */
  readonly value: Out | undefined;
  /** what it was before the last change */
  readonly before: Out | undefined;
  readonly problems: readonly Problem[];
  /** whether it is being worked out: the value is then that of the job as it was */
  readonly working: boolean;
};

const NONE: readonly Problem[] = [];

function want(name: AnswerName): () => void {
  wanted.set(name, (wanted.get(name) ?? 0) + 1);
  soon();
  return () => {
    const left = wanted.get(name)! - 1;
    if (left > 0) wanted.set(name, left);
    else wanted.delete(name);
  };
}

/** Asks for an answer, as long as somebody shows it. */
export function useAnswer<Name extends AnswerName>(name: Name): Asked<OutNamed<Name>> {
  useEffect(() => want(name), [name]);
  const known = useAnswers((s) => s.known[name]);
  const working = useAnswers((s) => s.holdsFor[name]) !== useSaving((s) => s.job);
  const halted = useAnswers((s) => s.halted);
  const job = useSaving((s) => s.job);
  const stopped = halted !== null && halted.job === job;
  return {
    value: stopped || (known && !known.result.ok) ? undefined : (known?.value as OutNamed<Name> | undefined),
    before: known?.before as OutNamed<Name> | undefined,
    problems: stopped ? [{ path: '', text: halted.text }] : known && !known.result.ok && !working ? known.result.problems : NONE,
    working: working && !stopped,
  };
}

/** Several answers, by a list that stays as it is: each as it is known, and whether one of them is being worked out. */
export function useAnswersOf(names: readonly AnswerName[]) {
  useEffect(() => {
    const ends = names.map(want);
    return () => ends.forEach((end) => end());
  }, [names]);
  const { known, holdsFor, halted } = useAnswers();
  const job = useSaving((s) => s.job);
  const stopped = halted !== null && halted.job === job;
  return {
    answer: <Name extends AnswerName>(name: Name): OutNamed<Name> | null =>
      !stopped && known[name]?.result.ok ? (known[name].value as OutNamed<Name>) : null,
    working: !stopped && names.some((name) => holdsFor[name] !== job),
  };
}

/** Whether an answer is still that of the job as it was. */
export const isWorking = (name: AnswerName): boolean => useAnswers.getState().holdsFor[name] !== useSaving.getState().job;

/** The plan on the desk; null where there is none. */
export const usePlan = (): Plan | null => useAnswer('plan').value ?? null;
