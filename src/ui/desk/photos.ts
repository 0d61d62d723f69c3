import type { Result } from '@/core/given';
import { keepPhoto, sendWaiting } from './waitingPhotos';

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

const problem = (text: string): Result<never> => ({ ok: false, problems: [{ path: '', text }] });

/** Sends a picture to the server, which keeps it under the hash that it gives back. */
export const sendPhoto = async (file: Blob): Promise<Result<{ readonly hash: string }>> =>
  (await sent(file)) ?? problem('The server does not answer; the picture is not kept. Try again where there is network.');

/**
 * Sends a picture of something in a job, or has the device keep it until there is network.
 *
 * @returns the hash under which the server keeps it; null where it waits on the device
 */
export async function sendOrKeep(jobId: string, of: string, file: Blob): Promise<Result<string | null>> {
  const said = await sent(file);
  if (said) return said.ok ? { ok: true, value: said.value.hash } : said;
  if (await keepPhoto(jobId, of, file)) return { ok: true, value: null };
  return problem('The server does not answer, and this browser keeps no picture. Try again where there is network.');
}

/** Sends what waits of a job as soon as there is network; one that the server refuses is given up. */
export const sendWhatWaits = (jobId: string, done: (of: string, hash: string) => void): Promise<void> =>
  sendWaiting(
    jobId,
    async (picture) => {
      const said = await sent(picture);
      return said === null ? null : said.ok ? said.value.hash : '';
    },
    (of, hash) => hash !== '' && done(of, hash),
  );
