import { newJob } from '../core/given';
import { planJob } from '../core/plan';
import { planSvg } from '.';

test('the drawing is at true scale, with every piece once', () => {
  const job = { ...newJob('A & <B>', 'metric', 3000, 2000) };
  const plan = planJob(job, { steps: 200 });
  if (!plan.ok) throw new Error('no plan');
  const svg = planSvg(job, plan.value);
  expect(svg).toContain('width="3400mm" height="2400mm" viewBox="-200 -2200 3400 2400"');
  expect(svg).toContain('<title>A &amp; &lt;B&gt;</title>');
  expect(svg.match(/id="f1-\d+\.\d+"/g)).toHaveLength(plan.value.floors[0]!.pieces.length);
  // the room's corners: y up on the floor is y down on the page
  expect(svg).toContain('d="M0 0L3000 0L3000 -2000L0 -2000Z"');
});
