import { newJob, type Job } from '@/core/given';
import type { JobView } from './api';
import { useSaving } from './saving';

/** A server of one job, as the routes behave; can be made unreachable. */
function server(first: Job) {
  let version = 1;
  let document = first;
  let reachable = true;
  let refusing: number | null = null;
  const saves: Job[] = [];
  const view = (): JobView => ({ id: 'j', version, document, canUndo: version > 1, canRedo: false, updatedAt: '2026-01-01T00:00:00Z' });
  const answer = (status: number, body: unknown) => ({ status, json: () => Promise.resolve(body) });
  global.fetch = jest.fn((path: string, init?: RequestInit) => {
    if (!reachable) return Promise.reject(new Error('unreachable'));
    if (refusing !== null) return Promise.resolve(answer(refusing, { problems: [{ path: 'spaces', text: 'are too many' }] }));
    if (init?.method === 'PUT') {
      const { base, document: next } = JSON.parse(init.body as string) as { base: number; document: Job };
      if (base !== version) return Promise.resolve(answer(409, { kind: 'stale', job: view() }));
      document = next;
      saves.push(next);
      version++;
    } else if (path.endsWith('/undo')) {
      document = first;
      version++;
    }
    return Promise.resolve(answer(200, { job: view() }));
  }) as unknown as typeof fetch;
  return {
    view,
    saves,
    reach: (on: boolean) => (reachable = on),
    refuse: (status: number | null) => (refusing = status),
    /** somebody else saves */
    elsewhere(next: Job) {
      document = next;
      version++;
    },
  };
}

const settle = async (ms: number) => {
  await jest.advanceTimersByTimeAsync(ms);
};

const base = newJob('Porch', 'metric', 4000, 3000);
const named = (name: string): Job => ({ ...base, name });

beforeEach(() => {
  jest.useFakeTimers();
  localStorage.clear();
  useSaving.setState({ id: '', version: 0, job: null });
});
afterEach(() => jest.useRealTimers());

test('changes made together are saved together, once, and counted from the version they began from', async () => {
  const { view, saves } = server(base);
  useSaving.getState().open(view());
  for (const name of ['a', 'b', 'c']) expect(useSaving.getState().edit('name', () => named(name))).toEqual([]);
  expect(useSaving.getState().status).toBe('saving');
  expect(saves).toHaveLength(0);
  await settle(600);
  expect(saves.map((j) => j.name)).toEqual(['c']);
  expect(useSaving.getState()).toMatchObject({ status: 'saved', version: 2 });
  expect(localStorage.length).toBe(0);
});

test('a change that would make the job unreadable is refused with its problems', () => {
  const { view } = server(base);
  useSaving.getState().open(view());
  const problems = useSaving.getState().edit('kerf', () => ({ ...base, kerf: -1 }));
  expect(problems).toEqual([{ path: 'kerf', text: 'cannot be negative' }]);
  expect(useSaving.getState().job).toEqual(base);
});

test('while the server cannot be reached the change is kept and tried again', async () => {
  const { view, saves, reach } = server(base);
  useSaving.getState().open(view());
  reach(false);
  useSaving.getState().edit('name', () => named('kept'));
  await settle(600);
  expect(useSaving.getState().status).toBe('unreachable');
  expect(JSON.parse(localStorage.getItem('pitsaw:unsaved:j')!)).toMatchObject({ base: 1, document: { name: 'kept' } });
  reach(true);
  await settle(3500);
  expect(saves.map((j) => j.name)).toEqual(['kept']);
  expect(useSaving.getState().status).toBe('saved');
});

test('a request that hangs is given up, and what was changed meanwhile is saved', async () => {
  const { view, saves } = server(base);
  // fake clocks do not move the browser's own
  const timeout = jest.spyOn(AbortSignal, 'timeout').mockImplementation((ms) => {
    const control = new AbortController();
    setTimeout(() => control.abort(), ms);
    return control.signal;
  });
  const answers = global.fetch;
  const hangs = (_: unknown, init?: RequestInit) =>
    new Promise((_found, fail) => init?.signal?.addEventListener('abort', () => fail(new Error('given up'))));
  global.fetch = jest.fn(hangs) as unknown as typeof fetch;
  useSaving.getState().open(view());
  useSaving.getState().edit('name', () => named('first'));
  await settle(600);
  global.fetch = answers;
  useSaving.getState().edit('name', () => named('second'));
  await settle(40_000);
  expect(saves.map((j) => j.name)).toEqual(['second']);
  expect(useSaving.getState().status).toBe('saved');
  timeout.mockRestore();
});

test('what a closed page left behind is taken up again', async () => {
  const { view, saves } = server(base);
  localStorage.setItem('pitsaw:unsaved:j', JSON.stringify({ base: 1, document: named('left behind') }));
  useSaving.getState().open(view());
  expect(useSaving.getState().job?.name).toBe('left behind');
  await settle(600);
  expect(saves.map((j) => j.name)).toEqual(['left behind']);
  // rubbish is dropped
  localStorage.setItem('pitsaw:unsaved:j', '{');
  useSaving.setState({ id: '', version: 0 });
  useSaving.getState().open(view());
  expect(useSaving.getState().job?.name).toBe('left behind');
  expect(localStorage.length).toBe(0);
});

test.each([
  ['keepMine', 'mine'],
  ['takeTheirs', 'theirs'],
] as const)('a stale save waits for the user: %s', async (choice, wanted) => {
  const { view, elsewhere } = server(base);
  useSaving.getState().open(view());
  elsewhere(named('theirs'));
  useSaving.getState().edit('name', () => named('mine'));
  await settle(600);
  expect(useSaving.getState()).toMatchObject({ status: 'stale', job: { name: 'mine' }, theirs: { document: { name: 'theirs' } } });
  useSaving.getState()[choice]();
  await settle(600);
  expect(useSaving.getState()).toMatchObject({ status: 'saved', job: { name: wanted }, theirs: null });
  expect(view().document.name).toBe(wanted);
});

test('a save whose answer was lost is not its own rival', async () => {
  const { view, elsewhere } = server(base);
  useSaving.getState().open(view());
  elsewhere(named('mine'));
  useSaving.getState().edit('name', () => named('mine'));
  await settle(600);
  expect(useSaving.getState()).toMatchObject({ status: 'saved', theirs: null });
});

test('undo saves what is on its way first, then takes what the server gives', async () => {
  const { view, saves } = server(base);
  useSaving.getState().open(view());
  useSaving.getState().edit('name', () => named('new'));
  const undone = useSaving.getState().undo();
  await settle(10);
  await undone;
  expect(saves.map((j) => j.name)).toEqual(['new']);
  expect(useSaving.getState().job?.name).toBe('Porch');
});

test('an older page of the same job does not take the place of what is on screen', async () => {
  const { view } = server(base);
  const early = view();
  useSaving.getState().open(early);
  useSaving.getState().edit('name', () => named('newer'));
  await settle(600);
  useSaving.getState().open(early);
  expect(useSaving.getState().job?.name).toBe('newer');
});

test('an edit is made to the newest job, whatever came since it was thought of', () => {
  const { view } = server(base);
  useSaving.getState().open(view());
  useSaving.getState().edit('name', (job) => ({ ...job, name: 'typed meanwhile' }));
  useSaving.getState().edit('kerf', (job) => ({ ...job, kerf: 2.4 }));
  expect(useSaving.getState().job).toMatchObject({ name: 'typed meanwhile', kerf: 2.4 });
  expect(useSaving.getState().words).toEqual(['name', 'kerf']);
});

test.each([404, 413, 422])('a save that is refused with %s is said and not sent again, until another change', async (status) => {
  const { view, refuse } = server(base);
  useSaving.getState().open(view());
  refuse(status);
  useSaving.getState().edit('name', () => named('refused'));
  await settle(600);
  expect(useSaving.getState()).toMatchObject({ status: 'refused', refusal: 'spaces: are too many' });
  const calls = (global.fetch as jest.Mock).mock.calls.length;
  await settle(60_000);
  expect((global.fetch as jest.Mock).mock.calls).toHaveLength(calls);
  refuse(null);
  useSaving.getState().edit('name', () => named('taken'));
  await settle(600);
  expect(useSaving.getState()).toMatchObject({ status: 'saved', refusal: null });
});
