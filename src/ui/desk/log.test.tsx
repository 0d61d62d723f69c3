import { newJob, planFile, type Plan } from '@/core/given';
import { planJob } from '@/core/plan';
import { fakeServer, type FakeServer } from '@test/fakeServer';
import { isSawn, listenTo, sawn, speakBy, useSite } from './log';
import { useSaving } from './saving';

const job = newJob('Toll house', 'metric', 3600, 2400);
const made = planJob(job, { steps: 200 });
const plan = (made as { value: Plan }).value;
const [first, second] = plan.floors[0]!.pieces;

const settle = (ms = 50) => jest.advanceTimersByTimeAsync(ms);
let server: FakeServer;
const whats = () => server.kept.map((l) => l.what);

beforeEach(async () => {
  jest.useFakeTimers();
  Object.defineProperty(globalThis.crypto, 'randomUUID', { value: () => `id ${Math.random()}`, configurable: true });
  server = fakeServer();
  speakBy(server);
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
  expect(whats()).toEqual(['begun', 'cut']);
  expect(useSite.getState().unsent).toBe(0);
  expect(isOn()).toBe(true);
  sawn(plan, 'f1', second!, true);
  await settle();
  expect(whats()).toEqual(['begun', 'cut', 'cut']);
  sawn(plan, 'f1', first!, false);
  await settle();
  expect(server.kept.at(-1)).toMatchObject({ what: 'undone', event: 2 });
  expect(isOn()).toBe(false);
});

test('while the server cannot be reached a tick is kept, said and sent again, once', async () => {
  server.reachable = false;
  sawn(plan, 'f1', first!, true);
  await settle();
  expect(isOn()).toBe(true);
  expect(useSite.getState().waits).toMatchObject({ status: 0 });
  server.reachable = true;
  await settle(5000);
  expect(whats()).toEqual(['begun', 'cut']);
  expect(useSite.getState()).toMatchObject({ waits: null, unsent: 0 });
});

test('another plan’s piece of the same number is not sawn; ticking one of it puts that plan in force', async () => {
  sawn(plan, 'f1', first!, true);
  await settle();
  const other = { ...first!, cut: { ...first!.cut, to: first!.cut.to - 1 } };
  expect(isSawn(useSite.getState(), 'f1', other)).toBe(false);
  const otherPlan: Plan = { ...plan, floors: [{ ...plan.floors[0]!, pieces: [other, ...plan.floors[0]!.pieces.slice(1)] }] };
  sawn(otherPlan, 'f1', other, true);
  await settle();
  expect(whats()).toEqual(['begun', 'cut', 'replanned', 'cut']);
  expect(isSawn(useSite.getState(), 'f1', other)).toBe(true);
});

test('what somebody else ticks is heard; what comes again after a break is one event', () => {
  const line = { n: 1, id: 'x', time: '', by: '', what: 'begun', format: 'pitsaw/log', version: 1, plan: planFile(plan, job.name) };
  server.tell(line);
  server.tell(line);
  server.tell({ n: 2, id: 'y', time: '', by: '', what: 'cut', piece: `f1/${first!.id}` });
  server.tell({ n: 2, id: 'y', time: '', by: '', what: 'cut', piece: `f1/${first!.id}` });
  expect(isOn()).toBe(true);
  expect(useSite.getState().site).toMatchObject({ last: 2 });
});
