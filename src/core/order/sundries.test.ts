import { newJob, PRESET_KITS, type Job } from '../given';
import { sawnMetres, sundriesIn } from './sundries';
import type { Sources } from './used';

/* What nobody else counts, against figures that were added up by hand. */

const job: Job = { ...newJob('Toll house', 'metric', 4000, 3000), kits: [...PRESET_KITS], crew: { people: 3 } };
const [kit] = PRESET_KITS;
const gap = job.product.limits.gap;
const wall = { kind: 'wall' as const };
const floor = (id: string, name: string, size: number, edges: readonly object[] = [], product = job.product) => ({
  id,
  product,
  spaces: [{ id: name }],
  laid: [[[[0, 0], [size, 0], [size, 1000], [0, 1000]]]], // prettier-ignore
  edges,
});
/** A doorway whose first profile is taken, on this kit’s track and shims. */
const doorway = (
  id: string,
  length: number,
  fixing: 'screw' | 'glue',
  spaces: readonly (string | null)[],
  shims: readonly string[] = [],
) => ({
  id,
  length,
  fixing,
  spaces,
  chosen: 0,
  fits: [{ kit: kit!.id, profile: 0, shims }],
});
const nothing = { openings: [], trims: [], untippable: [], stock: [], casings: [], profiles: [], breaks: [] };
const of = (from: object, given: Job = job) => {
  const all = { floors: [], planks: [], edges: nothing, cuts: [], ...from } as unknown as Sources;
  const lines = sundriesIn(given, all);
  return (id: string) => lines.find((l) => l.id === id);
};

test('a screw every 200 mm of track and at both ends, never fewer than two; glue for what is not screwed', () => {
  const openings = [
    doorway('a', 800, 'screw', ['hall', 'room']),
    doorway('b', 801, 'screw', ['hall', null]),
    doorway('c', 60, 'screw', ['hall']),
    doorway('d', 900, 'glue', ['bath']),
    { ...doorway('e', 5000, 'screw', ['loft']), chosen: null },
  ];
  const line = of({ edges: { ...nothing, openings } });
  expect(line('screws/track')).toMatchObject({ need: 5 + 6 + 2, pack: 50, for: ['hall', 'room'], why: 'one every 200 mm of track' });
  expect(line('glue/track')).toMatchObject({ need: 0.9, unit: 'metres', pack: 8, for: ['bath'] });
  expect(line(`track/${kit!.id}`)).toMatchObject({ need: (800 + 801 + 60 + 900) / 1000, for: ['hall', 'room', 'bath'] });
});

test('a track is as long as the shortest length that covers every doorway, and the longest where none does', () => {
  const lengths = [...new Set(kit!.profiles[0]!.lengths)].sort((a, b) => a - b);
  const packOf = (length: number) =>
    of({ edges: { ...nothing, openings: [doorway('a', length, 'glue', ['hall'])] } })(`track/${kit!.id}`)!.pack;
  expect(packOf(lengths[0]!)).toBe(lengths[0]! / 1000);
  expect(packOf(lengths[0]! + 1)).toBe((lengths[1] ?? lengths[0]!) / 1000);
  expect(packOf(20_000)).toBe(lengths.at(-1)! / 1000);
});

test('a shim is counted as often as it lies in a stack', () => {
  const openings = [doorway('a', 800, 'glue', ['hall'], ['low', 'low', 'high']), doorway('b', 1000, 'glue', ['bath'], ['high'])];
  const line = of({ edges: { ...nothing, openings } });
  expect(line(`shim/${kit!.id}/low`)).toMatchObject({ need: 1.6, for: ['hall'] });
  expect(line(`shim/${kit!.id}/high`)!.need).toBeCloseTo(1.8, 9);
});

test('joint glue goes along one side and one end of what is slid in, and of nothing else', () => {
  const piece = (id: string, outline: readonly (readonly number[])[], floorId = 'f1') => ({
    piece: id,
    floor: floorId,
    outline: [outline],
    cuts: [],
  });
  const cuts = [piece('f1/p1', [[0, 0], [800, 0], [800, 190], [0, 190]]), piece('f1/p2', [[0, 0], [500, 0], [500, 190], [0, 190]])]; // prettier-ignore
  const floors = [floor('f1', 'hall', 1000), floor('f2', 'bath', 1000)];
  const line = of({ floors, cuts, edges: { ...nothing, untippable: [{ floor: 'f1', piece: 'p1', why: '' }] } });
  expect(line('glue/joint')).toMatchObject({ need: 0.99, pack: 30, for: ['hall'] });
  expect(line('glue/joint')!.why).toMatch(/^1 piece with/);
  expect(of({ floors, cuts })('glue/joint')).toBeUndefined();
});

test('a pin every 400 mm of trim and at both ends of each stretch', () => {
  const trims = [{ length: 1200, space: 'hall' }, { length: 1201, space: 'hall' }, { length: 100, space: 'bath' }]; // prettier-ignore
  expect(of({ edges: { ...nothing, trims } })('pins/trim')).toMatchObject({ need: 4 + 5 + 2, pack: 100, for: ['hall', 'bath'] });
});

test('a spacer every 400 mm and one more for each edge, by gap; of several floors those that need most', () => {
  const along = (length: number, bound: object = wall) => ({ a: [0, 0], b: [length, 0], bound });
  const pipe = { obstacle: 'pipe' };
  const given: Job = { ...job, obstacles: [{ id: 'pipe', kind: 'pipe', gap: 5, outline: [[0, 0], [9, 0], [9, 9]] }] }; // prettier-ignore
  const floors = [
    floor('f1', 'hall', 1000, [along(800), along(801), along(400, pipe), along(5000, { kind: 'profile' })]),
    floor('f2', 'bath', 1000, [along(400)]),
  ];
  const line = of({ floors }, given);
  expect(line(`spacers/${gap}`)).toMatchObject({ need: 3 + 4, pack: 40, for: ['hall', 'bath'] });
  expect(line('spacers/5')).toMatchObject({ need: 2, for: ['hall'] });
});

test('a blade for what the cut list saws, by kind; round holes and notches all the way', () => {
  const straight = (length: number) => ({
    kind: 'cross',
    line: [
      [0, 0],
      [length, 0],
    ],
  });
  const notch = { kind: 'notch', out: [[0, 0], [30, 0], [30, 40], [0, 40]] }; // prettier-ignore
  const lines = [
    { floor: 'f1', piece: 'p', cuts: [straight(190), straight(1000)] },
    { floor: 'f2', piece: 'q', cuts: [straight(500), notch] },
  ];
  expect(sawnMetres(lines as never)).toBeCloseTo((190 + 1000 + 500 + 140) / 1000, 9);
  const vinyl = { ...job.product, kind: 'flexible-vinyl' as const };
  const line = of({ floors: [floor('f1', 'hall', 1000), floor('f2', 'bath', 1000, [], vinyl)], cuts: lines });
  expect(line('blades/laminate')).toMatchObject({ need: 1.19, pack: 60, for: ['hall'], what: 'Saw blade for laminate' });
  expect(line('blades/flexible-vinyl')).toMatchObject({ need: 0.64, pack: 30, for: ['bath'], what: 'Knife blades' });
});

test('protection covers what is laid, where anything is; gear is for everybody, with masks by the dust', () => {
  const floors = [floor('f1', 'hall', 4000), floor('f2', 'bath', 2000)];
  expect(of({ floors, planks: [{}] })('protection')).toMatchObject({ need: 6, pack: 30 });
  expect(of({ floors })('protection')).toBeUndefined();
  for (const id of ['eyes', 'ears', 'lungs', 'knees', 'hands']) expect(of({})(`gear/${id}`)).toMatchObject({ need: 3, pack: 1 });
  const on = (substrate: 'concrete' | 'screed' | 'gypsum' | 'tile' | 'boards') =>
    of({}, { ...job, bases: [{ space: job.spaces[0]!.id, substrate }] })('gear/lungs')!.why;
  for (const dusty of ['concrete', 'screed', 'gypsum', 'tile'] as const) expect(on(dusty)).toMatch(/concrete dust/);
  expect(on('boards')).toBe('sawdust');
});
