import { theStore } from '@/data';
import { answer, missing } from '../../../respond';

export const dynamic = 'force-dynamic';

/** The states of a job that are kept, the latest first; `before` goes on from one of them. */
export const GET = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(request, async () => {
    const before = Number(new URL(request.url).searchParams.get('before') ?? NaN);
    const past = await (await theStore()).history.past((await params).id, Number.isInteger(before) ? before : undefined);
    return past ? Response.json(past) : missing();
  });
