import { theStore } from '@/data';

export const dynamic = 'force-dynamic';

/** Whether Pitsaw can work: its database answers. */
export async function GET(): Promise<Response> {
  try {
    await (await theStore()).healthy();
    return Response.json({ ok: true });
  } catch (error) {
    const text = `The database cannot be used: ${error instanceof Error ? error.message : 'unknown fault'}`;
    return Response.json({ ok: false, problems: [{ path: '', text }] }, { status: 503 });
  }
}
