import { floorText } from '@/core/given';
import { theStore } from '@/data';
import { answer, missing } from '../../../respond';

export const dynamic = 'force-dynamic';

/** A job's document, laid out for people where it is JSON; as it is kept where it is not. */
function laidOut(text: string, log: readonly string[]): string {
  try {
    const job: unknown = JSON.parse(text);
    return log.length > 0 ? floorText(job, log) : `${JSON.stringify(job, null, 2)}\n`;
  } catch {
    return text;
  }
}

/** The job file, to keep or to hand on, with its log where one is asked for (`?log=1`) and has begun; also of a job that cannot be read any more. */
export const GET = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(request, async () => {
    const { id } = await params;
    const store = await theStore();
    const file = await store.file(id);
    if (!file) return missing();
    const log = new URL(request.url).searchParams.has('log') ? ((await store.events.after(id, 0)) ?? []) : [];
    const name = file.name.replace(/[^\p{L}\p{N}]+/gu, '-').replace(/^-|-$/g, '') || 'job';
    return new Response(laidOut(file.text, log), {
      headers: {
        'content-type': 'application/json; charset=utf-8',
        'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}${log.length > 0 ? '.floor' : ''}.pitsaw.json`,
      },
    });
  });
