import { instrumentEventSchema, type InstrumentEvent } from '../core/survey';
import { cottageGround, SimulatedLevel, SimulatedMeter } from '.';

/** Numbers that a test can repeat. */
function numbers(seed: number): () => number {
  let state = seed;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
}

/** The acceptance suite of instruments that are put up at a place. */
describe.each([
  ['level', SimulatedLevel, 1],
  ['meter', SimulatedMeter, 0.2],
] as const)('a simulated %s', (_, Device, near) => {
  test('reads about the truth where it stands, with a bad or failed one now and then', async () => {
    const device = new Device(numbers(7));
    const stop = new AbortController();
    const got: InstrumentEvent[] = [];
    device.stand([2450, 3050]);
    for await (const event of device.events(stop.signal)) {
      got.push(instrumentEventSchema.parse(event));
      if (got.length > 300) stop.abort();
      else device.shoot();
    }
    expect(got[0]!.kind).toBe('ready');
    const values = got.flatMap((e) => (e.kind === 'reading' ? [e.mm] : [])).sort((a, b) => a - b);
    const median = values[Math.floor(values.length / 2)]!;
    if (device instanceof SimulatedLevel) expect(Math.abs(median - cottageGround(2450, 3050))).toBeLessThan(0.2);
    expect(values.filter((v) => Math.abs(v - median) < near).length).toBeGreaterThan(values.length * 0.85);
    expect(got.some((e) => e.kind === 'failed')).toBe(true);
  });

  test('moved to another place it reads another truth, and out of range it cuts off', async () => {
    const device = new Device(numbers(3), () => 0);
    const stream = device.events(new AbortController().signal);
    await stream.next();
    device.outOfRange();
    expect((await stream.next()).done).toBe(true);
    await expect(device.events(new AbortController().signal).next()).rejects.toThrow('out of range');
  });
});
