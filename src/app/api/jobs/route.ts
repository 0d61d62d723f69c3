import { theStore } from '@/data';
import { answer, jobFrom } from '../respond';

export const dynamic = 'force-dynamic';

export const GET = (request: Request) => answer(request, async () => Response.json({ jobs: await (await theStore()).list() }));

/** Takes a job file. */
export const POST = (request: Request) =>
  answer(request, async () => {
    const read = await jobFrom(request);
    if ('refused' in read) return read.refused;
    return Response.json({ job: await (await theStore()).create(read.job) }, { status: 201 });
  });
