import { theStore } from '@/data';
import { answer, missing } from '../../respond';

export const dynamic = 'force-dynamic';

/** A picture, or with `?small` a small one of it. What lies under a hash never changes. */
export const GET = (request: Request, { params }: { params: Promise<{ hash: string }> }) =>
  answer(request, async () => {
    const small = new URL(request.url).searchParams.has('small');
    const bytes = await (await theStore()).photos.read((await params).hash, small);
    if (!bytes) return missing('There is no such picture.');
    return new Response(new Uint8Array(bytes), {
      headers: { 'content-type': 'image/jpeg', 'cache-control': 'private, max-age=31536000, immutable' },
    });
  });
