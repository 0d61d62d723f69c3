import { theStore } from '@/data';
import { answer, missing } from '../../../respond';

export const dynamic = 'force-dynamic';

/** The job file, to keep or to hand on. */
export const GET = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(request, async () => {
    const job = await (await theStore()).read((await params).id);
    if (!job) return missing();
    const name = job.document.name.replace(/[^\p{L}\p{N}]+/gu, '-').replace(/^-|-$/g, '') || 'job';
    return new Response(`${JSON.stringify(job.document, null, 2)}\n`, {
      headers: {
        'content-type': 'application/json; charset=utf-8',
        'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}.pitsaw.json`,
      },
    });
  });
