import { floorText, newJob, readFloorText, readJson, readJobText, type Job } from '.';

const job = newJob('Toll house', 'metric', 4000, 3000);
const words = (text: string) => {
  const read = readFloorText(text);
  return read.ok ? '' : `${read.problems[0]!.path}: ${read.problems[0]!.text}`;
};
const file = (rest: object) => JSON.stringify({ format: 'pitsaw/floor', version: 1, job, log: [], ...rest });
const note = (n: number, id?: string) => ({ n, time: '2026-03-02T08:00:00', by: '', what: 'note', text: 'x', ...(id ? { id } : {}) });

test('a job file is a floor on which nothing has happened yet; a floor file comes back as it went out', () => {
  expect(readFloorText(JSON.stringify(job))).toMatchObject({ ok: true, value: { job, log: [] } });
  expect(readFloorText(floorText(job, []))).toMatchObject({ ok: true, value: { job, log: [] } });
});

test.each<[object, RegExp]>([
  [{ version: 2 }, /^version: version 2 is not known/],
  [{ log: 'nothing' }, /^log: is the list/],
  [{ job: { ...job, kerf: -1 } }, /^job\.kerf: cannot be negative/],
  [{ log: [note(1)] }, /^log line 1: .*"begun"/],
  [{ log: [note(2)] }, /^log line 1/],
])('a floor file with %j is refused by its place', (rest, pattern) => expect(words(file(rest))).toMatch(pattern));

test('what only takes time to read is refused before it is read', () => {
  expect(readJson(`[${'1,'.repeat(400_000)}1]`)).toMatchObject({ ok: false });
  expect(readJson(`${'['.repeat(50)}${']'.repeat(50)}`)).toMatchObject({ ok: false });
  expect(readJson('{"a":[1,2]}')).toEqual({ ok: true, value: { a: [1, 2] } });
});

test('points are capped in sum, not only in each outline', () => {
  const around = (i: number) =>
    Array.from({ length: 1900 }, (_, k): [number, number] => {
      const a = (2 * Math.PI * k) / 1900;
      return [i * 20_000 + 5000 * Math.cos(a), 5000 * Math.sin(a)];
    });
  const crowded: Job = { ...job, spaces: Array.from({ length: 11 }, (_, i) => ({ id: `s${i}`, name: '', outline: around(i) })) };
  const read = readJobText(JSON.stringify(crowded));
  expect(read.ok ? '' : read.problems[0]!.text).toMatch(/^20900 points in all outlines together; at most 20000/);
  expect(readJobText(JSON.stringify({ ...crowded, spaces: crowded.spaces.slice(0, 10) })).ok).toBe(true);
});
