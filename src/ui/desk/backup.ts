import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import { z } from 'zod';
import { newId } from './ids';

/*
 * What is not saved yet, kept on the device until the server has it: by page, so that two windows on one job do not write over each other's. What
 * a page left behind is taken up by the next one that opens the job; a page that lives holds a lock, by which others know.
 */

const leftSchema = z.object({
  jobId: z.string(),
  page: z.string(),
  at: z.number(),
  base: z.number(),
  saveId: z.string(),
  unheard: z.array(z.string()),
  words: z.string(),
  document: z.unknown(),
});
/** A job that some page could not save any more, from which version it began and by which ids it was sent. */
export type Left = z.infer<typeof leftSchema>;

interface Kept extends DBSchema {
  left: { key: string; value: unknown; indexes: { jobId: string } };
}

export type Backup = {
  /** whose memory it is */
  readonly page: string;
  /** Keeps what is not saved yet; false where this browser keeps nothing. */
  keep(left: Omit<Left, 'page' | 'at'>): Promise<boolean>;
  /** Forgets what this page kept of a job, or what another left behind. */
  forget(jobId: string, page?: string): Promise<void>;
  /** What pages that live no more left behind of a job, and this one when it went on to another, the latest first. */
  leftBehind(jobId: string): Promise<readonly Left[]>;
};

const lockOf = (page: string): string => `pitsaw page ${page}`;
const keyOf = (jobId: string, page: string): string => `${jobId} ${page}`;

/** Memory of the device for one page. */
export function openBackup(page: string = newId(), now: () => number = Date.now): Backup {
  const locks = typeof navigator === 'undefined' ? undefined : navigator.locks;
  // held as long as the page lives
  void locks?.request(lockOf(page), () => new Promise(() => undefined)).catch(() => undefined);
  const open = async (): Promise<IDBPDatabase<Kept>> =>
    openDB<Kept>('pitsaw-unsaved', 1, {
      upgrade(db) {
        db.createObjectStore('left').createIndex('jobId', 'jobId');
      },
    });
  let opening: Promise<IDBPDatabase<Kept>> | null = null;
  const database = (): Promise<IDBPDatabase<Kept>> => {
    opening ??= open().catch((error: unknown) => {
      // perhaps there is room the next time
      opening = null;
      throw error;
    });
    return opening;
  };
  const living = async (): Promise<ReadonlySet<string>> => new Set(((await locks?.query())?.held ?? []).map((lock) => lock.name ?? ''));
  return {
    page,
    async keep(left) {
      try {
        await (await database()).put('left', { ...left, page, at: now() }, keyOf(left.jobId, page));
        return true;
      } catch {
        return false;
      }
    },
    async forget(jobId, of = page) {
      try {
        await (await database()).delete('left', keyOf(jobId, of));
      } catch {
        // where nothing can be kept there is nothing to forget
      }
    },
    async leftBehind(jobId) {
      try {
        const [all, alive] = await Promise.all([(await database()).getAllFromIndex('left', 'jobId', jobId), living()]);
        const left = all.flatMap((one) => leftSchema.safeParse(one).data ?? []);
        return left.filter((l) => l.page === page || !alive.has(lockOf(l.page))).sort((a, b) => b.at - a.at);
      } catch {
        return [];
      }
    },
  };
}
