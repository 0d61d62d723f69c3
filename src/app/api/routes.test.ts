import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { newJob, planFile, type Job } from '@/core/given';
import { planJob } from '@/core/plan';
import * as jobs from './jobs/route';
import * as job from './jobs/[id]/route';
import * as file from './jobs/[id]/file/route';
import * as log from './jobs/[id]/log/route';
import * as stream from './jobs/[id]/log/stream/route';
import * as undo from './jobs/[id]/undo/route';

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
  expect(first).toContain('id: 2');
  await log.POST(asked('POST', { events: [laid('c', 2)] }), at(id));
  expect(await heard(/"row":2/)).toContain('id: 3');
  gone.abort();
});

test('a job file goes out as it came in, under the job’s name', async () => {
  const { id } = await put({ ...base, name: 'Quay / “Long” room', 'x-kept': [1] } as Job);
  const answer = await file.GET(asked('GET'), at(id));
  expect(answer.headers.get('content-disposition')).toContain(encodeURIComponent('Quay-Long-room'));
  expect(await answer.json()).toMatchObject({ name: 'Quay / “Long” room', 'x-kept': [1] });
});
