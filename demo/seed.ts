/* Seeds the demo: into an empty database, or after emptying it with --fresh. What was changed since is kept. */
import { rmSync } from 'node:fs';
import { eventStore, jobStore, openDatabase } from '../src/data';
import { demoJobs, gatehouse, office } from './jobs';
import { allLaid, halfLaid, repairPlanned } from './laying';

const file = process.env.PITSAW_DB ?? 'data/demo.sqlite';
if (process.argv.includes('--fresh')) for (const end of ['', '-wal', '-shm']) rmSync(file + end, { force: true });

try {
  const database = await openDatabase(file);
  const store = jobStore(database);
  if ((await store.list()).total === 0) {
    for (const job of demoJobs) {
      const { id } = await store.create(job === gatehouse ? repairPlanned(job) : job);
      // on this floor work is under way
      if (job === office) await eventStore(database).append(id, halfLaid(job));
      // this one was handed over
      if (job === gatehouse) await eventStore(database).append(id, allLaid(job));
    }
  }
  await database.sequelize.close();
} catch (error) {
  console.error(
    `The demo’s database ${file} cannot be used: ${error instanceof Error ? error.message : String(error)}. Move it away, or name another one in PITSAW_DB.`,
  );
  process.exitCode = 1;
}
