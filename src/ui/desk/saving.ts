'use client';
import isEqual from 'fast-deep-equal';
import { create } from 'zustand';
import { marksOf, readJob, type Job, type Problem } from '@/core/given';
import { newId } from './ids';
import { ask, complaint, type JobView, type SaveBody, type StandingView } from './api';
import { noteDone, tellsWork } from './recent';
import { openBackup, type Backup, type Left } from './backup';

/**
 * How the job on screen relates to what is stored; `refused` is what the server will not take however often it is sent, `deleted` what it has
 * no more.
 */
export type SaveStatus = 'saved' | 'saving' | 'unreachable' | 'stale' | 'refused' | 'deleted';

type Saving = {
  readonly id: string;
  readonly job: Job | null;
  /** the stored version that the next save begins from */
  readonly version: number;
  readonly canUndo: boolean;
  readonly canRedo: boolean;
  readonly status: SaveStatus;
  /** whether what is not saved yet is kept on this device at least */
  readonly onDevice: boolean;
  /** what somebody else saved meanwhile, where a save was refused as stale */
  readonly theirs: JobView | null;
  /** the server's sentence, where it refused something */
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
  /** Brings a job back that was deleted elsewhere, and saves what is on screen. */
  bringBack(): Promise<void>;
  /** Makes a new job of what is on screen, and gives its id; null where that was refused too. */
  saveAsNew(): Promise<string | null>;
};

/** Changes within this time (ms) are saved, and undone, together. */
const TOGETHER = 450;
const RETRY = 3000;
/** So many changes are remembered in words. */
const MOST_WORDS = 50;

let backup: Backup | null = null;
const device = (): Backup => (backup ??= openBackup());

let timer: ReturnType<typeof setTimeout> | undefined;
let saving: Promise<void> | null = null;
let dirty = false;
let newJob: { readonly of: Job; readonly id: string } | null = null;
/** the id of the save of what is on screen, and of those before it that nothing was heard of */
let saveId = '';
let unheard: string[] = [];
/** what was changed since the last save */
let changed: string[] = [];
/** the document that the server has, as far as is known */
let stored: Job | null = null;

export const useSaving = create<Saving>((set, get) => {
  const settle = (view: StandingView, document: Job | null) => {
    stored = document;
    unheard = [];
    set({
      version: view.version,
      canUndo: view.canUndo,
      canRedo: view.canRedo,
      status: dirty ? 'saving' : 'saved',
      theirs: null,
      refusal: null,
    });
  };

  /** Keeps on the device what is not saved; says where it is kept nowhere. */
  const keep = async (left: Omit<Left, 'page' | 'at'>): Promise<void> => {
    const onDevice = await device().keep(left);
    if (get().id !== left.jobId) return;
    // a save that is on its way may not arrive; one that arrived while this was being written leaves nothing to keep
    if (get().status === 'saved') void device().forget(left.jobId);
    else set({ onDevice });
  };

  const heard = (id: string, job: Job, answer: { status: number; body: SaveBody }): void => {
    const { status, body } = answer;
    if (status === 200 && body.job) {
      if (!dirty) void device().forget(id);
      return settle(body.job, job);
    }
    if (status === 409 && body.job?.document) {
      const theirs = { ...body.job, document: body.job.document };
      unheard = [];
      dirty = true;
      // nobody changed anything after all: what is equal is nobody's rival
      if (stored && isEqual(theirs.document, stored)) return set({ version: theirs.version, status: 'saving' });
      return set({ status: 'stale', theirs });
    }
    dirty = true;
    if (status === 404) return set({ status: 'deleted', refusal: null });
    // paired anew, or allowed more, it will be taken
    if (status >= 400 && status < 500 && ![401, 403, 408, 421, 429].includes(status)) {
      // sent again it would be refused again: only another change makes it worth a try
      unheard = [];
      return set({ status: 'refused', refusal: complaint(answer) });
    }
    set({ status: 'unreachable', refusal: status === 0 ? null : complaint(answer) });
    timer = setTimeout(() => void save(), RETRY);
  };

  const save = async (): Promise<void> => {
    clearTimeout(timer);
    if (saving) return saving;
    if (!dirty || get().status === 'stale') return;
    const { id, job, version } = get();
    const sent = changed;
    changed = [];
    dirty = false;
    set({ status: 'saving', refusal: null });
    saving = (async () => {
      const mine = saveId;
      const before = unheard;
      unheard = [...before.filter((sent) => sent !== mine), mine];
      const answer = await ask<SaveBody>(`/api/jobs/${id}`, 'PUT', {
        base: version,
        saveId: mine,
        unheard: before,
        words: sent.join(', '),
        document: job,
      });
      // another job is on screen: what was not heard of is taken up when this one is opened again
      if (get().id !== id && answer.status === 200) void device().forget(id);
      if (get().id !== id || !job) return;
      if (answer.status !== 200) changed = [...sent, ...changed];
      heard(id, job, answer);
    })();
    await saving;
    saving = null;
    if (dirty && get().status === 'saving') await save();
  };

  const step = async (which: 'undo' | 'redo'): Promise<void> => {
    noteDone(which);
    await save();
    const { id, status } = get();
    if (status !== 'saved' && status !== 'saving') return;
    const answer = await ask<SaveBody>(`/api/jobs/${id}/${which}`, 'POST', {});
    if (answer.status === 200 && answer.body.job?.document) {
      const { document } = answer.body.job;
      set({ job: document, words: which === 'undo' ? get().words.slice(0, -1) : [] });
      settle(answer.body.job, document);
    } else if (answer.status === 404) set({ status: 'deleted' });
    else set({ refusal: complaint(answer) });
  };

  const put = (job: Job) => {
    dirty = true;
    saveId = newId();
    const { id, version, status } = get();
    void keep({ jobId: id, base: version, saveId, unheard, words: changed.join(', '), document: job });
    set({ job, canRedo: false, refusal: null, status: status === 'saved' || status === 'refused' ? 'saving' : status });
    clearTimeout(timer);
    timer = setTimeout(() => void save(), TOGETHER);
  };

  /** Takes up what closed or crashed pages could not save any more: the latest on screen, others are put into the job's history. */
  const takeUp = async (view: JobView): Promise<void> => {
    const [latest, ...others] = await device().leftBehind(view.id);
    const putAside = async ({ saveId, words, document, page }: Left): Promise<void> => {
      // from no version that there is: it goes beside the line, and takes nobody's place
      const answer = await ask(`/api/jobs/${view.id}`, 'PUT', { base: -1, saveId, words, document });
      if (answer.status !== 0 && answer.status < 500) await device().forget(view.id, page);
    };
    if (latest && get().id === view.id) {
      const job = readJob(latest.document);
      const untouched = get().job === view.document && !dirty;
      if (!job.ok || isEqual(job.value, view.document)) await device().forget(view.id, latest.page);
      else if (!untouched) others.unshift(latest);
      else {
        set({ version: latest.base });
        // what it began from is not what is stored now, if somebody saved since
        if (latest.base !== view.version) stored = null;
        unheard = [...latest.unheard, latest.saveId];
        changed = latest.words === '' ? [] : [latest.words];
        put(job.value);
        if (latest.page !== device().page) await device().forget(view.id, latest.page);
      }
    }
    // from the oldest on, so that the history has them in order
    for (const left of others.reverse()) await putAside(left);
  };

  tellsWork(() => {
    const { id, status, version, job } = get();
    return job && { id, status, version, job };
  });
  if (typeof window !== 'undefined') {
    window.addEventListener('pagehide', () => void save());
    document.addEventListener('visibilitychange', () => document.visibilityState === 'hidden' && void save());
    // what is kept nowhere would be gone with the page
    window.addEventListener('beforeunload', (event) => {
      const { status, onDevice } = get();
      if (status !== 'saved' && !onDevice) event.preventDefault();
    });
  }

  return {
    id: '',
    job: null,
    version: 0,
    canUndo: false,
    canRedo: false,
    status: 'saved',
    onDevice: true,
    theirs: null,
    refusal: null,
    words: [],
    open(view) {
      // what is on screen and saved, or on its way, is newer than a page that the server rendered earlier
      if (get().id === view.id && view.version <= get().version) return;
      // what was changed a moment ago goes out before another job takes its place
      if (dirty && get().id !== view.id) void save();
      clearTimeout(timer);
      dirty = false;
      changed = [];
      set({ id: view.id, job: view.document, status: 'saved', onDevice: true, refusal: null, words: [] });
      settle(view, view.document);
      void takeUp(view);
    },
    edit(words, change) {
      const { job } = get();
      if (!job) return [];
      const next = change(job);
      if (next === job) return [];
      const read = readJob(next);
      if (!read.ok) {
        // a value from before a bound existed stays until somebody changes it
        const had = new Set(marksOf(job).map(({ path, text }) => `${path} ${text}`));
        const found = read.problems.filter(({ path, text }) => !had.has(`${path} ${text}`));
        if (found.length > 0) return found;
      }
      noteDone(words);
      set({ words: [...get().words, words].slice(-MOST_WORDS) });
      changed = [...changed.filter((w) => w !== words), words].slice(-MOST_WORDS);
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
      changed = [];
      void device().forget(id);
      set({ job: theirs.document });
      settle(theirs, theirs.document);
    },
    async bringBack() {
      const { id } = get();
      const answer = await ask<SaveBody>(`/api/jobs/${id}/restore`, 'POST', {});
      if (answer.status !== 200) return set({ refusal: complaint(answer) });
      set({ status: dirty ? 'saving' : 'saved', refusal: null });
      await save();
    },
    async saveAsNew() {
      const { id, job } = get();
      // pressed twice it is one new job
      if (newJob?.of !== job) newJob = { of: job!, id: newId() };
      const answer = await ask<SaveBody>(`/api/jobs?id=${newJob.id}`, 'POST', job);
      if (answer.status !== 201 || !answer.body.job) {
        set({ refusal: complaint(answer) });
        return null;
      }
      dirty = false;
      await device().forget(id);
      return answer.body.job.id;
    },
  };
});
