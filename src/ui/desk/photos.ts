import type { Result } from '@/core/given';
import { giveBack, sendWaiting, type Sent } from './waitingPhotos';

/** A picture may take so long to be sent, ms: a phone at the edge of the house's network. */
const PATIENCE = 60_000;
/** By these a server refuses the picture itself; anything else may be otherwise later. */
const REFUSES = [413, 415, 422];

/** Sends a picture to the server, which keeps it under the hash that it gives back. */
async function sent(file: Blob): Promise<Sent<string>> {
  try {
    const answer = await fetch('/api/photos', { method: 'POST', body: file, signal: AbortSignal.timeout(PATIENCE) });
    const said = (await answer.json().catch(() => null)) as { hash?: string; problems?: { text: string }[] } | null;
    if (answer.ok && typeof said?.hash === 'string') return { took: said.hash };
    const why = said?.problems?.[0]?.text ?? null;
    return REFUSES.includes(answer.status) ? { refused: why ?? `the server answered ${answer.status}` } : { later: why };
  } catch {
    return { later: null };
  }
}

const NO_ANSWER = 'The server does not answer; the picture is not kept. Try again where there is network.';

/** Sends a picture to the server, which keeps it under the hash that it gives back. */
export async function sendPhoto(file: Blob): Promise<Result<{ readonly hash: string }>> {
  const said = await sent(file);
  if ('took' in said) return { ok: true, value: { hash: said.took } };
  return { ok: false, problems: [{ path: '', text: 'refused' in said ? said.refused : (said.later ?? NO_ANSWER) }] };
}

/**
 * Sends what waits of a job on this device.
 *
 * @param done is told the hash of each that was taken; where it gives back false the picture goes on waiting
 * @returns why the rest waits, where the server said so
 */
export const sendWhatWaits = (jobId: string, done: (of: string, hash: string) => boolean): Promise<string | null> =>
  sendWaiting(jobId, sent, done);

/** Gives the server again what it lacks of the pictures that it had from this device: a copy of it was restored. */
export const givePicturesBack = (): Promise<void> =>
  giveBack(async (hash) => (await fetch(`/api/photos/${hash}?small`, { signal: AbortSignal.timeout(PATIENCE) })).status === 404, sent);
