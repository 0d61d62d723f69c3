import { floorsOf } from '../src/core/floors';
import { readJob } from '../src/core/job';
import { planJob } from '../src/core/plan';
import { untruths } from '../test/truth';
import { houses } from './houses';

test.each(houses(8, 3).map((job) => [job.name, job] as const))('%s: the plan holds the truths', (_, job) => {
  expect(readJob(job)).toEqual({ ok: true, value: job });
  const plan = planJob(job, { steps: 3000 });
  const floors = floorsOf(job);
  if (!plan.ok || !floors.ok) throw new Error(JSON.stringify(plan.ok ? floors : plan.problems));
  expect(untruths(job, floors.value, plan.value)).toEqual([]);
});
