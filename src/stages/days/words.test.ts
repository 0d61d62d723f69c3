import { createAsker } from '@/core/answer';
import { ANSWERS } from '@/core/answers';
import { clockOf, clockText, crewOf, plannedIn, type DaysReport } from '@/core/days';
import { newJob, type Crew, type Job } from '@/core/given';
import { printing } from './print';
import { dayWords, hoursWords, momentWords, pushedWords, roomDays, spanWords } from './words';

const job: Job = {
  ...newJob('Toll house', 'metric', 3600, 2600),
  spaces: [
    { id: 'hall', name: 'Hall', outline: [[0, 0], [3600, 0], [3600, 2600], [0, 2600]] }, // prettier-ignore
    { id: 'store', name: '', outline: [[5000, 0], [7000, 0], [7000, 1800], [5000, 1800]] }, // prettier-ignore
  ],
  crew: { begin: '2026-03-30' },
};
const asker = createAsker();
const reportOf = (crew: Partial<Crew>): DaysReport => {
  const made = asker.ask(ANSWERS.days, { job: { ...job, crew: { ...job.crew, ...crew } }, log: [] }, { steps: 200 });
  if (!made.ok) throw new Error(made.problems[0]!.text);
  return made.value;
};

test('days and times as people say them, in no zone', () => {
  const at = clockOf('2026-03-29T02:30');
  expect([dayWords(at), momentWords(at)]).toEqual(['Sun 29 Mar', 'Sun 29 Mar, 02:30']);
  expect(spanWords({ start: at, end: at + 90 })).toBe('Sun 29 Mar, 02:30 to 04:00');
  expect(spanWords({ start: at, end: at + 1440 })).toBe('Sun 29 Mar, 02:30 to Mon 30 Mar, 02:30');
  expect(hoursWords(105)).toBe('1.75 h');
});

test('what is held says what it pushes, and what it does not move stays unsaid', () => {
  const before = reportOf({});
  const trim = before.tasks.find((t) => t.id === 'trim/hall')!;
  const held = [{ task: trim.id, from: clockText(before.finish + 2 * 1440) }];
  const after = reportOf({ held });
  const [pushes, end] = pushedWords(job, before, after, trim.id);
  expect(pushes).toMatch(/^It pushes 1: Check and hand over, to /);
  expect(end).toBe(`The end moves from ${momentWords(before.finish)} to ${momentWords(after.finish)}.`);
  // all but the one that is held and what comes after it is where it was
  for (const t of after.tasks.filter((x) => x.id !== trim.id && x.id !== 'hand-over'))
    expect([t.id, t.start]).toEqual([t.id, before.tasks.find((b) => b.id === t.id)!.start]);
  expect(pushedWords(job, before, before, trim.id)).toEqual(['It pushes nothing.', 'The end stays where it is.']);
});

test('what a drag is tried by comes to what the answer says', () => {
  const before = reportOf({});
  const lay = before.tasks.find((t) => t.id === 'lay/f1')!;
  const held = [{ task: lay.id, from: clockText(lay.start + 1440) }];
  const tried = plannedIn(before.tasks, { ...crewOf(job.crew), begin: '2026-03-30', held }, before.pace, { places: 300, like: before.tasks.map((t) => t.at) }); // prettier-ignore
  const said = reportOf({ held });
  expect(momentWords(tried.finish)).toBe(momentWords(said.finish));
  expect(tried.tasks.find((t) => t.id === lay.id)).toMatchObject({ start: lay.start + 1440, held: true });
});

test('a room is free when its last task ends, whatever is done in the other', () => {
  const report = reportOf({});
  const days = roomDays(job, report);
  for (const { id } of job.spaces) {
    const own = report.tasks.filter((t) => t.spaces.includes(id) && !['hand-over', 'boxes', 'undercut'].includes(t.kind));
    expect(days.get(id)).toMatchObject({ free: Math.max(...own.map((t) => t.end)), lay: { kind: 'lay' } });
  }
});

test('on paper every task stands once, in order, by room names', () => {
  const report = reportOf({});
  const answer = ((name: string) => (name === 'days' ? report : null)) as never;
  const parts = printing.parts({ job, floors: [], plan: null, answer, working: false });
  const table = parts.find((p) => p.kind === 'table' && p.caption === 'Tasks');
  if (table?.kind !== 'table') throw new Error('no tasks');
  expect(table.rows.map((r) => r.key).sort()).toEqual(report.tasks.map((t) => t.id).sort());
  expect(JSON.stringify(table.rows.map((r) => r.cells))).not.toMatch(/f1|hall\b/);
  expect(printing.parts({ job, floors: [], plan: null, answer: (() => null) as never, working: false })).toEqual([]);
});
