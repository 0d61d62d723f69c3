/** Keeping jobs and what happened on their sites: one SQLite file, every change a revision, nothing half-written and nothing lost. */
import { dirname, join } from 'node:path';
import type { FloorFile, Job } from '../core/given';
import { openDatabase, type Database } from './database';
import { deviceStore, type DeviceStore } from './devices';
import { eventStore, type EventStore } from './events';
import { historyStore, type HistoryStore } from './history';
import { jobStore, type JobStore, type Standing } from './jobs';
import { photoStore, type PhotoStore } from './photos';
import { upkeep } from './upkeep';

export { openDatabase, type Database } from './database';
export { deviceStore, ROLES, type DeviceStore, type PairedDevice, type Role, type SafetyRecord } from './devices';
export * from './events';
export * from './history';
export * from './jobs';
export { LARGEST_PHOTO, photoStore } from './photos';
export { upkeep } from './upkeep';

/** All that is kept. */
export type Store = JobStore & {
  readonly events: EventStore;
  readonly history: HistoryStore;
  readonly photos: PhotoStore;
  readonly devices: DeviceStore;
  /** Takes a job and what happened on its site: a new job, its log with it. Sent twice under the same id it is one job. */
  take(job: Job, log: FloorFile['log'], id?: string): Promise<Standing>;
  /** Whether the database answers. @throws where it does not */
  healthy(): Promise<void>;
};

const held = globalThis as { pitsawStore?: Promise<Store> };

/** First after a start, then so often what is old is taken away, ms. */
const UPKEEP_FIRST = 60_000;
const UPKEEP_EVERY = 6 * 3_600_000;

function kept(database: Database, file: string): Store {
  const tidy = () =>
    void upkeep(database).catch((error: unknown) => process.stderr.write(`upkeep: ${error instanceof Error ? error.message : String(error)}\n`));
  setTimeout(tidy, UPKEEP_FIRST).unref();
  setInterval(tidy, UPKEEP_EVERY).unref();
  const jobs = jobStore(database);
  const events = eventStore(database);
  return {
    ...jobs,
    events,
    take: (job, log, own) => jobs.create(job, (id, transaction) => events.copy(id, log, transaction), own),
    history: historyStore(database),
    devices: deviceStore(database),
    // beside the database, as a copy of it has them
    photos: photoStore(join(dirname(file), 'photos')),
    async healthy() {
      await database.jobs.count({ where: { deletedAt: null } });
    },
  };
}

/** The server's store: the file that PITSAW_DB names, else ./data/pitsaw.sqlite; opened once. An opening that failed is tried again. */
export function theStore(): Promise<Store> {
  const file = process.env.PITSAW_DB ?? join(process.cwd(), 'data', 'pitsaw.sqlite');
  held.pitsawStore ??= openDatabase(file)
    .then((database) => kept(database, file))
    .catch((error: unknown) => {
      held.pitsawStore = undefined;
      throw error;
    });
  return held.pitsawStore;
}
