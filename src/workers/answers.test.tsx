import { newJob } from '../core/given';
import { createAnswering, type Arrived, type Request } from './answers';

type Call = {
  name: string;
  job: string;
  have: string | null;
  progress: (done: number) => void;
  finish: (value: unknown) => void;
  fail: (error: Error) => void;
};
const calls: Call[] = [];
let workers = 0;
let dead = false;
let stopped = 0;

jest.mock('comlink', () => ({
  proxy: (f: unknown) => f,
  wrap: () => ({
    alive: () => (dead ? new Promise(() => undefined) : Promise.resolve(true)),
    answer: (name: string, given: { job: { name: string } }, have: string | null, progress: (done: number) => void) =>
      new Promise((finish, fail) => calls.push({ name, job: given.job.name, have, progress, finish, fail })),
    part: (index: number) => Promise.resolve(`floor ${index}`),
  }),
}));
jest.mock('./workerUrl', () => ({
  openAnswersWorker: () => {
    workers++;
    return { terminate: () => stopped++ };
  },
}));

const settle = () => new Promise((done) => setTimeout(done, 0));
const request = (job: string, names: Request['names'] = ['plan'], have: Request['have'] = {}) => {
  const arrived: Arrived[] = [];
  return {
    arrived,
    names,
    have,
    given: { job: newJob(job, 'metric', 3000, 2000), log: [] },
    ...{ progress: () => undefined },
    taken: (a: Arrived) => arrived.push(a),
  };
};
const ask = (answering: ReturnType<typeof createAnswering>, { taken, ...r }: ReturnType<typeof request>) =>
  answering.ask({ ...r, arrived: (a) => void taken(a) });
const whole = (name: string, value: unknown) => ({ name, key: `${name} 1`, kind: 'new', head: { head: value, of: 'whole' }, parts: 0 });

beforeEach(() => {
  calls.length = 0;
  workers = stopped = 0;
  dead = false;
});

test('one request at a time; of those that wait only the newest is answered', async () => {
  const answering = createAnswering();
  const first = ask(answering, request('first'));
  const second = ask(answering, request('second'));
  const last = request('third', ['floors', 'plan'], { floors: 'floors 1' });
  const third = ask(answering, last);
  expect(calls.map((c) => c.job)).toEqual(['first']);
  expect(await second).toBe('superseded');
  calls[0]!.finish(whole('plan', 'old news'));
  expect(await first).toBe('superseded');
  await settle();
  // what the page has already is told by its key
  expect(calls[1]).toMatchObject({ job: 'third', name: 'floors', have: 'floors 1' });
  calls[1]!.finish({ name: 'floors', key: 'floors 1', kind: 'same' });
  await settle();
  // a plan's floors follow one by one
  calls[2]!.finish({ name: 'plan', key: 'plan 2', kind: 'new', head: { head: { totals: 1, floors: [] }, of: 'floors' }, parts: 2 });
  expect(await third).toBe('done');
  expect(last.arrived).toEqual([
    { name: 'floors', key: 'floors 1' },
    { name: 'plan', key: 'plan 2', result: { ok: true, value: { totals: 1, floors: ['floor 0', 'floor 1'] } } },
  ]);
  expect([workers, stopped]).toEqual([1, 0]);
});

test('what runs long is stopped for a newer request', async () => {
  const answering = createAnswering();
  const slow = ask(answering, request('slow'));
  const now = performance.now();
  const clock = jest.spyOn(performance, 'now').mockReturnValue(now + 300);
  const next = ask(answering, request('next'));
  expect(await slow).toBe('superseded');
  await settle();
  expect([workers, stopped]).toEqual([2, 1]);
  calls[1]!.finish(whole('plan', 1));
  expect(await next).toBe('done');
  clock.mockRestore();
});

test('cancelling stops the worker; the next request has a new one', async () => {
  const answering = createAnswering();
  const running = ask(answering, request('running'));
  answering.cancel();
  expect(await running).toBe('cancelled');
  expect(stopped).toBe(1);
  const again = request('next');
  const next = ask(answering, again);
  await settle();
  calls[1]!.finish({ name: 'plan', key: 'k', kind: 'none', problems: [{ path: 'kerf', text: 'no' }] });
  expect(await next).toBe('done');
  expect(again.arrived).toEqual([{ name: 'plan', key: 'k', result: { ok: false, problems: [{ path: 'kerf', text: 'no' }] } }]);
});

test('a fault in the worker is a sentence, not an exception', async () => {
  const answering = createAnswering();
  const result = ask(answering, request('x'));
  calls[0]!.fail(new Error('out of wood'));
  expect(await result).toEqual({ failed: 'out of wood' });
});

describe('a worker that dies without a word', () => {
  beforeEach(() => jest.useFakeTimers());
  afterEach(() => jest.useRealTimers());
  const later = (seconds: number) => jest.advanceTimersByTimeAsync(seconds * 1000);

  test('is started anew once, by itself, and the answer arrives', async () => {
    const answering = createAnswering();
    const asked = request('x');
    const result = ask(answering, asked);
    await later(25);
    expect([workers, stopped, calls.length]).toEqual([2, 1, 2]);
    calls[1]!.finish(whole('plan', 'there'));
    expect(await result).toBe('done');
    // what the dead one says late counts no more
    calls[0]!.finish(whole('plan', 'late'));
    await later(60);
    expect(asked.arrived).toEqual([{ name: 'plan', key: 'plan 1', result: { ok: true, value: 'there' } }]);
    expect(workers).toBe(2);
  });

  test('for the second time is said', async () => {
    const result = ask(createAnswering(), request('x'));
    await later(50);
    expect(await result).toEqual({ failed: 'it stopped answering' });
    expect([workers, stopped]).toEqual([2, 2]);
  });

  test('while nothing was asked is found out sooner', async () => {
    const answering = createAnswering();
    const first = ask(answering, request('x'));
    calls[0]!.finish(whole('plan', 1));
    expect(await first).toBe('done');
    dead = true;
    const second = ask(answering, request('y'));
    await later(6);
    expect([workers, calls.length]).toEqual([2, 2]);
    calls[1]!.finish(whole('plan', 2));
    expect(await second).toBe('done');
  });

  test('that works on and says how far it is lives', async () => {
    const answering = createAnswering();
    const { taken, ...asked } = request('slow');
    void answering.ask({ ...asked, arrived: taken });
    for (let k = 0; k < 6; k++) {
      await later(15);
      calls[0]!.progress(k / 10);
    }
    expect(workers).toBe(1);
  });
});
