import { polygonArea } from '../geometry';
import { newJob, problemLine, readJob, type Job } from '../given';
import { untruths } from '@test/truth';
import { planJob } from '../plan';
import { doorwayName, floorsOf } from '.';

const rect = (x: number, y: number, length: number, width: number): [number, number][] => [
  [x, y],
  [x + length, y],
  [x + length, y + width],
  [x, y + width],
];

type Finish = NonNullable<Job['openings']>[number]['finish'];

/** A hall and a room above it, a 100 mm wall between, one doorway of 800. */
function house(finish: Finish, second: string | null = 'room'): Job {
  const job = newJob('Weir Cottage', 'metric', 1, 1);
  return {
    ...job,
    spaces: [
      { id: 'hall', name: 'Hall', outline: rect(0, 0, 5000, 1200) },
      { id: 'room', name: 'Room', outline: rect(0, 1300, 3000, 2500) },
    ],
    openings: [{ id: 'd', between: ['hall', second], outline: rect(1000, 1200, 800, 100), finish }],
  };
}

const areas = (job: Job): number[] => {
  const floors = floorsOf(job);
  if (!floors.ok) throw new Error(problemLine(floors.problems[0]!));
  return floors.value.map((f) => f.laid.reduce((sum, p) => sum + polygonArea(p), 0));
};

const hall = 4984 * 1184;
const room = 2984 * 2484;

test.each<[Finish, number[]]>([
  ['through', [hall + room + 784 * 116]],
  ['t-mould', [hall + 784 * 50, room + 784 * 50]],
  ['end-cap', [hall + 784 * 50, room + 784 * 50]],
  ['stop', [hall, room]],
])('a doorway with finish %s', (finish, want) => {
  areas(house(finish)).forEach((area, i) => expect(area).toBeCloseTo(want[i]!, 3));
});

test('a line off the middle of its strip, and floors that are butted there', () => {
  const changed = (finish: Finish, more: object): Job => ({ ...house(finish), openings: [{ ...house(finish).openings![0]!, ...more }] });
  const both = (job: Job, want: readonly number[]) => areas(job).forEach((area, i) => expect(area).toBeCloseTo(want[i]!, 3));
  both(changed('reducer', { offset: 20 }), [hall + 784 * 70, room + 784 * 30]);
  both(changed('reducer', { offset: -50 }), [hall, room + 784 * 100]);
  both(changed('nosing', {}), [hall + 784 * 50, room + 784 * 50]);
  // up to half of the joint before the line, on either side
  both(changed('butt', { joint: 6 }), [hall + 784 * 55, room + 784 * 55]);
  both(changed('butt', { joint: 6, offset: 10 }), [hall + 784 * 65, room + 784 * 45]);
  expect(areas({ ...changed('butt', {}), openings: [{ ...house('butt', null).openings![0]! }] })[0]).toBeCloseTo(hall + 784 * 58, 3);
  const beyond = floorsOf(changed('reducer', { offset: 51 }));
  expect(beyond.ok ? '' : problemLine(beyond.problems[0]!)).toMatch(
    /^openings\[0\]\.offset: 51 mm .* outside the strip, which is 100 mm deep/,
  );
});

test('two products of one name are told apart by their ids; without them the second is refused by its place', () => {
  const job = house('t-mould');
  const other = (more: object) => ({ ...job, layouts: [{ space: 'room', product: { ...job.product, perBox: 5, ...more } }] });
  const named = (of: Job) => (readJob(of).ok ? floorsOf(of) : null);
  const both = { ...other({ id: 'short' }), product: { ...job.product, id: 'long' } };
  const floors = named(both);
  expect(floors?.ok && floors.value.map((f) => f.product.name)).toEqual(['long', 'short']);
  const same = named({ ...job, layouts: [{ space: 'room', product: { ...job.product } }] });
  expect(same?.ok && same.value.map((f) => f.product.name)).toEqual([job.product.name, job.product.name]);
  const refused = readJob(other({}));
  expect(refused.ok ? '' : problemLine(refused.problems[0]!)).toMatch(
    /^layouts\[0\]\.product\.name: .* the name of another product, product/,
  );
});

test('a doorway that leads out: to its line, or over the whole strip without a gap', () => {
  expect(areas(house('reducer', null))[0]).toBeCloseTo(hall + 784 * 50, 3);
  expect(areas(house('through', null))[0]).toBeCloseTo(hall + 784 * 108, 3);
});

test('a profile between spaces that are one floor another way leaves a slot of two gaps', () => {
  const job = house('through');
  const second = {
    id: 'e',
    between: ['hall', 'room'] as [string, string],
    outline: rect(2000, 1200, 700, 100),
    finish: 't-mould' as const,
  };
  const [area] = areas({ ...job, openings: [...job.openings!, second] });
  expect(area).toBeCloseTo(hall + room + 784 * 116 + 684 * 100, 3);
});

test('plans of doorways hold the truths', () => {
  for (const finish of ['through', 't-mould', 'stop'] as const) {
    const job = house(finish);
    const [plan, floors] = [planJob(job, { steps: 2000 }), floorsOf(job)];
    expect(plan.ok && floors.ok && untruths(job, floors.value, plan.value)).toEqual([]);
  }
});

test.each<[string, Job, RegExp]>([
  [
    'an opening that touches nothing',
    { ...house('through'), openings: [{ ...house('through').openings![0]!, outline: rect(1000, 1210, 800, 80) }] },
    /^openings\[0\]\.outline: does not touch "hall"/,
  ],
  [
    'spaces that overlap',
    { ...house('stop'), openings: [], spaces: [...house('stop').spaces, { id: 'x', name: 'X', outline: rect(100, 100, 500, 500) }] },
    /^spaces\[2\]\.outline: overlaps "hall" by 0\.250 m²/,
  ],
  [
    'a space smaller than its gaps',
    { ...house('stop'), openings: [], spaces: [{ id: 'x', name: 'X', outline: rect(0, 0, 500, 15) }] },
    /^spaces\[0\]\.outline: nothing is left to lay in "x"/,
  ],
  [
    'an obstacle over everything',
    { ...house('stop'), obstacles: [{ id: 'o', kind: 'island', outline: rect(-10, -10, 6000, 1250) }] },
    /nothing is left to lay in "hall"/,
  ],
])('%s is refused', (_, job, want) => {
  const floors = floorsOf(job);
  expect(floors.ok ? 'formed' : problemLine(floors.problems[0]!)).toMatch(want);
});

test('layouts override field by field, the later entry winning', () => {
  const job = {
    ...house('stop'),
    layouts: [
      { space: 'room', direction: 90 as const },
      { space: 'room', stagger: { seed: 7 } },
      { space: 'room', direction: 0 as const },
    ],
  };
  const floors = floorsOf(job);
  expect(floors.ok && floors.value[1]!.layout).toMatchObject({ direction: 0, stagger: { school: 'offcut', seed: 7 } });
  expect(floors.ok && floors.value[0]!.layout).toMatchObject({ direction: 'auto' });
});

test('a row edge a finger past a doorway’s wall is said, with the move that mends it; inside the doorway it is not', () => {
  const job = house('through');
  const edgeAt = (y: number): Job => ({ ...job, layout: { ...job.layout, direction: 0, setOut: { mode: 'row-edge-at', at: [1400, y] } } });
  const jambs = (of: Job) => {
    const plan = planJob(of, { steps: 200 });
    return plan.ok ? plan.value.findings.filter((f) => f.rule === 'jamb') : [];
  };
  // the wall between hall and room stands from 1200 to 1300
  expect(jambs(edgeAt(1250))).toEqual([]);
  const [finding] = jambs(edgeAt(1178));
  expect(finding).toMatchObject({ level: 'should', measured: 22 });
  expect(finding!.text).toContain('Move the line 72 mm towards the starting wall');
});

test('a floor of more planks than any is refused', () => {
  const plan = planJob(newJob('Wrong unit', 'metric', 900_000, 900_000));
  expect(plan.ok ? '' : problemLine(plan.problems[0]!)).toMatch(/^spaces\[0\]\.outline: asks for about \d+ planks/);
  // a corner a kilometre off
  const far = newJob('Slip of the tape', 'metric', 4000, 3000);
  const slipped = { ...far, spaces: [{ ...far.spaces[0]!, outline: [[0, 0], [990_000, 0], [4000, 3000], [0, 3000]] as [number, number][] }] }; // prettier-ignore
  const bounded = planJob(slipped);
  expect(bounded.ok ? '' : problemLine(bounded.problems[0]!)).toMatch(/^spaces\[0\]\.outline: is as long as \d+ rows are wide/);
});

test('a doorway is called by the rooms of its floor, and by its id where it is none of them', () => {
  const floors = floorsOf(house('through'));
  if (!floors.ok) throw new Error('no floors');
  const [floor] = floors.value;
  const { opening } = floor!.ways[0]!;
  const [near, far] = opening.between.map((id) => floor!.spaces.find((s) => s.id === id)!.name);
  expect(doorwayName(floor!, opening.id)).toBe(`the doorway between ${near} and ${far}`);
  expect(doorwayName({ ...floor!, spaces: floor!.spaces.filter((s) => s.id === opening.between[0]) }, opening.id)).toBe(
    `the doorway out of ${near}`,
  );
  const unnamed = floor!.spaces.map((s) => ({ ...s, name: '' }));
  expect(doorwayName({ ...floor!, spaces: unnamed }, opening.id)).toBe(`the doorway between ${opening.between.join(' and ')}`);
  expect(doorwayName(floor!, 'elsewhere')).toBe('the doorway elsewhere');
});
