import 'server-only';
import type { SentEvent } from '@/data';
import { LARGEST_FILE, readJob, readJobText, type Job, type Problem } from '@/core/given';

const problems = (status: number, ...list: Problem[]): Response => Response.json({ problems: list }, { status });

export const missing = (): Response => problems(404, { path: '', text: 'There is no such job; it may have been deleted.' });

/** Runs a route's work; what goes wrong inside is logged and answered without its innards. */
export async function answer(request: Request, work: () => Promise<Response>): Promise<Response> {
  const origin = request.headers.get('origin');
  if (request.method !== 'GET' && origin && new URL(origin).host !== request.headers.get('host')) {
    return problems(403, { path: '', text: 'Changes are taken from Pitsaw’s own pages only.' });
  }
  try {
    return await work();
  } catch (error) {
    process.stderr.write(`${request.method} ${new URL(request.url).pathname}: ${error instanceof Error ? error.stack : String(error)}\n`);
    return problems(500, { path: '', text: 'Something failed inside Pitsaw; nothing was changed.' });
  }
}

/** The request's text, refused as soon as it grows larger than any job. */
async function limitedText(request: Request): Promise<string | null> {
  const most = LARGEST_FILE + 1000;
  if (Number(request.headers.get('content-length') ?? 0) > most * 2) return null;
  const reader = request.body?.getReader();
  if (!reader) return '';
  const decoder = new TextDecoder();
  let text = '';
  for (;;) {
    const { done, value } = await reader.read();
    if (done) return text + decoder.decode();
    text += decoder.decode(value, { stream: true });
    if (text.length > most) {
      await reader.cancel();
      return null;
    }
  }
}

const tooLarge = () => problems(413, { path: '', text: `The file is larger than ${LARGEST_FILE / 1e6} MB; a job file is not.` });

/** Reads a job file from a request's body. */
export async function jobFrom(request: Request): Promise<{ job: Job } | { refused: Response }> {
  const text = await limitedText(request);
  if (text === null) return { refused: tooLarge() };
  const job = readJobText(text);
  return job.ok ? { job: job.value } : { refused: problems(422, ...job.problems.slice(0, 20)) };
}

/** A request's body as JSON, or the refusal of what is none. */
async function jsonFrom(request: Request, what: string): Promise<{ body: unknown } | { refused: Response }> {
  const text = await limitedText(request);
  if (text === null) return { refused: tooLarge() };
  try {
    return { body: JSON.parse(text) };
  } catch {
    return { refused: problems(400, { path: '', text: `${what} is JSON.` }) };
  }
}

/** Reads a save: the version that it began from, and the document. */
export async function saveFrom(request: Request): Promise<{ base: number; job: Job } | { refused: Response }> {
  const read = await jsonFrom(request, 'A save');
  if ('refused' in read) return read;
  const { body } = read;
  if (typeof body !== 'object' || body === null || !('base' in body) || !Number.isInteger(body.base) || !('document' in body)) {
    return { refused: problems(400, { path: 'base', text: 'A save names the version that it began from, and the document.' }) };
  }
  const job = readJob(body.document);
  return job.ok ? { base: body.base as number, job: job.value } : { refused: problems(422, ...job.problems.slice(0, 20)) };
}

/** Most events that are taken in one batch. */
const LARGEST_BATCH = 500;

/** Reads a batch of happenings, each with the device's own id. */
export async function batchFrom(request: Request): Promise<{ events: SentEvent[] } | { refused: Response }> {
  const read = await jsonFrom(request, 'A batch of happenings');
  if ('refused' in read) return read;
  const { body } = read;
  const list = typeof body === 'object' && body !== null && 'events' in body ? body.events : null;
  const isSent = (e: unknown): e is SentEvent =>
    typeof e === 'object' && e !== null && 'id' in e && typeof e.id === 'string' && e.id !== '' && e.id.length <= 100;
  if (!Array.isArray(list) || list.length > LARGEST_BATCH || !list.every(isSent)) {
    return {
      refused: problems(422, { path: 'events', text: `is a list of at most ${LARGEST_BATCH} happenings, each with an id of its own` }),
    };
  }
  return { events: list };
}

/** A connection that says nothing for this long (ms) is checked by a comment line, so that a dead one is noticed. */
const HEARTBEAT = 10_000;

/**
 * Answers with a stream of server-sent events.
 *
 * @param open begins sending, and gives back how to stop; or the answer to give instead
 */
export async function serverSentEvents(
  request: Request,
  open: (send: (data: string, id?: number) => void) => Promise<(() => void) | Response>,
): Promise<Response> {
  const encoder = new TextEncoder();
  const waiting: string[] = [];
  let controller: ReadableStreamDefaultController<Uint8Array> | null = null;
  const put = (text: string) => (controller ? controller.enqueue(encoder.encode(text)) : waiting.push(text));
  const opened = await open((data, id) => void put(`${id === undefined ? '' : `id: ${id}\n`}data: ${data}\n\n`));
  if (opened instanceof Response) return opened;
  const beat = setInterval(() => void put(': still here\n\n'), HEARTBEAT);
  const end = () => {
    clearInterval(beat);
    opened();
  };
  request.signal.addEventListener('abort', end);
  const body = new ReadableStream<Uint8Array>({
    start(made) {
      controller = made;
      // what says nothing yet says so at once: then the page knows that it is connected
      for (const text of [': open\n\n', ...waiting]) made.enqueue(encoder.encode(text));
    },
    cancel: end,
  });
  return new Response(body, {
    headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store, no-transform', connection: 'keep-alive' },
  });
}
