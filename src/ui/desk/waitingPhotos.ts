import { openDB, type DBSchema } from 'idb';

/*
 * Pictures that were taken where there is no network, kept on the device until the server has them: by job and by what they show, the latest of
 * each.
 */

interface Kept extends DBSchema {
  waiting: { key: string; value: { readonly jobId: string; readonly of: string; readonly picture: Blob } };
}

const database = () =>
  openDB<Kept>('pitsaw-pictures', 1, {
    upgrade(db) {
      db.createObjectStore('waiting');
    },
  });
const keyOf = (jobId: string, of: string): string => `${jobId} ${of}`;

/** Keeps a picture until there is network; false where this browser keeps nothing. */
export async function keepPhoto(jobId: string, of: string, picture: Blob): Promise<boolean> {
  try {
    await (await database()).put('waiting', { jobId, of, picture }, keyOf(jobId, of));
    return true;
  } catch {
    return false;
  }
}

/** What of a job still has a picture waiting. */
export async function waitingOf(jobId: string): Promise<readonly string[]> {
  try {
    return (await (await database()).getAll('waiting')).filter((w) => w.jobId === jobId).map((w) => w.of);
  } catch {
    return [];
  }
}

/**
 * Sends what waits of a job, one after the other, until the server does not answer; what it took is forgotten.
 *
 * @param send gives back the hash under which the server keeps a picture; null where it does not answer
 * @param done is told of each, before it is forgotten
 */
export async function sendWaiting(
  jobId: string,
  send: (picture: Blob) => Promise<string | null>,
  done: (of: string, hash: string) => void,
): Promise<void> {
  const kept = await database().then((db) => db.getAll('waiting')).catch(() => []); // prettier-ignore
  for (const { of, picture } of kept.filter((w) => w.jobId === jobId)) {
    const hash = await send(picture);
    if (hash === null) return;
    done(of, hash);
    await (await database()).delete('waiting', keyOf(jobId, of));
  }
}
