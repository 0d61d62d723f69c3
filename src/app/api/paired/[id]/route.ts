import { theStore } from '@/data';
import { answer, missing, onThisMachine } from '../../respond';

/** Sends a device away: it has to be paired again. */
export const DELETE = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(request, async () => {
    const refused = onThisMachine(request);
    if (refused) return refused;
    const gone = await (await theStore()).devices.sendAway((await params).id);
    return gone ? Response.json({}) : missing();
  });
