import { floorsOf } from '@/core/floors';
import { newJob, type Job, type Result } from '@/core/given';
import { planJob, summaryOf } from '@/core/plan';
import type { Planned } from '@/workers';
import { ARRANGEMENTS, compareArrangements, rankOthers } from './others';

const floorOf = (job: Job) => {
  const floors = floorsOf(job);
  if (!floors.ok) throw new Error('no floor');
  return floors.value[0]!;
};
const plan = async (job: Job): Promise<Result<Planned>> => {
  const made = planJob(job, { steps: 1500 });
  if (!made.ok) return made;
  return { ok: true, value: { plan: made.value, summary: summaryOf(made.value, [floorOf(job)]) } };
};

const presentOf = async (job: Job) => {
  const made = await plan(job);
  if (!made.ok) throw new Error('no plan');
  return made.value.plan.floors[0]!;
};

test('others are ranked, the best first, each with the seed that lays it and none of them twice', async () => {
  const job = newJob('Reading room', 'metric', 4600, 3200);
  const told: number[] = [];
  const others = (await rankOthers(job, floorOf(job), 1, await presentOf(job), plan, (done) => told.push(done)))!;
  expect(others.length).toBeGreaterThan(1);
  expect(others.length).toBeLessThanOrEqual(ARRANGEMENTS);
  others.slice(1).forEach((other, k) => expect(compareArrangements(others[k]!, other)).toBeLessThanOrEqual(0));
  for (const other of others) {
    expect(other.job.layout.stagger.seed).not.toBe(job.layout.stagger.seed);
    const again = await plan(other.job);
    expect(again.ok && again.value.plan.floors[0]).toEqual(other.floor);
  }
  expect(new Set(others.map((o) => JSON.stringify(o.floor.pieces))).size).toBe(others.length);
  expect(told.every((d) => d >= 0 && d <= 1)).toBe(true);
});

test('a floor without a choice has no other arrangement; a stopped ranking is none', async () => {
  const closet = newJob('Book store', 'metric', 1200, 900);
  const present = await presentOf(closet);
  const idle = () => undefined;
  expect(await rankOthers(closet, floorOf(closet), 1, present, plan, idle)).toEqual([]);
  expect(await rankOthers(closet, floorOf(closet), 1, present, () => Promise.resolve(null), idle)).toBeNull();
});
