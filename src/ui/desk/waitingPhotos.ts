import { openDB, type DBSchema } from 'idb';
import { newId } from './ids';

/*
 * Pictures on their way to the server, kept on the device until it has them: by job and by what they show, the latest of each. Where there is no
 * network they wait here.
 */

/** `aside` says why the server refused it: it goes again on demand only. */
type Waiting = { readonly id: string; readonly jobId: string; readonly of: string; readonly picture: Blob; readonly aside?: string };

interface Kept extends DBSchema {
  waiting: { key: string; value: Waiting };
}

/** What became of a picture: taken; refused, and why; or it could not be sent, and why where that was said. */
export type Sent<Said> = { readonly took: Said } | { readonly refused: string } | { readonly later: string | null };

/** Pictures that the server has, by their hash: it may lack them once an older copy of it is restored. */
interface HeldPictures extends DBSchema {
  held: { key: string; value: { readonly picture: Blob; readonly at: number } };
}
/** So many of them are held; the oldest go. */
const MOST_HELD = 60;

const heldPictures = () =>
  openDB<HeldPictures>('pitsaw-sent-pictures', 1, {
    upgrade(db) {
      db.createObjectStore('held');
    },
  });

const database = () =>
  openDB<Kept>('pitsaw-pictures', 1, {
    upgrade(db) {
      db.createObjectStore('waiting');
    },
  });
const keyOf = ({ jobId, of }: Pick<Waiting, 'jobId' | 'of'>): string => `${jobId} ${of}`;

/** Keeps a picture until the server has it; false where this browser keeps nothing. */
export async function keepPhoto(jobId: string, of: string, picture: Blob): Promise<boolean> {
  const waiting: Waiting = { id: newId(), jobId, of, picture };
  try {
    await (await database()).put('waiting', waiting, keyOf(waiting));
    return true;
  } catch {
    return false;
  }
}

async function allOf(jobId: string): Promise<readonly Waiting[]> {
  try {
    return (await (await database()).getAll('waiting')).filter((w) => w.jobId === jobId);
  } catch {
    return [];
  }
}

/** What of a job still has a picture on its way. */
export const waitingOf = async (jobId: string): Promise<readonly string[]> =>
  (await allOf(jobId)).filter((w) => w.aside === undefined).map((w) => w.of);

/** The pictures of a job that the server refused, and why. */
export const refusedOf = async (jobId: string): Promise<readonly { readonly of: string; readonly why: string; readonly picture: Blob }[]> =>
  (await allOf(jobId)).flatMap(({ of, aside, picture }) => (aside === undefined ? [] : [{ of, why: aside, picture }]));

async function change(jobId: string, of: string, how: (waiting: Waiting) => Waiting | null): Promise<void> {
  const own = (await database()).transaction('waiting', 'readwrite');
  const before = await own.store.get(keyOf({ jobId, of }));
  const after = before && how(before);
  if (after) await own.store.put(after, keyOf({ jobId, of }));
  else if (before) await own.store.delete(keyOf({ jobId, of }));
  await own.done;
}

/** Puts a refused picture among those that are to be sent again. */
export const sendAgainLater = (jobId: string, of: string): Promise<void> => change(jobId, of, ({ aside: _aside, ...rest }) => rest);
/** Forgets a refused picture. */
export const forgetPhoto = (jobId: string, of: string): Promise<void> => change(jobId, of, () => null);

/** Holds a picture that the server took. */
async function hold(hash: string, picture: Blob): Promise<void> {
  try {
    const db = await heldPictures();
    await db.put('held', { picture, at: Date.now() }, hash);
    const all = await Promise.all((await db.getAllKeys('held')).map(async (key) => ({ key, at: (await db.get('held', key))!.at })));
    for (const { key } of all.sort((a, b) => b.at - a.at).slice(MOST_HELD)) await db.delete('held', key);
  } catch {
    // where a browser keeps nothing there is nothing to give back
  }
}

/** Gives the server again what it lacks of the pictures that it had from this device. */
export async function giveBack(lacks: (hash: string) => Promise<boolean>, send: (picture: Blob) => Promise<unknown>): Promise<void> {
  try {
    const db = await heldPictures();
    for (const hash of await db.getAllKeys('held')) if (await lacks(hash)) await send((await db.get('held', hash))!.picture);
  } catch {
    // likewise
  }
}

/** Forgets a picture, unless another took its place meanwhile. */
async function forget(waiting: Waiting): Promise<void> {
  const change = (await database()).transaction('waiting', 'readwrite');
  const now = await change.store.get(keyOf(waiting));
  if (now?.id === waiting.id) await change.store.delete(keyOf(waiting));
  await change.done;
}

/**
 * Sends what waits of a job, one after the other, until one cannot be sent; one that is refused is set aside.
 *
 * @param done is told what the server said of one that it took; where it gives back false the picture goes on waiting
 * @returns why the rest waits, where that was said
 */
export async function sendWaiting<Said extends string>(
  jobId: string,
  send: (picture: Blob) => Promise<Sent<Said>>,
  done: (of: string, said: Said) => boolean,
): Promise<string | null> {
  for (const waiting of await allOf(jobId)) {
    if (waiting.aside !== undefined) continue;
    const sent = await send(waiting.picture);
    if ('later' in sent) return sent.later;
    if ('refused' in sent) await change(jobId, waiting.of, (now) => (now.id === waiting.id ? { ...now, aside: sent.refused } : now));
    else if (done(waiting.of, sent.took)) {
      await hold(sent.took, waiting.picture);
      await forget(waiting);
    }
  }
  return null;
}
