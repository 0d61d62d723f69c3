import { theStore } from '@/data';
import { answer, missing, saveFrom } from '../../respond';

export const dynamic = 'force-dynamic';

type Context = { params: Promise<{ id: string }> };

export const GET = (request: Request, { params }: Context) =>
  answer(request, async () => {
    const job = await (await theStore()).read((await params).id);
    return job ? Response.json({ job }) : missing();
  });

export const PUT = (request: Request, { params }: Context) =>
  answer(request, async () => {
    const read = await saveFrom(request);
    if ('refused' in read) return read.refused;
    const saved = await (await theStore()).save((await params).id, read.base, read.job, read.saving);
    if (saved.kind === 'missing') return missing();
    return Response.json(saved, { status: saved.kind === 'stale' ? 409 : 200 });
  });

export const DELETE = (request: Request, { params }: Context) =>
  answer(request, async () => {
    const [store, { id }] = [await theStore(), await params];
    const job = await store.read(id).catch(() => null);
    if (!(await store.remove(id))) return missing();
    await store.devices.note('deleted', job && 'document' in job ? job.document.name : id);
    return Response.json({});
  });
