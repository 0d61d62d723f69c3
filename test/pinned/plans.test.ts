import { createHash } from 'node:crypto';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { planJob } from '../../src/core/plan';
import { planText } from '../../src/core/given';
import { pinnedJobs } from './jobs';

/*
 * Plans that must not change by accident. Where a change is wanted: PITSAW_PIN=write npx jest test/pinned, and the commit says which changed
 * and why they are better.
 */
const file = join('test', 'pinned', 'plans.json');
const pinned = JSON.parse(readFileSync(file, 'utf8')) as Record<string, string>;
const found: Record<string, string> = {};
const writing = process.env.PITSAW_PIN === 'write';

test.each(pinnedJobs)('%s', (name, job) => {
  const plan = planJob(job);
  if (!plan.ok) throw new Error(plan.problems[0]!.text);
  found[name] = createHash('sha256').update(planText(plan.value, job.name)).digest('hex').slice(0, 20);
  if (!writing) expect(found[name]).toBe(pinned[name]);
});

afterAll(() => {
  if (writing) writeFileSync(file, `${JSON.stringify(found, null, 2)}\n`);
});
