import { openDB, type DBSchema, type IDBPDatabase } from 'idb';

/** Something that was told on this device: an event with an id of its own, as it will be sent. */
export type Told = { readonly id: string; readonly what: string } & Readonly<Record<string, unknown>>;

interface Kept extends DBSchema {
  /** what is to be sent, in order */
  told: { key: number; value: { jobId: string; event: Told }; indexes: { jobId: string } };
  /** lines of logs as they were heard, by job and number */
  lines: { key: [string, number]; value: string };
}

/** A device's memory of sites. Nothing of it throws: where a browser keeps nothing, nothing is kept, and that is said. */
export type Outbox = {
  /** Keeps something that is to be sent; false where this browser keeps nothing. */
  put(jobId: string, event: Told): Promise<boolean>;
  /** What is still to be sent of a job, in the order in which it was told. */
  waiting(jobId: string): Promise<readonly Told[]>;
  /** Forgets what was sent. */
  drop(jobId: string, ids: ReadonlySet<string>): Promise<void>;
  /** Keeps lines of a log, each under its number. */
  hear(jobId: string, lines: readonly { readonly n: number; readonly line: string }[]): Promise<void>;
  /** The lines that were heard of a job, in order, as far as none is missing. */
  heard(jobId: string): Promise<readonly string[]>;
};

/** @param name of its database, so that tests can have their own */
export function openOutbox(name = 'pitsaw-site'): Outbox {
  let opening: Promise<IDBPDatabase<Kept>> | null = null;
  const database = (): Promise<IDBPDatabase<Kept>> => {
    opening ??= openDB<Kept>(name, 1, {
      upgrade(db) {
        db.createObjectStore('told', { autoIncrement: true }).createIndex('jobId', 'jobId');
        db.createObjectStore('lines');
      },
    }).catch((error: unknown) => {
      // perhaps there is room the next time
      opening = null;
      throw error;
    });
    return opening;
  };
  const orElse = async <T>(other: T, work: (db: IDBPDatabase<Kept>) => Promise<T>): Promise<T> => {
    try {
      return await work(await database());
    } catch {
      return other;
    }
  };
  return {
    put: (jobId, event) => orElse(false, async (db) => (await db.add('told', { jobId, event }), true)),
    waiting: (jobId) => orElse<readonly Told[]>([], async (db) => (await db.getAllFromIndex('told', 'jobId', jobId)).map((t) => t.event)),
    drop: (jobId, ids) =>
      orElse(undefined, async (db) => {
        const transaction = db.transaction('told', 'readwrite');
        for await (const cursor of transaction.store.index('jobId').iterate(jobId))
          if (ids.has(cursor.value.event.id)) await cursor.delete();
        await transaction.done;
      }),
    hear: (jobId, lines) =>
      orElse(undefined, async (db) => {
        const transaction = db.transaction('lines', 'readwrite');
        for (const { n, line } of lines) await transaction.store.put(line, [jobId, n]);
        await transaction.done;
      }),
    heard: (jobId) =>
      orElse<readonly string[]>([], async (db) => {
        const range = IDBKeyRange.bound([jobId, 0], [jobId, Infinity]);
        const [keys, lines] = await Promise.all([db.getAllKeys('lines', range), db.getAll('lines', range)]);
        const whole = keys.findIndex(([, n], i) => n !== i + 1);
        return whole < 0 ? lines : lines.slice(0, whole);
      }),
  };
}
