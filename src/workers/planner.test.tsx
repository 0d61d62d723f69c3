import { newJob } from '../core/given';
import { createPlanner } from './planner';

type Call = { name: string; finish: (value: unknown) => void; fail: (error: Error) => void };
const calls: Call[] = [];
let workers = 0;
let stopped = 0;

jest.mock('comlink', () => ({
  proxy: (f: unknown) => f,
  wrap: () => ({
    plan: (job: { name: string }) => new Promise((finish, fail) => calls.push({ name: job.name, finish, fail })),
    // every plan has two floors
    floor: (index: number) => Promise.resolve(index < 2 ? `floor ${index}` : null),
  }),
}));
jest.mock('./workerUrl', () => ({
  openWorker: () => {
    workers++;
    return { terminate: () => stopped++ };
  },
}));

const job = (name: string) => newJob(name, 'metric', 3000, 2000);
const settle = () => new Promise((done) => setTimeout(done, 0));

beforeEach(() => {
  calls.length = 0;
  workers = stopped = 0;
});

test('one runs at a time; of those that wait only the newest is planned', async () => {
  const planner = createPlanner();
  const first = planner.plan(job('first'));
  const second = planner.plan(job('second'));
  const third = planner.plan(job('third'));
  expect(calls.map((c) => c.name)).toEqual(['first']);
  expect(await second).toBeNull();
  calls[0]!.finish({ ok: true, value: { plan: { job: 'old news' } } });
  // a newer request makes the first answer old news
  expect(await first).toBeNull();
  await settle();
  expect(calls.map((c) => c.name)).toEqual(['first', 'third']);
  calls[1]!.finish({ ok: true, value: { plan: { job: 'plan' } } });
  // its floors follow one by one
  expect(await third).toEqual({ ok: true, value: { plan: { job: 'plan', floors: ['floor 0', 'floor 1'] } } });
  expect([workers, stopped]).toEqual([1, 0]);
});

test('a plan that runs long is stopped for a newer one', async () => {
  const planner = createPlanner();
  const slow = planner.plan(job('slow'));
  await new Promise((done) => setTimeout(done, 300));
  const next = planner.plan(job('next'));
  expect(await slow).toBeNull();
  expect([workers, stopped]).toEqual([2, 1]);
  calls[1]!.finish({ ok: true, value: { plan: { job: 'plan' } } });
  expect(await next).toMatchObject({ ok: true });
});

test('cancel gives back null and stops the worker; the next plan has a new one', async () => {
  const planner = createPlanner();
  const running = planner.plan(job('running'));
  planner.cancel();
  expect(await running).toBeNull();
  expect(stopped).toBe(1);
  const next = planner.plan(job('next'));
  calls[1]!.finish({ ok: true, value: { plan: { job: 'plan' } } });
  expect(await next).toMatchObject({ ok: true });
});

test('a fault in the worker is a problem with a sentence, not an exception', async () => {
  const planner = createPlanner();
  const result = planner.plan(job('x'));
  calls[0]!.fail(new Error('out of wood'));
  expect(await result).toEqual({ ok: false, problems: [{ path: '', text: 'the plan failed (out of wood); undo the last change' }] });
});
