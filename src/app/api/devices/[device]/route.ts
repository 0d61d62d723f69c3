import { instrumentCommandSchema } from '@/core/survey';
import { SimulatedLaser, SimulatedLevel, SimulatedLogger, SimulatedMeter } from '@/devices';
import { answer, missing } from '../../respond';

export const dynamic = 'force-dynamic';

const DEVICES = { laser: SimulatedLaser, level: SimulatedLevel, meter: SimulatedMeter, logger: SimulatedLogger } as const;
type Device = InstanceType<(typeof DEVICES)[keyof typeof DEVICES]>;
type Asked = { params: Promise<{ device: string }> };

/** Everybody holds instruments of his own; they are kept over reloads of this module. */
const held = globalThis as { pitsawDevices?: Map<string, Device> };
/** The one that was taken up longest ago is put away when more than so many are about. */
const MOST_DEVICES = 60;

function deviceOf(request: Request, device: string): Device | null {
  if (!(device in DEVICES)) return null;
  const devices = (held.pitsawDevices ??= new Map());
  const holder = `${device} ${(new URL(request.url).searchParams.get('holder') ?? '').slice(0, 60)}`;
  const found = devices.get(holder) ?? new DEVICES[device as keyof typeof DEVICES](Math.random);
  devices.delete(holder);
  devices.set(holder, found);
  const [oldest] = devices.keys();
  if (devices.size > MOST_DEVICES && oldest !== undefined) devices.delete(oldest);
  return found;
}

/** A connection that says nothing for this long (ms) is checked by a comment line, so that a dead one is noticed. */
const HEARTBEAT = 10_000;

/** The instrument's readings as server-sent events. */
export const GET = (request: Request, { params }: Asked) =>
  answer(request, async () => {
    const device = deviceOf(request, (await params).device);
    if (!device) return missing('There is no such instrument.');
    const gone = new AbortController();
    request.signal.addEventListener('abort', () => gone.abort());
    const events = device.events(gone.signal)[Symbol.asyncIterator]();
    let first;
    try {
      first = await events.next();
    } catch {
      return Response.json({ problems: [{ path: '', text: 'The instrument is out of range.' }] }, { status: 503 });
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
export const POST = (request: Request, { params }: Asked) =>
  answer(request, async () => {
    const device = deviceOf(request, (await params).device);
    if (!device) return missing('There is no such instrument.');
    const command = instrumentCommandSchema.safeParse(await request.json().catch(() => null));
    if (!command.success) {
      return Response.json(
        { problems: [{ path: 'do', text: 'An instrument knows shoot, continuous, aim, stand and outOfRange.' }] },
        { status: 422 },
      );
    }
    const { data } = command;
    if (data.do === 'shoot') device.shoot();
    else if (data.do === 'continuous') device.continuous(data.on);
    else if (data.do === 'outOfRange') device.outOfRange();
    else if (data.do === 'aim' && device instanceof SimulatedLaser) device.aim(data.target);
    else if (data.do === 'stand' && 'stand' in device) device.stand(data.at);
    return Response.json({ ok: true });
  });
