import type { Result } from '@/core/given';

/** A picture may take so long to be sent, ms: a phone at the edge of the house's network. */
const PATIENCE = 60_000;

/** Sends a picture to the server, which keeps it under the hash that it gives back. */
export async function sendPhoto(file: Blob): Promise<Result<{ readonly hash: string }>> {
  try {
    const answer = await fetch('/api/photos', { method: 'POST', body: file, signal: AbortSignal.timeout(PATIENCE) });
    const said: unknown = await answer.json();
    if (answer.ok) return { ok: true, value: said as { hash: string } };
    return { ok: false, problems: (said as { problems: { path: string; text: string }[] }).problems };
  } catch {
    return {
      ok: false,
      problems: [{ path: '', text: 'The server does not answer; the picture is not kept. Try again where there is network.' }],
    };
  }
}
