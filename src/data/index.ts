/** Keeping jobs: one SQLite file, every change a revision, nothing half-written and nothing lost. */
import { join } from 'node:path';
import { openDatabase } from './database';
import { jobStore, type JobStore } from './jobs';

export { openDatabase } from './database';
export * from './jobs';

const held = globalThis as { pitsawStore?: Promise<JobStore> };

/** The server's job store: the file that PITSAW_DB names, else ./data/pitsaw.sqlite; opened once. */
export function theStore(): Promise<JobStore> {
  held.pitsawStore ??= openDatabase(process.env.PITSAW_DB ?? join(process.cwd(), 'data', 'pitsaw.sqlite')).then(jobStore);
  return held.pitsawStore;
}
