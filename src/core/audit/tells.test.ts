import { frameOf, round3 } from '../geometry';
import { newJob, type Job, type Placed } from '../given';
import { planJob } from '../plan';
import { SMALL_PIECE } from '../rows';
import { busyPiece } from './busyPiece';
import { jamb } from './jamb';
import { leaf, leafOff } from './leaf';
import type { AuditedFloor, Rule } from './rule';

/* What findings tell somebody to do, done as it is said: the finding is gone then. */

const rect = (x: number, y: number, length: number, width: number): [number, number][] => [[x, y], [x + length, y], [x + length, y + width], [x, y + width]]; // prettier-ignore

/** A corridor and a room whose doorway lies in a wall of 120 along the planks; a row's edge lies so far from the wall's face. */
const twoRooms = (edge: number, direction = 0): Job => ({
  ...newJob('Two', 'metric', 1, 1),
  spaces: [
    { id: 'c', name: 'Corridor', outline: rect(0, 0, 3000, 1200) },
    { id: 'r', name: 'Room', outline: rect(0, 1320, 3000, 1580) },
  ],
  openings: [{ id: 'd', between: ['c', 'r'], outline: rect(1200, 1200, 800, 120), finish: 'through' }],
  layout: { ...newJob('', 'metric', 1, 1).layout, direction, setOut: { mode: 'row-edge-at', at: [100, 1200 - edge - 3 * 192] } },
});
const findingsOf = (job: Job) => {
  const made = planJob(job, { steps: 60 });
  if (!made.ok) throw new Error(made.problems[0]!.text);
  return { made: made.value, jambs: made.value.findings.filter((f) => f.rule === 'jamb') };
};

test.each([0, 180])('a line that is moved as a wrapped doorway says lies in the middle of the doorway, rows to %s°', (direction) => {
  const told = new Set<string>();
  for (let edge = -150; edge < 42; edge += 7) {
    const { made, jambs } = findingsOf(twoRooms(edge, direction));
    const [, by, way] = /Move the line (\d+) mm (away from|towards) the starting wall/.exec(jambs[0]?.text ?? '') ?? [];
    if (by === undefined) continue;
    told.add(way!);
    // away from the starting wall is the way that the rows are counted
    const [first, last] = [made.floors[0]!.rows[0]!, made.floors[0]!.rows.at(-1)!];
    expect(first.from).toBeLessThan(last.from);
    const step = way === 'away from' ? Number(by) : -Number(by);
    // a row frame's second axis is minus y where the planks run along x, and y where they run back
    const moved = edge + (direction === 0 ? step : -step);
    const after = findingsOf(twoRooms(moved, direction));
    expect([edge, after.jambs]).toEqual([edge, []]);
    const middle = direction === 0 ? -1260 : 1260;
    expect(Math.min(...after.made.floors[0]!.rows.map((r) => Math.abs(r.from - middle)))).toBeLessThanOrEqual(1);
  }
  expect(told).toEqual(new Set(['away from', 'towards']));
});

/** Planks along x: across the rows is minus y. */
const frame = frameOf(0);

/** What a rule says of a floor that is put together by hand. */
const said = (rule: Rule, floor: object): readonly Placed[] => {
  const all: Placed[] = [];
  const whole = {
    id: 'f1',
    frame,
    product: newJob('', 'metric', 1, 1).product,
    doorway: (id: string) => `the doorway ${id}`,
    length: (mm: number) => `${Math.round(mm)} mm`,
    ...floor,
  } as unknown as AuditedFloor;
  rule(whole, (f) => all.push(f));
  return all;
};

const way = (opening: object, thickness = 100) => ({
  opening: { id: 'd', finish: 'through', between: ['a', 'b'], ...opening },
  near: [[1000, 0], [1800, 0]], // prettier-ignore
  far: [[1000, -thickness], [1800, -thickness]], // prettier-ignore
});

describe('a small piece in a busy doorway', () => {
  const limit = SMALL_PIECE * newJob('', 'metric', 1, 1).product.limits.endPiece;
  /** A row through the doorway: pieces as they lie, [from, to]. */
  const floorWith = (spans: readonly (readonly [number, number])[], busy = true, rows: readonly [number, number] = [-100, 92]) => {
    const pieces = spans.map(([from, to], i) => ({
      piece: { id: `1.${i + 1}`, cut: { from: 0, to: to - from } },
      box: { minX: from, maxX: to, minY: rows[0], maxY: rows[1] },
    }));
    const row = { n: 1, from: rows[0], to: rows[1] };
    return { ways: [way({ busy })], frame, rows: [{ row, pieces, runs: [pieces] }] };
  };
  const small = Math.floor(limit) - 1;
  const beside = [0, 1200] as const;

  test('is said with its length, its row and what mends it', () => {
    const [only, ...others] = said(busyPiece, floorWith([beside, [1200, 1200 + small], [1200 + small, 3000]]));
    expect(others).toEqual([]);
    expect(only).toMatchObject({ rule: 'busy-doorway', rows: [1], measured: small, limit: round3(limit) });
    expect(only!.text).toBe(
      `Row 1: a piece of only ${small} mm lies in the doorway d, where everybody walks. Another starter for this row mends it.`,
    );
  });

  test('is said also where it reaches in by no more than 20', () => {
    const through = (spans: readonly (readonly [number, number])[], rows?: readonly [number, number]) => said(busyPiece, floorWith(spans, true, rows)).map((f) => f.measured); // prettier-ignore
    expect(through([[0, 1780], [1780, 1780 + small]])).toEqual([small]); // prettier-ignore
    expect(through([[1020 - small, 1020], [1020, 3000]])).toEqual([small]); // prettier-ignore
    expect(through([beside, [1200, 1200 + small], [1200 + small, 3000]], [-172, 20])).toEqual([small]);
  });

  test.each<[string, object]>([
    ['it is as long as it has to be', floorWith([beside, [1200, 1200 + limit], [1200 + limit, 3000]])],
    ['nobody walks there much', floorWith([beside, [1200, 1200 + small], [1200 + small, 3000]], false)],
    ['it lies beside the doorway', floorWith([[0, small], [small, 3000]])], // prettier-ignore
    ['it reaches in by less than 20 along', floorWith([[0, 1800 - 19], [1800 - 19, 1800 - 19 + small]])], // prettier-ignore
    ['it reaches in by less than 20 across', floorWith([beside, [1200, 1200 + small], [1200 + small, 3000]], true, [-173, 19])],
    ['it fills the doorway by itself', floorWith([[1200, 1200 + small]])],
  ])('is none where %s', (_, floor) => expect(said(busyPiece, floor)).toEqual([]));
});

describe('the line under the leaf', () => {
  test('the leaf is 40 thick and flush with a face: its middle is half of the rest off', () => {
    expect(leafOff('first-side', 100)).toBe(-30);
    expect(leafOff('second-side', 100)).toBe(30);
    expect(leafOff('second-side', 30)).toBe(0);
    expect(leafOff(undefined, 100)).toBeNull();
    expect(leafOff('none', 100)).toBeNull();
  });

  test('is said where a cover of 20 to either side does not hide the miss', () => {
    const off = (opening: object, thickness: number) => said(leaf, { ways: [way(opening, thickness)] }).map((f) => [f.measured, f.at]);
    const flush = { finish: 't-mould', leaf: 'first-side' };
    expect(off(flush, 80)).toEqual([]);
    expect(off(flush, 82)).toEqual([[21, [1400, -41]]]);
    expect(off({ ...flush, finish: 'through' }, 200)).toEqual([]);
    expect(said(leaf, { ways: [way(flush, 200)] })[0]!.text).toMatch(/^In the doorway d the floor's line lies 80 mm from the middle/);
  });
});

test('a jamb’s finding says from which face, how far, and towards which side', () => {
  const floorOf = (edge: number) => ({
    frame,
    ways: [way({}, 100)],
    plan: { rows: [{ n: 4, from: edge - 192, to: edge }, { n: 5, from: edge, to: edge + 192 }] }, // prettier-ignore
  });
  const low = said(jamb, floorOf(-8));
  expect(low).toMatchObject([{ rows: [4], measured: 8 }]);
  expect(low[0]!.text).toMatch(/runs 8 mm from the wall's face, .* Move the line 58 mm away from the starting wall/);
  const high = said(jamb, floorOf(107));
  expect(high[0]!.text).toMatch(/runs 7 mm from the wall's face, .* Move the line 57 mm towards the starting wall/);
  expect(said(jamb, floorOf(50))).toEqual([]);
});
