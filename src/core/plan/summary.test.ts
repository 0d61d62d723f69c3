import { createAsker } from '../answer';
import { ANSWERS } from '../answers';
import { isPlaced, newJob, type Job } from '../given';
import { sawCuts, type CutList } from '../cuts';

const job: Job = { ...newJob('Toll house', 'metric', 4600, 3340), kerf: 3 };
const askOf = (of: Job) => {
  const asker = createAsker();
  const given = { job: of, log: [] };
  const [plan, cuts, summary, setOuts] = [ANSWERS.plan, ANSWERS.cuts, ANSWERS.summary, ANSWERS.setOut].map((one) =>
    asker.ask(one, given, { steps: 800 }),
  );
  if (!plan!.ok || !cuts!.ok || !summary!.ok || !setOuts!.ok) throw new Error('no plan');
  return {
    plan: plan!.value as never as Plan,
    cuts: cuts!.value as never as CutList,
    summary: summary!.value as never as Summary,
    setOuts: setOuts!.value,
  };
};
type Plan = import('../given').Plan;
type Summary = import('.').Summary;

test('the few numbers are those of plan, cut list and set-out', () => {
  const { plan, cuts, summary } = askOf(job);
  expect(summary).toMatchObject({ planks: plan.totals.planks, boxes: plan.totals.boxes, wastePercent: plan.totals.wastePercent });
  expect(summary.musts + summary.shoulds).toBe(plan.findings.length);
  // saw cuts are counted once, as the cut list asks for them
  expect(summary.cuts).toBe(sawCuts(cuts.pieces));
  expect(summary.worstStrip).toBeCloseTo(126, 0);
  expect(summary.leastStagger).toBe(summary.staggerOf['f1']);
});

test('findings at doorways are told apart; a room without a running wall has no strip', () => {
  const { plan, summary } = askOf({ ...job, layout: { ...job.layout, direction: 45 } });
  expect(summary.worstStrip).toBeNull();
  expect(summary.doorways).toBe(0);
  expect(plan.findings.every(isPlaced)).toBe(true);
});
