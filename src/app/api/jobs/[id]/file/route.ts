import { theStore } from '@/data';
import { answer, missing } from '../../../respond';

export const dynamic = 'force-dynamic';

/** A job's document, laid out for people where it is JSON; as it is kept where it is not. */
function laidOut(text: string): string {
  try {
    return `${JSON.stringify(JSON.parse(text), null, 2)}\n`;
  } catch {
    return text;
  }
}

/** The job file, to keep or to hand on; also of a job that cannot be read any more. */
export const GET = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(request, async () => {
    const file = await (await theStore()).file((await params).id);
    if (!file) return missing();
    const name = file.name.replace(/[^\p{L}\p{N}]+/gu, '-').replace(/^-|-$/g, '') || 'job';
    return new Response(laidOut(file.text), {
      headers: {
        'content-type': 'application/json; charset=utf-8',
        'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}.pitsaw.json`,
      },
    });
  });
