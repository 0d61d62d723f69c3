import { newJob, planFile, type Plan } from '@/core/given';
import { planJob } from '@/core/plan';
import { isSawn, listenTo, sawn, useSite } from './log';
import { useSaving } from './saving';

const job = newJob('Toll house', 'metric', 3600, 2400);
const made = planJob(job, { steps: 200 });
const plan = (made as { value: Plan }).value;
const [first, second] = plan.floors[0]!.pieces;

class FakeStream {
  static last: FakeStream;
  onmessage: ((event: { data: string }) => void) | null = null;
  constructor(readonly url: string) {
    FakeStream.last = this;
  }
  close() {
    this.onmessage = null;
  }
}

const settle = (ms = 50) => jest.advanceTimersByTimeAsync(ms);

/** A server that numbers what it is sent and tells it to who listens; can be unreachable. */
const server = { reachable: true, lines: [] as { id: string; n: number; what: string }[], posts: 0 };
const tell = (line: object) => FakeStream.last.onmessage?.({ data: JSON.stringify(line) });

beforeEach(async () => {
  jest.useFakeTimers();
  Object.assign(globalThis, { EventSource: FakeStream });
  Object.defineProperty(globalThis.crypto, 'randomUUID', { value: () => `id ${Math.random()}`, configurable: true });
  Object.assign(server, { reachable: true, lines: [], posts: 0 });
  global.fetch = jest.fn((_: string, init: RequestInit) => {
    server.posts++;
    if (!server.reachable) return Promise.reject(new Error('unreachable'));
    const { events } = JSON.parse(init.body as string) as { events: { id: string; what: string }[] };
    const taken = events.map((event) => {
      const known = server.lines.find((l) => l.id === event.id);
      const line = known ?? { ...event, n: server.lines.length + 1 };
      if (!known) server.lines.push(line);
      return { id: line.id, n: line.n };
    });
    queueMicrotask(() => server.lines.forEach((line) => tell(line)));
    return Promise.resolve({ status: 200, json: () => Promise.resolve({ taken }) });
  }) as unknown as typeof fetch;
  useSaving.setState({ id: 'j', job });
  listenTo(`j ${Math.random()}`);
  await settle();
});
afterEach(() => jest.useRealTimers());
const isOn = () => isSawn(useSite.getState(), 'f1', first!);

test('the first tick begins the log by the plan; it shows at once and stays once it has come round', async () => {
  sawn(plan, 'f1', first!, true);
  expect(isOn()).toBe(true);
  await settle();
  expect(server.lines.map((l) => l.what)).toEqual(['begun', 'cut']);
  expect(useSite.getState().unsent).toBe(0);
  expect(isOn()).toBe(true);
  sawn(plan, 'f1', second!, true);
  await settle();
  expect(server.lines.map((l) => l.what)).toEqual(['begun', 'cut', 'cut']);
  sawn(plan, 'f1', first!, false);
  await settle();
  expect(server.lines.at(-1)).toMatchObject({ what: 'undone', event: 2 });
  expect(isOn()).toBe(false);
});

test('while the server cannot be reached a tick is kept, said and sent again, once', async () => {
  server.reachable = false;
  sawn(plan, 'f1', first!, true);
  await settle();
  expect(isOn()).toBe(true);
  expect(useSite.getState().trouble).toContain('not kept by the server yet');
  server.reachable = true;
  await settle(5000);
  expect(server.lines.map((l) => l.what)).toEqual(['begun', 'cut']);
  expect(useSite.getState().trouble).toBeNull();
});

test('another plan’s piece of the same number is not sawn; ticking one of it puts that plan in force', async () => {
  sawn(plan, 'f1', first!, true);
  await settle();
  const other = { ...first!, cut: { ...first!.cut, to: first!.cut.to - 1 } };
  expect(isSawn(useSite.getState(), 'f1', other)).toBe(false);
  const otherPlan: Plan = { ...plan, floors: [{ ...plan.floors[0]!, pieces: [other, ...plan.floors[0]!.pieces.slice(1)] }] };
  sawn(otherPlan, 'f1', other, true);
  await settle();
  expect(server.lines.map((l) => l.what)).toEqual(['begun', 'cut', 'replanned', 'cut']);
  expect(isSawn(useSite.getState(), 'f1', other)).toBe(true);
});

test('what somebody else ticks is heard; what comes again after a break is one event', async () => {
  const line = { n: 1, id: 'x', time: '', by: '', what: 'begun', format: 'pitsaw/log', version: 1, plan: planFile(plan, job.name) };
  tell(line);
  tell(line);
  tell({ n: 2, id: 'y', time: '', by: '', what: 'cut', piece: `f1/${first!.id}` });
  tell({ n: 2, id: 'y', time: '', by: '', what: 'cut', piece: `f1/${first!.id}` });
  expect(isOn()).toBe(true);
  expect(useSite.getState().site).toMatchObject({ last: 2 });
});
