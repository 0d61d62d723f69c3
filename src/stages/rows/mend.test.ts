import { createAsker } from '@/core/answer';
import { ANSWERS } from '@/core/answers';
import { RULES } from '@/core/audit';
import { floorsOf } from '@/core/floors';
import { isPlaced, newJob, type Job, type Placed } from '@/core/given';
import type { Trial } from '@/ui/desk';
import { findMend, hasFault, remediesFor } from './mend';

const trialOf = (job: Job): Trial => {
  const asker = createAsker();
  const given = { job, log: [] };
  const plan = asker.ask(ANSWERS.plan, given, { steps: 300 });
  const summary = asker.ask(ANSWERS.summary, given, { steps: 300 });
  if (!plan.ok || !summary.ok) throw new Error('no plan');
  return { plan: plan.value, summary: summary.value };
};
const floorsFor = (job: Job) => {
  const floors = floorsOf(job);
  if (!floors.ok) throw new Error('no floors');
  return floors.value;
};

/** Looks for a mend and counts what is tried. */
async function mendOf(job: Job, finding: Placed, now = trialOf(job)) {
  const asked: Job[] = [];
  const mended = await findMend({ job, floors: floorsFor(job), finding, now }, (other) => {
    asked.push(other);
    return Promise.resolve(trialOf(other));
  });
  return { asked, mended };
}
const findingOf = (job: Job, rule: string) =>
  trialOf(job)
    .plan.findings.filter(isPlaced)
    .find((f) => f.rule === rule);

const room = newJob('Sliver', 'metric', 4600, 3340);
const sliver: Job = { ...room, layout: { ...room.layout, setOut: { mode: 'row-edge-at', at: [0, 30] } } };

test('a sliver is mended by the best place for the line, in the job as it is when it is taken', async () => {
  const { mended } = await mendOf(sliver, findingOf(sliver, 'rip')!);
  expect(mended?.(sliver).layout.setOut).toEqual({ mode: 'auto' });
  // what was typed meanwhile stays
  expect(mended?.({ ...sliver, name: 'typed meanwhile' }).name).toBe('typed meanwhile');
});

test('a pattern that planks of several lengths cannot keep is mended by the school that they are laid by anyway', async () => {
  const planks = [1285, 900].map((length) => ({ length, width: 192, share: 0.5 }));
  const mixed: Job = {
    ...room,
    product: { ...room.product, planks },
    layout: { ...room.layout, stagger: { school: 'half', seed: 1 } },
  };
  const { mended, asked } = await mendOf(mixed, findingOf(mixed, 'school')!);
  expect(mended?.(mixed).layout.stagger).toEqual({ school: 'offcut', seed: 1 });
  expect(asked).toHaveLength(1);
});

test('a mend that leaves the chosen finding is no mend, however much else it mends', async () => {
  const finding = findingOf(sliver, 'rip')!;
  const now = trialOf(sliver);
  const worse = { ...now, summary: { ...now.summary, musts: now.summary.musts + 5 } };
  // every trial gives the same floor again: fewer faults than before, and the sliver still there
  const mended = await findMend({ job: sliver, floors: floorsFor(sliver), finding, now: worse }, () => Promise.resolve(now));
  expect(hasFault(now.plan.findings, finding)).toBe(true);
  expect(mended).toBeNull();
});

test('joints beside a register and bands of short pieces promise a mend, and what is promised is tried', async () => {
  for (const rule of ['register-joint', 'short-band'] as const) expect(RULES[rule].remedies).toContain('other-starters');
  const at = [1500, 1700] as const;
  const outline = [[at[0], at[1]], [at[0] + 300, at[1]], [at[0] + 300, at[1] + 100], [at[0], at[1] + 100]] as [number, number][]; // prettier-ignore
  const job: Job = { ...room, obstacles: [{ id: 'r', kind: 'register', gap: 3, outline }] };
  const finding: Placed = { rule: 'register-joint', level: 'should', floor: 'f1', at: [1650, 1750], text: '' };
  expect(remediesFor(finding).length).toBeGreaterThan(0);
  const now = trialOf(job);
  const { asked, mended } = await mendOf(job, finding, { ...now, summary: { ...now.summary, shoulds: now.summary.shoulds + 3 } });
  expect(asked.length).toBeGreaterThan(0);
  if (mended) expect(hasFault(trialOf(mended(job)).plan.findings, finding)).toBe(false);
});

test('once given up, nothing is changed', async () => {
  const finding = findingOf(sliver, 'rip')!;
  const mended = await findMend({ job: sliver, floors: floorsFor(sliver), finding, now: trialOf(sliver) }, () => Promise.resolve(null));
  expect(mended).toBeNull();
});
