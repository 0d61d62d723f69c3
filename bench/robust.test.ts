import { floorsOf } from '../src/core/floors';
import { planJob } from '../src/core/plan';
import { randomFrom } from '../src/core/rows';
import { untruths } from '../test/truth';
import { jitteredJob, narrowest } from './robust';

test('rooms turned by any angle, each corner off by a thousandth: plans are true, and no piece is as narrow as a line', () => {
  const random = randomFrom(3);
  for (let n = 0; n < 60; n++) {
    const job = jitteredJob(random, n);
    const plan = planJob(job, { steps: 300 });
    const floors = floorsOf(job);
    if (!plan.ok || !floors.ok) throw new Error(`${job.name} cannot be laid`);
    expect([job.name, untruths(job, floors.value, plan.value)]).toEqual([job.name, []]);
    expect([job.name, narrowest(plan.value) > (job.layout.setOut.mode === 'auto' ? 1 : 0.02)]).toEqual([job.name, true]);
  }
});
