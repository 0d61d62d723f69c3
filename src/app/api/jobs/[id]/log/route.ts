import { theStore } from '@/data';
import { answer, batchFrom, missing, problems } from '../../../respond';

export const dynamic = 'force-dynamic';

type Context = { params: Promise<{ id: string }> };

/** The log of the site as its file has it. */
export const GET = (request: Request, { params }: Context) =>
  answer(request, async () => {
    const lines = await (await theStore()).events.after((await params).id, 0);
    if (!lines) return missing();
    return new Response(lines.map((line) => `${line}\n`).join(''), { headers: { 'content-type': 'application/jsonl; charset=utf-8' } });
  });

/** Takes a batch of happenings; what was sent before is not taken twice. */
export const POST = (request: Request, { params }: Context) =>
  answer(request, async () => {
    const read = await batchFrom(request);
    if ('refused' in read) return read.refused;
    const taken = await (await theStore()).events.append((await params).id, read.events, read.epoch);
    if (taken === 'other-log') return problems(409, { path: 'epoch', text: 'The log on the server is another one: a copy was restored.' });
    return taken ? Response.json({ taken }) : missing();
  });
