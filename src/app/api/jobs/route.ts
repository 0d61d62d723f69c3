import { z } from 'zod';
import { SORTS, theStore } from '@/data';
import { answer, floorFrom } from '../respond';

export const dynamic = 'force-dynamic';

const count = z.coerce.number().int().min(0).catch(0);
/** What of the list is asked for; what makes no sense is as if it were not asked. */
const listing = z.object({
  search: z.string().max(200).catch(''),
  sort: z.enum(SORTS).catch('changed'),
  from: count,
  count: z.coerce.number().int().min(1).optional().catch(undefined),
  deleted: z.literal('1').optional().catch(undefined),
});

export const GET = (request: Request) =>
  answer(request, async () => {
    const asked = listing.parse(Object.fromEntries(new URL(request.url).searchParams));
    return Response.json(await (await theStore()).list({ ...asked, deleted: asked.deleted === '1' }));
  });

/** An id that the sender gives to what it makes. */
const ownId = z
  .string()
  .regex(/^[\w-]{16,100}$/)
  .optional()
  .catch(undefined);

/** Takes a job file, or a floor file with its log; with `id`, however often it is sent, it is one job. */
export const POST = (request: Request) =>
  answer(request, async () => {
    const read = await floorFrom(request);
    if ('refused' in read) return read.refused;
    const { job, log } = read.value;
    const id = ownId.parse(new URL(request.url).searchParams.get('id') ?? undefined);
    return Response.json({ job: await (await theStore()).take(job, log, id) }, { status: 201 });
  });
