import { openDB, type DBSchema } from 'idb';
import { newId } from './ids';

/*
 * Pictures on their way to the server, kept on the device until it has them: by job and by what they show, the latest of each. Where there is no
 * network they wait here.
 */

type Waiting = { readonly id: string; readonly jobId: string; readonly of: string; readonly picture: Blob };

interface Kept extends DBSchema {
  waiting: { key: string; value: Waiting };
}

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
export const waitingOf = async (jobId: string): Promise<readonly string[]> => (await allOf(jobId)).map((w) => w.of);

/** Forgets a picture, unless another took its place meanwhile. */
async function forget(waiting: Waiting): Promise<void> {
  const change = (await database()).transaction('waiting', 'readwrite');
  const now = await change.store.get(keyOf(waiting));
  if (now?.id === waiting.id) await change.store.delete(keyOf(waiting));
  await change.done;
}

/**
 * Sends what waits of a job, one after the other, until the server does not answer.
 *
 * @param send gives back what the server says of a picture; null where it does not answer
 * @param done is told that; where it gives back false the picture goes on waiting
 */
export async function sendWaiting<Said>(
  jobId: string,
  send: (picture: Blob) => Promise<Said | null>,
  done: (of: string, said: Said) => boolean,
): Promise<void> {
  for (const waiting of await allOf(jobId)) {
    const said = await send(waiting.picture);
    if (said === null) return;
    if (done(waiting.of, said)) await forget(waiting);
  }
}
