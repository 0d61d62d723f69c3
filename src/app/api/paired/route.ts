import { theStore } from '@/data';
import { answer, onThisMachine } from '../respond';

export const dynamic = 'force-dynamic';

/** The devices that are paired, to be seen on the machine that serves. */
export const GET = (request: Request) =>
  answer(request, async () => onThisMachine(request) ?? Response.json({ devices: await (await theStore()).devices.list() }));
