import { floorsOf } from '@/core/floors';
import { newJob, type Job } from '@/core/given';
import { planJob, summaryOf } from '@/core/plan';
import type { Planned, Planner } from '@/workers';
import { findMend, hasMend } from './mend';

const plannedOf = (job: Job): Planned => {
  const [plan, floors] = [planJob(job, { steps: 300 }), floorsOf(job)];
  if (!plan.ok || !floors.ok) throw new Error('no plan');
  return { plan: plan.value, summary: summaryOf(plan.value, floors.value) };
};

/** A planner without a worker, that counts what it is asked. */
function planner(asked: Job[]): Planner {
  return {
    plan: (job) => {
      asked.push(job);
      return Promise.resolve({ ok: true, value: plannedOf(job) });
    },
    cancel: () => undefined,
  };
}

const room = newJob('Sliver', 'metric', 4600, 3340);
const sliver: Job = { ...room, layout: { ...room.layout, setOut: { mode: 'row-edge-at', at: [0, 30] } } };

test('a sliver is mended by the best place for the line', async () => {
  const now = plannedOf(sliver);
  const finding = now.plan.findings.find((f) => f.rule === 'rip')!;
  expect(hasMend(finding)).toBe(true);
  const mended = await findMend(sliver, finding, now, planner([]), new AbortController().signal);
  expect(mended?.layout.setOut).toEqual({ mode: 'auto' });
});

test('a pattern that planks of several lengths cannot keep is mended by the school that they are laid by anyway', async () => {
  const planks = [1285, 900].map((length) => ({ length, width: 192, share: 0.5 }));
  const mixed: Job = {
    ...room,
    product: { ...room.product, planks },
    layout: { ...room.layout, stagger: { school: 'half', seed: 1 } },
  };
  const now = plannedOf(mixed);
  const finding = now.plan.findings.find((f) => f.rule === 'school')!;
  expect(hasMend(finding)).toBe(true);
  const asked: Job[] = [];
  const mended = await findMend(mixed, finding, now, planner(asked), new AbortController().signal);
  expect(mended?.layout.stagger).toEqual({ school: 'offcut', seed: 1 });
  expect(asked).toHaveLength(1);
});

test('once given up, nothing more is tried and nothing is changed', async () => {
  const tight: Job = { ...newJob('Tight', 'metric', 6000, 5000), kerf: 3 };
  const now = plannedOf(tight);
  const finding = now.plan.findings.find((f) => f.level === 'should')!;
  const asked: Job[] = [];
  const trial = new AbortController();
  const counting = planner(asked);
  const given = findMend(tight, finding, now, { ...counting, plan: (job) => (trial.abort(), counting.plan(job)) }, trial.signal);
  expect(await given).toBeNull();
  expect(asked).toHaveLength(1);
});
