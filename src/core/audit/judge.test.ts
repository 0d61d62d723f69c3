import fc from 'fast-check';
import { floorsOf } from '../floors';
import { planText, readPlan, type Finding, type Job, type Piece, type Plan, type PlanFloor } from '../given';
import { planJob } from '../plan';
import { pinnedJobs } from '@test/pinned/jobs';
import { judge } from '.';

const floorsFor = (job: Job) => {
  const floors = floorsOf(job);
  if (!floors.ok) throw new Error(floors.problems[0]!.text);
  return floors.value;
};
const made = (job: Job): Plan => {
  const plan = planJob(job, { steps: 1500 });
  if (!plan.ok) throw new Error(plan.problems[0]!.text);
  // as it comes out of a file
  const read = readPlan(JSON.parse(planText(plan.value, job.name)));
  if (!read.ok) throw new Error(read.problems[0]!.text);
  return read.value;
};
const judged = (job: Job, plan: Plan) => judge(job, floorsFor(job), plan);
const untrue = (findings: readonly Finding[]) => findings.filter((f) => f.rule === 'untrue');
const near = (findings: readonly Finding[], at: readonly [number, number]) =>
  untrue(findings).some((f) => f.at !== null && Math.hypot(f.at[0] - at[0], f.at[1] - at[1]) <= 400);

const some = pinnedJobs.filter((_, i) => i % 3 === 0);

test.each(some)('a plan of ours is true, and its broken limits are found again: %s', (_, job) => {
  const plan = made(job);
  const findings = judged(job, plan);
  expect(untrue(findings).map((f) => f.text)).toEqual([]);
  const limits = plan.findings.filter((f) => f.level === 'must' || f.rule === 'butt');
  expect(findings.map((f) => f.text)).toEqual(limits.map((f) => f.text));
});

const [, job] = pinnedJobs.find(([name]) => name === 'Weir Cottage, offcut')!;
const plan = made(job);
const middle = (piece: Piece): [number, number] => {
  const xs = piece.outline[0]!.map((p) => p[0]);
  const ys = piece.outline[0]!.map((p) => p[1]);
  return [(Math.min(...xs) + Math.max(...xs)) / 2, (Math.min(...ys) + Math.max(...ys)) / 2];
};
const withPiece = (floor: number, at: number, change: (piece: Piece) => Piece): Plan => ({
  ...plan,
  floors: plan.floors.map((f, i): PlanFloor => (i === floor ? { ...f, pieces: f.pieces.map((p, k) => (k === at ? change(p) : p)) } : f)),
});
const moved = (piece: Piece, dx: number, dy: number): Piece => ({
  ...piece,
  outline: piece.outline.map((ring) => ring.map(([x, y]): [number, number] => [x + dx, y + dy])),
});
const whole = (floor: PlanFloor) =>
  floor.pieces.findIndex((p) => p.outline[0]!.length === 4 && Math.abs(p.cut.to - p.cut.from - 1285) < 1 && p.cut.high - p.cut.low > 191);

describe('what is tampered with is said, within 400 mm of where it is', () => {
  const at = whole(plan.floors[0]!);
  const piece = plan.floors[0]!.pieces[at]!;
  const along = plan.floors[0]!.direction === 0;

  test.each<[string, Plan]>([
    ['a piece moved by a millimetre', withPiece(0, at, (p) => moved(p, along ? 1 : 0, along ? 0 : 1))],
    [
      'a piece cut from another place of its plank',
      withPiece(0, at, (p) => ({ ...p, cut: { ...p.cut, from: p.cut.from + 2, to: p.cut.to + 2 } })),
    ],
    ['a piece of a plank that is not there', withPiece(0, at, (p) => ({ ...p, plank: 9999 }))],
    [
      'a piece of a plank that another needs whole',
      withPiece(0, at, (p) => ({ ...p, plank: plan.floors[0]!.pieces.find((q) => q.plank !== p.plank)!.plank })),
    ],
    ['a piece smaller than its cut', withPiece(0, at, (p) => ({ ...p, cut: { ...p.cut, to: p.cut.to - 5 } }))],
    ['an id that another piece has', withPiece(0, at, (p) => ({ ...p, id: plan.floors[0]!.pieces[at === 0 ? 1 : 0]!.id }))],
    ['a piece of another row', withPiece(0, at, (p) => ({ ...p, row: p.row + 1 }))],
    ['edges that cross', withPiece(0, at, (p) => ({ ...p, outline: [[p.outline[0]![0]!, p.outline[0]![2]!, p.outline[0]![1]!, p.outline[0]![3]!]] }))], // prettier-ignore
  ])('%s', (_, tampered) => {
    const findings = judged(job, tampered);
    const spot = middle(piece);
    const reach = 1285 / 2 + 400;
    expect(untrue(findings).some((f) => f.at !== null && Math.hypot(f.at[0] - spot[0], f.at[1] - spot[1]) <= reach)).toBe(true);
  });

  test('a piece that is missing, where it is missing', () => {
    const without = { ...plan, floors: plan.floors.map((f, i) => (i === 0 ? { ...f, pieces: f.pieces.filter((_, k) => k !== at) } : f)) };
    expect(near(judged(job, without), middle(piece))).toBe(true);
  });

  test('a finding that is left out, and one that is invented', () => {
    const broken: Job = { ...job, layout: { ...job.layout, direction: 0, setOut: { mode: 'row-edge-at', at: [0, 30] } } };
    const own = made(broken);
    const limits = own.findings.filter((f) => f.rule === 'rip');
    expect(limits.length).toBeGreaterThan(0);
    for (const left of limits) {
      const findings = judged(broken, { ...own, findings: own.findings.filter((f) => f !== left) });
      expect(findings.some((f) => f.text === left.text && f.rule === 'rip')).toBe(true);
      const covered = limits.some((o) => o !== left && Math.hypot(o.at![0] - left.at![0], o.at![1] - left.at![1]) < 5000);
      if (!covered) expect(near(findings, left.at!)).toBe(true);
    }
    const invented: Finding = { rule: 'stagger', level: 'must', floor: 'f1', at: middle(piece), text: 'two joints are near' };
    const findings = judged(job, { ...plan, findings: [...plan.findings, invented] });
    expect(near(findings, middle(piece))).toBe(!plan.findings.some((f) => f.rule === 'stagger'));
  });

  test('sums that do not add up, planks that serve nothing, floors that are missing', () => {
    const texts = (other: Plan) => untrue(judged(job, other)).map((f) => f.text);
    const totals = (change: Partial<Plan['totals']>) => texts({ ...plan, totals: { ...plan.totals, ...change } }).join();
    expect(totals({ planks: plan.totals.planks + 1 })).toContain('totals.planks');
    expect(totals({ boxes: plan.totals.boxes + 1 })).toContain('totals.boxes');
    expect(totals({ laidArea: plan.totals.laidArea + 0.01 })).toContain('totals.laidArea');
    expect(totals({ wastePercent: plan.totals.wastePercent + 0.5 })).toContain('totals.wastePercent');
    expect(texts({ ...plan, planks: [...plan.planks, { ...plan.planks[0]!, n: 5000 }] }).join()).toContain('gives no piece');
    expect(texts({ ...plan, floors: plan.floors.slice(1) }).join()).toContain('is not in the plan');
  });

  test('a joint that is not at a factory end, and rows that meet without their edges', () => {
    const k = plan.floors[0]!.pieces.findIndex((p) => p.cut.from > 100 && p.cut.to > 1284);
    const starter = plan.floors[0]!.pieces[k]!;
    const shifted = withPiece(0, k, (p) => ({ ...p, cut: { ...p.cut, from: p.cut.from - 50, to: p.cut.to - 50 } }));
    expect(untrue(judged(job, shifted)).some((f) => f.text.includes('without its right factory end') && f.text.includes(starter.id))).toBe(
      true,
    );
    const butts = withPiece(0, k, (p) => ({ ...p, butt: true }));
    expect(
      untrue(judged(job, butts))
        .map((f) => f.text)
        .join(),
    ).toMatch(/^(Not listed: Row \d+: a saw-cut butt joint.*)?$/);
  });
});

test('whatever is done to one piece, it is untrue or nothing has changed', () => {
  const floor = plan.floors[0]!;
  fc.assert(
    fc.property(
      fc.nat(floor.pieces.length - 1),
      fc.constantFrom('x', 'y', 'from', 'plank'),
      fc.integer({ min: 3, max: 300 }),
      (k, what, by) => {
        const other = withPiece(0, k, (p) => {
          if (what === 'x') return moved(p, by, 0);
          if (what === 'y') return moved(p, 0, by);
          if (what === 'from') return { ...p, cut: { ...p.cut, from: p.cut.from + by } };
          return { ...p, plank: 1 + (by % plan.planks.length) };
        });
        if (other.floors[0]!.pieces[k]!.plank === floor.pieces[k]!.plank && what === 'plank') return;
        expect(untrue(judged(job, other)).length).toBeGreaterThan(0);
      },
    ),
    { numRuns: 30 },
  );
});
