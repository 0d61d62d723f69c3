import { openDB, type DBSchema, type IDBPDatabase } from 'idb';

/** Something that was recorded on this device: an event with an id of its own, as it will be sent. */
export type Recorded = { readonly id: string; readonly what: string } & Readonly<Record<string, unknown>>;

/** What was recorded here and is not heard back yet, and how far it has come. */
export type Entry = {
  readonly event: Recorded;
  /** the page that sends it */
  readonly tab: string;
  /** under which number the server has it, in which log */
  readonly acked?: { readonly epoch: string; readonly n: number };
  /** why it is set aside: it goes out again on demand only */
  readonly aside?: string;
};

/** The log of a job as it was heard: its epoch and its lines, in order and whole. */
export type HeardLog = { readonly epoch: string; readonly lines: readonly string[] };

interface Kept extends DBSchema {
  /** entries by job and id; those with a lesser order go first, and among them those that came first */
  entries: { key: [string, string]; value: Entry & { order: number; came: number } };
  /** the epoch of each job's log */
  logs: { key: string; value: string };
  /** lines of logs as they were heard, by job, epoch and number */
  lines: { key: [string, string, number]; value: string };
  /** pages that are open, until when they surely are */
  tabs: { key: string; value: number };
}

/** What kept a site before logs had epochs. */
interface Former extends DBSchema {
  told: { key: number; value: { jobId: string; event: Recorded } };
  lines: { key: [string, number]; value: string };
}

/** A device's memory of logs. Nothing of it throws: where a browser keeps nothing, nothing is kept, and that is said. */
export type LogStore = {
  /** Whether this browser keeps anything, tried. */
  works(): Promise<boolean>;
  /** Keeps what is to be sent; false where this browser keeps nothing. */
  record(jobId: string, events: readonly Recorded[], tab: string): Promise<boolean>;
  /** What was recorded of a job and is not heard back, in order. */
  entries(jobId: string): Promise<readonly Entry[]>;
  /** Notes how far entries have come. */
  mark(jobId: string, marks: ReadonlyMap<string, Partial<Omit<Entry, 'event'>>>): Promise<void>;
  /** Forgets entries. */
  drop(jobId: string, ids: ReadonlySet<string>): Promise<void>;
  /** Keeps a line of a log under its number. */
  hear(jobId: string, epoch: string, n: number, line: string): Promise<void>;
  /** The log of a job as far as no line is missing. */
  heard(jobId: string): Promise<HeardLog>;
  /** The log of a job is another one from now on: its first lines stay, and these events are to be sent before all others. */
  become(jobId: string, epoch: string, keep: number, front: readonly Recorded[], tab: string): Promise<void>;
  /** Says that a page is open until then (ms); one that ended says 0. Gives the pages that are open. */
  beat(tab: string, until: number, now: number): Promise<readonly string[]>;
};

/** @param name of its database, so that tests can have their own */
export function openLogStore(name = 'pitsaw-logs', former = 'pitsaw-site'): LogStore {
  let opening: Promise<IDBPDatabase<Kept>> | null = null;
  const database = (): Promise<IDBPDatabase<Kept>> => {
    opening ??= opened(name, former).catch((error: unknown) => {
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
  /** Changes entries by their ids; `undefined` takes one away. */
  const each = (jobId: string, ids: Iterable<string>, change: (entry: Kept['entries']['value']) => Kept['entries']['value'] | undefined) =>
    orElse(undefined, async (db) => {
      const transaction = db.transaction('entries', 'readwrite');
      for (const id of ids) {
        const before = await transaction.store.get([jobId, id]);
        const after = before && change(before);
        if (before && after === undefined) await transaction.store.delete([jobId, id]);
        else if (after) await transaction.store.put(after, [jobId, id]);
      }
      await transaction.done;
    });
  return {
    works: () =>
      orElse(false, async (db) => {
        await db.put('tabs', 0, 'trial');
        await db.delete('tabs', 'trial');
        return true;
      }),
    record: (jobId, events, tab) =>
      orElse(false, async (db) => {
        const transaction = db.transaction('entries', 'readwrite');
        for (const event of events) await transaction.store.put({ event, tab, order: 0, came: came() }, [jobId, event.id]);
        await transaction.done;
        return true;
      }),
    entries: (jobId) =>
      orElse<readonly Entry[]>([], async (db) =>
        (await db.getAll('entries', entriesOf(jobId)))
          .sort((a, b) => a.order - b.order || a.came - b.came)
          .map(({ order: _order, came: _came, ...entry }) => entry),
      ),
    mark: (jobId, marks) => each(jobId, marks.keys(), (entry) => ({ ...entry, ...marks.get(entry.event.id) })),
    drop: (jobId, ids) => each(jobId, ids, () => undefined),
    hear: (jobId, epoch, n, line) =>
      orElse(undefined, async (db) => {
        const transaction = db.transaction(['lines', 'logs'], 'readwrite');
        await transaction.objectStore('lines').put(line, [jobId, epoch, n]);
        if ((await transaction.objectStore('logs').get(jobId)) === undefined) await transaction.objectStore('logs').put(epoch, jobId);
        await transaction.done;
      }),
    heard: (jobId) =>
      orElse<HeardLog>({ epoch: '', lines: [] }, async (db) => {
        const epoch = (await db.get('logs', jobId)) ?? '';
        const range = linesOf(jobId, epoch);
        const [keys, lines] = await Promise.all([db.getAllKeys('lines', range), db.getAll('lines', range)]);
        const whole = keys.findIndex(([, , n], i) => n !== i + 1);
        return { epoch, lines: whole < 0 ? lines : lines.slice(0, whole) };
      }),
    become: (jobId, epoch, keep, front, tab) =>
      orElse(undefined, async (db) => {
        const transaction = db.transaction(['entries', 'lines', 'logs'], 'readwrite');
        const [lines, logs, entries] = [
          transaction.objectStore('lines'),
          transaction.objectStore('logs'),
          transaction.objectStore('entries'),
        ];
        const before = (await logs.get(jobId)) ?? '';
        const stay = await lines.getAll(linesOf(jobId, before, keep));
        // lines of epochs that are no more go with it
        await lines.delete(IDBKeyRange.bound([jobId], [jobId, []]));
        for (const [i, line] of stay.entries()) await lines.put(line, [jobId, epoch, i + 1]);
        await logs.put(epoch, jobId);
        const waiting = await entries.getAll(entriesOf(jobId));
        const known = new Set(waiting.map((w) => w.event.id));
        const order = Math.min(0, ...waiting.map((w) => w.order)) - 1;
        for (const event of front) if (!known.has(event.id)) await entries.put({ event, tab, order, came: came() }, [jobId, event.id]);
        await transaction.done;
      }),
    beat: (tab, until, now) =>
      orElse<readonly string[]>([], async (db) => {
        const transaction = db.transaction('tabs', 'readwrite');
        if (until > now) await transaction.store.put(until, tab);
        else await transaction.store.delete(tab);
        const open: string[] = [];
        for await (const cursor of transaction.store.iterate()) {
          if (cursor.value > now) open.push(cursor.key);
          else await cursor.delete();
        }
        await transaction.done;
        return open;
      }),
  };
}

const entriesOf = (jobId: string): IDBKeyRange => IDBKeyRange.bound([jobId], [jobId, []]);

let lastCame = 0;
/** When something came, later than everything before it on this page. */
const came = (): number => (lastCame = Math.max(Date.now(), lastCame + 1e-3));

const linesOf = (jobId: string, epoch: string, upTo = Infinity): IDBKeyRange => IDBKeyRange.bound([jobId, epoch, 0], [jobId, epoch, upTo]);

async function opened(name: string, former: string): Promise<IDBPDatabase<Kept>> {
  const db = await openDB<Kept>(name, 1, {
    upgrade(made) {
      for (const store of ['entries', 'logs', 'lines', 'tabs'] as const) made.createObjectStore(store);
    },
  });
  await takeOver(db, former);
  return db;
}

/** Takes over what an older page kept: what waits is moved, the lines that it heard are copied, of a log without epoch. */
async function takeOver(db: IDBPDatabase<Kept>, former: string): Promise<void> {
  if (!(await indexedDB.databases()).some((d) => d.name === former)) return;
  const old = await openDB<Former>(former, 1);
  try {
    const keys = await old.getAllKeys('told');
    const waiting = await old.getAll('told');
    const take = db.transaction('entries', 'readwrite');
    for (const { jobId, event } of waiting) {
      const key: [string, string] = [jobId, event.id];
      if (!(await take.store.get(key))) await take.store.put({ event, tab: '', order: 0, came: came() }, key);
    }
    await take.done;
    for (const key of keys) await old.delete('told', key);
    const lines = await old.getAllKeys('lines');
    const known = new Set(await db.getAllKeys('logs'));
    for (const [jobId, n] of lines) {
      if (known.has(jobId)) continue;
      await db.put('lines', (await old.get('lines', [jobId, n]))!, [jobId, '', n]);
    }
    await old.clear('lines');
    for (const jobId of new Set(lines.map(([id]) => id))) if (!known.has(jobId)) await db.put('logs', '', jobId);
  } finally {
    old.close();
  }
}
