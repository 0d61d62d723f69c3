import fc from 'fast-check';
import { dayUntruths, earliestFinish, smallSchedule } from '@test/days';
import { calendarOf, clockOf, clockText, crewOf, criticalOf, scheduled, slackOf, type Duty } from '.';
import { randomFrom } from '../rows';

const putDown = (seed: number) => {
  const { crew, tasks } = smallSchedule(randomFrom(seed));
  const whole = crewOf({ ...crew, days: [...crew.days] as never, off: [...crew.off] });
  const calendar = calendarOf(whole, crew.begin);
  const duties = tasks.map((t, i): Duty => ({ id: `t${i}`, ...t }));
  const wish = { people: crew.people, begin: clockOf(crew.begin) };
  return { crew, tasks, calendar, duties, wish, ...scheduled(duties, calendar, wish) };
};

test('small schedules end as early as any order of their tasks does', () => {
  for (let seed = 0; seed < 9; seed++) {
    const { crew, tasks, calendar, duties, starts, proven } = putDown(seed);
    const finish = Math.max(...starts.map((s, i) => calendar.endOf(s + duties[i]!.minutes)));
    expect([seed, clockText(finish), proven]).toEqual([seed, clockText(earliestFinish(crew, tasks)), true]);
  }
});

test('no task begins too early, at night or with too few people, none could begin earlier, and what is critical is a chain', () => {
  fc.assert(
    fc.property(fc.integer({ min: 100, max: 1e6 }), (seed) => {
      const { crew, calendar, duties, starts } = putDown(seed);
      const tasks = duties.map((d, i) => ({
        id: d.id,
        spaces: [],
        people: d.people,
        hours: d.minutes / 60,
        after: d.after.map((a) => ({ task: `t${a.duty}`, wait: a.wait / 60 })),
        start: clockText(calendar.startOf(starts[i]!)),
        end: clockText(calendar.endOf(starts[i]! + d.minutes)),
      }));
      const finish = tasks.map((t) => t.end).sort().at(-1)!; // prettier-ignore
      const critical = criticalOf(duties, starts, calendar).map((i) => duties[i]!.id);
      expect(dayUntruths(crew, { tasks, finish, critical })).toEqual([]);
    }),
    { numRuns: 40 },
  );
});

test('a task begins as late as its slack says without the end being later', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 1e6 }), (seed) => {
      const { calendar, duties, wish, starts } = putDown(seed);
      const slack = slackOf(duties, starts, calendar, wish.people);
      const late = scheduled(
        duties.map((d, i) => ({ ...d, notBefore: calendar.startOf(starts[i]! + slack[i]!) })),
        calendar,
        wish,
      );
      const end = (of: readonly number[]) => Math.max(...of.map((s, i) => s + duties[i]!.minutes));
      expect(end(late.starts)).toBe(end(starts));
    }),
    { numRuns: 60 },
  );
});

test('the break stands in the middle, its beginning rounded down, and days off are left out', () => {
  const crew = crewOf({ from: '08:00', to: '16:31', break: 0.5, days: ['mo', 'we'], off: ['2026-04-01'], people: 1 });
  const calendar = calendarOf(crew, '2026-03-30');
  expect(calendar.perDay).toBe(481);
  expect(clockText(calendar.endOf(240))).toBe('2026-03-30T12:00');
  expect(clockText(calendar.startOf(240))).toBe('2026-03-30T12:30');
  // what ends with the day ends there, and what comes next begins on the next day at work
  expect(clockText(calendar.endOf(481))).toBe('2026-03-30T16:31');
  expect(clockText(calendar.startOf(481))).toBe('2026-04-06T08:00');
  expect(calendar.from(clockOf('2026-03-30T12:10'))).toBe(240);
  expect(calendar.from(clockOf('2026-03-30T23:00'))).toBe(481);
  expect(calendar.from(clockOf('2026-03-30T07:59'))).toBe(0);
});

test('what somebody wants first is done first, and a task that is held does not begin before', () => {
  const calendar = calendarOf(crewOf({ people: 1 }), '2026-03-30');
  const duties: Duty[] = [
    { id: 'long', people: 1, minutes: 300, after: [] },
    { id: 'short', people: 1, minutes: 60, after: [] },
    { id: 'wanted', people: 1, minutes: 60, after: [{ duty: 1, wait: 0 }] },
  ];
  const wish = { people: 1, begin: clockOf('2026-03-30') };
  expect(scheduled(duties, calendar, { ...wish, first: [2] }).starts).toEqual([120, 0, 60]);
  const held = scheduled([{ ...duties[0]!, notBefore: clockOf('2026-03-31') }, ...duties.slice(1)], calendar, wish);
  expect(held.starts).toEqual([480, 0, 60]);
});

test('hundreds of tasks are put down in a moment', () => {
  const random = randomFrom(5);
  const duties = Array.from({ length: 400 }, (_, i): Duty => ({
    id: `t${i}`,
    people: 1 + Math.floor(random() * 2),
    minutes: 15 + Math.floor(random() * 200),
    after: i < 5 ? [] : [{ duty: Math.floor(random() * i), wait: 0 }],
  }));
  const { starts } = scheduled(duties, calendarOf(crewOf({ people: 3 }), '2026-03-30'), { people: 3, begin: clockOf('2026-03-30') });
  const work = duties.reduce((sum, d) => sum + d.minutes * d.people, 0) / 3;
  const finish = Math.max(...starts.map((s, i) => s + duties[i]!.minutes));
  expect(finish).toBeLessThan(work * 1.1);
});
