import { instrumentCommandSchema } from '@/core/survey';
import { SimulatedLaser } from '@/devices';
import { answer } from '../../respond';

export const dynamic = 'force-dynamic';

/** Everybody holds an instrument of his own; they are kept over reloads of this module. */
const held = globalThis as { pitsawLasers?: Map<string, SimulatedLaser> };
/** The one that was taken up longest ago is put away when more than so many are about. */
const MOST_LASERS = 40;

function laserOf(request: Request): SimulatedLaser {
  const lasers = (held.pitsawLasers ??= new Map());
  const holder = (new URL(request.url).searchParams.get('holder') ?? '').slice(0, 60);
  const laser = lasers.get(holder) ?? new SimulatedLaser(Math.random);
  lasers.delete(holder);
  lasers.set(holder, laser);
  const [oldest] = lasers.keys();
  if (lasers.size > MOST_LASERS && oldest !== undefined) lasers.delete(oldest);
  return laser;
}

/** A connection that says nothing for this long (ms) is checked by a comment line, so that a dead one is noticed. */
const HEARTBEAT = 10_000;

/** The instrument's readings as server-sent events. */
export const GET = (request: Request) =>
  answer(request, async () => {
    const gone = new AbortController();
    request.signal.addEventListener('abort', () => gone.abort());
    const events = laserOf(request).events(gone.signal)[Symbol.asyncIterator]();
    let first;
    try {
      first = await events.next();
    } catch {
      return Response.json({ problems: [{ path: '', text: 'The laser is out of range.' }] }, { status: 503 });
    }
    const encoder = new TextEncoder();
    const line = (event: unknown) => encoder.encode(`data: ${JSON.stringify(event)}\n\n`);
    let beat: ReturnType<typeof setInterval>;
    const body = new ReadableStream<Uint8Array>({
      start(controller) {
        controller.enqueue(line(first.value));
        beat = setInterval(() => controller.enqueue(encoder.encode(': still here\n\n')), HEARTBEAT);
      },
      async pull(controller) {
        const next = await events.next();
        if (!next.done) return controller.enqueue(line(next.value));
        clearInterval(beat);
        controller.close();
      },
      cancel() {
        clearInterval(beat);
        gone.abort();
      },
    });
    return new Response(body, {
      headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store, no-transform', connection: 'keep-alive' },
    });
  });

/** Tells the instrument what to do. */
export const POST = (request: Request) =>
  answer(request, async () => {
    const command = instrumentCommandSchema.safeParse(await request.json().catch(() => null));
    if (!command.success) {
      return Response.json({ problems: [{ path: 'do', text: 'The laser knows shoot, continuous, aim and outOfRange.' }] }, { status: 422 });
    }
    const { data } = command;
    const laser = laserOf(request);
    if (data.do === 'shoot') laser.shoot();
    else if (data.do === 'continuous') laser.continuous(data.on);
    else if (data.do === 'aim') laser.aim(data.target);
    else laser.outOfRange();
    return Response.json({ ok: true });
  });
