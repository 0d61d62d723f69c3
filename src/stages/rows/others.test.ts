import { floorsOf } from '@/core/floors';
import { createAsker } from '@/core/answer';
import { ANSWERS } from '@/core/answers';
import { newJob, type Job } from '@/core/given';
import { withFloorLayout, type Trial } from '@/ui/desk';
import { ARRANGEMENTS, compareArrangements, rankOthers } from './others';

const floorOf = (job: Job) => {
  const floors = floorsOf(job);
  if (!floors.ok) throw new Error('no floor');
  return floors.value[0]!;
};
const plan = (job: Job): Promise<Trial | null> => {
  const asker = createAsker();
  const given = { job, log: [] };
  const made = asker.ask(ANSWERS.plan, given, { steps: 1500 });
  const summary = asker.ask(ANSWERS.summary, given, { steps: 1500 });
  return Promise.resolve(made.ok && summary.ok ? { plan: made.value, summary: summary.value } : null);
};

const presentOf = async (job: Job) => (await plan(job))!.plan.floors[0]!;

test('others are ranked, the best first, each with the seed that lays it and none of them twice', async () => {
  const job = newJob('Reading room', 'metric', 4600, 3200);
  const told: number[] = [];
  const others = await rankOthers(job, floorOf(job), 1, await presentOf(job), plan, (done) => told.push(done));
  expect(others.length).toBeGreaterThan(1);
  expect(others.length).toBeLessThanOrEqual(ARRANGEMENTS);
  others.slice(1).forEach((other, k) => expect(compareArrangements(others[k]!, other)).toBeLessThanOrEqual(0));
  for (const other of others) {
    expect(other.change.stagger!.seed).not.toBe(job.layout.stagger.seed);
    const again = await plan(withFloorLayout(job, floorOf(job), 1, other.change));
    expect(again!.plan.floors[0]).toEqual(other.floor);
  }
  expect(new Set(others.map((o) => JSON.stringify(o.floor.pieces))).size).toBe(others.length);
  expect(told.every((d) => d >= 0 && d <= 1)).toBe(true);
});

test('a floor without a choice has no other arrangement; a stopped ranking has none', async () => {
  const closet = newJob('Book store', 'metric', 1200, 900);
  const present = await presentOf(closet);
  const idle = () => undefined;
  expect(await rankOthers(closet, floorOf(closet), 1, present, plan, idle)).toEqual([]);
  expect(await rankOthers(closet, floorOf(closet), 1, present, () => Promise.resolve(null), idle)).toEqual([]);
});
