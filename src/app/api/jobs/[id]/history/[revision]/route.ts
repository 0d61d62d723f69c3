import { theStore } from '@/data';
import { answer, missing, refused } from '../../../../respond';

export const dynamic = 'force-dynamic';

/** The document of one state of a job. */
export const GET = (request: Request, { params }: { params: Promise<{ id: string; revision: string }> }) =>
  answer(request, async () => {
    const { id, revision } = await params;
    const read = /^\d{1,15}$/.test(revision) ? await (await theStore()).history.document(id, Number(revision)) : null;
    if (!read) return missing();
    return read.ok ? Response.json({ document: read.value }) : refused(read.problems);
  });
