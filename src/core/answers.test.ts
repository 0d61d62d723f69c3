import fc from 'fast-check';
import { eventsOf, happenings, KINDS, logText, type Kind } from '@test/happenings';
import { createAsker, keyOf, type AnyAnswer, type Given } from './answer';
import { ANSWERS } from './answers';
import { newJob, planFile, PRESET_KITS, PRESET_MATERIALS, type Event, type Job } from './given';
import { planJob } from './plan';

/*
 * The acceptance suite of the answers: each is pure, and its key is complete. What is not in its slice must not change what comes out, for an
 * answer is remembered under its slice.
 */

const base: Job = {
  ...newJob('Ferry house', 'metric', 3800, 2600),
  crew: { begin: '2026-03-30' },
  kerf: 3,
  spaces: [
    { id: 'hall', name: 'Hall', outline: [[0, 0], [4200, 0], [4200, 1300], [0, 1300]] }, // prettier-ignore
    { id: 'room', name: 'Room', outline: [[0, 1400], [3000, 1400], [3000, 4000], [0, 4020]] }, // prettier-ignore
  ],
  openings: [{ id: 'd', between: ['hall', 'room'], outline: [[800, 1300], [1600, 1300], [1600, 1400], [800, 1400]], finish: 'reducer' }], // prettier-ignore
  bases: [
    { space: 'hall', substrate: 'concrete', levels: [[200, 200, 0], [4000, 200, 2], [2100, 650, -7], [200, 1100, 1], [4000, 1100, 0]].map(([x, y, height]) => ({ at: [x!, y!], height: height! })) }, // prettier-ignore
    { space: 'room', substrate: 'boards' },
  ],
  obstacles: [{ id: 'r', kind: 'register', gap: 3, outline: [[3000, 300], [3300, 300], [3300, 400], [3000, 400]] }], // prettier-ignore
};

const withHall = (job: Job, change: Partial<Job['spaces'][number]>): Job => ({
  ...job,
  spaces: job.spaces.map((s, i) => (i === 0 ? { ...s, ...change } : s)),
});
const withBase = (job: Job, change: object): Job => ({ ...job, bases: job.bases!.map((b, i) => (i === 0 ? { ...b, ...change } : b)) });
const withDoor = (job: Job, change: object): Job => ({ ...job, openings: job.openings!.map((o) => ({ ...o, ...change })) });

/** Changes of every part of a job, each by itself. */
const changes: readonly (readonly [string, (job: Job) => Job])[] = [
  ['its name', (job) => ({ ...job, name: 'Toll house' })],
  ['the unit', (job) => ({ ...job, display: 'imperial' })],
  ['the kerf', (job) => ({ ...job, kerf: 1 })],
  ['a room’s name', (job) => withHall(job, { name: 'Passage' })],
  ['a walk', (job) => withHall(job, { walk: [{ length: 4000, turn: 90 }] })],
  ['a measured width', (job) => withHall(job, { widths: [{ wall: 0, along: 100, width: 1290 }] })],
  ['a measured diagonal', (job) => withHall(job, { diagonals: [{ from: 0, to: 2, length: 4400 }] })],
  ['how much a wall is seen', (job) => withHall(job, { weights: [{ wall: 0, weight: 2 }] })],
  ['an outline', (job) => withHall(job, { outline: [[0, 0], [4300, 0], [4300, 1300], [0, 1300]] })], // prettier-ignore
  ['a doorway’s finish', (job) => withDoor(job, { finish: 'through' })],
  ['a busy doorway', (job) => withDoor(job, { busy: true })],
  ['a doorway’s leaf', (job) => withDoor(job, { leaf: 'first-side' })],
  ['a casing', (job) => withDoor(job, { casing: 15 })],
  ['what lies beyond', (job) => withDoor(job, { beyond: { floor: 'stone', height: 10 } })],
  ['an obstacle', (job) => ({ ...job, obstacles: [] })],
  ['the product’s name', (job) => ({ ...job, product: { ...job.product, name: 'Slate' } })],
  ['printed faces', (job) => ({ ...job, product: { ...job.product, prints: 3 } })],
  ['planks in a box', (job) => ({ ...job, product: { ...job.product, perBox: 5 } })],
  ['the thickness', (job) => ({ ...job, product: { ...job.product, thickness: 11 } })],
  ['the lock', (job) => ({ ...job, product: { ...job.product, lock: 'tap' } })],
  ['the kind', (job) => ({ ...job, product: { ...job.product, kind: 'engineered' } })],
  ['a limit', (job) => ({ ...job, product: { ...job.product, limits: { ...job.product.limits, rip: 120 } } })],
  ['the longest run', (job) => ({ ...job, product: { ...job.product, limits: { ...job.product.limits, runAlong: 2000 } } })],
  ['where a limit comes from', (job) => ({ ...job, product: { ...job.product, limitSources: { rip: 'yours' } } })],
  ['the direction', (job) => ({ ...job, layout: { ...job.layout, direction: 90 } })],
  ['the set-out', (job) => ({ ...job, layout: { ...job.layout, setOut: { mode: 'full-first' } } })],
  ['the school', (job) => ({ ...job, layout: { ...job.layout, stagger: { school: 'thirds', seed: 1 } } })],
  ['the light', (job) => ({ ...job, layout: { ...job.layout, light: { space: 'hall', wall: 1 } } })],
  ['how faces are mixed', (job) => ({ ...job, layout: { ...job.layout, deal: { habit: 'piles' } } })],
  ['a floor’s own product', (job) => ({ ...job, layouts: [{ space: 'room', product: { ...job.product, name: 'Slate', prints: 2 } }] })],
  [
    'a floor’s own product by another name',
    (job) => ({ ...job, layouts: [{ space: 'room', product: { ...job.product, name: 'Chalk', prints: 2 } }] }),
  ],
  ['a floor’s own light', (job) => ({ ...job, layouts: [{ space: 'room', light: { space: 'room', wall: 0 } }] })],
  ['a pin', (job) => ({ ...job, hand: { pins: [[900, 700]] } })],
  ['a height', (job) => withBase(job, { levels: job.bases![0]!.levels!.map((l, i) => (i === 2 ? { ...l, height: -9 } : l)) })],
  ['what a base is', (job) => withBase(job, { substrate: 'boards' })],
  ['below ground', (job) => ({ ...job, bases: job.bases!.map((b) => ({ ...b, belowGround: true })) })],
  ['when it was built', (job) => withBase(job, { built: 1954 })],
  ['a moisture', (job) => withBase(job, { moisture: [{ at: [900, 600], on: '2026-03-02', method: 'mass', value: 5 }] })],
  ['a check', (job) => withBase(job, { checks: [{ id: 'swept', on: '2026-03-02' }] })],
  ['how flat it has to be', (job) => ({ ...job, flatness: { straightedge: 1000, limit: 2 } })],
  ['the compound', (job) => ({ ...job, compound: { deepest: 3 } })],
  ['moisture limits', (job) => ({ ...job, moistureLimits: { mass: { fine: 1, film: 2 } } })],
  ['the air', (job) => ({ ...job, climate: [{ time: '2026-03-02T08:00', temperature: 12, humidity: 70 }] })],
  ['the seasons', (job) => ({ ...job, seasons: { least: { temperature: 5, humidity: 20 } } })],
  [
    'fixings',
    (job) => ({
      ...job,
      fixings: [
        { at: [500, 600], why: 'post' },
        { at: [3000, 600], why: 'post' },
      ],
    }),
  ],
  ['how the product moves', (job) => ({ ...job, product: { ...job.product, movement: { perDegree: [0.1, 0.1], perHumidity: [0, 0] } } })],
  ['what lies beneath', (job) => ({ ...job, beneath: { materials: [...PRESET_MATERIALS] } })],
  [
    'what a room asks for beneath',
    (job) => ({ ...job, beneath: { materials: [...PRESET_MATERIALS], choices: [{ space: 'room', pad: null }] } }),
  ],
  ['heated', (job) => withBase(job, { heated: true })],
  ['kits', (job) => ({ ...job, kits: [PRESET_KITS[1]!] })],
  ['a doorway’s kit', (job) => withDoor(job, { kit: 'tall-sill' })],
  ['a foot', (job) => withDoor(job, { foot: 14 })],
  ['an end cap', (job) => ({ ...job, obstacles: job.obstacles!.map((o) => ({ ...o, edge: { kit: 'low-sill' } })) })],
  ['the trim', (job) => ({ ...job, trim: { thickness: 9 } })],
  ['room above a casing', (job) => ({ ...job, casings: { leave: 1 } })],
  [
    'something low',
    (job) => ({
      ...job,
      lowThings: [{ id: 'l', what: 'radiator', space: 'hall', wall: 0, from: 100, to: 3000, depth: 300, clear: 20 }],
    }),
  ],
  ['spare planks', (job) => ({ ...job, spares: { planks: 3 } })],
  ['how tape is sold', (job) => ({ ...job, order: { sold: [{ item: 'tape', pack: 25, price: 3 }] } })],
  ['who works', (job) => ({ ...job, crew: { people: 3, begin: '2026-03-30' } })],
  ['a field that nobody knows', (job) => ({ ...job, ...{ moisture: 2.1 } })],
];

const made = planJob(base, { steps: 300 });
const givenOf = (job: Job): Given => ({ job, log: [], judged: made.ok ? made.value : undefined });
const how = { steps: 300 };
const keysBelow = (one: AnyAnswer, given: Given): string[] =>
  Object.values(one.after).flatMap((before) => [keyOf(before, given), ...keysBelow(before, given)]);
const out = (one: AnyAnswer, job: Job): string => JSON.stringify(createAsker().ask(one, givenOf(job), how));

const names = Object.keys(ANSWERS) as (keyof typeof ANSWERS)[];

/** Changes that leave an answer's own key and change one that it stands on: there it has to come out the same. */
const leaving = names.flatMap((name): [string, readonly (typeof changes)[number][]][] => {
  const one: AnyAnswer = ANSWERS[name];
  const own = changes.filter(([, change]) => {
    const changed = change(base);
    return (
      keyOf(one, givenOf(changed)) === keyOf(one, givenOf(base)) &&
      keysBelow(one, givenOf(changed)).join() !== keysBelow(one, givenOf(base)).join()
    );
  });
  return own.length > 0 ? [[name, own]] : [];
});

test.each(names)('%s gives the same again, and is worked out once', (name) => {
  const one: AnyAnswer = ANSWERS[name];
  expect(out(one, structuredClone(base))).toBe(out(one, base));
  const asker = createAsker();
  const first = asker.ask(one, givenOf(base), how);
  expect(asker.ask(one, givenOf(structuredClone(base)), how)).toBe(first);
  // the order of changes does not matter to its key
  const two = changes[9]![1](changes[21]![1](base));
  expect(keyOf(one, givenOf(two))).toBe(keyOf(one, givenOf(changes[21]![1](changes[9]![1](base)))));
});

test.each(leaving)('%s comes out the same where its key does', (name, own) => {
  const one: AnyAnswer = ANSWERS[name as keyof typeof ANSWERS];
  const before = out(one, base);
  for (const [what, change] of own) expect([what, out(one, change(base))]).toEqual([what, before]);
});

describe('jobs, changes and logs by chance', () => {
  const few = { steps: 40 };
  const sizes = [{ length: 1285, width: 192, share: 0.6 }, { length: 900, width: 192, share: 0.4 }]; // prettier-ignore
  const loft = { id: 'loft', name: 'Loft', outline: [[6000, 0], [8400, 0], [8400, 1900], [6000, 1900]] as [number, number][] }; // prettier-ignore
  const slate = { ...base.product, name: 'Slate', planks: [{ length: 1000, width: 192, share: 1 }] };
  /** Of one product, of two and of three, with planks of one length and of two. */
  const kinds: readonly Job[] = [
    base,
    { ...base, product: { ...base.product, planks: sizes } },
    { ...base, layouts: [{ space: 'room', product: slate }] },
    {
      ...base,
      product: { ...base.product, planks: sizes },
      spaces: [...base.spaces, loft],
      layouts: [{ space: 'room', product: slate }, { space: 'loft', product: { ...slate, name: 'Chalk', planks: sizes } }], // prettier-ignore
    },
  ];
  const plans = kinds.map((job) => {
    const plan = planJob(job, few);
    if (!plan.ok) throw new Error(plan.problems[0]!.text);
    return plan.value;
  });
  /** What was laid, sawn and happened, and perhaps a new plan after it. */
  const logOf = (k: number, kind: Kind, seed: number, again: boolean): readonly Event[] => {
    const lines = happenings(kinds[k]!, plans[k]!, kind, seed) ?? [];
    const log = eventsOf(logText(kinds[k]!, plans[k]!, lines));
    if (!again) return log;
    const ways = createAsker().ask(ANSWERS.replan, { job: kinds[k]!, log }, few);
    if (!ways.ok || ways.value.length === 0) return log;
    const next = { what: 'replanned', plan: planFile(ways.value[0]!.plan, kinds[k]!.name) };
    return eventsOf(logText(kinds[k]!, plans[k]!, [...lines, next]));
  };
  const case_ = fc.record({
    k: fc.nat(kinds.length - 1),
    kind: fc.constantFrom(...KINDS),
    seed: fc.nat(1000),
    again: fc.boolean(),
    change: fc.uniqueArray(fc.nat(changes.length - 1), { minLength: 1, maxLength: 3 }),
    more: fc.boolean(),
  });

  test('what an answer does not take does not change it, in the job or in the log', () => {
    let told = 0;
    fc.assert(
      fc.property(case_, ({ k, kind, seed, again, change, more }) => {
        const job = kinds[k]!;
        const log = logOf(k, kind, seed, again);
        const next = change.reduce((now, i) => changes[i]![1](now), job);
        const note = { n: log.length + 1, what: 'note', text: 'swept', time: '2026-03-02T09:00:00', by: 'Ada' } as Event;
        const [a, b]: [Given, Given] = [
          { job, log, judged: plans[k] },
          { job: next, log: more ? [...log, note] : log, judged: plans[k] },
        ];
        const [first, second] = [createAsker(), createAsker()];
        const below = (name: (typeof names)[number], given: Given) => keysBelow(ANSWERS[name], given).join();
        const same = names.filter((name) => keyOf(ANSWERS[name], a) === keyOf(ANSWERS[name], b) && below(name, a) !== below(name, b));
        fc.pre(same.length > 0);
        for (const name of same) {
          told++;
          const [x, y] = [first, second].map((asker, i) => asker.ask<AnyAnswer>(ANSWERS[name], i === 0 ? a : b, few));
          expect([name, y]).toEqual([name, x]);
        }
      }),
      { numRuns: 12 },
    );
    expect(told).toBeGreaterThan(20);
  });
});

test('a name, a unit, a walk or a reading searches nothing again', () => {
  for (const what of [
    'its name',
    'the unit',
    'a room’s name',
    'a walk',
    'a measured width',
    'the product’s name',
    'where a limit comes from',
    'a field that nobody knows',
    'a height',
    'a moisture',
    'the air',
    'fixings',
    'what lies beneath',
    'kits',
    'a doorway’s kit',
    'the trim',
    'something low',
    'how tape is sold',
    'who works',
  ]) {
    const [, change] = changes.find(([name]) => name === what)!;
    expect([what, keyOf(ANSWERS.rows, givenOf(change(base)))]).toEqual([what, keyOf(ANSWERS.rows, givenOf(base))]);
  }
});

test('a pin and how much a tape errs search rows again, but cut no runs and prove no bound anew; how many planks those take is the same', () => {
  const pinned: Job = { ...base, hand: { pins: [[900, 700]] } };
  for (const changed of [pinned, { ...base, tape: 7 }]) {
    expect(keyOf(ANSWERS.rows, givenOf(changed))).not.toBe(keyOf(ANSWERS.rows, givenOf(base)));
    for (const one of [ANSWERS.runs, ANSWERS.least]) expect(keyOf(one, givenOf(changed))).toBe(keyOf(one, givenOf(base)));
  }
  const asker = createAsker();
  const [before, after] = [base, pinned].map((job) => asker.ask(ANSWERS.pieces, givenOf(job), how));
  expect(before!.ok && after!.ok && before!.value.leastPlanks === after!.value.leastPlanks).toBe(true);
  expect(asker.ask(ANSWERS.least, givenOf(base))).toBe(asker.ask(ANSWERS.least, givenOf(pinned)));
});

test('a room that is called otherwise is called so in what is found of it, and no joint is searched for that', () => {
  const two: Job = { ...base, openings: base.openings!.map((o) => ({ ...o, finish: 'through' as const })), tape: 200 };
  const asker = createAsker();
  const said = (job: Job): string => {
    const found = asker.ask(ANSWERS.findings, givenOf(job), how);
    return found.ok ? found.value.map((f) => f.text).join(' ') : '';
  };
  expect(said(two)).toContain('of Hall');
  const renamed = said(withHall(two, { name: 'Passage' }));
  expect(renamed).toContain('of Passage');
  expect(renamed).not.toContain('Hall');
});

test('what comes before fails, and so does what stands on it, with the same problems', () => {
  const none = { ...base, spaces: [{ id: 'hall', name: 'Hall', outline: [[0, 0], [500, 0], [500, 12], [0, 12]] as [number, number][] }], openings: [] }; // prettier-ignore
  const asker = createAsker();
  const floors = asker.ask(ANSWERS.floors, givenOf(none));
  expect(floors.ok).toBe(false);
  expect(asker.ask(ANSWERS.summary, givenOf(none))).toEqual(floors);
});

describe('a value that was stored before its bound existed', () => {
  const crew = { begin: '2026-03-30' };
  const twins = { layouts: [{ space: 'room', product: { ...base.product, length: 900 } }] };
  test.each([
    ['a pace', { crew: { ...crew, pace: { lay: 0.001 } } }, ['days']],
    ['a pour', { compound: { ...newJob('', 'metric', 1, 1).compound, deepest: 0.5 } }, ['base', 'order', 'days']],
    [
      'a strip of foam',
      { beneath: { materials: [{ ...PRESET_MATERIALS[0]!, width: 60 }] } },
      ['beneath', 'doorways', 'edges', 'order', 'days'],
    ],
    ['a length of trim', { trim: { lengths: [200] } }, ['doorways', 'edges', 'order', 'days']],
    ['products of one name', twins, ['order', 'days']],
    ['a room that is none in the order of rooms', { laying: { order: ['attic'] } }, []],
  ] as const)('%s: what needs it is left out with its place, the rest is there', (_, change, without) => {
    const asker = createAsker();
    const given = { job: { ...base, ...change } as Job, log: [] };
    const named = ['floors', 'setOut', 'flatness', 'base', 'beneath', 'doorways', 'edges', 'order', 'days'] as const;
    const failed = named.filter((name) => {
      const result = asker.ask<AnyAnswer>(ANSWERS[name], given, { steps: 20 });
      if (!result.ok) expect(result.problems.map((p) => p.path).join()).toMatch(/deepest|width|lengths|pace|name/);
      return !result.ok;
    });
    expect(failed).toEqual(without);
  });
});
