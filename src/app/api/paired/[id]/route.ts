import { z } from 'zod';
import { ROLES, theStore } from '@/data';
import { answer, missing, onThisMachine, problems } from '../../respond';

type Context = { params: Promise<{ id: string }> };

const NO_DEVICE = 'There is no such device; it may have been removed.';
const roleSchema = z.object({ role: z.enum(ROLES) });

/** Gives a device another role. */
export const PUT = (request: Request, { params }: Context) =>
  answer(request, async () => {
    const refused = onThisMachine(request);
    if (refused) return refused;
    const read = roleSchema.safeParse(await request.json().catch(() => null));
    if (!read.success) return problems(422, { path: 'role', text: `is one of ${ROLES.join(', ')}` });
    const done = await (await theStore()).devices.setRole((await params).id, read.data.role);
    return done ? Response.json({}) : missing(NO_DEVICE);
  });

/** Removes a device: it has to be paired again. */
export const DELETE = (request: Request, { params }: Context) =>
  answer(request, async () => {
    const refused = onThisMachine(request);
    if (refused) return refused;
    const gone = await (await theStore()).devices.sendAway((await params).id);
    return gone ? Response.json({}) : missing(NO_DEVICE);
  });
