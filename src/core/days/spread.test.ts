import { newJob, planFile, readLogText, type Plan } from '../given';
import { planJob } from '../plan';
import { rowTimes, spreadOf } from '.';

const job = newJob('Toll house', 'metric', 3600, 2400);
const plan = (planJob(job, { steps: 200 }) as { value: Plan }).value;
const read = (...lines: object[]) => {
  const begun = { what: 'begun', format: 'pitsaw/log', version: 1, plan: planFile(plan, job.name), time: '2026-03-02T08:00:00' };
  const events = readLogText([begun, ...lines].map((l, i) => `${JSON.stringify({ n: i + 1, by: 'Ada', ...l })}\n`).join(''));
  if (!events.ok) throw new Error(events.problems[0]!.text);
  return events.value;
};
const laid = (row: number, time: string, by = 'Ada', piece?: string) => ({
  what: 'laid',
  floor: 'f1',
  row,
  time: `2026-03-02T${time}:00`,
  by,
  piece,
});

test('a row is laid when its last piece is, and a pause is no pace', () => {
  const pieces = plan.floors[0]!.pieces.filter((p) => p.row === 2).map((p) => p.id);
  const times = rowTimes(
    read(laid(1, '08:20'), ...pieces.map((id, k) => laid(2, `08:3${k}`, 'Moss', id)), laid(3, '12:00'), laid(4, '12:10'), { what: 'undone', event: pieces.length + 4, time: '2026-03-02T12:11:00' }), // prettier-ignore
  );
  expect(times.map((t) => [t.row, t.by, t.minutes])).toEqual([
    [1, 'Ada', 20],
    [2, 'Moss', 10 + pieces.length - 1],
    [3, 'Ada', null],
  ]);
});

test('what is to come is told with a spread, and not by the first rows', () => {
  const minutes = [40, 45, 50, 10, 12, 14, 16, 30];
  let at = 480;
  const lines = minutes.map((m, k) => {
    at += m;
    return laid(k + 1, `${String(Math.floor(at / 60)).padStart(2, '0')}:${String(at % 60).padStart(2, '0')}`);
  });
  expect(spreadOf(rowTimes(read(...lines)), 4)).toEqual({ fast: 48, middle: 56, slow: 64 });
  expect(spreadOf(rowTimes(read(...lines.slice(0, 4))), 4)).toBeNull();
});
