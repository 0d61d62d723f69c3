import { createAsker } from '../answer';
import { floorsOf } from '../floors';
import { boxOf, polygonArea } from '../geometry';
import { newJob, PRESET_MATERIALS, readJob, type Job } from '../given';
import { planJob } from '../plan';
import { untruths } from '@test/truth';
import { doorways, edges, type DoorwaysReport, type EdgesReport } from '.';

const rect = (x: number, y: number, length: number, width: number): [number, number][] => [
  [x, y],
  [x + length, y],
  [x + length, y + width],
  [x, y + width],
];

const house: Job = {
  ...newJob('Weighbridge', 'metric', 1, 1),
  spaces: [
    { id: 'hall', name: 'Hall', outline: rect(0, 0, 5000, 1300) },
    { id: 'room', name: 'Room', outline: [[0, 1400], [3000, 1400], [3000, 2900], [2200, 2900], [2200, 4100], [0, 4100]] }, // prettier-ignore
  ],
  openings: [
    { id: 'd', between: ['hall', 'room'], outline: rect(1000, 1300, 800, 100), finish: 't-mould' },
    { id: 'out', between: ['hall', null], outline: rect(-100, 200, 100, 900), finish: 'reducer', beyond: { floor: 'slate', height: 6 } },
  ],
  obstacles: [{ id: 'h', kind: 'hearth', outline: rect(-50, 2400, 450, 900) }],
  kits: [
    {
      id: 'a/b',
      name: 'Kit',
      track: { height: 4, width: 20 },
      stacks: [
        { shims: [], height: 0 },
        { shims: ['low'], height: 2 },
      ],
      profiles: [
        { kind: 't-mould', near: [1, 6], far: [1, 6], foot: 12, cover: 50, lengths: [900, 2700] },
        { kind: 'reducer', near: [2, 6], far: [-4, 2], foot: 12, cover: 46, nearCover: 24, lengths: [900] },
        { kind: 'end-cap', near: [2, 6], far: [-9, 9], foot: 8, cover: 30, nearCover: 26, lengths: [2700] },
      ],
    },
  ],
  trim: { name: 'Skirting', thickness: 18, lap: 3, lengths: [2400], kerf: 3, kept: false },
  casings: { leave: 0.5 },
};
const asked = (job: Job): DoorwaysReport => {
  const made = createAsker().ask(doorways, { job, log: [] });
  if (!made.ok) throw new Error(made.problems[0]!.text);
  return made.value;
};
const all = (job: Job): EdgesReport => {
  const made = createAsker().ask(edges, { job, log: [] }, { steps: 300 });
  if (!made.ok) throw new Error(made.problems[0]!.text);
  return made.value;
};
const withOpening = (job: Job, i: number, change: object): Job => ({ ...job, openings: job.openings!.map((o, k) => (k === i ? { ...o, ...change } : o)) }); // prettier-ignore
const laidArea = (job: Job): number => {
  const made = floorsOf(job);
  if (!made.ok) throw new Error(made.problems[0]!.text);
  return made.value.reduce((sum, f) => sum + f.laid.reduce((s, p) => s + polygonArea(p), 0), 0);
};

describe('a foot moves the line up to which a floor is laid', () => {
  test('half of it on either side of a doorway’s line, and all of it before an upright thing', () => {
    const plain = laidArea(house);
    // 800 wide less two gaps, six millimetres on both sides
    expect(plain - laidArea(withOpening(house, 0, { foot: 12 }))).toBeCloseTo(784 * 12, 3);
    expect(plain - laidArea(withOpening(house, 1, { foot: 12 }))).toBeCloseTo(884 * 6, 3);
    const capped: Job = { ...house, obstacles: house.obstacles!.map((o) => ({ ...o, edge: { kit: 'a/b' } })) };
    // three sides of the hearth, eight millimetres each, with two corners
    expect(plain - laidArea(capped)).toBeCloseTo(8 * (400 + 900 + 400) + 2 * (16 * 16 - 8 * 8) - 8 * 8 * 2, 0);
  });

  test('a foot wider than the wall reaches into the room, no wider than the line', () => {
    const thin: Job = {
      ...house,
      spaces: [house.spaces[0]!, { id: 'room', name: 'Room', outline: rect(0, 1320, 3000, 2500) }],
      openings: [{ id: 'd', between: ['hall', 'room'], outline: rect(1000, 1300, 800, 20), finish: 't-mould', foot: 60 }],
      obstacles: [],
    };
    const made = floorsOf(thin);
    const [hall] = made.ok ? made.value : [];
    const notch = hall!.laid[0]![0]!.filter(([, y]) => Math.abs(y - (1310 - 30 - 8)) < 0.01).map((p) => p[0]);
    expect([Math.min(...notch), Math.max(...notch)]).toEqual([1000, 1800]);
    expect(hall!.edges.filter((e) => e.bound.kind === 'line')).toHaveLength(3);
    const plan = planJob(thin, { steps: 500 });
    expect(plan.ok && made.ok && untruths(thin, made.value, plan.value)).toEqual([]);
  });

  test('a plan with feet is true', () => {
    const job = withOpening(withOpening({ ...house, obstacles: house.obstacles!.map((o) => ({ ...o, edge: { kit: 'a/b' } })) }, 0, { foot: 12 }), 1, { foot: 12 }); // prettier-ignore
    const [plan, made] = [planJob(job, { steps: 2000 }), floorsOf(job)];
    expect(plan.ok && made.ok && untruths(job, made.value, plan.value)).toEqual([]);
  });
});

test('each doorway: what fits, its length, its line, its undercuts with the room left above', () => {
  const { openings, casings, profiles } = asked(house);
  const [door, out] = openings;
  expect(door).toMatchObject({ id: 'd', chosen: 0, missing: null, length: 800, line: [[1000, 1350], [1800, 1350]] }); // prettier-ignore
  expect(door!.fits[0]).toMatchObject({ kit: 'a/b', profile: 0, turned: false, nearMargin: 2, farMargin: 2 });
  expect(out!.fits[0]).toMatchObject({ profile: 1, shims: [], turned: false, nearMargin: 2, farMargin: 0 });
  expect(casings).toEqual([
    { opening: 'd', side: 'hall', height: 8.5 },
    { opening: 'd', side: 'room', height: 8.5 },
    { opening: 'out', side: 'hall', height: 8.5 },
  ]);
  expect(profiles).toEqual([
    { opening: 'd', of: 'a/b/0', length: 800 },
    { opening: 'out', of: 'a/b/1', length: 900 },
  ]);
});

test('what lies beneath lifts its side of the doorway', () => {
  const lifted: Job = { ...house, beneath: { materials: [...PRESET_MATERIALS], choices: [{ space: 'room', pad: null }] } };
  expect(asked(lifted).openings[0]!.undercuts.map((u) => u.height)).toEqual([10.5, 8.5]);
});

test('a butt asks for undercuts only; a nosing takes a profile of its kind, whose far side nobody needs', () => {
  const nosing = {
    kind: 'nosing' as const,
    near: [0, 20] as [number, number],
    far: [-40, 40] as [number, number],
    foot: 0,
    cover: 40,
    lengths: [900],
  };
  const kits = [{ id: 'steps', track: { height: 0, width: 20 }, stacks: [{ shims: [], height: 0 }], profiles: [nosing] }];
  const [butt] = asked(withOpening({ ...house, kits }, 0, { finish: 'butt', joint: 5 })).openings;
  expect(butt).toMatchObject({ fits: [], chosen: null, missing: null });
  expect(butt!.undercuts.length).toBeGreaterThan(0);
  const [step] = asked(withOpening({ ...house, kits }, 0, { finish: 'nosing', kit: 'steps' })).openings;
  expect(step!.chosen).toBe(0);
  expect(step!.fits[0]).toMatchObject({ kit: 'steps', profile: 0 });
});

test('a doorway that the floor runs through asks for undercuts only; a wall for nothing', () => {
  const through = asked(withOpening(house, 0, { finish: 'through' })).openings[0]!;
  expect(through).toMatchObject({ fits: [], chosen: null, missing: null });
  expect(through.undercuts).toHaveLength(2);
  expect(asked(withOpening(house, 0, { finish: 'stop' })).openings.map((o) => o.id)).toEqual(['out']);
});

test.each<[string, Job, number | null, RegExp]>([
  ['too high beyond', withOpening(house, 1, { beyond: { floor: 'slate', height: 13 } }), 1, /mm too (high|low)/],
  ['a foot that no profile has', withOpening(house, 1, { foot: 9 }), null, /foot of 9/],
  ['nobody said how high', withOpening(house, 1, { beyond: undefined }), null, /has not been said/],
  ['a kind that no kit has', withOpening(house, 1, { finish: 'nosing' }), null, /no nosing/],
])('where nothing fits, it is said what lacks: %s', (_, job, by, text) => {
  const { missing, chosen } = asked(job).openings[1]!;
  expect(chosen).toBeNull();
  expect(missing!.by).toBe(by);
  expect(missing!.text).toMatch(text);
});

test('an end cap stands before three sides of a hearth, by its own sum', () => {
  const capped: Job = { ...house, obstacles: house.obstacles!.map((o) => ({ ...o, edge: { kit: 'a/b', foot: 8 } })) };
  const cap = asked(capped).openings.find((o) => o.id === 'h')!;
  expect(cap).toMatchObject({ of: 'obstacle', length: 400 + 900 + 400, stops: [{ space: 'room', foot: 8, gap: 8, at: 16 }] });
  expect(cap.fits[0]).toMatchObject({ profile: 2, farMargin: null });
  expect(cap.fits[0]!.laps).toHaveLength(1);
});

describe('trim', () => {
  const { trims } = asked(house);
  const inRoom = trims.filter((t) => t.space === 'room');

  test('runs along every wall but doorways and what stands at it', () => {
    expect(inRoom.filter((t) => t.wall === 0).map((t) => [t.from, t.to])).toEqual([[0, 1000], [1800, 3000]]); // prettier-ignore
    // the hearth stands at the last wall, which runs down
    expect(inRoom.filter((t) => t.wall === 5).map((t) => [t.from, t.to])).toEqual([[0, 800], [1700, 2700]]); // prettier-ignore
  });

  test('is mitred inside and outside, and square at a casing', () => {
    expect(inRoom.find((t) => t.wall === 2)).toMatchObject({ ends: ['in', 'out'], length: 800 + 18 });
    expect(inRoom.find((t) => t.wall === 3)).toMatchObject({ ends: ['out', 'in'], length: 1200 + 18 });
    expect(inRoom.find((t) => t.wall === 0)).toMatchObject({ ends: ['in', 'square'], length: 1000 });
  });

  test('has to hide the gap as it is when the floor has shrunk', () => {
    expect(trims.every((t) => t.covers && t.widestGap > 8)).toBe(true);
    const thin: Job = { ...house, trim: { ...house.trim!, thickness: 10 } };
    expect(asked(thin).trims.some((t) => !t.covers)).toBe(true);
    const cold: Job = { ...house, seasons: { least: { temperature: 16, humidity: 0 } } };
    expect(asked(cold).trims[0]!.widestGap).toBeGreaterThan(trims[0]!.widestGap);
  });

  test('comes from stock lengths, each run as long as it is', () => {
    const { stock } = asked(house);
    const list = stock.find((s) => s.of === 'trim')!;
    for (const t of trims) {
      const cut = list.stock.flatMap((s) => s.pieces.filter((p) => p.for === t.id));
      expect(cut.reduce((sum, p) => sum + p.length, 0)).toBeCloseTo(t.length, 6);
    }
    expect(list.proven).toBe(true);
  });
});

test('a piece under both casings is slid in; without casings it is tipped', () => {
  const job: Job = { ...house, layout: { ...house.layout, direction: 0 }, product: { ...house.product, planks: [{ length: 2200, width: 192, share: 1 }] } }; // prettier-ignore
  const found = all(job).untippable.filter((u) => /the doorway /.test(u.why));
  const without = all(withOpening(job, 0, { casing: 0 })).untippable;
  expect(found.length).toBeGreaterThan(0);
  expect(without.filter((u) => /the doorway /.test(u.why))).toEqual([]);
});

test('what hangs low over the far edge of a piece keeps it from being tipped, unless it hangs high enough', () => {
  const low = { id: 'l', what: 'radiator' as const, space: 'hall', wall: 0, from: 500, to: 2500, depth: 150, clear: 60 };
  const job: Job = { ...house, layout: { ...house.layout, direction: 0 }, lowThings: [low] };
  const below = (asked: Job) => all(asked).untippable.filter((u) => /radiator/.test(u.why));
  expect(below(job).length).toBeGreaterThan(0);
  expect(below(job).every((u) => u.floor === 'f1')).toBe(true);
  expect(below({ ...job, lowThings: [{ ...low, clear: 200 }] })).toEqual([]);
});

describe('a floor longer than its product allows', () => {
  const short = (limits: object): Job => ({ ...withOpening(house, 0, { finish: 'through' }), layout: { ...house.layout, direction: 0 }, product: { ...house.product, limits: { ...house.product.limits, ...limits } } }); // prettier-ignore

  test('is broken in a doorway where it has one', () => {
    expect(all(short({ runAcross: 3000 })).breaks).toMatchObject([{ floor: 'f1', at: 'd', over: 0 }]);
  });

  test('else on a line across its middle', () => {
    const one: Job = { ...short({ runAlong: 3000 }), spaces: [house.spaces[0]!], openings: [], obstacles: [] };
    const [only] = all(one).breaks;
    expect(only).toMatchObject({ floor: 'f1', over: 0 });
    const box = boxOf(typeof only!.at === 'string' ? [] : only!.at);
    expect([box.minX, box.maxX]).toEqual([2500, 2500]);
  });
});

test.each<[string, object, RegExp]>([
  ['a kit that nothing has', { openings: [{ ...house.openings![0]!, kit: 'z' }] }, /^openings\[0\]\.kit.*no kit "z"/],
  ['two kits of one id', { kits: [house.kits![0]!, house.kits![0]!] }, /^kits\[1\].*second entry/],
  ['an end cap of a kit without one', { kits: [{ ...house.kits![0]!, profiles: [] }], openings: [], obstacles: [{ ...house.obstacles![0]!, edge: { kit: 'a/b' } }] }, /^obstacles\[0\]\.edge\.foot/], // prettier-ignore
  ['a range upside down', { kits: [{ ...house.kits![0]!, profiles: [{ ...house.kits![0]!.profiles[0]!, near: [3, 1] }] }] }, /near.*lower/], // prettier-ignore
  ['trim of no thickness', { trim: { thickness: 0 } }, /^trim\.thickness/],
  ['a foot that is none', { openings: [{ ...house.openings![0]!, foot: -1 }] }, /^openings\[0\]\.foot/],
  ['a material of no width', { beneath: { materials: [{ ...PRESET_MATERIALS[0]!, width: 0 }] } }, /^beneath\.materials\[0\]\.width/],
  ['short boards', { beneath: { materials: [{ ...PRESET_MATERIALS[1]!, length: 300 }] } }, /400/],
  ['a second choice for a room', { beneath: { choices: [{ space: 'room' }, { space: 'room' }] } }, /^beneath\.choices\[1\]/],
  ['a pad that is not listed', { beneath: { choices: [{ space: 'room', pad: 'felt' }] } }, /no material "felt"/],
  ['a film as a pad', { beneath: { materials: [...PRESET_MATERIALS], choices: [{ space: 'room', pad: 'film' }] } }, /a film and no pad/],
  ['a room that is none', { beneath: { choices: [{ space: 'attic' }] } }, /no space "attic"/],
])('what contradicts itself is refused: %s', (_, change, line) => {
  const read = readJob({ ...house, ...change });
  expect(read.ok ? 'read' : `${read.problems[0]!.path}: ${read.problems[0]!.text}`).toMatch(line);
});
