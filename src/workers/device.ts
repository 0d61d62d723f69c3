import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { Job } from '../core/given';

/*
 * What answers this device keeps from one visit to the next: under their keys, so that one is found only for just what it was made from. All
 * of it can be worked out again; where the browser keeps nothing, nothing is lost but time.
 */
interface Kept extends DBSchema {
  answers: { key: string; value: { readonly value: unknown; readonly at: number }; indexes: { at: number } };
}

/** So many answers are kept; those that were used longest ago make room. */
const MOST_KEPT = 90;

/** By which core answers were worked out: another one may answer otherwise. */
const CORE = process.env.PITSAW_CORE ?? '';

/** What a page showed of a job when it was last here, to show it again before any worker has started. */
export type Shown = { readonly job: Job; readonly answers: Readonly<Record<string, { readonly key: string; readonly value: unknown }>> };
export const shownKey = (jobId: string): string => `shown ${jobId}`;

export type Device = {
  get(key: string): Promise<unknown>;
  put(key: string, value: unknown): Promise<void>;
};

/** The device's memory; one that remembers nothing where the browser gives none. */
export function openDevice(now: () => number, core = CORE): Device {
  // where there is no such thing at all, opening throws at once
  const open = async (): Promise<IDBPDatabase<Kept>> =>
    openDB<Kept>('pitsaw-answers', 1, {
      upgrade(db) {
        db.createObjectStore('answers').createIndex('at', 'at');
      },
    });
  const opening = open().catch(() => null);
  const quietly = async <T>(work: (db: IDBPDatabase<Kept>) => Promise<T>): Promise<T | undefined> => {
    const db = await opening;
    return db ? work(db).catch(() => undefined) : undefined;
  };
  return {
    get: (key) => quietly(async (db) => (await db.get('answers', `${core} ${key}`))?.value),
    async put(key, value) {
      await quietly(async (db) => {
        const change = db.transaction('answers', 'readwrite');
        await change.store.put({ value, at: now() }, `${core} ${key}`);
        let over = (await change.store.count()) - MOST_KEPT;
        for (let oldest = await change.store.index('at').openCursor(); oldest && over > 0; oldest = await oldest.continue(), over--) {
          await oldest.delete();
        }
        await change.done;
      });
    },
  };
}
