import { proxy, wrap, type Remote } from 'comlink';
import type { Given, OutOf } from '../core/answer';
import type { ANSWERS, AnswerName } from '../core/answers';
import type { Result } from '../core/given';
import type { AnswersApi } from './answers.worker';
import { together } from './parts';
import { openAnswersWorker } from './workerUrl';

/** What an answer gives, by its name. */
export type OutNamed<Name extends AnswerName> = OutOf<(typeof ANSWERS)[Name]>;

/** One answer as it arrives; `result` is missing where it is just what the page has already. */
export type Arrived = { readonly name: AnswerName; readonly key: string; readonly result?: Result<unknown> };

export type Request = {
  readonly names: readonly AnswerName[];
  readonly given: Given;
  /** the keys of what the page has already */
  readonly have: Readonly<Partial<Record<AnswerName, string>>>;
  arrived(answer: Arrived): void;
  progress(done: number): void;
};

/** How asking ended: all arrived; stopped, because a newer request was made or somebody cancelled; or the worker failed, with a sentence. */
export type Ended = 'done' | 'superseded' | 'cancelled' | { readonly failed: string };

/** What has been worked out for longer than this (ms) is not waited for when something newer is wanted. */
const PATIENCE = 250;

/** How often it is looked whether the worker lives, ms; after so many looks without a word from it, it does not. */
const LOOK = 1000;
const SILENT_AT_WORK = 20;
/** One that has answered before answers a call at once: then so many looks are enough. */
const SILENT_AT_CALL = 4;

/** A worker that answers, one request at a time; the newest wins. */
export type Answering = {
  ask(request: Request): Promise<Ended>;
  /** Keeps on the device what a page shows of a job. */
  shown(jobId: string, given: Given, names: readonly AnswerName[]): void;
  /** Starts the worker, before something is asked. */
  start(): void;
  cancel(): void;
};

type Pending = Request & { readonly end: (how: Ended) => void };
type Running = { readonly request: Pending; readonly since: number; over: boolean; restarted: boolean };

/** @example await createAnswering().ask({ names: ['plan'], given, have: {}, arrived, progress }) */
export function createAnswering(): Answering {
  let worker: Worker | null = null;
  let remote: Remote<AnswersApi> | null = null;
  let running: Running | null = null;
  let waiting: Pending | null = null;
  /** looks since the worker last said something, and how many are too many now */
  let silent = 0;
  let patience = SILENT_AT_WORK;
  /** whether this worker ever answered */
  let spoke = false;
  let looking: ReturnType<typeof setInterval> | undefined;

  const close = () => {
    clearInterval(looking);
    worker?.terminate();
    worker = remote = null;
    spoke = false;
  };
  const stop = (how: Ended) => {
    close();
    if (running) {
      running.over = true;
      running.request.end(how);
    }
    running = null;
  };
  const heard = () => {
    silent = 0;
    patience = SILENT_AT_WORK;
    spoke = true;
  };
  /** The worker died: what it was asked is asked once more of a new one. */
  const lost = (why: string) => {
    const mine = running;
    if (!mine || mine.restarted) return stop({ failed: why });
    close();
    mine.over = true;
    begin({ ...mine, over: false, restarted: true });
  };
  const open = (): Remote<AnswersApi> => {
    if (!worker || !remote) {
      const mine = (worker = openAnswersWorker());
      mine.onerror = (event) => worker === mine && lost(event.message || 'it could not be loaded');
      mine.onmessageerror = () => worker === mine && lost('its answer could not be read');
      remote = wrap<AnswersApi>(worker);
    }
    return remote;
  };
  const serve = async (mine: Running): Promise<void> => {
    const { names, given, have, arrived, progress } = mine.request;
    if (spoke) {
      patience = SILENT_AT_CALL;
      await open().alive();
      if (!mine.over) heard();
    }
    for (const name of names) {
      if (mine.over || waiting) return;
      const api = open();
      const told = await api.answer(
        name,
        given,
        have[name] ?? null,
        proxy((done: number) => {
          if (mine.over) return;
          heard();
          progress(done);
        }),
      );
      if (mine.over) return;
      heard();
      if (told.kind === 'same') arrived({ name, key: told.key });
      else if (told.kind === 'none') arrived({ name, key: told.key, result: { ok: false, problems: told.problems } });
      else {
        const parts: unknown[] = [];
        for (let k = 0; k < told.parts; k++) parts.push(await api.part(k));
        if (mine.over) return;
        arrived({ name, key: told.key, result: { ok: true, value: together({ ...told.head, parts }) } });
      }
    }
  };
  const begin = (mine: Running) => {
    running = mine;
    silent = 0;
    patience = SILENT_AT_WORK;
    clearInterval(looking);
    looking = setInterval(() => ++silent > patience && lost('it stopped answering'), LOOK);
    const finish = (how: Ended) => {
      if (mine.over) return;
      mine.over = true;
      running = null;
      clearInterval(looking);
      mine.request.end(waiting ? 'superseded' : how);
      next();
    };
    serve(mine).then(
      () => finish('done'),
      (error: unknown) => finish({ failed: error instanceof Error ? error.message : 'unknown fault' }),
    );
  };
  const next = () => {
    if (running || !waiting) return;
    const request = waiting;
    waiting = null;
    begin({ request, since: performance.now(), over: false, restarted: false });
  };
  return {
    ask: (request) =>
      new Promise((end) => {
        waiting?.end('superseded');
        waiting = { ...request, end };
        if (running && performance.now() - running.since > PATIENCE) stop('superseded');
        next();
      }),
    shown: (jobId, given, names) => void open().shown(jobId, given, names),
    start: () => void open(),
    cancel() {
      waiting?.end('cancelled');
      waiting = null;
      stop('cancelled');
    },
  };
}
