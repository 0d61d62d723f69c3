import { proxy, wrap, type Remote } from 'comlink';
import type { Job, PlanFloor, Result } from '../core/given';
import type { Planned, PlannerApi } from './planner.worker';
import { openWorker } from './workerUrl';

export type { Planned } from './planner.worker';

type Request = { readonly job: Job; readonly progress: (done: number) => void; readonly done: (result: Result<Planned> | null) => void };

/** A plan that has been running longer than this (ms) is not waited for when a newer one is wanted. */
const PATIENCE = 250;

export type Planner = {
  /** Plans a job off the main thread; the newest request wins, and an older one comes back as null. */
  plan(job: Job, progress?: (done: number) => void): Promise<Result<Planned> | null>;
  /** Stops what is running; its request comes back as null. */
  cancel(): void;
};

/** The plan, and then its floors, each as a message of its own. */
async function planWhole(remote: Remote<PlannerApi>, { job, progress }: Request): Promise<Result<Planned>> {
  const result = await remote.plan(job, proxy(progress));
  if (!result.ok) return result;
  const floors: PlanFloor[] = [];
  for (let floor = await remote.floor(0); floor !== null; floor = await remote.floor(floors.length)) floors.push(floor);
  return { ok: true, value: { ...result.value, plan: { ...result.value.plan, floors } } };
}

/** The planner behind a web worker. */
export function createPlanner(): Planner {
  let worker: Worker | null = null;
  let remote: Remote<PlannerApi> | null = null;
  let running: (Request & { readonly since: number }) | null = null;
  let waiting: Request | null = null;

  const stop = () => {
    worker?.terminate();
    worker = remote = null;
    running?.done(null);
    running = null;
  };
  const next = () => {
    if (running || !waiting) return;
    const request = waiting;
    waiting = null;
    if (!worker) {
      worker = openWorker();
      remote = wrap<PlannerApi>(worker);
    }
    const mine = (running = { ...request, since: performance.now() });
    const finish = (result: Result<Planned> | null) => {
      if (running !== mine) return;
      running = null;
      // a newer request makes this answer old news
      mine.done(waiting ? null : result);
      next();
    };
    planWhole(remote!, request).then(finish, (error: unknown) =>
      finish({
        ok: false,
        problems: [
          { path: '', text: `the plan failed (${error instanceof Error ? error.message : 'unknown fault'}); undo the last change` },
        ],
      }),
    );
  };
  return {
    plan: (job, progress = () => undefined) =>
      new Promise((done) => {
        waiting?.done(null);
        waiting = { job, progress, done };
        if (running && performance.now() - running.since > PATIENCE) stop();
        next();
      }),
    cancel() {
      waiting?.done(null);
      waiting = null;
      stop();
    },
  };
}
