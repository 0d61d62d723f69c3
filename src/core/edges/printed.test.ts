import { createAsker } from '../answer';
import { ANSWERS } from '../answers';
import { newJob, type Job } from '../given';
import { edges } from './answer';

/* A house with every kind of edge, its whole answer as it is printed; and the same house turned and moved: a floor knows no north. */

const rect = (x: number, y: number, l: number, w: number): [number, number][] => [
  [x, y],
  [x + l, y],
  [x + l, y + w],
  [x, y + w],
];
const base = newJob('Weighbridge', 'metric', 1, 1);
const job: Job = {
  ...base,
  layout: { ...base.layout, direction: 0 },
  spaces: [
    { id: 'hall', name: 'Hall', outline: rect(0, 0, 6000, 1300) },
    {
      id: 'den',
      name: 'Den',
      outline: [
        [0, 1400],
        [3000, 1400],
        [3000, 2900],
        [2200, 2900],
        [2200, 4100],
        [0, 4100],
      ],
    },
    { id: 'porch', name: 'Porch', outline: rect(3200, 1400, 2800, 1500) },
  ],
  openings: [
    { id: 'arch', between: ['hall', 'den'], outline: rect(1000, 1300, 800, 100), finish: 'through', casing: 12 },
    { id: 'mat', between: ['hall', 'porch'], outline: rect(4000, 1300, 800, 100), finish: 't-mould', kit: 'sill' },
    { id: 'out', between: ['hall', null], outline: rect(-100, 200, 100, 900), finish: 'reducer', beyond: { floor: 'slate', height: 6 } },
    {
      id: 'back',
      between: ['porch', null],
      outline: rect(6000, 1800, 100, 800),
      finish: 'carpet-edge',
      kit: 'sill',
      beyond: { floor: 'rug', height: 9 },
    },
  ],
  obstacles: [
    { id: 'stone', kind: 'hearth', outline: rect(-50, 2400, 450, 900), edge: { kit: 'sill' } },
    { id: 'pole', kind: 'post', outline: rect(2990, 2000, 60, 60) },
  ],
  bases: [
    { space: 'hall', substrate: 'boards' },
    { space: 'den', substrate: 'sheet' },
    { space: 'porch', substrate: 'boards', heated: true },
  ],
  kits: [
    {
      id: 'other',
      name: 'Other',
      track: { height: 4, width: 8 },
      stacks: [{ shims: [], height: 0 }],
      profiles: [{ kind: 'carpet-edge', near: [2, 6], far: [-2, 8], foot: 12, cover: 40, nearCover: 24, lengths: [900] }],
    },
    {
      id: 'sill',
      name: 'Sill',
      track: { height: 4, width: 20 },
      stacks: [
        { shims: [], height: 0 },
        { shims: ['low'], height: 2 },
      ],
      profiles: [
        { kind: 't-mould', near: [2, 6], far: [2, 6], foot: 12, cover: 50, lengths: [900, 2700] },
        { kind: 'reducer', near: [2, 6], far: [-4, 2], foot: 12, cover: 46, nearCover: 24, lengths: [900] },
        { kind: 'end-cap', near: [2, 8], far: [-9, 9], foot: 8, cover: 36, nearCover: 32, lengths: [2700] },
      ],
    },
  ],
  lowThings: [{ id: 'kick', what: 'radiator', space: 'den', wall: 0, from: 2000, to: 3000, depth: 120, clear: 40 }],
  trim: { name: 'Skirting', thickness: 18, lap: 3, lengths: [2400], kerf: 3, kept: false },
  casings: { leave: 0.5 },
};

const printed = (of: Job) => {
  const given = { job: of, log: [] };
  const made = createAsker().ask(edges, given, { steps: 300 });
  if (!made.ok) throw new Error(made.problems[0]!.text);
  return JSON.parse(ANSWERS.edges.verb!.print(made.value, given)) as Record<string, never[]> & {
    openings: { line: [number, number][] | null }[];
  };
};

test('the name, the version and the job stand first, and no break is asked for', () => {
  expect(printed(job)).toMatchObject({ format: 'pitsaw/edges', version: 1, job: 'Weighbridge', breaks: [] });
  expect([ANSWERS.edges.name, ANSWERS.doorways.name]).toEqual(['edges', 'doorways']);
});

/** Every doorway in the order of the job, then every end cap; a heated base takes no screws, and a wooden one does. */
const OPENINGS = [
  {
    id: 'arch',
    fits: [],
    chosen: null,
    missing: null,
    length: 800,
    line: [
      [1000, 1350],
      [1800, 1350],
    ],
    undercuts: [
      { side: 'hall', height: 8.5 },
      { side: 'den', height: 8.5 },
    ],
    fixing: 'screws or nails into the wood',
  },
  {
    id: 'mat',
    fits: [
      { kit: 'sill', profile: 0, shims: [], how: null, turned: false, nearMargin: 2, farMargin: 2, laps: [9.979, 10.617] },
      { kit: 'sill', profile: 0, shims: ['low'], how: null, turned: false, nearMargin: 0, farMargin: 0, laps: [9.979, 10.617] },
    ],
    chosen: 0,
    missing: null,
    length: 800,
    line: [
      [4000, 1350],
      [4800, 1350],
    ],
    undercuts: [
      { side: 'hall', height: 8.5 },
      { side: 'porch', height: 8.5 },
    ],
    fixing: 'glue on the base',
  },
  {
    id: 'out',
    fits: [
      { kit: 'sill', profile: 1, shims: [], how: null, turned: false, nearMargin: 2, farMargin: 0, laps: [8.793, 16] },
      { kit: 'sill', profile: 1, shims: ['low'], how: null, turned: false, nearMargin: 0, farMargin: 2, laps: [8.793, 16] },
    ],
    chosen: 0,
    missing: null,
    length: 900,
    line: [
      [-50, 200],
      [-50, 1100],
    ],
    undercuts: [{ side: 'hall', height: 8.5 }],
    fixing: 'screws or nails into the wood',
  },
  {
    id: 'back',
    fits: [],
    chosen: null,
    missing: { by: null, text: 'The kit sill has no carpet-edge.' },
    length: 800,
    line: [
      [6050, 2600],
      [6050, 1800],
    ],
    undercuts: [{ side: 'porch', height: 8.5 }],
    fixing: 'glue on the base',
  },
  {
    id: 'stone',
    fits: [
      { kit: 'sill', profile: 2, shims: [], how: null, turned: false, nearMargin: 2, farMargin: null, laps: [18.793] },
      { kit: 'sill', profile: 2, shims: ['low'], how: null, turned: false, nearMargin: 0, farMargin: null, laps: [18.793] },
    ],
    chosen: 0,
    missing: null,
    length: 1700,
    line: null,
    undercuts: [],
    fixing: 'screws or nails into the wood',
  },
];
/** id, space, wall, from, to, length, ends, widest gap, whether it covers: two mitres out of a corner add the trim's thickness, a post takes the place of 60 mm. */
const TRIMS = [
  ['t1', 'hall', 0, 0, 6000, 6000, 'in', 'in', 9.021, true],
  ['t2', 'hall', 1, 0, 1300, 1300, 'in', 'in', 9.207, true],
  ['t3', 'hall', 2, 0, 1200, 1200, 'in', 'square', 9.021, true],
  ['t4', 'hall', 2, 2000, 4200, 2200, 'square', 'square', 9.021, true],
  ['t5', 'hall', 2, 5000, 6000, 1000, 'square', 'in', 9.021, true],
  ['t6', 'hall', 3, 0, 200, 200, 'in', 'square', 9.207, true],
  ['t7', 'hall', 3, 1100, 1300, 200, 'square', 'in', 9.207, true],
  ['t8', 'den', 0, 0, 1000, 1000, 'in', 'square', 9.021, true],
  ['t9', 'den', 0, 1800, 3000, 1200, 'square', 'in', 9.021, true],
  ['t10', 'den', 1, 0, 600, 600, 'in', 'square', 9.207, true],
  ['t11', 'den', 1, 660, 1500, 840, 'square', 'in', 9.207, true],
  ['t12', 'den', 2, 0, 800, 818, 'in', 'out', 9.021, true],
  ['t13', 'den', 3, 0, 1200, 1218, 'out', 'in', 9.207, true],
  ['t14', 'den', 4, 0, 2200, 2200, 'in', 'in', 9.021, true],
  ['t15', 'den', 5, 0, 800, 800, 'in', 'square', 9.207, true],
  ['t16', 'den', 5, 1700, 2700, 1000, 'square', 'in', 9.207, true],
  ['t17', 'porch', 0, 0, 800, 800, 'in', 'square', 8.384, true],
  ['t18', 'porch', 0, 1600, 2800, 1200, 'square', 'in', 8.384, true],
  ['t19', 'porch', 1, 0, 400, 400, 'in', 'square', 8.567, true],
  ['t20', 'porch', 1, 1200, 1500, 300, 'square', 'in', 8.567, true],
  ['t21', 'porch', 2, 0, 2800, 2800, 'in', 'in', 8.384, true],
  ['t22', 'porch', 3, 0, 1500, 1500, 'in', 'in', 8.567, true],
];
/** number, of, length, pieces: trim first, then each profile; a wall longer than is sold in whole lengths and a rest */
const STOCK = [
  [1, 'trim', 2400, 't1 2400'],
  [2, 'trim', 2400, 't1 2400'],
  [3, 'trim', 2400, 't21 2400'],
  [4, 'trim', 2400, 't4 2200'],
  [5, 'trim', 2400, 't14 2200'],
  [6, 'trim', 2400, 't22 1500', 't11 840'],
  [7, 'trim', 2400, 't2 1300', 't5 1000'],
  [8, 'trim', 2400, 't13 1218', 't8 1000'],
  [9, 'trim', 2400, 't1 1200', 't16 1000'],
  [10, 'trim', 2400, 't3 1200', 't12 818', 't20 300'],
  [11, 'trim', 2400, 't9 1200', 't15 800', 't6 200'],
  [12, 'trim', 2400, 't18 1200', 't17 800', 't7 200'],
  [13, 'trim', 2400, 't10 600', 't19 400', 't21 400'],
  [14, 'sill/0', 900, 'mat 800'],
  [15, 'sill/1', 900, 'out 900'],
  [16, 'sill/2', 2700, 'stone 1700'],
];
const PROFILES = [
  { opening: 'mat', of: 'sill/0', length: 800 },
  { opening: 'out', of: 'sill/1', length: 900 },
  { opening: 'stone', of: 'sill/2', length: 1700 },
];
const CASINGS = [
  { opening: 'arch', side: 'hall', height: 8.5 },
  { opening: 'arch', side: 'den', height: 8.5 },
  { opening: 'mat', side: 'hall', height: 8.5 },
  { opening: 'mat', side: 'porch', height: 8.5 },
  { opening: 'out', side: 'hall', height: 8.5 },
  { opening: 'back', side: 'porch', height: 8.5 },
];
/** the radiator over the far edge of the last row that reaches under it; both casings of a doorway in an end wall */
const UNTIPPABLE = [
  { floor: 'f1', piece: '14.2', why: 'under a radiator' },
  { floor: 'f1', piece: '14.3', why: 'under a radiator' },
  { floor: 'f1', piece: '15.4', why: 'under both casings of the doorway out of Hall' },
  { floor: 'f2', piece: '8.2', why: 'under both casings of the doorway out of Porch' },
];

test('all of it, figure by figure', () => {
  const all = printed(job);
  expect(all.openings).toEqual(OPENINGS);
  expect(all.trims!.map((t) => Object.values(t).flat())).toEqual(TRIMS);
  expect(
    all.stock!.map(({ n, of, length, pieces }: { n: number; of: string; length: number; pieces: { for: string; length: number }[] }) => [
      n,
      of,
      length,
      ...pieces.map((p) => `${p.for} ${p.length}`),
    ]),
  ).toEqual(STOCK);
  expect(all.profiles).toEqual(PROFILES);
  expect(all.casings).toEqual(CASINGS);
  expect(all.untippable).toEqual(UNTIPPABLE);
});

/** The house turned by an angle and moved, its planks with it. */
function turnedBy(degrees: number, [dx, dy]: readonly [number, number]) {
  const [cos, sin] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
  const at = ([x, y]: readonly number[]): [number, number] => [cos * x! - sin * y! + dx, sin * x! + cos * y! + dy];
  const outlined = <Of extends { readonly outline: readonly (readonly number[])[] }>(list: readonly Of[]) =>
    list.map((o) => ({ ...o, outline: o.outline.map(at) }));
  const turned = {
    ...job,
    layout: { ...job.layout, direction: degrees },
    spaces: outlined(job.spaces),
    openings: outlined(job.openings!),
    obstacles: outlined(job.obstacles!),
  } as Job;
  return { turned, at };
}

test.each([90, 180, 270, 37, -118])('turned by %d° and moved, it is the same', (degrees) => {
  const { turned, at } = turnedBy(degrees, [-2345, 6789]);
  const all = printed(turned);
  const near = (value: unknown): unknown =>
    JSON.parse(JSON.stringify(value), (_, v) => (typeof v === 'number' ? expect.closeTo(v, 1) : (v as unknown)));
  expect(all.openings).toEqual(near(OPENINGS.map((o) => ({ ...o, line: o.line?.map(at) ?? null }))));
  expect(all.trims!.map((t) => Object.values(t).flat())).toEqual(near(TRIMS));
  expect(all.casings).toEqual(CASINGS);
  // half a turn begins the rows at the other wall
  if (degrees >= 0 && degrees < 180) expect(all.untippable!.map(({ why }: { why: string }) => why)).toEqual(UNTIPPABLE.map((u) => u.why));
});
