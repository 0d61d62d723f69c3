import 'fake-indexeddb/auto';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { backUp, restore } from '@/data/backup';
import { eventStore, jobStore, openDatabase, type Database } from '@/data';
import type { Transport } from '@/sync';
import { LOG_CASES, suiteJob, type Rig } from './logSuite';

jest.setTimeout(60_000);

let folder: string;
let database: Database;
let rig: Rig;

/** A device speaks with the store itself: what routes do, without a server. */
function direct({ events }: { events: ReturnType<typeof eventStore> }): Transport {
  return {
    async send(jobId, { epoch, events: batch }) {
      // a device that is not stopped yet when its test is over hears nothing
      const taken = await events.append(jobId, batch, epoch).catch(() => undefined);
      if (taken === undefined) return { status: 0 };
      if (taken === null) return { status: 404 };
      return taken === 'other-log' ? { status: 409 } : { status: 200, taken };
    },
    async listen(jobId, { after, link }, on, signal) {
      let epoch = '';
      try {
        const stop = await events.follow(jobId, after, async (head) => ((epoch = head.epoch), (await on.head(head)) && head.at === link), on.line); // prettier-ignore
        if (!stop) return { status: 404 };
        // as the route looks it up
        while (!signal.aborted && (await events.head(jobId, 0))?.epoch === epoch && (await events.head(jobId, after))?.at === link)
          await new Promise((done) => setTimeout(done, 100));
        stop();
        return { status: 200 };
      } catch {
        return { status: 0 };
      }
    },
    lines: (jobId) => events.after(jobId, 0).catch(() => null),
  };
}

beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'pitsaw-logs-'));
  const file = join(folder, 'jobs.sqlite');
  database = await openDatabase(file);
  const [events, jobs] = [eventStore(database), jobStore(database)];
  let copies = 0;
  rig = {
    newJob: async () => (await jobs.create(suiteJob)).id,
    transport: () => direct({ events }),
    copy: async () => {
      const to = join(folder, `copy ${++copies}`);
      await backUp(file, to);
      return to;
    },
    restore: async (copy) => void (await restore(copy, file, join(folder, 'before'))),
    remove: async (id) => void (await jobs.remove(id)),
    bringBack: async (id) => void (await jobs.restore(id)),
  };
});
afterEach(async () => {
  await database.sequelize.close();
  rmSync(folder, { recursive: true });
});

test.each(LOG_CASES.map(([name, run]) => ({ name, run })))('$name', ({ run }) => run(rig));
