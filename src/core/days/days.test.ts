import { dayUntruths, type PrintedDays } from '@test/days';
import { houses } from '../../../test/houses';
import { createAsker } from '../answer';
import { ANSWERS } from '../answers';
import { newJob, PRESET_MATERIALS, type Crew, type Event, type Job, type Plan } from '../given';
import { planJob } from '../plan';
import { crewOf, paceOfLog } from '.';

const crew = { people: 2, from: '07:30', to: '16:00', break: 0.75, days: ['mo', 'tu', 'th', 'fr'], off: ['2026-04-03'], begin: '2026-03-30' } satisfies Crew; // prettier-ignore

const daysOf = (job: Job, log: readonly Event[] = []): PrintedDays => {
  const given = { job, log };
  const made = createAsker().ask(ANSWERS.days, given, { steps: 200 });
  if (!made.ok) throw new Error(made.problems[0]!.text);
  return JSON.parse(ANSWERS.days.verb!.print(made.value, given)) as PrintedDays;
};
const taskOf = (printed: PrintedDays, id: string) => printed.tasks.find((t) => t.id === id)!;

const withDip = (job: Job, deep: number): Job => ({
  ...job,
  crew,
  beneath: { materials: [...PRESET_MATERIALS] },
  bases: job.spaces.slice(0, 2).map(({ id, outline }) => {
    const [a, , c] = outline;
    const middle: [number, number] = [(a![0] + c![0]) / 2, (a![1] + c![1]) / 2];
    return {
      space: id,
      substrate: 'concrete' as const,
      levels: [...outline.map((at) => ({ at, height: 0 })), { at: middle, height: -deep }],
    };
  }),
});

test.each(houses(4, 33).map((h, i) => [h.name, withDip(h, i % 2 === 0 ? 6 : 14)] as const))('%s: the days are true', (_, job) => {
  const printed = daysOf(job);
  expect(dayUntruths(crewOf(crew) as never, printed)).toEqual([]);
  const made = planJob(job, { steps: 200 });
  if (!made.ok) throw new Error('no plan');
  // every floor is laid after its boxes have rested and its pours have set
  for (const floor of made.value.floors) {
    const lay = taskOf(printed, `lay/${floor.id}`);
    expect(lay.after).toContainEqual({ task: 'boxes', wait: 48 });
    for (const space of floor.spaces)
      if (taskOf(printed, `pour/${space}`)) expect(lay.after).toContainEqual({ task: `pour/${space}`, wait: 24 });
  }
});

test('a deep dip is poured as often as base says, each on one that can be walked on; the last has the plain name', () => {
  const job = withDip(newJob('Toll house', 'metric', 3000, 2400), 28);
  const asker = createAsker();
  const base = asker.ask(ANSWERS.base, { job, log: [] });
  if (!base.ok) throw new Error('no base');
  const pours = base.value.spaces[0]!.pours.least;
  expect(pours).toBeGreaterThan(1);
  const printed = daysOf(job);
  expect(printed.tasks.filter((t) => t.id.startsWith('pour/'))).toHaveLength(pours);
  expect(taskOf(printed, 'pour/room').after).toEqual([{ task: `pour/room/${pours - 1}`, wait: 4 }]);
  expect(taskOf(printed, 'pour/room/1').after).toEqual([{ task: 'prime/room', wait: 1 }]);
});

test('without a day to begin on there are no days, and it is said', () => {
  const { begin, ...rest } = crew;
  expect(begin).toBeTruthy();
  const made = createAsker().ask(ANSWERS.days, { job: { ...newJob('Toll house', 'metric', 3000, 2400), crew: rest }, log: [] });
  expect(made).toMatchObject({ ok: false, problems: [{ path: 'crew.begin' }] });
});

test('boxes that have rested already are not waited for, and a product that needs no rest is not', () => {
  const job = { ...newJob('Toll house', 'metric', 3000, 2400), crew };
  const wait = (of: Job) => taskOf(daysOf(of), 'lay/f1').after.find((a) => a.task === 'boxes')!.wait;
  expect(wait(job)).toBe(48);
  expect(wait({ ...job, product: { ...job.product, rest: 0 } })).toBe(0);
  expect(wait({ ...job, boxesSince: '2026-03-29T00:00' })).toBe(24);
  expect(wait({ ...job, boxesSince: '2026-03-20T00:00' })).toBe(0);
});

test('more people never make the end later, nor does a faster pace', () => {
  const [job] = houses(1, 9);
  const finish = (change: Partial<Crew>) => daysOf({ ...job!, crew: { ...crew, ...change } }).finish;
  expect(finish({ people: 1 }) >= finish({ people: 2 })).toBe(true);
  expect(finish({ people: 2 }) >= finish({ people: 4 })).toBe(true);
  expect(finish({}) >= finish({ pace: { lay: 9 } })).toBe(true);
});

test('a room that is needed first is done no later than without asking', () => {
  const [job] = houses(1, 12);
  const rooms = job!.spaces.filter((s) => s.id !== 'hall');
  const doneIn = (printed: PrintedDays, space: string) =>
    printed.tasks.filter((t) => t.id !== 'hand-over' && t.spaces.length < job!.spaces.length && t.spaces.includes(space)).map((t) => t.end).sort().at(-1)!; // prettier-ignore
  const plain = daysOf({ ...job!, crew });
  for (const { id } of rooms.slice(0, 3))
    expect(doneIn(daysOf({ ...job!, crew: { ...crew, first: id } }), id) <= doneIn(plain, id)).toBe(true);
});

test('the crew’s own log gives its pace: the first three rows count as ten', () => {
  const job = newJob('Toll house', 'metric', 4200, 3800);
  const made = planJob(job);
  if (!made.ok) throw new Error('no plan');
  const plan: Plan = made.value;
  const [floor] = plan.floors;
  // whole rows of 0.8 m²: ten minutes for each of the first three, three for every other
  let minute = 0;
  const rows = floor!.rows.map((r, i): Event => {
    minute += i < 3 ? 10 : 3;
    const time = new Date(Date.UTC(2026, 2, 30, 8, minute)).toISOString();
    return { n: i + 2, time, by: 'Wren', what: 'laid', floor: 'f1', row: r.n };
  });
  const begun: Event = { n: 1, time: '2026-03-30T08:00:00Z', by: 'Wren', what: 'begun', format: 'pitsaw/log', version: 1, plan };
  const pace = paceOfLog([begun, ...rows], 2)!;
  expect(pace.rows).toBe(rows.length - 1);
  const whole = (plan.totals.laidArea / floor!.rows.length) * 20;
  expect(pace.lay).toBeGreaterThan((whole / 2) * 0.9);
  expect(pace.lay).toBeLessThan((whole / 2) * 1.1);
  expect(paceOfLog([begun, ...rows.slice(0, 3)], 2)).toBeNull();
  // it is used where nobody says another
  const slow = daysOf({ ...job, crew }, [begun, ...rows]);
  expect(taskOf(slow, 'lay/f1').hours).toBeLessThan(taskOf(daysOf({ ...job, crew }), 'lay/f1').hours);
});
