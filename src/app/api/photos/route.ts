import { LARGEST_PHOTO, theStore } from '@/data';
import { answer, bytesFrom, refused } from '../respond';

export const dynamic = 'force-dynamic';

/** Takes a picture; gives the hash under which it is kept. */
export const POST = (request: Request) =>
  answer(request, async () => {
    const bytes = await bytesFrom(request, LARGEST_PHOTO);
    if (bytes === null) return refused([{ path: '', text: `The picture is larger than ${LARGEST_PHOTO / 1e6} MB; take it smaller.` }]);
    const kept = await (await theStore()).photos.keep(bytes);
    return kept.ok ? Response.json(kept.value, { status: 201 }) : refused(kept.problems);
  });
