import { wrap, type Remote } from 'comlink';
import type { Display } from '../core/units';
import type { DrawingApi, Preview } from './drawing.worker';
import { openDrawingWorker } from './workerUrl';

export type { Preview } from './drawing.worker';

/** Reads drawings off the main thread. */
export type DrawingReader = {
  read(fileName: string, text: string, display: Display): Promise<Preview | { readonly problem: string }>;
  /** The drawing that was read, as it is in another unit. */
  inUnit(unit: number): Promise<Preview | null>;
  /** Stops whatever runs; a read that is under way comes back with a problem that says so. */
  close(): void;
};

/** A drawing that is not read by then (ms) is not one of a floor. */
const DEADLINE = 20_000;

export function createDrawingReader(): DrawingReader {
  const worker = openDrawingWorker();
  const remote: Remote<DrawingApi> = wrap<DrawingApi>(worker);
  let stop: (() => void) | null = null;
  let timer: ReturnType<typeof setTimeout> | undefined;
  const stopped = new Promise<{ problem: string }>((resolve) => {
    stop = () => resolve({ problem: 'reading was stopped' });
  });
  /** Ends what takes too long. */
  const late = () =>
    new Promise<{ problem: string }>((resolve) => {
      timer = setTimeout(() => {
        worker.terminate();
        resolve({ problem: `it took longer than ${DEADLINE / 1000} seconds; leave out what is not walls, and save it again` });
      }, DEADLINE);
    });
  return {
    read: (fileName, text, display) =>
      Promise.race([
        remote
          .read(fileName, text, display)
          .finally(() => clearTimeout(timer))
          .catch((error: unknown) => ({ problem: `it could not be read (${error instanceof Error ? error.message : 'unknown fault'})` })),
        stopped,
        late(),
      ]),
    inUnit: (unit) => remote.inUnit(unit),
    close() {
      clearTimeout(timer);
      worker.terminate();
      stop?.();
    },
  };
}
