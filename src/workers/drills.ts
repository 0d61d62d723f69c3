import { wrap, type Remote } from 'comlink';
import type { DrillApi } from './drill.worker';
import { openDrillWorker } from './workerUrl';

/** Makes exercises off the main thread: a floor is planned and looked at again and again until its faults are the only ones. */
export type DrillMaker = { readonly exercise: Remote<DrillApi>['exercise']; close(): void };

export function createDrillMaker(): DrillMaker {
  const worker = openDrillWorker();
  const remote = wrap<DrillApi>(worker);
  return { exercise: remote.exercise, close: () => worker.terminate() };
}
