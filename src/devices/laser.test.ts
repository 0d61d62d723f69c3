import { instrumentEventSchema, type InstrumentEvent } from '../core/survey';
import { SimulatedLaser } from '.';

/** Numbers that a test can repeat. */
function numbers(seed: number): () => number {
  let state = seed;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
}

async function readings(laser: SimulatedLaser, count: number): Promise<InstrumentEvent[]> {
  const stop = new AbortController();
  const got: InstrumentEvent[] = [];
  for await (const event of laser.events(stop.signal)) {
    got.push(instrumentEventSchema.parse(event));
    if (got.length > count) stop.abort();
    else laser.shoot();
  }
  return got;
}

test('readings scatter closely round the truth, with a bad or failed one now and then', async () => {
  const laser = new SimulatedLaser(numbers(1));
  laser.aim(1);
  const [ready, ...rest] = await readings(laser, 400);
  expect(ready).toMatchObject({ kind: 'ready', aim: 1 });
  const truth = laser.targets[1]!.mm;
  expect(truth).toBe(1260);
  const mm = rest.flatMap((e) => (e.kind === 'reading' ? [e.mm] : []));
  const good = mm.filter((m) => Math.abs(m - truth) < 4);
  expect(good.length).toBeGreaterThan(330);
  expect(mm.length - good.length).toBeGreaterThan(8);
  expect(rest.length - mm.length).toBeGreaterThan(4);
  const mean = good.reduce((a, b) => a + b, 0) / good.length;
  expect(Math.abs(mean - truth)).toBeLessThan(0.2);
});

test('out of range it cuts off its listeners and cannot be reached until it is back', async () => {
  let time = 0;
  const laser = new SimulatedLaser(numbers(2), () => time);
  const stream = laser.events(new AbortController().signal);
  expect((await stream.next()).value).toMatchObject({ kind: 'ready' });
  laser.outOfRange();
  expect((await stream.next()).done).toBe(true);
  await expect(laser.events(new AbortController().signal).next()).rejects.toThrow('out of range');
  time = 5000;
  expect((await laser.events(new AbortController().signal).next()).value).toMatchObject({ kind: 'ready' });
});

test('continuous readings run until they are turned off, and stop with the last listener', async () => {
  jest.useFakeTimers();
  const laser = new SimulatedLaser(numbers(3));
  const stop = new AbortController();
  const stream = laser.events(stop.signal);
  await stream.next();
  laser.continuous(true);
  jest.advanceTimersByTime(1100);
  for (let i = 0; i < 3; i++) expect(['reading', 'failed']).toContain((await stream.next()).value.kind);
  stop.abort();
  expect((await stream.next()).done).toBe(true);
  expect(jest.getTimerCount()).toBe(0);
  jest.useRealTimers();
});
