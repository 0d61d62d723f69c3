import { floorsOf } from '../floors';
import { type Finding, type Job, newJob, type Plan, readJob } from '../given';
import { planJob } from '../plan';
import { annexed, lineUnderLeaf } from '../survey';
import { audit, LEAF } from '.';

const corridor: [number, number][] = [
  [0, 0],
  [6000, 0],
  [6000, 1200],
  [0, 1200],
];

/** A corridor with a room beyond its upper wall, 200 thick, through a doorway of 800. */
function twoRooms(opening: Partial<NonNullable<Job['openings']>[number]> = {}, change: Partial<Job> = {}): Job {
  const { outline, doorway } = annexed(corridor, {
    wall: 2,
    along: 1000,
    length: 4000,
    depth: 3000,
    door: { along: 2500, width: 800, thickness: 200 },
  });
  const job: Job = {
    ...newJob('Two', 'metric', 1, 1),
    spaces: [
      { id: 'c', name: 'Corridor', outline: corridor },
      { id: 'r', name: 'Room', outline },
    ],
    openings: [{ id: 'd', between: ['c', 'r'], outline: doorway, finish: 'through', ...opening }],
    ...change,
  };
  expect(readJob(job).ok).toBe(true);
  return job;
}
function plan(job: Job): Plan {
  const made = planJob(job, { steps: 300 });
  if (!made.ok) throw new Error(made.problems[0]!.text);
  return made.value;
}
const of = (findings: readonly Finding[], rule: string) => findings.filter((f) => f.rule === rule);

/** The findings of a plan whose pieces were changed by hand. */
function audited(job: Job, made: Plan): readonly Finding[] {
  const floors = floorsOf(job);
  if (!floors.ok) throw new Error('no floor');
  return audit(job, floors.value, made.floors);
}

test('one piece under both casings is said; with a joint between the jambs it is not', () => {
  const job = twoRooms({}, { layout: { ...newJob('', 'metric', 1, 1).layout, direction: 0 } });
  const made = plan(job);
  const floor = made.floors[0]!;
  // the row in the middle of the wall's thickness runs from jamb to jamb (w is minus y here)
  const row = floor.rows.find((r) => r.from < -1300 && r.to > -1300)!;
  const own = floor.pieces.filter((p) => p.row === row.n);
  const inDoorway = own.filter((p) => p.outline[0]!.some(([x]) => x > 2650 && x < 3550));
  const ends = own.map((p) => Math.max(...p.outline[0]!.map(([x]) => x)));
  const joints = ends.some((x) => x > 2700 && x < 3500 - 9);
  expect(of(audited(job, made), 'crosswise-doorway').some((f) => (f.rows as number[]).includes(row.n))).toBe(!joints);
  // joined into one by hand
  const xs = inDoorway.flatMap((p) => p.outline[0]!.map(([x]) => x));
  const ys = inDoorway.flatMap((p) => p.outline[0]!.map(([, y]) => y));
  const one = {
    ...inDoorway[0]!,
    outline: [[[Math.min(...xs), Math.min(...ys)], [Math.max(...xs), Math.min(...ys)], [Math.max(...xs), Math.max(...ys)], [Math.min(...xs), Math.max(...ys)]]] as [number, number][][], // prettier-ignore
  };
  const edited = { ...made, floors: [{ ...floor, pieces: [...floor.pieces.filter((p) => !inDoorway.includes(p)), one] }] };
  const [said] = of(audited(job, edited), 'crosswise-doorway').filter((f) => (f.rows as number[]).includes(row.n));
  expect(said!.text).toContain('under both casings of the doorway between Corridor and Room');
});

test('a line beside the closed leaf is said, and the mend puts it under the leaf without changing anything else', () => {
  const job = twoRooms({ finish: 't-mould', leaf: 'second-side' });
  const before = plan(job);
  const [said] = of(before.findings, 'leaf');
  expect(said).toMatchObject({ level: 'should', measured: 80 });
  const mended = lineUnderLeaf(job, 'd', LEAF)!;
  expect(readJob(mended).ok).toBe(true);
  const after = plan(mended);
  expect(of(after.findings, 'leaf')).toEqual([]);
  // the line lies 20 mm before the room's face now: the corridor's floor reaches it, less the gap
  const corridorFloor = after.floors.find((f) => f.spaces.includes('c'))!;
  const top = Math.max(...corridorFloor.laid.flatMap((p) => p[0]!.map(([, y]) => y)));
  expect(top).toBeCloseTo(1400 - LEAF / 2 - 8, 3);
  const roomFloor = after.floors.find((f) => f.spaces.includes('r'))!;
  expect(Math.min(...roomFloor.laid.flatMap((p) => p[0]!.map(([, y]) => y)))).toBeCloseTo(1400 - LEAF / 2 + 8, 3);
  expect(lineUnderLeaf(twoRooms({ leaf: 'slides' }), 'd', LEAF)).toBeNull();
});

test('a small piece at a corner that juts in is said', () => {
  const ell = (corner: number): Job => ({
    ...newJob('Ell', 'metric', 1, 1),
    spaces: [
      {
        id: 'room',
        name: 'Room',
        outline: [
          [0, 0],
          [5000, 0],
          [5000, 2500],
          [corner, 2500],
          [corner, 4000],
          [0, 4000],
        ],
      },
    ],
    layout: { ...newJob('', 'metric', 1, 1).layout, direction: 0, setOut: { mode: 'row-edge-at', at: [100, 2400] } },
    // somebody wants it so: the closer is 350
    hand: { pins: [[4642, 2450]] },
  });
  const corners = Array.from({ length: 12 }, (_, i) => 4540 + 35 * i);
  const laid = corners.map((corner) => {
    const made = planJob(ell(corner), { steps: 0 });
    return { corner, said: made.ok ? of(made.value.findings, 'corner-piece') : [] };
  });
  const found = laid.filter(({ said }) => said.length > 0);
  expect(found.length).toBeGreaterThan(0);
  for (const { corner, said } of found) {
    expect(said[0]!.measured).toBeLessThan(450);
    expect(Math.hypot(said[0]!.at![0] - (corner - 8), said[0]!.at![1] - 2492)).toBeLessThan(20);
    // where nobody wants it, and looks come before planks, it is not so
    const free = planJob(
      { ...ell(corner), hand: undefined, layout: { ...ell(corner).layout, stagger: { school: 'free', seed: 1 } } },
      { steps: 6000 },
    );
    expect(free.ok && of(free.value.findings, 'corner-piece')).toEqual([]);
  }
});
