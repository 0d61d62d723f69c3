import { z } from 'zod';
import { readLogText } from '@/core/given';
import { theStore } from '@/data';
import { isFull, packInWorker } from '@/pack/pool';
import { answer, jobWith, missing, refused } from '../../../respond';

export const dynamic = 'force-dynamic';

const optionsSchema = z.object({ what: z.enum(['pack', 'labels', 'handover', 'record']), paper: z.enum(['a4', 'letter']) });

/**
 * Makes the pack of the job as the page has it. Answers with lines of JSON that say how far it is; the last says what is wrong, or how many
 * bytes of PDF follow it. Who hangs up stops the work.
 */
export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(request, async () => {
    const { id } = await params;
    const read = await jobWith(request, optionsSchema);
    if ('refused' in read) return read.refused;
    const store = await theStore();
    const lines = await store.events.after(id, 0);
    if (lines === null) return missing();
    if (isFull())
      return Response.json(
        { problems: [{ path: '', text: 'Several packs are being made already; try again in a moment.' }] },
        { status: 503 },
      );
    const log = lines.length === 0 ? null : readLogText(`${lines.join('\n')}\n`);
    if (log && !log.ok) return refused(log.problems);
    const stop = new AbortController();
    request.signal.addEventListener('abort', () => stop.abort());
    const encoder = new TextEncoder();
    const body = new ReadableStream<Uint8Array>({
      async start(controller) {
        const say = (line: object) => controller.enqueue(encoder.encode(`${JSON.stringify(line)}\n`));
        try {
          const made = await packInWorker({ job: read.job, log: log?.value ?? [] }, read.options, stop.signal, (done) => say({ done }));
          if (made.ok) {
            say({ bytes: made.value.length });
            controller.enqueue(made.value);
          } else say({ problems: made.problems.slice(0, 20) });
          controller.close();
        } catch (error) {
          // nobody is there any more
          if (stop.signal.aborted) return;
          process.stderr.write(`a job pack: ${error instanceof Error ? error.stack : String(error)}\n`);
          say({ problems: [{ path: '', text: 'The pack could not be made; nothing was changed.' }] });
          controller.close();
        }
      },
      cancel: () => stop.abort(),
    });
    return new Response(body, { headers: { 'content-type': 'application/octet-stream', 'cache-control': 'no-store, no-transform' } });
  });
