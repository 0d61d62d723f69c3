import { marksOf, MOST_POINTS, newJob, problemLine, readJob, readJson, readStored, type Job } from '.';
import { MOST_VALUES } from './sizes';

/* Every mistake that the schema cannot see: the whole of what is said of it, and the nearest thing to it that is right. */

const cottage = (): Job => newJob('Weir Cottage', 'metric', 4000, 3000);
const product = cottage().product;
const box = (x: number, y: number, w: number, d: number) => [[x, y], [x + w, y], [x + w, y + d], [x, y + d]]; // prettier-ignore
const spaces = [
  { id: 'hall', name: 'Hall', outline: box(0, 0, 4000, 3000) },
  { id: 'den', name: 'Den', outline: box(4100, 0, 3000, 3000) },
];
const opening = { id: 'door', between: ['hall', 'den'], outline: box(4000, 500, 100, 800), finish: 'through' };
const house = (more: object) => ({ ...cottage(), spaces, openings: [opening], ...more });
const linesOf = (raw: unknown): readonly string[] => {
  const read = readJob(raw);
  return read.ok ? [] : read.problems.map(problemLine);
};

type Mistake = [what: string, wrong: object, said: readonly string[], right?: object];
const limits = (more: object) => ({ product: { ...product, limits: { ...product.limits, ...more } } });
const planks = (...sizes: readonly (readonly [number, number])[]) => ({
  product: { ...product, planks: sizes.map(([length, width]) => ({ length, width, share: 1 / sizes.length })), limits: { ...product.limits, stagger: 0, endPiece: 0, rip: 0, gap: 0 } }, // prettier-ignore
});
const withOpening = (more: object) => ({ openings: [{ ...opening, ...more }] });
const withHearth = (more: object) => ({ obstacles: [{ id: 'hearth', kind: 'hearth', outline: box(500, 500, 600, 400), ...more }] });
const outline = (...points: readonly (readonly number[])[]) => ({ spaces: [{ id: 'hall', name: 'Hall', outline: points }], openings: [] });
const levels = (...at: readonly (readonly [number, number, number])[]) => ({
  bases: [{ space: 'den', substrate: 'concrete', levels: at.map(([x, y, height]) => ({ at: [x, y], height })) }],
});
const pads = (choice: object) => ({
  beneath: {
    materials: [
      { id: 'foam', name: 'Foam', kind: 'foam', width: 1000, length: 15_000, thickness: 2, perPack: 1, tape: true },
      {
        id: 'sheet',
        name: 'Sheet',
        kind: 'film',
        width: 2000,
        length: 25_000,
        thickness: 0.2,
        perPack: 1,
        lap: 200,
        turnUp: 50,
        tape: true,
      },
    ],
    choices: [{ space: 'den', ...choice }],
  },
});
const capless = {
  id: 'flat', name: 'Flat', track: { height: 4, width: 8 }, stacks: [{ shims: [], height: 0 }],
  profiles: [{ kind: 't-mould', near: [2, 6], far: [2, 6], foot: 12, cover: 44, lengths: [900] }],
}; // prettier-ignore
const base = (space: string) => ({ space, substrate: 'concrete' });
const placed = { number: '7', on: '2026-03-01', supplier: 'Shop', lines: [], deliveries: [] };
const sold = (item: string) => ({ item, what: 'Thing', perPack: 1 });
const came = (id: string, more = {}) => ({ id, item: 'tape', packs: 2, on: '2026-03-02', ...more });

const mistakes: readonly Mistake[] = [
  ['a doorway named like a room', withOpening({ id: 'hall' }), ['openings[0].id: "hall" is used twice; give each its own']],
  [
    'a thing named like a doorway',
    withHearth({ id: 'door' }),
    ['obstacles[0].id: "door" is used twice; give each its own'],
    withHearth({}),
  ],
  [
    'a doorway whose outline crosses',
    withOpening({ outline: [[4000, 500], [4100, 1300], [4100, 500], [4000, 1300]] }),
    ['openings[0].outline: edges 1 and 3 cross'],
  ], // prettier-ignore
  [
    'a thing whose outline crosses',
    withHearth({ outline: [[500, 500], [1100, 900], [1100, 500], [500, 900]] }),
    ['obstacles[0].outline: edges 1 and 3 cross'],
  ], // prettier-ignore
  ['a doorway from nowhere', withOpening({ between: ['attic', 'den'] }), ['openings[0].between[0]: there is no space "attic"']],
  [
    'a doorway to nowhere',
    withOpening({ between: ['den', 'attic'] }),
    ['openings[0].between[1]: there is no space "attic"'],
    withOpening({ between: ['den', null], finish: 't-mould' }),
  ],
  ['a doorway into the same room', withOpening({ between: ['den', 'den'] }), ['openings[0].between: joins "den" with itself']],
  [
    'a set-out by a room that is not there',
    { layout: { ...cottage().layout, setOut: { mode: 'auto', space: 'attic' } } },
    ['layout.setOut.space: there is no space "attic"'],
    { layout: { ...cottage().layout, setOut: { mode: 'auto', space: 'den' } } },
  ],
  [
    'another set-out by a room that is not there',
    { layouts: [{ space: 'den', setOut: { space: 'attic' } }] },
    ['layouts[0].setOut.space: there is no space "attic"'],
    { layouts: [{ space: 'den', setOut: { space: 'hall' } }] },
  ],
  ...['edge-on-centre', 'plank-on-centre'].map((mode): Mistake => [
    `${mode} of no room`,
    { layout: { ...cottage().layout, setOut: { mode } } },
    [`layout.setOut.space: ${mode} needs the space whose centre line is meant`],
    { layout: { ...cottage().layout, setOut: { mode, space: 'den' } } },
  ]),
  ['a plank wider than long', planks([150, 151]), ['product.planks[0]: its length 150 is less than its width 151'], planks([150, 150])],
  ['a plank too short', planks([49, 20]), ['product.planks[0].length: 49 mm is no plank; at least 50'], planks([50, 20])],
  ['a plank too narrow', planks([900, 19]), ['product.planks[0].width: 19 mm is no plank; at least 20'], planks([900, 20])],
  [
    'a stagger that no joint keeps',
    limits({ stagger: 642.6 }),
    ['product.limits.stagger: 642.6 cannot be kept: joints of 1285 mm planks are never more than 642.5 apart'],
    limits({ stagger: 642.5 }),
  ],
  [
    'an end piece longer than any plank',
    limits({ endPiece: 1286 }),
    ['product.limits.endPiece: 1286 is longer than the longest plank (1285)'],
    limits({ endPiece: 1285 }),
  ],
  ['a strip wider than a plank', limits({ rip: 193 }), ['product.limits.rip: 193 is wider than a whole plank (192)'], limits({ rip: 192 })],
  [
    'a gap in another unit',
    limits({ gap: 961 }),
    ['product.limits.gap: 961 is far wider than any gap; check the unit'],
    limits({ gap: 960 }),
  ],
  [
    'the longest and the narrowest of several planks decide',
    { product: { ...product, planks: [{ length: 600, width: 120, share: 0.5 }, { length: 1200, width: 180, share: 0.5 }], widthSequence: [120, 180], limits: { ...product.limits, stagger: 601, endPiece: 1201, rip: 121, gap: 901 } } },
    [
      'product.limits.stagger: 601 cannot be kept: joints of 1200 mm planks are never more than 600 apart',
      'product.limits.endPiece: 1201 is longer than the longest plank (1200)',
      'product.limits.rip: 121 is wider than a whole plank (120)',
      'product.limits.gap: 901 is far wider than any gap; check the unit',
    ],
    { product: { ...product, planks: [{ length: 600, width: 120, share: 0.5 }, { length: 1200, width: 180, share: 0.5 }], widthSequence: [120, 180], limits: { ...product.limits, stagger: 600, endPiece: 1200, rip: 120, gap: 900 } } },
  ], // prettier-ignore
  [
    'rows of a width that no plank has',
    { product: { ...product, widthSequence: [192, 200] } },
    ['product.widthSequence[1]: no plank is 200 wide'],
    { product: { ...product, widthSequence: [192] } },
  ],
  [
    'several widths in no order',
    planks([1200, 120], [1200, 180]),
    ['product.widthSequence: planks of several widths need the order in which rows use them'],
    planks([1200, 180], [900, 180]),
  ],
  [
    'a room’s own product with a limit that it cannot keep',
    { layouts: [{ space: 'den', product: { ...product, name: 'Another', limits: { ...product.limits, rip: 193 } } }] },
    ['layouts[0].product.limits.rip: 193 is wider than a whole plank (192)'],
    { layouts: [{ space: 'den', product: { ...product, name: 'Another' } }, { space: 'hall' }] },
  ],
  [
    'two bases of one room',
    { bases: [base('den'), base('den')] },
    ['bases[1].space: a second entry for "den"; put both into one'],
    { bases: [base('den'), base('hall')] },
  ],
  ['a base of no room', { bases: [base('attic')] }, ['bases[0].space: there is no space "attic"']],
  [
    'two heights at one place',
    levels([4500, 500, 0], [5000, 500, 1], [4500, 500, 2]),
    ['bases[0].levels[2]: two heights at one place: 2 here, 0 in levels[0]; keep one'],
    levels([4500, 500, 0], [5000, 500, 1], [4500, 500, 0]),
  ],
  [
    'two materials of one id',
    { beneath: { materials: [pads({}).beneath.materials[0], pads({}).beneath.materials[0]] } },
    ['beneath.materials[1]: a second entry for "foam"; put both into one'],
    { beneath: {} },
  ],
  [
    'two choices for one room',
    { beneath: { choices: [{ space: 'den' }, { space: 'den', pad: 'auto' }] } },
    ['beneath.choices[1]: a second entry for "den"; put both into one'],
    {
      beneath: {
        choices: [
          { space: 'den', film: null },
          { space: 'hall', pad: 'auto', film: 'auto' },
        ],
      },
    },
  ],
  ['a choice for no room', { beneath: { choices: [{ space: 'attic' }] } }, ['beneath.choices[0].space: there is no space "attic"']],
  ['a pad that is not there', pads({ pad: 'cork' }), ['beneath.choices[0].pad: there is no material "cork"'], pads({ pad: 'foam' })],
  ['a film that is not there', pads({ film: 'foil' }), ['beneath.choices[0].film: there is no material "foil"'], pads({ film: 'sheet' })],
  ['a film for a pad', pads({ pad: 'sheet' }), ['beneath.choices[0].pad: "sheet" is a film and no pad']],
  ['a pad for a film', pads({ film: 'foam' }), ['beneath.choices[0].film: "foam" is a pad and no film']],
  [
    'two kits of one id',
    { kits: [capless, capless] },
    ['kits[1]: a second entry for "flat"; put both into one'],
    { kits: [capless, { ...capless, id: 'even' }] },
  ],
  [
    'a doorway of an unknown kit',
    { ...withOpening({ kit: 'odd' }) },
    ['openings[0].kit: there is no kit "odd"'],
    { kits: [capless, { ...capless, id: 'even' }], ...withOpening({ kit: 'even' }) },
  ],
  [
    'an end cap of an unknown kit',
    withHearth({ edge: { kit: 'odd' } }),
    ['obstacles[0].edge.kit: there is no kit "odd"'],
    withHearth({ edge: { kit: 'low-sill' } }),
  ],
  [
    'an end cap of a kit that has none',
    { kits: [{ ...capless, id: 'first' }, capless], ...withHearth({ edge: { kit: 'flat' } }) },
    ['obstacles[0].edge.foot: the kit "flat" has no end cap; say how wide the foot is'],
    { kits: [{ ...capless, id: 'first' }, capless], ...withHearth({ edge: { kit: 'flat', foot: 9 } }) },
  ],
  [
    'a low thing in no room, and a wall that its room has not',
    { lowThings: [{ id: 'a', what: 'toe-kick', space: 'attic', wall: 9, from: 0, to: 9, depth: 60, clear: 100 }, { id: 'a', what: 'toe-kick', space: 'den', wall: 4, from: 0, to: 9, depth: 60, clear: 100 }] },
    [
      'lowThings[1]: a second entry for "a"; put both into one',
      'lowThings[0].space: there is no space "attic"',
      'lowThings[1].wall: "den" has 4 walls, counted from 0',
    ],
    { lowThings: [{ id: 'a', what: 'toe-kick', space: 'den', wall: 3, from: 0, to: 9, depth: 60, clear: 100 }] },
  ], // prettier-ignore
  [
    'one thing sold, delivered and ordered twice',
    { order: { sold: [sold('tape'), sold('tape')], received: [came('r'), came('r')], placed: [placed, placed] } },
    [
      'order.sold[1]: a second entry for "tape"; put both into one',
      'order.received[1]: a second entry for "r"; put both into one',
      'order.placed[1]: a second entry for "7"; put both into one',
    ],
    { order: { sold: [sold('tape'), sold('foam')], received: [came('r'), came('s', { damaged: 2 })] } },
  ], // prettier-ignore
  [
    'more damaged than came',
    { order: { received: [came('r', { damaged: 3 })] } },
    ['order.received[0].damaged: 3 of 2 packs cannot be damaged'],
  ],
  ['a crew that begins nowhere', { crew: { first: 'attic' } }, ['crew.first: there is no space "attic"'], { crew: { first: 'den' } }],
  [
    'a task held twice',
    { crew: { held: [{ task: 'lay den', from: '2026-03-02T08:00' }, { task: 'lay den', from: '2026-03-03T08:00' }] } },
    ['crew.held[1]: a second entry for "lay den"; put both into one'],
    { crew: { held: [{ task: 'lay den', from: '2026-03-02T08:00' }, { task: 'lay hall', from: '2026-03-02T08:00' }] } },
  ], // prettier-ignore
  [
    'rooms laid in an order that is none',
    { laying: { order: ['den', 'attic', 'den'] } },
    ['laying.order[2]: a second entry for "den"; put both into one', 'laying.order[1]: there is no space "attic"'],
    { laying: { order: ['den', 'hall'] } },
  ],
  [
    'an outline that closes on itself',
    outline([0, 0], [900, 0], [900, 900], [0, 0]),
    ['spaces[0].outline: the last point repeats the first; leave it out'],
    outline([0, 0], [900, 0], [900, 900], [0, 900]),
  ],
  [
    'a wall of no length',
    outline([0, 0], [900, 0], [900, 0], [900, 900]),
    ['spaces[0].outline: edge 2 has no length; leave out one of its points'],
    outline([0, 0], [900, 0], [900, 1], [900, 900]),
  ],
  [
    'a room that is a line',
    outline([0, 0], [900, 0], [450, 0.001]),
    ['spaces[0].outline: encloses no area (900 × 0 mm)'],
    outline([0, 0], [900, 0], [450, 1]),
  ],
];

test.each<Mistake>(mistakes)('%s', (_, wrong, said, right = {}) => {
  expect(linesOf(house(wrong))).toEqual(said);
  expect(linesOf(house(right))).toEqual([]);
});

test('two products are told apart by their ids, or by their names where one has none', () => {
  const rooms = (one: object, other: object) => ({
    product: { ...product, ...one },
    layouts: [{ space: 'den', product: { ...product, ...other } }],
  });
  const lines = (one: object, other: object) => linesOf(house(rooms(one, other)));
  const thick = { thickness: product.thickness + 2 };
  const byName = [`layouts[0].product.name: "${product.name}" is the name of another product, product; give each an id of its own`];
  expect(lines({}, thick)).toEqual(byName);
  expect(lines({ id: 'thin' }, thick)).toEqual(byName);
  expect(lines({}, { ...thick, id: 'thick' })).toEqual(byName);
  expect(lines({ id: 'oak' }, { ...thick, id: 'oak', name: 'Other' })).toEqual([
    'layouts[0].product.id: "oak" is the id of another product, product; give each its own',
  ]);
  expect(lines({ id: 'thin' }, { ...thick, id: 'thick' })).toEqual([]);
  expect(lines({}, { ...thick, name: 'Other' })).toEqual([]);
  expect(lines({}, {})).toEqual([]);
});

test('a row’s edge through a point needs the point; one room has one centre line', () => {
  const set = (setOut: object) => ({ ...cottage(), layout: { ...cottage().layout, setOut } });
  expect(linesOf(set({ mode: 'row-edge-at' }))).toEqual(['layout.setOut.at: row-edge-at needs a point that a row’s edge passes through']);
  expect(linesOf(set({ mode: 'row-edge-at', at: [10, 20] }))).toEqual([]);
  expect(linesOf(set({ mode: 'edge-on-centre' }))).toEqual([]);
});

const rough = (n: number) =>
  Array.from({ length: n }, (_, i) => [1000 * Math.cos((2 * Math.PI * i) / n), 1000 * Math.sin((2 * Math.PI * i) / n)]);

test('all outlines together have so many points and no more, and fifty problems are told', () => {
  const rings = (last: number) =>
    [...Array.from({ length: 9 }, () => 2000), last].map((n, i) => ({ id: `r${i}`, name: 'Room', outline: rough(n) }));
  expect(MOST_POINTS).toBe(20_000);
  const tooMany = { ...cottage(), spaces: rings(1990), obstacles: [{ id: 'post', kind: 'post', outline: rough(11) }] };
  expect(linesOf(tooMany)).toEqual([
    'spaces: 20001 points in all outlines together; at most 20000: draw them with fewer, or make a job of each part',
  ]);
  expect(linesOf({ ...tooMany, obstacles: [{ id: 'post', kind: 'post', outline: rough(10) }] })).toEqual([]);
  const many = {
    ...cottage(),
    lowThings: Array.from({ length: 51 }, (_, i) => ({
      id: `${i}`,
      what: 'toe-kick',
      space: 'room',
      wall: 0,
      from: 5,
      to: 5,
      depth: 60,
      clear: 100,
    })),
  };
  expect(linesOf(many)).toHaveLength(50);
  const stored = readStored(many);
  expect(!stored.ok && stored.problems).toHaveLength(50);
});

test('what a mistaken value of a stored job is marked by stays the same list', () => {
  const stored = readStored({ ...cottage(), crew: { begin: '2210-01-01' } });
  if (!stored.ok) throw new Error('not read');
  expect(marksOf(stored.value)).toEqual([{ path: 'crew.begin', text: '"2210-01-01" is later than 2199' }]);
  expect(marksOf(stored.value)).toBe(marksOf(stored.value));
});

test('text that is no job is told by how it is wrong: too long, too deep, too full, or no JSON', () => {
  const said = (text: string, deepest?: number, largest?: number) => {
    const read = readJson(text, deepest, largest);
    return read.ok ? read.value : read.problems.map(problemLine);
  };
  expect(said('[1]    ', 40, 6)).toEqual(['the file is larger than 0.000006 MB; a job file is not']);
  expect(said('[[1]]', 1)).toEqual(['nested more than 1 deep; a job file is not']);
  expect(said('[{"a":1}]', 1)).toEqual(['nested more than 1 deep; a job file is not']);
  // what stands in a text nests nothing, whatever is escaped in it; what is closed is over
  expect(said('["[[[{{{\\"[[["]', 1)).toEqual(['[[[{{{"[[[']);
  expect(said('[{},{},{}]', 2)).toEqual([{}, {}, {}]);
  expect(said('["",[1]]', 2)).toEqual(['', [1]]);
  expect(said('[[1]]', 2)).toEqual([[1]]);
  const full = (values: number) => `[${'0,'.repeat(values - 1)}0]`;
  expect(said(full(MOST_VALUES + 1))).toEqual(['holds far more values than a job file does']);
  expect(said(full(MOST_VALUES))).toHaveLength(MOST_VALUES);
  expect(said('"\uFEFF"')).toBe('\uFEFF');
  expect(said('{')).toEqual([expect.stringMatching(/^not JSON: ./)]);
});

test('a value of the wrong type is refused by its place, with what it must be, also where its field has no words of its own', () => {
  const placed = (deliveries: unknown) =>
    linesOf({ ...cottage(), order: { placed: [{ number: '7', on: '2026-03-01', supplier: 'Shop', deliveries }] } });
  expect(placed(undefined)).toEqual(['order.placed[0].deliveries: must be a list, not nothing']);
  expect(placed('Monday')).toEqual(['order.placed[0].deliveries: must be a list, not "Monday"']);
  expect(placed([])).toEqual([]);
  expect(linesOf({ ...cottage(), kits: [3] })).toEqual(['kits[0]: must be an object, not 3']);
});
