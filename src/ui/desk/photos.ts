import type { Result } from '@/core/given';
import { sendWaiting } from './waitingPhotos';

/** A picture may take so long to be sent, ms: a phone at the edge of the house's network. */
const PATIENCE = 60_000;

/** Sends a picture to the server, which keeps it under the hash that it gives back; `null` where it does not answer. */
async function sent(file: Blob): Promise<Result<{ readonly hash: string }> | null> {
  try {
    const answer = await fetch('/api/photos', { method: 'POST', body: file, signal: AbortSignal.timeout(PATIENCE) });
    const said: unknown = await answer.json();
    if (answer.ok) return { ok: true, value: said as { hash: string } };
    return { ok: false, problems: (said as { problems: { path: string; text: string }[] }).problems };
  } catch {
    return null;
  }
}

/** Sends a picture to the server, which keeps it under the hash that it gives back. */
export const sendPhoto = async (file: Blob): Promise<Result<{ readonly hash: string }>> =>
  (await sent(file)) ?? {
    ok: false,
    problems: [{ path: '', text: 'The server does not answer; the picture is not kept. Try again where there is network.' }],
  };

/**
 * Sends what waits of a job on this device.
 *
 * @param done is told what the server said of each; where it gives back false the picture goes on waiting
 */
export const sendWhatWaits = (jobId: string, done: (of: string, said: Result<{ readonly hash: string }>) => boolean): Promise<void> =>
  sendWaiting(jobId, sent, done);
