import { createAsker } from '../src/core/answer';
import { beneath } from '../src/core/beneath';
import { floorsOf } from '../src/core/floors';
import { PRESET_MATERIALS, readJob } from '../src/core/given';
import { cutList } from '../src/core/cuts';
import { planJob } from '../src/core/plan';
import { layerUntruths, type PrintedBeneath } from './layers';
import { missawn } from './sawn';
import { untruths } from './truth';
import { houses } from './houses';

test.each(houses(8, 3).map((job) => [job.name, job] as const))('%s: the plan holds the truths', (_, job) => {
  expect(readJob(job)).toEqual({ ok: true, value: job });
  const plan = planJob(job, { steps: 3000 });
  const floors = floorsOf(job);
  if (!plan.ok || !floors.ok) throw new Error(JSON.stringify(plan.ok ? floors : plan.problems));
  expect(untruths(job, floors.value, plan.value)).toEqual([]);
  // who follows the cut list ends with every piece
  expect(missawn(job, plan.value, cutList(job, plan.value))).toEqual([]);
});

test('where a row straddles a wall, no strip of it ends in a piece that is too short', () => {
  // the tenth house has walls that flare, so that its strips beside a wall begin where no run does
  const job = houses(10, 1)[9]!;
  const plan = planJob({ ...job, layout: { ...job.layout, stagger: { school: 'thirds', seed: 1 } } });
  expect(plan.ok && plan.value.findings.filter((f) => f.rule === 'endPiece')).toEqual([]);
});

test.each(houses(8, 1).map((job) => [job.name, job] as const))('%s: what lies beneath holds the truths', (_, house) => {
  const bases = house.spaces.map((s, i) => ({ space: s.id, substrate: i % 3 < 2 ? ('concrete' as const) : ('boards' as const) }));
  const job = { ...house, bases, beneath: { materials: [...PRESET_MATERIALS] } };
  const [floors, made] = [floorsOf(job), createAsker().ask(beneath, { job, log: [] })];
  if (!floors.ok || !made.ok) throw new Error('cannot be laid');
  expect(layerUntruths(job, floors.value, JSON.parse(beneath.verb!.print(made.value, { job, log: [] })) as PrintedBeneath)).toEqual([]);
});
