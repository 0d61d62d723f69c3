/** Keeping jobs and what happened on their sites: one SQLite file, every change a revision, nothing half-written and nothing lost. */
import { join } from 'node:path';
import { openDatabase } from './database';
import { eventStore, type EventStore } from './events';
import { jobStore, type JobStore } from './jobs';

export { openDatabase, type Database } from './database';
export * from './events';
export * from './jobs';

/** All that is kept. */
export type Store = JobStore & { readonly events: EventStore };

const held = globalThis as { pitsawStore?: Promise<Store> };

/** The server's store: the file that PITSAW_DB names, else ./data/pitsaw.sqlite; opened once. An opening that failed is tried again. */
export function theStore(): Promise<Store> {
  held.pitsawStore ??= openDatabase(process.env.PITSAW_DB ?? join(process.cwd(), 'data', 'pitsaw.sqlite'))
    .then((database) => ({ ...jobStore(database), events: eventStore(database) }))
    .catch((error: unknown) => {
      held.pitsawStore = undefined;
      throw error;
    });
  return held.pitsawStore;
}
