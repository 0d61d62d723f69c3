import ICAL from 'ical.js';
import { createAsker } from '../core/answer';
import { ANSWERS } from '../core/answers';
import { clockText, type DaysReport } from '../core/days';
import { newJob, PRESET_MATERIALS, type Job } from '../core/given';
import { daysIcs } from './ics';

const job: Job = {
  ...newJob('Toll house, “old”; north', 'metric', 4200, 3100),
  spaces: [{ id: 'room', name: 'Wachstube, groß; mit sehr langem Namen, der in keine Zeile der Datei paßt', outline: [[0, 0], [4200, 0], [4200, 3100], [0, 3100]] }], // prettier-ignore
  beneath: { materials: [...PRESET_MATERIALS] },
  bases: [{ space: 'room', substrate: 'concrete', levels: [[0, 0], [4200, 0], [4200, 3100], [0, 3100], [2000, 1500]].map(([x, y], i) => ({ at: [x!, y!], height: i === 4 ? -9 : 0 })) }], // prettier-ignore
  // the clocks change within it in most places
  crew: { begin: '2026-03-27', days: ['fr', 'sa', 'su', 'mo'], from: '01:30', to: '04:30', break: 0 },
};

const reportOf = (of: Job): DaysReport => {
  const made = createAsker().ask(ANSWERS.days, { job: of, log: [] }, { steps: 100 });
  if (!made.ok) throw new Error(made.problems[0]!.text);
  return made.value;
};
const entries = (text: string) => new ICAL.Component(ICAL.parse(text)).getAllSubcomponents('vevent').map((e) => new ICAL.Event(e));

test('another’s parser reads one entry a task and one for each wait’s end, with floating times and the words as they were', () => {
  const report = reportOf(job);
  const text = daysIcs(report, job);
  const read = entries(text);
  expect(read).toHaveLength(report.tasks.length + report.waits.length);
  for (const task of report.tasks) {
    const entry = read.find((e) => e.uid.startsWith(`${task.id}@`))!;
    expect(entry.startDate.toString()).toBe(`${clockText(task.start)}:00`);
    expect(entry.endDate.toString()).toBe(`${clockText(task.end)}:00`);
    expect(entry.startDate.zone.tzid).toBe('floating');
  }
  expect(read.find((e) => e.uid.startsWith('lay/f1@'))!.summary).toBe(`Lay: ${job.spaces[0]!.name}`);
  for (const wait of report.waits) {
    const entry = read.find((e) => e.uid.startsWith(`wait/${wait.after}/${wait.task}@`))!;
    expect(entry.startDate.toString()).toBe(`${clockText(wait.ends)}:00`);
  }
  expect(text).toContain('DTSTAMP:20260327T000000Z');
});

test('lines end as they should and are folded', () => {
  const text = daysIcs(reportOf(job), job);
  const lines = text.split('\r\n');
  expect(text.replaceAll('\r\n', '')).not.toMatch(/[\r\n]/);
  expect(Math.max(...lines.map((l) => Buffer.byteLength(l)))).toBeLessThanOrEqual(75);
});

test('imported again it replaces: the same UIDs on other days, others for another job', () => {
  const uids = (of: Job) => entries(daysIcs(reportOf(of), of)).map((e) => e.uid).sort(); // prettier-ignore
  const later = { ...job, crew: { ...job.crew, begin: '2026-05-01', people: 1 } };
  expect(uids(later)).toEqual(uids(job));
  expect(new Set(uids(job)).size).toBe(uids(job).length);
  expect(uids({ ...job, name: 'Another' })).not.toEqual(uids(job));
});
