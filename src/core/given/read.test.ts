import { LARGEST_FILE, marksOf, newJob, problemLine, readJob, readJobText, readStored, type Job } from '.';

const base = (): Job => newJob('Weir Cottage', 'metric', 4000, 3000);
const said = (raw: unknown): string => {
  const read = typeof raw === 'string' ? readJobText(raw) : readJob(raw);
  return read.ok ? 'read' : problemLine(read.problems[0]!);
};
const withOutline = (outline: unknown) => ({ ...base(), spaces: [{ id: 'a', name: 'A', outline }] });
const withProduct = (change: object) => ({ ...base(), product: { ...base().product, ...change } });
const withLimits = (change: object) => withProduct({ limits: { ...base().product.limits, ...change } });

test.each<[string, unknown, RegExp]>([
  [
    'a crossing outline',
    withOutline([
      [0, 0],
      [2000, 2000],
      [2000, 0],
      [0, 2000],
    ]),
    /^spaces\[0\]\.outline: edges 1 and 3 cross$/,
  ],
  [
    'an outline that doubles back',
    withOutline([
      [0, 0],
      [4000, 0],
      [2000, 0],
      [2000, 900],
    ]),
    /^spaces\[0\]\.outline: edges 1 and 2 cross$/,
  ],
  [
    'a text for a number',
    withOutline([
      [0, 0],
      ['4000', 0],
      [4000, 900],
    ]),
    /^spaces\[0\]\.outline\[1\]\[0\]: a length must be a number, not "4000"$/,
  ],
  [
    'NaN',
    withOutline([
      [0, 0],
      [NaN, 0],
      [4000, 900],
    ]),
    /^spaces\[0\]\.outline\[1\]\[0\]: /,
  ],
  [
    'two points',
    withOutline([
      [0, 0],
      [1, 1],
    ]),
    /^spaces\[0\]\.outline: an outline needs at least three points$/,
  ],
  [
    'a closing repeat',
    withOutline([
      [0, 0],
      [1000, 0],
      [1000, 900],
      [0, 0],
    ]),
    /repeats the first; leave it out$/,
  ],
  ['a negative gap', withLimits({ gap: -1 }), /^product\.limits\.gap: cannot be negative$/],
  [
    'a plank of no length',
    withProduct({ planks: [{ length: 0, width: 192, share: 1 }] }),
    /^product\.planks\[0\]\.length: must be more than 0$/,
  ],
  ['a stagger that cannot be', withLimits({ stagger: 700 }), /^product\.limits\.stagger: 700 cannot be kept/],
  ['an end piece longer than a plank', withLimits({ endPiece: 1300 }), /^product\.limits\.endPiece: 1300 is longer/],
  ['a rip wider than a plank', withLimits({ rip: 200 }), /^product\.limits\.rip: 200 is wider/],
  ['an id used twice', { ...base(), spaces: [base().spaces[0], base().spaces[0]] }, /^spaces\[1\]\.id: "room" is used twice/],
  [
    'a layout for no space',
    { ...base(), layouts: [{ space: 'attic', direction: 90 }] },
    /^layouts\[0\]\.space: there is no space "attic"$/,
  ],
  ['a later version', { ...base(), version: 2 }, /^version: version 2 is not known/],
  ['another format', { ...base(), format: 'x' }, /^format: this is not a job file/],
  ['nothing', null, /./],
  [
    'an unknown mode',
    { ...base(), layout: { ...base().layout, setOut: { mode: 'sideways' } } },
    /^layout\.setOut\.mode: "sideways" is not one of auto, /,
  ],
  [
    'a point that is missing',
    { ...base(), layout: { ...base().layout, setOut: { mode: 'row-edge-at' } } },
    /^layout\.setOut\.at: row-edge-at needs a point/,
  ],
  ['a text that is no JSON', '{"format": ', /^not JSON: /],
  ['deep nesting', '['.repeat(5000) + ']'.repeat(5000), /nested more than/],
  ['a huge file', ' '.repeat(LARGEST_FILE + 1), /larger than/],
])('%s is refused with its place', (_, raw, want) => expect(said(raw)).toMatch(want));

const crewed = (crew: object) => ({ ...base(), crew });
const low = (from: number, to: number) => ({ ...base(), lowThings: [{ id: 'k', what: 'toe-kick', space: base().spaces[0]!.id, wall: 0, from, to, depth: 60, clear: 100 }] }); // prettier-ignore
test.each<[string, unknown, RegExp | null]>([
  [
    'a day that ends as it begins',
    crewed({ from: '08:00', to: '08:00', break: 0 }),
    /crew\.to: the day ends at 08:00, and begins at 08:00/,
  ],
  ['a day of a minute', crewed({ from: '08:00', to: '08:01', break: 0 }), null],
  [
    'a break as long as the day',
    crewed({ from: '08:00', to: '10:00', break: 2 }),
    /crew\.break: a break of 2 hours leaves nothing of the day/,
  ],
  ['a break a minute shorter', crewed({ from: '08:00', to: '10:00', break: 119 / 60 }), null],
  ['a low thing that ends where it begins', low(500, 500), /lowThings\[0\]\.to: ends where it begins, or before/],
  ['a low thing of a millimetre', low(500, 501), null],
  [
    'a wall that there is not',
    { ...base(), lowThings: [{ ...low(0, 9).lowThings[0]!, wall: 4 }] },
    /lowThings\[0\]\.wall: "\w+" has 4 walls, counted from 0/,
  ],
  [
    'as many damaged packs as came',
    { ...base(), order: { received: [{ id: 'r', item: 'tape', packs: 2, damaged: 2, on: '2026-03-02' }] } },
    null,
  ],
  [
    'more damaged packs than came',
    { ...base(), order: { received: [{ id: 'r', item: 'tape', packs: 2, damaged: 3, on: '2026-03-02' }] } },
    /order\.received\[0\]\.damaged: 3 of 2 packs cannot be damaged/,
  ],
])('%s', (_, raw, want) => {
  const problems = said(raw);
  if (want === null) expect(problems).toBe('read');
  else expect(problems).toMatch(want);
});

test('a job that was stored before a bound existed opens as it was, its values marked; a new one is refused there', () => {
  const old = {
    ...newJob('Weir Cottage', 'metric', 4000, 3000),
    trim: { lengths: [250, 2400] },
    compound: { deepest: 0.5 },
    crew: { begin: '2210-01-01', pace: { lay: 0.001 } },
    laying: { order: ['attic'] },
  };
  const places = ['compound.deepest', 'crew.begin', 'crew.pace.lay', 'laying.order[0]', 'trim.lengths[0]'];
  const stored = readStored(old);
  expect(stored.ok && stored.value).toEqual(old);
  expect(
    stored.ok &&
      marksOf(stored.value)
        .map((p) => p.path)
        .sort(),
  ).toEqual(places);
  const refused = readJob(old);
  expect(!refused.ok && refused.problems.map((p) => p.path).sort()).toEqual(places);
  // what never was a job is none
  expect(readStored({ ...old, trim: { lengths: ['long'] } }).ok).toBe(false);
  expect(marksOf(newJob('Weir Cottage', 'metric', 4000, 3000))).toEqual([]);
});

test('a job is read with every field it came with', () => {
  const job = { ...base(), surveyor: { shoes: 'dusty' }, product: { ...base().product, colour: 'ash' } };
  const read = readJobText(`\uFEFF${JSON.stringify(job)}`);
  expect(read).toEqual({ ok: true, value: job });
});

test('a field that nobody knows survives; a misspelt one of ours does not compile', () => {
  const job = newJob('Porch', 'metric', 4000, 3000);
  const read = readJob({ ...job, moisture: [2.1], spaces: [{ ...job.spaces[0], skirting: 'oak' }] });
  expect(read).toMatchObject({ ok: true, value: { moisture: [2.1], spaces: [{ skirting: 'oak' }] } });
  // @ts-expect-error the field is called kerf
  const misspelt: Job = { ...job, kerv: 3 };
  // @ts-expect-error and a space has no hight
  const deeper: Job = { ...job, spaces: [{ ...job.spaces[0]!, hight: 2400 }] };
  expect(readJob(misspelt).ok && readJob(deeper).ok).toBe(true);
});
