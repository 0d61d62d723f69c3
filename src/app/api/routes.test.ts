import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { newJob, planFile, type Job } from '@/core/given';
import { planJob } from '@/core/plan';
import { deviceStore, openDatabase } from '@/data';
import * as jobs from './jobs/route';
import * as job from './jobs/[id]/route';
import * as history from './jobs/[id]/history/route';
import * as revision from './jobs/[id]/history/[revision]/route';
import * as health from './health/route';
import * as file from './jobs/[id]/file/route';
import * as log from './jobs/[id]/log/route';
import * as stream from './jobs/[id]/log/stream/route';
import * as undo from './jobs/[id]/undo/route';
import * as paired from './paired/route';
import * as oneDevice from './paired/[id]/route';

/* What the routes answer, asked as a browser would, on a database of their own. */

const folder = mkdtempSync(join(tmpdir(), 'pitsaw-routes-'));
process.env.PITSAW_DB = join(folder, 'jobs.sqlite');
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const HOST = 'http://127.0.0.1:4000';
const asked = (method: string, body?: unknown, headers: Record<string, string> = {}) =>
  new Request(`${HOST}/api`, {
    method,
    headers: { host: '127.0.0.1:4000', ...headers },
    body: body === undefined ? undefined : typeof body === 'string' ? body : JSON.stringify(body),
  });
const at = (id: string) => ({ params: Promise.resolve({ id }) });
const bodyOf = async (answer: Response) => (await answer.json()) as Record<string, never>;
const base = newJob('Weir Cottage', 'metric', 2600, 1800);
const put = async (document: Job = base): Promise<{ id: string; version: number }> => {
  const answer = await jobs.POST(asked('POST', document));
  expect(answer.status).toBe(201);
  return (await bodyOf(answer)).job!;
};

const deep = () => `{"format":"pitsaw/job","x":${'['.repeat(45)}${']'.repeat(45)}}`;
const crowded = { ...base, spaces: [{ ...base.spaces[0], outline: Array.from({ length: 120_000 }, () => [1e20]) }] };
const sharing = (share: number) => ({ ...base, product: { ...base.product, planks: [{ ...base.product.planks[0], share }] } });

const made = planJob(base, { steps: 100 });
const plan = planFile((made as { value: Parameters<typeof planFile>[0] }).value, base.name);
const happening = (id: string, what: string, rest: object = {}) => ({ id, time: '2026-03-02T08:00:00', by: '', what, ...rest });
const begun = happening('a', 'begun', { format: 'pitsaw/log', version: 1, plan });
const laid = (id: string, row: number) => happening(id, 'laid', { floor: 'f1', row });

test.each<[string, () => Promise<Response>, number, RegExp]>([
  ['a job that is no JSON', () => jobs.POST(asked('POST', 'a room')), 422, /JSON/],
  ['a job with a wall missing', () => jobs.POST(asked('POST', { ...base, spaces: [{ ...base.spaces[0], outline: [[0, 0], [1, 1]] }] })), 422, /three points/], // prettier-ignore
  ['a file larger than any job', () => jobs.POST(asked('POST', 'x'.repeat(9_000_000))), 413, /larger than 4 MB/],
  ['a page of somebody else’s', () => jobs.POST(asked('POST', base, { origin: 'http://elsewhere.example' })), 403, /own pages only/],
  ['a page without an origin', () => jobs.POST(asked('POST', base, { origin: 'null' })), 403, /own pages only/],
  ['a job nested too deep', () => jobs.POST(asked('POST', deep())), 422, /nested more than 40/],
  ['a save nested too deep', () => job.PUT(asked('PUT', `{"base":1,"document":${deep()}}`), at('none')), 422, /nested more than/],
  [
    'a save of nothing but numbers',
    () => job.PUT(asked('PUT', `{"base":1,"document":[${'1e20,'.repeat(560_000)}1]}`), at('none')),
    422,
    /more values/,
  ],
  ['outlines of nothing but numbers', () => jobs.POST(asked('POST', crowded)), 422, /outline/],
  [
    'a job that grows as it is written out',
    () => jobs.POST(asked('POST', `${JSON.stringify(base).slice(0, -1)},"x":[${'1e20,'.repeat(290_000)}1]}`)),
    413,
    /larger than 4 MB/,
  ],
  [
    'a save that grows as it is written out',
    () =>
      job.PUT(asked('PUT', `{"base":1,"document":${JSON.stringify(base).slice(0, -1)},"x":[${'1e20,'.repeat(290_000)}1]}}`), at('none')),
    413,
    /larger than 4 MB/,
  ],
  ['a share of nearly nothing', () => jobs.POST(asked('POST', sharing(1e-9))), 422, /planks\[0\]\.share.*thousandth/],
  ['a floor with a line that makes no sense', () => jobs.POST(asked('POST', { format: 'pitsaw/floor', version: 1, job: base, log: [{ n: 1, ...laid('a', 1) }] })), 422, /log line 1/], // prettier-ignore
  ['a history of a job that is not there', () => history.GET(asked('GET'), at('none')), 404, /no such job/],
  [
    'a state that is not there',
    () => revision.GET(asked('GET'), { params: Promise.resolve({ id: 'none', revision: '1e3' }) }),
    404,
    /no such job/,
  ],
  ['a job that is not there', () => job.GET(asked('GET'), at('none')), 404, /no such job/],
  ['a save of a job that is not there', () => job.PUT(asked('PUT', { base: 1, document: base }), at('none')), 404, /no such job/],
  ['a save that names no version', () => job.PUT(asked('PUT', { document: base }), at('none')), 400, /names the version/],
  ['a file of a job that is not there', () => file.GET(asked('GET'), at('none')), 404, /no such job/],
  ['a log of a job that is not there', () => log.GET(asked('GET'), at('none')), 404, /no such job/],
  ['happenings of a job that is not there', () => log.POST(asked('POST', { events: [begun] }), at('none')), 404, /no such job/],
  ['a stream of a job that is not there', () => stream.GET(asked('GET'), at('none')), 404, /no such job/],
  ['happenings without ids', () => log.POST(asked('POST', { events: [{ what: 'note' }] }), at('none')), 422, /an id of its own/],
  ['too many happenings', () => log.POST(asked('POST', { events: Array.from({ length: 501 }, (_, i) => laid(`${i}`, 1)) }), at('none')), 422, /at most 500/], // prettier-ignore
])('%s is refused with what to do', async (_, ask, status, text) => {
  const answer = await ask();
  expect(answer.status).toBe(status);
  expect(JSON.stringify(await bodyOf(answer))).toMatch(text);
  expect((await bodyOf(await jobs.GET(asked('GET')))).jobs).toEqual([]);
});

test('a save counts on from the version that it began from; another page’s is kept, and told', async () => {
  const { id, version } = await put();
  const save = (from: number, name: string) => job.PUT(asked('PUT', { base: from, document: { ...base, name } }), at(id));
  expect((await save(version, 'Toll house')).status).toBe(200);
  const stale = await save(version, 'Ferry house');
  expect(stale.status).toBe(409);
  expect(JSON.stringify(await bodyOf(stale))).toContain('Toll house');
  expect((await undo.POST(asked('POST', {}), at(id))).status).toBe(200);
  expect(JSON.stringify(await bodyOf(await job.GET(asked('GET'), at(id))))).toContain('Weir Cottage');
});

test('a job goes out with its log as one file, and comes in again as it was', async () => {
  const { id } = await put();
  const plain = await (await file.GET(new Request(`${HOST}/api?log=1`), at(id))).text();
  expect(JSON.parse(plain)).toEqual(base);
  await log.POST(asked('POST', { events: [begun, laid('b', 1)] }), at(id));
  const answer = await file.GET(new Request(`${HOST}/api?log=1`), at(id));
  expect(answer.headers.get('content-disposition')).toContain('.floor.pitsaw.json');
  const text = await answer.text();
  const copy = await put(text as never);
  expect(await (await file.GET(new Request(`${HOST}/api?log=1`), at(copy.id))).text()).toBe(text);
  // what happens there goes on from its last line, and what came along is not taken twice
  const sent = await bodyOf(await log.POST(asked('POST', { events: [laid('b', 1), laid('c', 2)] }), at(copy.id)));
  expect(sent.taken).toEqual([{ id: 'b', n: 2 }, { id: 'c', n: 3 }]); // prettier-ignore
});

test('the list, the history and health answer', async () => {
  const { id, version } = await put();
  await job.PUT(asked('PUT', { base: version, words: 'x'.repeat(900), document: { ...base, name: 'Toll house' } }), at(id));
  const { past } = (await bodyOf(await history.GET(asked('GET'), at(id)))) as unknown as { past: { id: number; words: string }[] };
  expect(past.map((p) => p.words.length)).toEqual([200, 5]);
  const one = { params: Promise.resolve({ id, revision: `${past[1]!.id}` }) };
  expect(await bodyOf(await revision.GET(asked('GET'), one))).toEqual({ document: base });
  const listed = await jobs.GET(new Request(`${HOST}/api/jobs?search=toll&sort=nonsense&from=-3&count=x`));
  expect(await bodyOf(listed)).toMatchObject({ jobs: [{ id, name: 'Toll house' }] });
  expect((await health.GET()).status).toBe(200);
});

test('going back to a state that cannot be read any more is refused in a sentence, and the job stays', async () => {
  const { id, version } = await put();
  await job.PUT(asked('PUT', { base: version, document: { ...base, name: 'Toll house' } }), at(id));
  const database = await openDatabase(process.env.PITSAW_DB!);
  await database.revisions.update({ document: '{"format":"pitsaw/job","version":9}' }, { where: { jobId: id, parent: null } });
  await database.sequelize.close();
  const refused = await undo.POST(asked('POST', {}), at(id));
  expect(refused.status).toBe(422);
  expect(JSON.stringify(await bodyOf(refused))).toMatch(/cannot be read any more .*version/);
  expect(JSON.stringify(await bodyOf(await job.GET(asked('GET'), at(id))))).toContain('Toll house');
});

test('a batch that comes twice is kept once; what makes no sense is refused by itself', async () => {
  const { id } = await put();
  const send = async (...events: object[]) => (await bodyOf(await log.POST(asked('POST', { events }), at(id)))).taken;
  const batch = [begun, laid('b', 1), laid('c', 900), happening('d', 'note', { text: 'Skirting off' })];
  const first = await send(...batch);
  expect(first).toMatchObject([{ id: 'a', n: 1 }, { id: 'b', n: 2 }, { id: 'c', refused: expect.any(String) as string }, { id: 'd', n: 3 }]); // prettier-ignore
  expect(await send(...batch)).toEqual(first);
  const lines = (await (await log.GET(asked('GET'), at(id))).text()).trimEnd().split('\n');
  expect(lines.map((l) => (JSON.parse(l) as { n: number; id: string }).id)).toEqual(['a', 'b', 'd']);
});

test('a stream tells what there is from a line on, and then what is new', async () => {
  const { id } = await put();
  await log.POST(asked('POST', { events: [begun, laid('b', 1)] }), at(id));
  const gone = new AbortController();
  const request = new Request(`${HOST}/api?after=1`, { signal: gone.signal });
  const reader = (await stream.GET(request, at(id))).body!.getReader();
  const heard = async (until: RegExp) => {
    let text = '';
    while (!until.test(text)) text += new TextDecoder().decode((await reader.read()).value);
    return text;
  };
  const first = await heard(/"what":"laid"/);
  expect(first).not.toContain('"begun"');
  expect(first).toContain('event: log');
  expect(first).toContain('"n":2');
  await log.POST(asked('POST', { events: [laid('c', 2)] }), at(id));
  expect(await heard(/"row":2/)).toContain('"n":3');
  gone.abort();
});

test('a job file goes out as it came in, under the job’s name', async () => {
  const { id } = await put({ ...base, name: 'Quay / “Long” room', 'x-kept': [1] } as Job);
  const answer = await file.GET(asked('GET'), at(id));
  expect(answer.headers.get('content-disposition')).toContain(encodeURIComponent('Quay-Long-room'));
  expect(await answer.json()).toMatchObject({ name: 'Quay / “Long” room', 'x-kept': [1] });
});

test('devices are looked after on the machine that serves: listed, sent away, and hidden from devices', async () => {
  const database = await openDatabase(process.env.PITSAW_DB!);
  const { id } = await deviceStore(database).pair('At the saw');
  const listed = await paired.GET(asked('GET'));
  expect((await bodyOf(listed)).devices).toMatchObject([{ id, name: 'At the saw' }]);
  const fromDevice = asked('GET', undefined, { 'x-pitsaw-device': id });
  expect((await paired.GET(fromDevice)).status).toBe(403);
  expect((await oneDevice.DELETE(asked('DELETE', undefined, { 'x-pitsaw-device': id }), at(id))).status).toBe(403);
  expect((await oneDevice.DELETE(asked('DELETE'), at(id))).status).toBe(200);
  expect((await oneDevice.DELETE(asked('DELETE'), at(id))).status).toBe(404);
  expect((await bodyOf(await paired.GET(asked('GET')))).devices).toEqual([]);
  await database.sequelize.close();
});
