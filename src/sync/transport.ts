import type { Recorded } from './store';

/** What a log is known by, as the server says it: its epoch, its last line and that one's link, and its link at the line that was asked about. */
export type LogHead = { readonly epoch: string; readonly last: number; readonly link: string; readonly at: string | null };

/** What became of an event: kept under a number, or refused, and why. */
export type Taken = { readonly id: string; readonly n?: number; readonly refused?: string };

/** What came of a request: its status (0: no answer) and the server's sentence. */
export type Heard = { readonly status: number; readonly problem?: string };

/** How a device speaks with the server of a log. */
export type Transport = {
  /** Sends events; `taken` where the server answered for each of them. */
  send(
    jobId: string,
    batch: { readonly epoch: string; readonly events: readonly Recorded[] },
  ): Promise<Heard & { readonly taken?: readonly Taken[] }>;
  /**
   * Listens to a log from a line on, of which the device has the link. Is done when the connection ends, or where `head` says so.
   *
   * @param on is given what the log is known by, and then its lines in order
   */
  listen(
    jobId: string,
    from: { readonly after: number; readonly link: string },
    on: { head(head: LogHead): Promise<boolean>; line(line: string): void },
    signal: AbortSignal,
  ): Promise<Heard>;
  /** All lines of a log; null where there is no answer. */
  lines(jobId: string): Promise<readonly string[] | null>;
};

/** A request that has not been answered after this is given up, ms. */
const PATIENCE = 20_000;
/** A connection on which nothing came for so long is dead, ms; the server says something every ten seconds. */
const SILENCE = 35_000;

const problemOf = (body: unknown): string | undefined =>
  (body as { problems?: readonly { readonly text?: string }[] } | null)?.problems?.[0]?.text;

/**
 * Speaks with a server over HTTP.
 *
 * @param base its address; none for the page's own
 * @param get how a request is made, where not by `fetch`
 */
export function httpTransport(base = '', get: typeof fetch = (...args) => fetch(...args)): Transport {
  const at = (jobId: string, rest: string) => `${base}/api/jobs/${jobId}/log${rest}`;
  return {
    async send(jobId, batch) {
      try {
        const text = JSON.stringify(batch);
        const answer = await get(at(jobId, ''), {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: text,
          // it goes out even while its page closes; browsers allow that up to 64 kB
          keepalive: text.length < 30_000,
          signal: AbortSignal.timeout(PATIENCE),
        });
        const body: unknown = await answer.json().catch(() => null);
        const { taken } = (body ?? {}) as { taken?: readonly Taken[] };
        // something else answered in the server's place
        if (answer.status === 200 && !Array.isArray(taken)) return { status: 0 };
        return { status: answer.status, problem: problemOf(body), taken };
      } catch {
        return { status: 0 };
      }
    },
    async listen(jobId, { after, link }, on, signal) {
      const gone = new AbortController();
      const stop = () => gone.abort();
      signal.addEventListener('abort', stop, { once: true });
      let watch = setTimeout(stop, SILENCE);
      try {
        const answer = await get(at(jobId, `/stream?after=${after}&link=${link}`), { signal: gone.signal });
        if (answer.status !== 200 || !answer.body)
          return { status: answer.status, problem: problemOf(await answer.json().catch(() => null)) };
        for await (const { kind, data } of messagesOf(answer.body, () => {
          clearTimeout(watch);
          watch = setTimeout(stop, SILENCE);
        })) {
          if (signal.aborted) break;
          if (kind === 'log') {
            if (!(await on.head(JSON.parse(data) as LogHead))) break;
          } else on.line(data);
        }
        return { status: 200 };
      } catch {
        return { status: 0 };
      } finally {
        clearTimeout(watch);
        signal.removeEventListener('abort', stop);
        stop();
      }
    },
    async lines(jobId) {
      try {
        const answer = await get(at(jobId, ''), { signal: AbortSignal.timeout(PATIENCE) });
        return answer.status === 200 ? (await answer.text()).split('\n').filter(Boolean) : null;
      } catch {
        return null;
      }
    },
  };
}

/** The messages of a stream of server-sent events. */
async function* messagesOf(body: ReadableStream<Uint8Array>, alive: () => void): AsyncGenerator<{ kind: string; data: string }> {
  const reader = body.getReader();
  const decoder = new TextDecoder();
  let text = '';
  try {
    for (;;) {
      const { done, value } = await reader.read();
      if (done) return;
      alive();
      text += decoder.decode(value, { stream: true });
      const parts = text.split('\n\n');
      text = parts.pop()!;
      for (const part of parts) {
        const lines = part.split('\n');
        const valueOf = (name: string) => lines.find((l) => l.startsWith(`${name}: `))?.slice(name.length + 2);
        const data = valueOf('data');
        if (data !== undefined) yield { kind: valueOf('event') ?? 'message', data };
      }
    }
  } finally {
    void reader.cancel().catch(() => undefined);
  }
}
