'use client';
import { create } from 'zustand';
import { readJob, type Job, type Problem } from '@/core/given';
import { ask, complaint, type JobView, type SaveBody } from './api';

/** How the job on screen relates to what is stored; `refused` is what the server will not take however often it is sent. */
export type SaveStatus = 'saved' | 'saving' | 'unreachable' | 'stale' | 'refused';

type Saving = {
  readonly id: string;
  readonly job: Job | null;
  /** the stored version that the next save begins from */
  readonly version: number;
  readonly canUndo: boolean;
  readonly canRedo: boolean;
  readonly status: SaveStatus;
  /** what somebody else saved meanwhile, where a save was refused as stale */
  readonly theirs: JobView | null;
  /** the server's sentence, where it refused a save */
  readonly refusal: string | null;
  /** the last changes, in words, the latest last: what undo would take back */
  readonly words: readonly string[];
  open(view: JobView): void;
  /**
   * Changes the job as it is now, whatever came meanwhile.
   *
   * @param words what is done, as undo says it
   * @returns the problems of what would make the job unreadable; it is then left as it was
   */
  edit(words: string, change: (job: Job) => Job): readonly Problem[];
  undo(): Promise<void>;
  redo(): Promise<void>;
  keepMine(): void;
  takeTheirs(): void;
};

/** Changes within this time (ms) are saved, and undone, together. */
const TOGETHER = 450;
const RETRY = 3000;
/** So many changes are remembered in words. */
const MOST_WORDS = 50;

const backupKey = (id: string) => `pitsaw:unsaved:${id}`;
const store = (id: string, value: string | null): void => {
  try {
    if (value === null) localStorage.removeItem(backupKey(id));
    else localStorage.setItem(backupKey(id), value);
  } catch {
    // storage may be full or switched off; the save to the server still goes on
  }
};

let timer: ReturnType<typeof setTimeout> | undefined;
let saving: Promise<void> | null = null;
let dirty = false;

export const useSaving = create<Saving>((set, get) => {
  const settle = (view: JobView) =>
    set({
      version: view.version,
      canUndo: view.canUndo,
      canRedo: view.canRedo,
      status: dirty ? 'saving' : 'saved',
      theirs: null,
      refusal: null,
    });

  const save = async (): Promise<void> => {
    clearTimeout(timer);
    if (saving) return saving;
    if (!dirty || get().status === 'stale') return;
    const { id, job, version } = get();
    dirty = false;
    set({ status: 'saving', refusal: null });
    saving = (async () => {
      const answer = await ask<SaveBody>(`/api/jobs/${id}`, 'PUT', { base: version, document: job });
      if (get().id !== id) return;
      if (answer.status === 200 && answer.body.job) {
        if (!dirty) store(id, null);
        settle(answer.body.job);
      } else if (answer.status === 409 && answer.body.job) {
        // a save whose answer was lost with its page comes back as its own rival
        const same = JSON.stringify(answer.body.job.document) === JSON.stringify(job);
        if (same && !dirty) {
          store(id, null);
          return settle(answer.body.job);
        }
        dirty = true;
        set({ status: 'stale', theirs: answer.body.job });
      } else if (answer.status >= 400 && answer.status < 500 && answer.status !== 408 && answer.status !== 429) {
        // sent again it would be refused again: only another change makes it worth a try
        dirty = true;
        set({ status: 'refused', refusal: complaint(answer) });
      } else {
        dirty = true;
        set({ status: 'unreachable' });
        timer = setTimeout(() => void save(), RETRY);
      }
    })();
    await saving;
    saving = null;
    if (dirty && get().status === 'saving') await save();
  };

  const step = async (which: 'undo' | 'redo'): Promise<void> => {
    await save();
    const { id, status } = get();
    if (status !== 'saved' && status !== 'saving') return;
    const answer = await ask<SaveBody>(`/api/jobs/${id}/${which}`, 'POST', {});
    if (answer.status === 200 && answer.body.job) {
      set({ job: answer.body.job.document, words: which === 'undo' ? get().words.slice(0, -1) : [] });
      settle(answer.body.job);
    } else if (answer.status === 0) set({ status: 'unreachable' });
  };

  const put = (job: Job) => {
    dirty = true;
    const { id, version, status } = get();
    store(id, JSON.stringify({ base: version, document: job }));
    set({ job, canRedo: false, status: status === 'saved' || status === 'refused' ? 'saving' : status });
    clearTimeout(timer);
    timer = setTimeout(() => void save(), TOGETHER);
  };

  if (typeof window !== 'undefined') {
    window.addEventListener('pagehide', () => void save());
    document.addEventListener('visibilitychange', () => document.visibilityState === 'hidden' && void save());
  }

  return {
    id: '',
    job: null,
    version: 0,
    canUndo: false,
    canRedo: false,
    status: 'saved',
    theirs: null,
    refusal: null,
    words: [],
    open(view) {
      // what is on screen and saved, or on its way, is newer than a page that the server rendered earlier
      if (get().id === view.id && view.version <= get().version) return;
      clearTimeout(timer);
      dirty = false;
      set({ id: view.id, job: view.document, status: 'saved', refusal: null, words: [] });
      settle(view);
      // what a closed or crashed page could not save any more
      let left: string | null = null;
      try {
        left = localStorage.getItem(backupKey(view.id));
      } catch {
        return;
      }
      if (!left) return;
      try {
        const { base, document } = JSON.parse(left) as { base: number; document: unknown };
        const job = readJob(document);
        if (!job.ok || JSON.stringify(job.value) === JSON.stringify(view.document)) return store(view.id, null);
        set({ version: base });
        put(job.value);
      } catch {
        store(view.id, null);
      }
    },
    edit(words, change) {
      const { job } = get();
      if (!job) return [];
      const next = change(job);
      if (next === job) return [];
      const read = readJob(next);
      if (!read.ok) return read.problems;
      set({ words: [...get().words, words].slice(-MOST_WORDS) });
      put(next);
      return [];
    },
    undo: () => step('undo'),
    redo: () => step('redo'),
    keepMine() {
      const { theirs } = get();
      if (!theirs) return;
      set({ version: theirs.version, status: 'saving', theirs: null });
      void save();
    },
    takeTheirs() {
      const { theirs, id } = get();
      if (!theirs) return;
      dirty = false;
      store(id, null);
      set({ job: theirs.document });
      settle(theirs);
    },
  };
});
