import { newJob, readJob, type Base, type Job, type MoistureMethod } from '../given';
import { createAsker } from '../answer';
import { base, flatness } from './answer';
import { dryingRange } from './drying';
import { cautionsOf, checksOf, openAt } from './inspection';
import { buildUpFor, compoundOf, poursFor, pourOf, PRESET_COMPOUNDS } from './mend';
import { moistureOf } from './moisture';
import { movedPerMetre, perMetre, seasonsOf } from './movement';
import { restOf } from './rest';

const concrete: Base = { space: 'room', substrate: 'concrete' };
const boards: Base = { space: 'room', substrate: 'boards' };
const read = (value: number, on = '2026-03-02', at: [number, number] = [500, 500], method: MoistureMethod = 'mass') => ({
  at,
  on,
  method,
  value,
});

describe('moisture', () => {
  test.each<[string, Base | undefined, string]>([
    ['nobody said what the base is', undefined, 'unknown'],
    ['concrete without a reading', concrete, 'unknown'],
    ['boards without a reading', boards, 'fine'],
    ['boards below ground without a reading', { ...boards, belowGround: true }, 'unknown'],
    ['dry concrete', { ...concrete, moisture: [read(1)] }, 'film'],
    ['at the limit is within it', { ...boards, moisture: [read(2)] }, 'fine'],
    ['over the first limit', { ...boards, moisture: [read(2.1)] }, 'film'],
    ['over both', { ...concrete, moisture: [read(4.1)] }, 'stop'],
    ['the worst of two places', { ...boards, moisture: [read(1), read(5, '2026-03-02', [2000, 500])] }, 'stop'],
    ['the latest of one place', { ...boards, moisture: [read(5), read(1, '2026-03-20', [600, 500])] }, 'fine'],
    [
      'another method at one place counts too',
      { ...boards, moisture: [read(20, '2026-03-02', [500, 500], 'wood'), read(1, '2026-03-20')] },
      'stop',
    ],
  ])('%s', (_, given, verdict) => {
    const found = moistureOf(given, undefined);
    expect(found.verdict).toBe(verdict);
    expect(found.reasons.length > 0).toBe(verdict !== 'fine');
    expect(found.from).toBe('preset');
  });

  test.each<[string, Base, string]>([
    ['a carbide reading on cement', { ...concrete, substrate: 'screed', moisture: [read(2, '2026-03-02', [5, 5], 'carbide')] }, 'film'],
    [
      'the same over heating',
      { ...concrete, substrate: 'screed', heated: true, moisture: [read(2, '2026-03-02', [5, 5], 'carbide')] },
      'stop',
    ],
    ['the same on gypsum', { ...concrete, substrate: 'gypsum', moisture: [read(2, '2026-03-02', [5, 5], 'carbide')] }, 'stop'],
    ['gypsum that is dry', { ...concrete, substrate: 'gypsum', moisture: [read(0.5, '2026-03-02', [5, 5], 'carbide')] }, 'film'],
    ['heated gypsum', { ...concrete, substrate: 'gypsum', heated: true, moisture: [read(0.4, '2026-03-02', [5, 5], 'carbide')] }, 'stop'],
    ['the digits of a meter are no per cent', { ...boards, moisture: [read(45, '2026-03-02', [5, 5], 'meter')] }, 'fine'],
    ['tiles that nobody read', { space: 'room', substrate: 'tile' }, 'unknown'],
    ['an old floor that nobody read', { space: 'room', substrate: 'old-floor' }, 'unknown'],
    ['tiles that read dry', { space: 'room', substrate: 'tile', moisture: [read(1)] }, 'fine'],
  ])('%s', (_, given, verdict) => expect(moistureOf(given, undefined).verdict).toBe(verdict));

  test('says whose limits decided', () => {
    const limits = { mass: { fine: 3, film: 5 } };
    expect(moistureOf({ ...boards, moisture: [read(2.5)] }, limits)).toMatchObject({ verdict: 'fine', from: 'yours' });
    expect(moistureOf({ ...boards, moisture: [read(2.5), read(10, '2026-03-02', [9, 9], 'wood')] }, limits).from).toBe('preset');
  });

  test('two readings give a range of days, and none where it does not dry', () => {
    const range = dryingRange([read(5), read(4, '2026-03-16')], 2)!;
    expect(range.first).toBeGreaterThan(10);
    expect(range.last === null || range.last > range.first).toBe(true);
    // an exact meter and a base that dries to nothing lies within it: 14 days for a fifth
    const exact = (Math.log(4 / 2) / Math.log(5 / 4)) * 14;
    expect(exact).toBeGreaterThan(range.first);
    expect(range.last ?? Infinity).toBeGreaterThan(exact);
    expect(dryingRange([read(4), read(5, '2026-03-16')], 2)).toEqual({ first: Infinity, last: null });
    expect(dryingRange([read(4)], 2)).toBeNull();
    expect(dryingRange([read(4), read(1, '2026-03-16')], 2)).toBeNull();
  });
});

describe('what mends it', () => {
  const [level] = PRESET_COMPOUNDS;
  test('bags, primer and hours as they are printed on the bag', () => {
    expect(pourOf([{ litres: 3.1, area: 1.9e6, deepest: 3.4 }], level!)).toEqual({ bags: 1, primer: 1.9 / 6, hours: 25, walk: 5 });
    expect(pourOf([{ litres: 3.1, area: 1e6, deepest: 3 }, { litres: 23, area: 2e6, deepest: 20.5 }], level!)).toMatchObject({ bags: 3, primer: 0.5, hours: 33 }); // prettier-ignore
    expect(pourOf([{ litres: 0, area: 0, deepest: 0 }], level!)).toEqual({ bags: 0, primer: 0, hours: 0, walk: 0 });
    expect([0, 9.9, 10, 10.01].map((d) => poursFor(d, level!))).toEqual([0, 1, 1, 2]);
    expect(compoundOf({ compound: { deepest: 5 } })).toEqual({ ...level, deepest: 5 });
  });

  test('plywood brings what is too deep within two pours', () => {
    expect(buildUpFor(20, level!)).toBeNull();
    for (const deep of [20.5, 27, 33, 48, 90]) {
      const { layers, rest } = buildUpFor(deep, level!)!;
      expect(rest).toBeLessThanOrEqual(20);
      expect(rest).toBeGreaterThanOrEqual(3);
      expect(layers.reduce((sum, t) => sum + t, rest)).toBeCloseTo(deep);
    }
  });
});

describe('movement and air', () => {
  test('warmth and moisture each count only where they make it grow', () => {
    const rates = { perDegree: [0.06, 0.05], perHumidity: [0.02, 0.03] } as const;
    const seasons = {
      laid: { temperature: 20, humidity: 50 },
      least: { temperature: 10, humidity: 60 },
      greatest: { temperature: 30, humidity: 40 },
    };
    expect(perMetre(rates, seasons)).toEqual({ grows: [0.6, 0.5], shrinks: [0.6, 0.5] });
    expect(movedPerMetre(rates, seasons.laid, seasons.least)[0]).toBeCloseTo(-0.4);
    expect(seasonsOf({ climate: [{ time: '2026-03-03T08:00', temperature: 18, humidity: 44 }, { time: '2026-03-02T08:00', temperature: 1, humidity: 1 }] }).laid.temperature).toBe(18); // prettier-ignore
  });

  test('boxes rest from when they came, and begin anew after bad air or a hole in the log', () => {
    const product = { ...newJob('x', 'metric', 1, 1).product, rest: 48 };
    const air = (time: string, humidity = 50) => ({ time, temperature: 20, humidity });
    expect(restOf([air('2026-03-02T08:00')], product, undefined, 'metric')).toBeNull();
    expect(restOf([air('2026-03-02T09:00'), air('2026-03-02T14:00')], product, '2026-03-02T08:00', 'metric')).toMatchObject({
      rested: 6,
      left: 42,
      brokenBy: null,
    });
    expect(restOf([air('2026-03-02T09:00'), air('2026-03-02T12:00', 80), air('2026-03-02T14:00')], product, '2026-03-02T08:00', 'metric')).toMatchObject({ rested: 2, brokenBy: { time: '2026-03-02T12:00', why: '80 % humidity, damper than 65' } }); // prettier-ignore
    expect(restOf([air('2026-03-02T09:00'), air('2026-03-03T09:00')], product, '2026-03-02T08:00', 'metric')).toMatchObject({
      rested: 0,
      since: '2026-03-03T09:00',
    });
  });
});

describe('inspection', () => {
  test('the list fits the base, and what can hurt comes first', () => {
    const ids = (b: Base) => checksOf(b).map((c) => c.id);
    expect(ids(boards)).toEqual(expect.arrayContaining(['screw-boards', 'missed-joist', 'holes', 'swept']));
    expect(ids(boards)).not.toContain('hollow');
    expect(ids(concrete)).toContain('hollow');
    expect(cautionsOf({ ...concrete, built: 1954 }).map((c) => c.id)).toEqual(['strips', 'asbestos', 'lead', 'silica']);
    expect(cautionsOf({ ...concrete, built: 2010 }).map((c) => c.id)).toEqual(['strips', 'silica']);
    for (const built of [undefined, 1954, 2010]) {
      for (const substrate of ['concrete', 'screed', 'boards', 'sheet', 'tile', 'old-floor'] as const) {
        const one = { space: 'room', substrate, built, heated: true, belowGround: true };
        const cautions = new Set(cautionsOf(one).map((c) => c.id));
        for (const check of checksOf(one)) expect(check.caution === undefined || cautions.has(check.caution)).toBe(true);
        expect(new Set(ids(one)).size).toBe(ids(one).length);
      }
    }
  });

  test('what is ticked and read is no longer open', () => {
    const done = {
      ...boards,
      built: 2010,
      checks: [{ id: 'swept', on: '2026-03-02' }],
      cautions: [{ id: 'strips', on: '2026-03-02', by: 'Wren' }],
    };
    expect(openAt(done).cautions.map((c) => c.id)).toEqual(['licensed']);
    expect(openAt(done).checks.map((c) => c.id)).not.toContain('swept');
  });
});

describe('a job’s bases', () => {
  const job = (bases: unknown, more: object = {}): unknown => ({ ...newJob('Weir Cottage', 'metric', 4000, 3000), bases, ...more });
  test.each<[string, unknown, string, RegExp]>([
    ['an unknown space', job([{ space: 'attic', substrate: 'boards' }]), 'bases[0].space', /no space "attic"/],
    ['a second entry', job([boards, boards]), 'bases[1].space', /second entry/],
    ['two heights at one place', job([{ ...boards, levels: [{ at: [1, 1], height: 0 }, { at: [1.5, 1.5], height: 2 }] }]), 'bases[0].levels[1]', /two heights at one place/], // prettier-ignore
    ['a day that is none', job([{ ...boards, moisture: [read(2, '2026-02-30')] }]), 'bases[0].moisture[0].on', /is no date/],
    [
      'a height that is no number',
      job([{ ...boards, levels: [{ at: [1, 1], height: NaN }] }]),
      'bases[0].levels[0].height',
      /must be a number/,
    ],
    ['a straightedge of no length', job([], { flatness: { straightedge: 0, limit: 3 } }), 'flatness.straightedge', /more than 0/],
    ['a bag of nothing', job([], { compound: { litresPerBag: 0 } }), 'compound.litresPerBag', /more than 0/],
  ])('%s is refused where it stands', (_, raw, path, text) => {
    const result = readJob(raw);
    expect(result.ok).toBe(false);
    if (!result.ok) {
      expect(result.problems[0]!.path).toBe(path);
      expect(result.problems[0]!.text).toMatch(text);
    }
  });

  test('the same height twice at one place is one', () => {
    expect(readJob(job([{ ...boards, levels: [{ at: [1, 1], height: 2 }, { at: [1.5, 1.5], height: 2 }] }])).ok).toBe(true); // prettier-ignore
  });

  test('the report speaks of every space, and of what has no figures why', () => {
    const given = readJob(job([{ ...concrete, levels: [{ at: [0, 0], height: 1 }] }], { fixings: [{ at: [1000, 1000], why: 'island' }, { at: [3000, 1000], why: 'newel' }] })); // prettier-ignore
    if (!given.ok) throw new Error('refused');
    const asker = createAsker();
    const report = asker.ask(base, { job: given.value, log: [] });
    if (!report.ok) throw new Error('refused');
    const printed = JSON.parse(base.verb!.print(report.value, { job: given.value, log: [] }));
    expect(printed).toMatchObject({
      format: 'pitsaw/base',
      spaces: [
        {
          space: 'room',
          flatness: null,
          fill: null,
          after: null,
          why: expect.stringMatching(/One height/),
          moisture: { verdict: 'unknown' },
        },
      ],
      compound: { bags: 0, hours: 0 },
      movement: [{ floor: 'f1', fixings: { count: 2 }, from: 'preset' }],
    });
    // laminate shrinks by 0.02 mm a metre and % along: 3.984 m from 50 to 30 %
    expect(printed.movement[0].shrinks[0]).toBeCloseTo(3.984 * 0.02 * 20, 3);
    expect(printed.movement[0].fixings.opens).toBeCloseTo(2 * 0.02 * 20, 3);
  });

  test('a reading measures its own space again and no other', () => {
    const remembered = new Map<string, unknown>();
    const levels = [[500, 500, 0], [3500, 500, 1], [3500, 2500, 0], [500, 2500, 2]].map(([x, y, height]) => ({ at: [x!, y!] as [number, number], height: height! })); // prettier-ignore
    const two: Job = {
      ...newJob('x', 'metric', 4000, 3000),
      spaces: [{ id: 'a', name: 'A', outline: [[0, 0], [4000, 0], [4000, 3000], [0, 3000]] }, { id: 'b', name: 'B', outline: [[5000, 0], [9000, 0], [9000, 3000], [5000, 3000]] }], // prettier-ignore
      bases: [{ ...concrete, space: 'a', levels }, { ...concrete, space: 'b', levels: levels.map((l) => ({ ...l, at: [l.at[0] + 5000, l.at[1]] as [number, number] })) }], // prettier-ignore
    };
    const ask = (given: Job) => {
      const result = createAsker().ask(flatness, { job: given, log: [] }, { remembered });
      if (!result.ok) throw new Error('refused');
      return result.value;
    };
    const first = ask(two);
    const second = ask({ ...two, bases: [two.bases![0]!, { ...two.bases![1]!, levels: levels.map((l, i) => ({ at: [l.at[0] + 5000, l.at[1]], height: i === 0 ? 6 : l.height })) }] }); // prettier-ignore
    expect(second[0]!.flat).toBe(first[0]!.flat);
    expect(second[1]!.flat!.found.worst).not.toBe(first[1]!.flat!.found.worst);
  });
});
