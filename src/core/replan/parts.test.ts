import { newJob, type Job, type Plan } from '../given';
import { floorsOf } from '../floors';
import { groundOfSite, siteOf, type Site } from '../lay';
import { planJob } from '../plan';
import { eventsOf, logText } from '../../../test/happenings';
import { boxOf, polygonArea } from '../geometry';
import { allJoints, floorToLay, thickness, type Stretch } from './ground';
import { keptJoints, linesOf, jointsFor } from './joints';
import { needsOf, met } from './saw';
import { blocksOf, partBin, stockOf, suppliesOf } from './wood';

const job: Job = { ...newJob('Toll house', 'metric', 5200, 2400), kerf: 3 };
const plan = (planJob(job, { steps: 300 }) as { value: Plan }).value;
const first = plan.floors[0]!;
const rowOf = (n: number) => first.pieces.filter((p) => p.row === n);
const siteAfter = (...lines: object[]): Site => {
  const site = siteOf(eventsOf(logText(job, plan, lines)), groundOfSite(job));
  if (!site.ok) throw new Error(site.problems[0]!.text);
  return site.value;
};
const floor = (() => {
  const found = floorsOf(job);
  if (!found.ok) throw new Error('no floor');
  return found.value[0]!;
})();
const ground = (site: Site) => floorToLay(floor, first, site);

test('a row of which two pieces lie is laid on from the second to the wall', () => {
  const [a, b] = rowOf(2);
  const own = ground(
    siteAfter(...[a!, b!].map((p) => ({ what: 'laid', floor: 'f1', row: 2, piece: p.id })), { what: 'stock', planks: 50 }),
  );
  const [left, ...others] = own.stretches.filter((s) => s.run.row.n === 2);
  expect(others).toEqual([]);
  expect([left!.left, left!.right]).toEqual(['joint', 'edge']);
  expect(left!.run.u0).toBeCloseTo(boxOf(b!.outline[0]!).maxX, 2);
  expect(own.bare).toEqual([]);
});

test('a hole between what lies is filled between two joints; a row that lies whole is not added to', () => {
  const pieces = rowOf(2);
  const ends = [pieces[0]!, pieces.at(-1)!];
  const holed = ground(siteAfter(...ends.map((p) => ({ what: 'laid', floor: 'f1', row: 2, piece: p.id })), { what: 'stock', planks: 50 }));
  expect(holed.stretches.filter((s) => s.run.row.n === 2).map((s) => [s.left, s.right])).toEqual([['joint', 'joint']]);
  const whole = ground(siteAfter({ what: 'laid', floor: 'f1', row: 2 }, { what: 'stock', planks: 50 }));
  expect(whole.stretches.some((s) => s.run.row.n === 2)).toBe(false);
});

test('where the starting wall is found farther out, rows come before the first one', () => {
  const space = job.spaces[0]!;
  const outline = space.outline.map(([x, y]) => [x, y > 1000 ? y + 150 : y]);
  const events = eventsOf(
    logText(job, plan, [
      { what: 'laid', floor: 'f1', row: 4 },
      { what: 'wall', space: space.id, outline },
    ]),
  );
  const site = siteOf(events, groundOfSite(job));
  const wider = floorsOf({ ...job, spaces: [{ ...space, outline: outline as [number, number][] }] });
  if (!site.ok || !wider.ok) throw new Error('no site');
  const own = floorToLay(wider.value[0]!, first, site.value);
  const numbers = own.rows.map((r) => r.n);
  expect(Math.min(...numbers)).toBeLessThan(first.rows[0]!.n);
  expect(numbers).toEqual(numbers.map((_, i) => numbers[0]! + i));
  own.rows.forEach((r, i) => i > 0 && expect(r.from).toBeCloseTo(own.rows[i - 1]!.to, 3));
});

const stretch = (u0: number, u1: number, left: Stretch['left'], right: Stretch['right'], planned: readonly number[] | null) =>
  ({ run: { u0, u1 }, left, right, planned }) as unknown as Stretch;

test.each<[string, Stretch, readonly number[]]>([
  ['as planned', stretch(0, 3000, 'edge', 'edge', [500, 1785]), [500, 1785]],
  ['on from a joint, where nothing was planned', stretch(0, 3000, 'joint', 'edge', null), [1285, 2570]],
  ['up to a joint, where nothing was planned', stretch(0, 3000, 'edge', 'joint', null), [430, 1715]],
  ['a wall farther out than a plank reaches', stretch(0, 3300, 'joint', 'edge', [1285]), [1285, 2570]],
  ['no joint where one plank does', stretch(0, 900, 'joint', 'edge', null), []],
])('joints are kept: %s', (_, of, want) => {
  expect(keptJoints(of, 1285)).toEqual(want);
});

test('all joints of a run are each there once, what lies and what comes', () => {
  const own = ground(siteAfter({ what: 'laid', floor: 'f1', row: 2 }, { what: 'stock', planks: 50 }));
  const run = own.runs.find((r) => r.row.n === 2)!;
  const joints = rowOf(2).slice(1).map((p) => boxOf(p.outline[0]!).minX); // prettier-ignore
  const found = allJoints(own, run, joints);
  expect(found).toHaveLength(joints.length);
  found.forEach((u, i) => expect(u).toBeCloseTo(joints[i]!, 2));
});

test('what begun planks have left stands at the end that it keeps', () => {
  const last = rowOf(1).at(-1)!;
  const site = siteAfter({ what: 'laid', floor: 'f1', row: 1, piece: last.id }, { what: 'found', length: 700, width: 192, ends: 'left' });
  const stock = stockOf(site, job.product, false, job.kerf);
  const supplies = suppliesOf(stock);
  const found = Math.max(...plan.planks.map((p) => p.n)) + 1;
  const binOf = (plank: number) => partBin(stock.parts.findIndex((p) => p.plank === plank));
  expect(supplies).toContainEqual({ bin: binOf(found), size: 0, end: 'left', length: 700 });
  const rest = 1285 - (last.cut.to - last.cut.from) - job.kerf;
  if (rest >= 150 && last.cut.from === 0) {
    const own = supplies.find((s) => s.bin === binOf(last.plank))!;
    expect(own).toMatchObject({ end: 'right' });
    expect(own.length).toBeCloseTo(rest, 3);
  }
});

test('every part in hand is a plank of which nothing else is there', () => {
  const piece = rowOf(3)[0]!;
  const site = siteAfter({ what: 'cut', piece: `f1/${piece.id}` }, { what: 'stock', planks: 50 });
  const stock = stockOf(site, job.product, false, job.kerf);
  expect(stock.parts.filter((p) => p.sawn).map((p) => p.sawn!.of)).toEqual([`f1/${piece.id}`]);
  // whatever lies within it is clear of all that is not there
  for (const [k, part] of stock.parts.entries()) {
    const around = blocksOf(stock).filter((b) => b.plank === partBin(k));
    expect(around.length).toBeGreaterThan(0);
    for (const { box } of around) {
      const off = Math.max(box.from - part.cut.to, part.cut.from - box.to, box.low - part.cut.high, part.cut.low - box.high);
      expect(off).toBeGreaterThanOrEqual(job.kerf - 1e-6);
    }
  }
});

test('every need is met once, from wood that nobody else has', () => {
  const site = siteAfter({ what: 'laid', floor: 'f1', row: 1 }, { what: 'broken', plank: rowOf(4)[0]!.plank });
  const own = ground(site);
  const stock = stockOf(site, job.product, false, job.kerf);
  const lines = linesOf(job, [own], suppliesOf(stock));
  for (const how of ['kept', 'mended', 'anew'] as const) {
    const { joints } = jointsFor([own], lines, job.kerf, how, 300);
    const needs = needsOf([own], joints, plan);
    const all = met({ needs, stock }, 'planned');
    expect(all.map((m) => m.need)).toEqual(needs);
    expect(needs.reduce((sum, n) => sum + polygonArea(n.laid.piece.outline), 0)).toBeCloseTo(
      own.stretches.reduce((sum, s) => sum + polygonArea(s.run.shape), 0),
      -2,
    );
    for (const [i, a] of all.entries())
      for (const b of all.slice(i + 1)) {
        if (a.bin !== b.bin) continue;
        const off = Math.max(a.cut.from - b.cut.to, b.cut.from - a.cut.to, a.cut.low - b.cut.high, b.cut.low - a.cut.high);
        expect(off).toBeGreaterThan(job.kerf - 0.02);
      }
    expect(all.some((m) => m.bin === rowOf(4)[0]!.plank)).toBe(false);
  }
});

test('a shape is as thick as its area over its length', () => {
  expect(thickness([[[0, 0], [1000, 0], [1000, 3], [0, 3]]])).toBe(3); // prettier-ignore
  expect(thickness([[[0, 0], [1000, 0], [1000, 6]]])).toBe(3); // prettier-ignore
});
