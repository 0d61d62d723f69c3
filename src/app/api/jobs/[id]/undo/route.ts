import { theStore } from '@/data';
import { answer, missing } from '../../../respond';

export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(request, async () => {
    const job = await (await theStore()).undo((await params).id);
    return job ? Response.json({ job }) : missing();
  });
