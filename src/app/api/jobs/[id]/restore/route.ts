import { theStore } from '@/data';
import { answer, missing } from '../../../respond';

export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(request, async () => ((await (await theStore()).restore((await params).id)) ? Response.json({}) : missing()));
