import { newJob, type Job } from '../given';
import { floorsOf } from '../floors';
import { planJob } from '../plan';
import { untruths } from '../../../test/truth';

const job: Job = { ...newJob('Room', 'metric', 4300, 3600), kerf: 3 };
const withButts = (butts: number): Job => ({ ...job, layout: { ...job.layout, stagger: { ...job.layout.stagger, butts } } });
const planOf = (asked: Job) => {
  const plan = planJob(asked, { steps: 3000 });
  if (!plan.ok) throw new Error(plan.problems[0]!.text);
  return plan.value;
};

test('butt joints are made only where the job allows them and each saves a plank; both pieces say so, and the plan is true', () => {
  const without = planOf(withButts(0));
  expect(without.floors[0]!.pieces.some((p) => p.butt)).toBe(false);
  const asked = withButts(3);
  const made = planOf(asked);
  const butts = made.findings.filter((f) => f.rule === 'butt').length;
  expect(butts).toBeGreaterThan(0);
  expect(butts).toBeLessThanOrEqual(3);
  expect(made.totals.planks).toBeLessThanOrEqual(without.totals.planks - 1);
  expect(made.floors[0]!.pieces.filter((p) => p.butt)).toHaveLength(2 * butts);
  const floors = floorsOf(asked);
  expect(floors.ok && untruths(asked, floors.value, made)).toEqual([]);
  expect(made.findings.filter((f) => f.level === 'must')).toEqual([]);
});
