import { theStore } from '@/data';
import { answer, onThisMachine } from '../respond';

export const dynamic = 'force-dynamic';

/** The devices that are paired, the code by which the next one can be, and what matters for safety; to be seen on the machine that serves. */
export const GET = (request: Request) =>
  answer(request, async () => {
    const refused = onThisMachine(request);
    if (refused) return refused;
    const { devices } = await theStore();
    const [list, records, code] = await Promise.all([devices.list(), devices.records(), devices.code()]);
    return Response.json({ devices: list, records, code });
  });
