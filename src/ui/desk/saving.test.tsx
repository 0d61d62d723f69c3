import { newJob, type Job } from '@/core/given';
import type { JobView } from './api';
import type { Backup, Left } from './backup';
import { useSaving } from './saving';

/* The device's memory as a map; whether it takes anything is up to the test. */
const kept = new Map<string, Left>();
let full = false;
const mockBackup: { -readonly [K in keyof Backup]: Backup[K] } = {
  page: 'here',
  keep(left) {
    if (!full) kept.set('here', { ...left, page: 'here', at: 1 });
    return Promise.resolve(!full);
  },
  forget: (_, page = 'here') => Promise.resolve(void kept.delete(page)),
  leftBehind: () => Promise.resolve([...kept.values()].filter((left) => left.page !== 'here').sort((a, b) => b.at - a.at)),
};
jest.mock('./backup', () => ({ openBackup: () => mockBackup }));
let ids = 0;
Object.defineProperty(globalThis.crypto, 'randomUUID', { value: () => `save ${++ids}`, configurable: true });

/** A server of one job, as the routes behave; can be made unreachable. */
function server(first: Job) {
  let version = 1;
  let document = first;
  let reachable = true;
  let refusing: number | null = null;
  const saves: Job[] = [];
  const bodies: { saveId: string; unheard: string[]; words: string }[] = [];
  let head = '';
  let losing = false;
  const view = (): JobView => ({ id: 'j', version, document, canUndo: version > 1, canRedo: false, updatedAt: '2026-01-01T00:00:00Z' });
  const answer = (status: number, body: unknown) => ({ status, json: () => Promise.resolve(body) });
  global.fetch = jest.fn((path: string, init?: RequestInit) => {
    if (!reachable) return Promise.reject(new Error('unreachable'));
    if (refusing !== null) return Promise.resolve(answer(refusing, { problems: [{ path: 'spaces', text: 'are too many' }] }));
    if (init?.method === 'PUT') {
      const body = JSON.parse(init.body as string) as { base: number; document: Job; saveId: string; unheard: string[]; words: string };
      const { base, document: next, saveId, unheard = [] } = body;
      bodies.push(body);
      if (saveId === head || JSON.stringify(next) === JSON.stringify(document)) return Promise.resolve(answer(200, { job: view() }));
      if (base !== version && !unheard.includes(head)) return Promise.resolve(answer(409, { kind: 'stale', job: view() }));
      document = next;
      saves.push(next);
      head = saveId;
      version++;
      if (losing) return Promise.reject(new Error('lost on the way'));
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
    bodies,
    /** saves are kept, and what is said of them is lost on the way */
    lose: (on: boolean) => (losing = on),
    refuse: (status: number | null) => (refusing = status),
    /** somebody else saves */
    elsewhere(next: Job) {
      document = next;
      head = 'somebody else’s';
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
  kept.clear();
  full = false;
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
  expect(kept.size).toBe(0);
});

test('a change that would make the job unreadable is refused with its problems', () => {
  const { view } = server(base);
  useSaving.getState().open(view());
  const problems = useSaving.getState().edit('kerf', () => ({ ...base, kerf: -1 }));
  expect(problems).toEqual([{ path: 'kerf', text: 'cannot be negative' }]);
  expect(useSaving.getState().job).toEqual(base);
});

test('a value that was stored before its bound existed stays while something else is changed; another such value is refused', async () => {
  const { view, saves } = server({ ...base, crew: { pace: { lay: 0.001 } } });
  useSaving.getState().open(view());
  const { edit } = useSaving.getState();
  expect(edit('name', (job) => ({ ...job, name: 'dry' }))).toEqual([]);
  const refused = edit('pace', (job) => ({ ...job, crew: { pace: { ...job.crew!.pace, trim: 0.002 } } }));
  expect(refused).toEqual([{ path: 'crew.pace.trim', text: 'a pace is at least 0.01 an hour' }]);
  await settle(600);
  expect(saves).toEqual([{ ...base, name: 'dry', crew: { pace: { lay: 0.001 } } }]);
  expect(edit('pace', (job) => ({ ...job, crew: { pace: { lay: 2 } } }))).toEqual([]);
});

test('while the server cannot be reached the change is kept and tried again', async () => {
  const { view, saves, reach } = server(base);
  useSaving.getState().open(view());
  reach(false);
  useSaving.getState().edit('name', () => named('kept'));
  await settle(600);
  expect(useSaving.getState().status).toBe('unreachable');
  expect(useSaving.getState().onDevice).toBe(true);
  expect(kept.get('here')).toMatchObject({ jobId: 'j', base: 1, document: { name: 'kept' } });
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

const leave = (page: string, name: string, at: number): void => {
  kept.set(page, { jobId: 'j', page, at, base: 1, saveId: `${page} 1`, unheard: [], words: 'name', document: named(name) });
};

test('what a closed page left behind is taken up again, and forgotten once it is saved', async () => {
  const { view, saves } = server(base);
  leave('gone', 'left behind', 5);
  useSaving.getState().open(view());
  await settle(0);
  expect(useSaving.getState().job?.name).toBe('left behind');
  await settle(600);
  expect(saves.map((j) => j.name)).toEqual(['left behind']);
  expect(kept.size).toBe(0);
  // rubbish is dropped
  kept.set('gone', { ...kept.get('gone')!, jobId: 'j', page: 'gone', at: 1, document: { format: 'nothing' } } as Left);
  useSaving.setState({ id: '', version: 0 });
  useSaving.getState().open(view());
  await settle(600);
  expect(useSaving.getState().job?.name).toBe('left behind');
  expect(kept.size).toBe(0);
});

test('what was left behind is no silent winner over what somebody saved since', async () => {
  const { view, elsewhere } = server(base);
  elsewhere(named('theirs'));
  leave('gone', 'left behind', 5);
  useSaving.getState().open(view());
  await settle(1000);
  expect(useSaving.getState()).toMatchObject({ status: 'stale', job: { name: 'left behind' }, theirs: { document: { name: 'theirs' } } });
});

test('of what two pages left behind the later one is on screen, the other goes to the server too', async () => {
  const { view, bodies } = server(base);
  leave('first', 'early', 1);
  leave('second', 'late', 2);
  useSaving.getState().open(view());
  await settle(1000);
  expect(useSaving.getState()).toMatchObject({ job: { name: 'late' } });
  expect(bodies.map((b) => b.saveId)).toContain('first 1');
  expect(kept.has('first')).toBe(false);
});

test('what is kept neither by the server nor by the device is said, and leaving the page asks first', async () => {
  const { view, reach } = server(base);
  useSaving.getState().open(view());
  const leaving = () => {
    const event = new Event('beforeunload', { cancelable: true });
    window.dispatchEvent(event);
    return event.defaultPrevented;
  };
  full = true;
  reach(false);
  useSaving.getState().edit('name', () => named('nowhere'));
  await settle(600);
  expect(useSaving.getState()).toMatchObject({ status: 'unreachable', onDevice: false });
  expect(leaving()).toBe(true);
  reach(true);
  await settle(4000);
  expect(useSaving.getState().status).toBe('saved');
  expect(leaving()).toBe(false);
});

test('what was changed a moment before another job is opened goes out first', async () => {
  const { view, saves } = server(base);
  useSaving.getState().open(view());
  useSaving.getState().edit('name', () => named('in haste'));
  useSaving.getState().open({ ...view(), id: 'other' });
  await settle(1000);
  expect(saves.map((j) => j.name)).toEqual(['in haste']);
  expect(useSaving.getState()).toMatchObject({ id: 'other', status: 'saved' });
  expect(kept.size).toBe(0);
});

test('a device that is slow to write forgets nothing that is not saved', async () => {
  const { view, reach } = server(base);
  useSaving.getState().open(view());
  const keep = mockBackup.keep.bind(mockBackup);
  mockBackup.keep = async (left) => {
    await new Promise((done) => setTimeout(done, 2000));
    return keep(left);
  };
  reach(false);
  // the save is on its way and fails, later than the device writes
  const failing = global.fetch;
  global.fetch = jest.fn(() => new Promise((_, fail) => setTimeout(() => fail(new Error('late')), 3000))) as unknown as typeof fetch;
  useSaving.getState().edit('name', () => named('slow'));
  await settle(2700);
  expect(kept.get('here')).toMatchObject({ document: { name: 'slow' } });
  global.fetch = failing;
  reach(true);
  await settle(9000);
  expect(useSaving.getState().status).toBe('saved');
  expect(kept.size).toBe(0);
  mockBackup.keep = keep;
});

test('one’s own save whose answer was lost is no rival when another edit follows', async () => {
  const { view, saves, lose } = server(base);
  useSaving.getState().open(view());
  lose(true);
  useSaving.getState().edit('first words', () => named('one'));
  await settle(600);
  expect(useSaving.getState().status).toBe('unreachable');
  lose(false);
  useSaving.getState().edit('second words', () => named('two'));
  await settle(4000);
  expect(useSaving.getState()).toMatchObject({ status: 'saved', theirs: null });
  expect(saves.map((j) => j.name)).toEqual(['one', 'two']);
});

test('a job that somebody saved as it was is nobody’s rival: the save begins anew from there', async () => {
  const { view, elsewhere, saves } = server(base);
  useSaving.getState().open(view());
  // somebody changed something, and took it back
  elsewhere(base);
  useSaving.getState().edit('name', () => named('mine'));
  await settle(1000);
  expect(useSaving.getState()).toMatchObject({ status: 'saved', theirs: null });
  expect(saves.map((j) => j.name)).toEqual(['mine']);
});

test('a save says in words what was changed', async () => {
  const { view, bodies } = server(base);
  useSaving.getState().open(view());
  for (const words of ['length', 'width', 'length']) useSaving.getState().edit(words, (job) => ({ ...job, name: `${job.name}+` }));
  await settle(600);
  expect(bodies.map((b) => b.words)).toEqual(['width, length']);
});

test('a job that was deleted elsewhere is brought back, or saved as a new one', async () => {
  const { view, refuse } = server(base);
  useSaving.getState().open(view());
  refuse(404);
  useSaving.getState().edit('name', () => named('mine'));
  await settle(600);
  expect(useSaving.getState()).toMatchObject({ status: 'deleted', job: { name: 'mine' } });
  expect(kept.get('here')).toMatchObject({ document: { name: 'mine' } });
  expect(await useSaving.getState().saveAsNew()).toBeNull();
  refuse(null);
  await useSaving.getState().bringBack();
  await settle(600);
  expect(useSaving.getState()).toMatchObject({ status: 'saved', job: { name: 'mine' } });
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

test.each([413, 422])('a save that is refused with %s is said and not sent again, until another change', async (status) => {
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
