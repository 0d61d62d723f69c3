import 'server-only';
import { z } from 'zod';
import { groundOfSite, siteOf } from '@/core/lay';
import { isUnreadable, type Saving, type SentEvent } from '@/data';
import {
  DEEPEST,
  LARGEST_FILE,
  LARGEST_FLOOR_FILE,
  isFloorText,
  readFloorText,
  readStored,
  readJson,
  type FloorFile,
  type Job,
  type Problem,
  type Result,
} from '@/core/given';

export const problems = (status: number, ...list: Problem[]): Response => Response.json({ problems: list }, { status });

export const missing = (text = 'There is no such job; it may have been deleted.'): Response => problems(404, { path: '', text });

const hostOf = (origin: string): string | null => (URL.canParse(origin) ? new URL(origin).host : null);

/** Answers with what is wrong with what was asked for. */
export const refused = (list: readonly Problem[]): Response => problems(422, ...list.slice(0, 20));

/** Runs a route's work; what goes wrong inside is logged and answered without its innards. */
export async function answer(request: Request, work: () => Promise<Response>): Promise<Response> {
  const origin = request.headers.get('origin');
  // `null` is what a page without an origin of its own says: a file, a framed page
  if (request.method !== 'GET' && origin !== null && hostOf(origin) !== request.headers.get('host')) {
    return problems(403, { path: '', text: 'Changes are taken from Pitsaw’s own pages only.' });
  }
  try {
    return await work();
  } catch (error) {
    if (isUnreadable(error)) {
      return refused([
        { path: '', text: `That state cannot be read any more (${error.message}); the job stays as it is. Its history has others.` },
      ]);
    }
    process.stderr.write(`${request.method} ${new URL(request.url).pathname}: ${error instanceof Error ? error.stack : String(error)}\n`);
    return problems(500, { path: '', text: 'Something failed inside Pitsaw; nothing was changed.' });
  }
}

/** The request's text, refused as soon as it grows larger than any job. */
async function limitedText(request: Request, largest: number): Promise<string | null> {
  const most = largest + 1000;
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

/** The request's bytes, null where there are more than that. */
export async function bytesFrom(request: Request, most: number): Promise<Uint8Array | null> {
  if (Number(request.headers.get('content-length') ?? 0) > most) return null;
  const parts: Uint8Array[] = [];
  let length = 0;
  const reader = request.body?.getReader();
  for (let next = await reader?.read(); next && !next.done; next = await reader?.read()) {
    length += next.value.length;
    if (length > most) {
      await reader?.cancel();
      return null;
    }
    parts.push(next.value);
  }
  return Buffer.concat(parts);
}

const tooLarge = (largest: number) => problems(413, { path: '', text: `The file is larger than ${largest / 1e6} MB; a job file is not.` });

/** What a result holds, or its first problems as a refusal. */
const taken = <T>(result: Result<T>): { value: T } | { refused: Response } =>
  result.ok ? { value: result.value } : { refused: refused(result.problems) };

/** Reads a job file, or a floor file with its log, from a request's body. */
export async function floorFrom(request: Request): Promise<{ value: FloorFile } | { refused: Response }> {
  const text = await limitedText(request, LARGEST_FLOOR_FILE);
  if (text === null) return { refused: tooLarge(LARGEST_FLOOR_FILE) };
  if (text.length > LARGEST_FILE && !isFloorText(text)) return { refused: tooLarge(LARGEST_FILE) };
  const floor = readFloorText(text);
  if (!floor.ok) return taken(floor);
  if (!fits(floor.value.job)) return { refused: tooLarge(LARGEST_FILE) };
  const site = floor.value.events.length > 0 ? siteOf(floor.value.events, groundOfSite(floor.value.job)) : floor;
  return site.ok ? taken(floor) : { refused: refused(site.problems) };
}

/** Whether a job can be read again as it will be kept: numbers are written out there, however briefly they came. */
const fits = (job: Job): boolean => JSON.stringify(job).length <= LARGEST_FILE;

/** A request's body as JSON, or the refusal of what is none; `around` is how deep what is meant lies in it. */
async function jsonFrom(request: Request, around: number, largest: number): Promise<{ value: unknown } | { refused: Response }> {
  const text = await limitedText(request, largest);
  return text === null ? { refused: tooLarge(LARGEST_FILE) } : taken(readJson(text, DEEPEST + around, largest));
}

/** A save besides its document. */
const saveSchema = z.object({
  base: z.number().int(),
  saveId: z.string().min(1).max(100).optional(),
  unheard: z.array(z.string().min(1).max(100)).max(200).optional(),
  words: z.string().optional(),
  document: z.unknown(),
});

/** Reads a save: the version that it began from, the document, and what the page says of it. */
export async function saveFrom(request: Request): Promise<{ base: number; job: Job; saving: Saving } | { refused: Response }> {
  const read = await jsonFrom(request, 1, LARGEST_FILE + LARGEST_WRAPPER);
  if ('refused' in read) return read;
  const save = saveSchema.safeParse(read.value);
  if (!save.success || save.data.document === undefined) {
    return { refused: problems(400, { path: 'base', text: 'A save names the version that it began from, and the document.' }) };
  }
  const { base, document, saveId, unheard, words } = save.data;
  // the page refuses what is new; what the job had already is kept
  const job = taken(readStored(document));
  if ('value' in job && !fits(job.value)) return { refused: tooLarge(LARGEST_FILE) };
  return 'refused' in job ? job : { base, job: job.value, saving: { saveId, unheard, words: words?.slice(0, MOST_WORDS) } };
}

/** Reads a job that comes with something that is asked of it, not to be kept. */
export async function jobWith<Options>(
  request: Request,
  schema: z.ZodType<Options>,
): Promise<{ job: Job; options: Options } | { refused: Response }> {
  const read = await jsonFrom(request, 1, LARGEST_FILE + LARGEST_WRAPPER);
  if ('refused' in read) return read;
  const options = schema.safeParse(read.value);
  const document = (read.value as { job?: unknown } | null)?.job;
  if (!options.success || document === undefined)
    return { refused: problems(422, { path: '', text: 'The job, and what is wanted of it.' }) };
  const job = taken(readStored(document));
  return 'refused' in job ? job : { job: job.value, options: options.data };
}

/** What a save says besides its document is no longer, characters. */
const LARGEST_WRAPPER = 40_000;
/** Largest batch of happenings, characters: one of them may bring the plan of a hall. */
const LARGEST_HAPPENINGS = 16_000_000;

/** Words of what a save changed are cut off here. */
const MOST_WORDS = 200;

/** Most events that are taken in one batch. */
const LARGEST_BATCH = 500;

/** Reads a batch of happenings, each with the device's own id. */
export async function batchFrom(request: Request): Promise<{ events: SentEvent[]; epoch?: string } | { refused: Response }> {
  const read = await jsonFrom(request, 2, LARGEST_HAPPENINGS);
  if ('refused' in read) return read;
  const body = read.value;
  const list = typeof body === 'object' && body !== null && 'events' in body ? body.events : null;
  const isSent = (e: unknown): e is SentEvent =>
    typeof e === 'object' && e !== null && 'id' in e && typeof e.id === 'string' && e.id !== '' && e.id.length <= 100;
  if (!Array.isArray(list) || list.length > LARGEST_BATCH || !list.every(isSent)) {
    return {
      refused: problems(422, { path: 'events', text: `is a list of at most ${LARGEST_BATCH} happenings, each with an id of its own` }),
    };
  }
  const { epoch } = body as { readonly epoch?: unknown };
  return typeof epoch === 'string' ? { events: list, epoch } : { events: list };
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
  open: (send: (data: string, kind?: string) => void, end: () => void) => Promise<(() => void) | Response>,
): Promise<Response> {
  const encoder = new TextEncoder();
  const waiting: string[] = [];
  let controller: ReadableStreamDefaultController<Uint8Array> | null = null;
  const put = (text: string) => (controller ? controller.enqueue(encoder.encode(text)) : waiting.push(text));
  let ended = false;
  let stop: () => void = () => undefined;
  const end = () => {
    if (ended) return;
    ended = true;
    clearInterval(beat);
    stop();
  };
  /** The server's own end of it: the page connects again. */
  const close = () => {
    if (!ended) controller?.close();
    end();
  };
  const beat = setInterval(() => void put(': still here\n\n'), HEARTBEAT);
  const opened = await open((data, kind) => void (ended || put(`${kind === undefined ? '' : `event: ${kind}\n`}data: ${data}\n\n`)), close);
  if (opened instanceof Response) {
    clearInterval(beat);
    return opened;
  }
  stop = opened;
  if (ended) stop();
  request.signal.addEventListener('abort', end);
  const body = new ReadableStream<Uint8Array>({
    start(made) {
      controller = made;
      // what says nothing yet says so at once: then the page knows that it is connected
      for (const text of [': open\n\n', ...waiting]) made.enqueue(encoder.encode(text));
      if (ended) made.close();
    },
    cancel: end,
  });
  return new Response(body, {
    headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store, no-transform', connection: 'keep-alive' },
  });
}

/** A refusal for what only the machine that serves may see or do; null where the request is its own. The gate marks what comes from elsewhere. */
export const onThisMachine = (request: Request): Response | null =>
  request.headers.has('x-pitsaw-device')
    ? problems(403, { path: '', text: 'Devices are looked after on the machine that serves Pitsaw.' })
    : null;
