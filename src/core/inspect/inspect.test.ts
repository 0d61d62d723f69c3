import fc from 'fast-check';
import { allLaid, planned, siteAfter as siteOf, value } from '../../../test/sites';
import { newJob, type Job } from '../given';
import type { Site } from '../lay';
import { inspectionOf, type Inspection } from '.';

const room: Job = { ...newJob('Lock house', 'metric', 3600, 2400), kerf: 3 };
const plan = planned(room, 300);
const all = allLaid(plan);
const siteAfter = (lines: readonly object[], job: Job = room): Site => siteOf(job, plan, lines);
const inspected = (site: Site, job: Job = room): Inspection => value(inspectionOf(job, site));
const { gap } = room.product.limits;
const [space] = room.spaces;

test('where all lies as planned every wall has its gap, and the audit says what it says of the plan', () => {
  const { walls, isDone, otherwise, lies, findings } = inspected(siteAfter(all));
  expect(walls.map((w) => [w.wall, w.holds])).toEqual([0, 1, 2, 3].map((w) => [w, 'wanted']));
  for (const w of walls) {
    expect(w.least).toBeCloseTo(gap, 2);
    expect(w.most).toBeCloseTo(gap, 2);
    expect(w.grows).toBeGreaterThanOrEqual(0);
  }
  expect([isDone, otherwise, lies]).toEqual([true, 0, plan.floors[0]!.pieces.length]);
  expect(findings.filter((f) => f.level === 'must').map((f) => f.text)).toEqual(plan.findings.filter((f) => f.level === 'must').map((f) => f.text)); // prettier-ignore
});

test('round a post there is the gap that is wanted, or the floor is held there; before an end cap its foot counts too', () => {
  const post = { id: 'p', kind: 'post' as const, outline: [[1700, 1100], [1800, 1100], [1800, 1200], [1700, 1200]] as [number, number][] }; // prettier-ignore
  const look = (as: Job, laidBy: Job) => {
    const own = planned(laidBy, 300);
    return value(inspectionOf(as, siteOf(as, own, allLaid(own))));
  };
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 20 }), fc.constantFrom(0, 12), (left, foot) => {
      const edge = foot > 0 ? { edge: { kit: 'low-sill', foot } } : {};
      const { things, findings } = look({ ...room, obstacles: [{ ...post, ...edge }] }, { ...room, obstacles: [{ ...post, gap: left }] });
      expect(things).toMatchObject([{ wanted: gap + foot, foot }]);
      expect(things[0]!.least).toBeCloseTo(left, 2);
      expect(things[0]!.holds === 'wanted').toBe(left >= gap + foot - 0.5);
      const held = findings.filter((f) => f.rule === 'pinned' || f.rule === 'end-cap');
      expect(held.map((f) => f.rule)).toEqual(left >= gap + foot - 0.5 ? [] : [foot > 0 ? 'end-cap' : 'pinned']);
    }),
    { numRuns: 12 },
  );
  expect(inspected(siteAfter(all)).things).toEqual([]);
});

test('nothing laid, nothing looked at; half laid is said, with no gap where nothing lies', () => {
  expect(inspectionOf(room, { ...siteAfter([]), plan: null })).toMatchObject({ ok: false });
  const half = inspected(siteAfter(all.slice(0, 3)));
  expect(half.isDone).toBe(false);
  expect(half.walls.filter((w) => w.least === null).length).toBe(1);
});

test('a floor that was pushed has more gap on one side and less on the other, by as much', () => {
  fc.assert(
    fc.property(fc.double({ min: -20, max: 20, noNaN: true }), fc.double({ min: -20, max: 20, noNaN: true }), (dx, dy) => {
      const [x, y] = [Math.round(dx * 10) / 10, Math.round(dy * 10) / 10];
      const { walls } = inspected(siteAfter([...all, { what: 'moved', floor: 'f1', shift: [x, y] }]));
      walls.forEach((w) => {
        const [a, b] = [space!.outline[w.wall]!, space!.outline[(w.wall + 1) % 4]!];
        // into the room, for an outline that runs anticlockwise
        const into = [-(b[1] - a[1]), b[0] - a[0]].map((v) => v / Math.hypot(b[0] - a[0], b[1] - a[1]));
        const wanted = gap + x * into[0]! + y * into[1]!;
        expect(w.least).toBeCloseTo(Math.max(0, wanted), 1);
        expect(w.holds === 'wanted').toBe(Math.max(0, wanted) >= gap - 0.5);
      });
    }),
    { numRuns: 30 },
  );
});

test('a wall that was found elsewhere counts where it is, and what was measured counts before what was planned', () => {
  const outline = space!.outline.map(([x, y]) => [x === 3600 ? 3596 : x, y]);
  const nearer = inspected(siteAfter([...all, { what: 'wall', space: space!.id, outline }]));
  const right = nearer.walls.find((w) => w.least !== null && w.least < gap - 1)!;
  expect(right.least).toBeCloseTo(gap - 4, 2);
  const told = { ...room, round: { gaps: [{ space: space!.id, wall: right.wall, gap: gap + 1, on: '2026-11-18' }] } };
  const after = inspected(siteAfter([...all, { what: 'wall', space: space!.id, outline }], told), told);
  expect(after.walls.find((w) => w.wall === right.wall)).toMatchObject({ measured: gap + 1, holds: 'wanted' });
});

test('a gap that the product does not want may still be enough for the year, and one that is not says so', () => {
  const wet: Job = { ...room, seasons: { laid: { temperature: 20, humidity: 30 }, greatest: { temperature: 20, humidity: 90 } } };
  const holds = (gaps: number) => {
    const job = { ...wet, round: { gaps: [0, 1, 2, 3].map((wall) => ({ space: space!.id, wall, gap: gaps, on: '2026-11-18' })) } };
    return new Set(inspected(siteAfter(all, job), job).walls.map((w) => w.holds));
  };
  expect(holds(gap)).toEqual(new Set(['wanted']));
  expect(holds(gap - 2)).toEqual(new Set(['year']));
  expect(holds(0)).toEqual(new Set(['none']));
});

describe('two rooms of one floor', () => {
  const rect = (x: number, y: number, length: number, width: number): [number, number][] => [[x, y], [x + length, y], [x + length, y + width], [x, y + width]]; // prettier-ignore
  const two: Job = {
    ...room,
    seasons: { laid: { temperature: 20, humidity: 30 }, greatest: { temperature: 20, humidity: 90 } },
    spaces: [
      { id: 'a', name: 'A', outline: rect(0, 0, 2400, 1800) },
      { id: 'b', name: 'B', outline: rect(0, 1900, 2400, 1500) },
    ],
    openings: [{ id: 'd', between: ['a', 'b'], outline: rect(800, 1800, 800, 100), finish: 'through' }],
  };
  const own = planned(two, 200);
  const laid = allLaid(own);
  const look = (job: Job, lines: readonly object[] = laid): Inspection => value(inspectionOf(job, siteOf(job, own, lines)));

  test('of a wall that was measured several times the last counts, and no other wall’s', () => {
    const at = (id: string, wall: number, mm: number) => ({ space: id, wall, gap: mm, on: '2026-11-18' });
    const { walls } = look({ ...two, round: { gaps: [at('b', 3, 2), at('a', 3, 5), at('b', 3, 7), at('b', 2, 4)] } });
    const measured = walls.filter((w) => w.measured !== null).map((w) => [w.space, w.wall, w.measured]);
    expect(measured).toEqual([['a', 3, 5], ['b', 2, 4], ['b', 3, 7]]); // prettier-ignore
    expect(new Set(walls.map((w) => w.space))).toEqual(new Set(['a', 'b']));
  });

  test('what lies otherwise lies: the floor is done with it, and not without it', () => {
    const [first] = own.floors[0]!.rows;
    const pieces = own.floors[0]!.pieces.filter((p) => p.row === first!.n);
    const as = { what: 'laid-as', floor: 'f1', row: first!.n, pieces: pieces.map((p) => ({ plank: p.plank, from: p.cut.from, to: p.cut.to - 1 })) }; // prettier-ignore
    const otherwise = look(two, [as, ...laid.slice(1)]);
    expect(otherwise).toMatchObject({ otherwise: 1, isDone: true });
    expect(look(two, [as, ...laid.slice(1, -1)]).isDone).toBe(false);
    expect(look(two, laid.slice(0, -1)).isDone).toBe(false);
  });

  test('before an end cap the year needs its foot besides', () => {
    const post = { id: 'p', kind: 'post' as const, outline: rect(1200, 800, 100, 100) };
    const holds = (left: number, foot: number) => {
      const laidBy = { ...two, obstacles: [{ ...post, gap: left }] };
      const as = { ...two, obstacles: [{ ...post, edge: { kit: 'low-sill', foot } }] };
      const its = planned(laidBy, 60);
      return value(inspectionOf(as, siteOf(as, its, allLaid(its)))).things[0]!;
    };
    const { grows } = holds(10, 12);
    // it moves more one way than the other, and the greater counts
    expect(grows).toBeGreaterThan(1);
    expect(holds(Math.ceil(grows + 1), 12).holds).toBe('none');
    expect(holds(Math.ceil(grows + 12), 12).holds).toBe('year');
    expect(holds(gap + 12, 12).holds).toBe('wanted');
  });
});

test('why nothing can be looked at is said', () => {
  expect(inspectionOf(room, { ...siteAfter([]), plan: null })).toEqual({
    ok: false,
    problems: [{ path: '', text: 'laying has not begun' }],
  });
});
