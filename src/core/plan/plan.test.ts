import fc from 'fast-check';
import { floorsOf } from '../floors';
import { newJob, planText, readJob, readPlan, type Job, type Plan } from '../given';
import { untruths } from '@test/truth';
import { planJob } from '.';

const planned = (job: Job): Plan => {
  const plan = planJob(job, { steps: 1500 });
  if (!plan.ok) throw new Error(JSON.stringify(plan.problems));
  return plan.value;
};

const check = (job: Job): Plan => {
  const plan = planned(job);
  const floors = floorsOf(job);
  expect(floors.ok && untruths(job, floors.value, plan)).toEqual([]);
  // what is written is read again as it was
  expect(readPlan(JSON.parse(planText(plan, job.name)))).toMatchObject({ ok: true, value: JSON.parse(JSON.stringify(plan)) as object });
  return plan;
};

/** Any simple outline: a ring of corners at growing angles round a centre, some far, some near. */
const outline = fc
  .array(fc.tuple(fc.double({ min: 0.15, max: 1, noNaN: true }), fc.integer({ min: 700, max: 3200 })), { minLength: 3, maxLength: 9 })
  .map((corners) => {
    const whole = corners.reduce((sum, [step]) => sum + step, 0);
    let angle = 0;
    return corners.map(([step, radius]): [number, number] => {
      angle += (2 * Math.PI * step) / whole;
      return [Math.round(radius * Math.cos(angle)), Math.round(radius * Math.sin(angle))];
    });
  });

/** Rooms of right angles with bites out of their corners. */
const stepped = fc
  .record({
    length: fc.integer({ min: 900, max: 6000 }),
    width: fc.integer({ min: 700, max: 5000 }),
    bites: fc.array(fc.tuple(fc.integer({ min: 1, max: 45 }), fc.integer({ min: 1, max: 45 })), { minLength: 4, maxLength: 4 }),
  })
  .map(({ length, width, bites }): [number, number][] => {
    const [a, b, c, d] = bites.map(([p, q]): [number, number] => [Math.round((length * p) / 100), Math.round((width * q) / 100)]);
    return [
      [a![0], 0],
      [length - b![0], 0],
      [length - b![0], b![1]],
      [length, b![1]],
      [length, width - c![1]],
      [length - c![0], width - c![1]],
      [length - c![0], width],
      [d![0], width],
      [d![0], width - d![1]],
      [0, width - d![1]],
      [0, a![1]],
      [a![0], a![1]],
    ];
  });

const details = fc.record({
  direction: fc.constantFrom<Job['layout']['direction']>('auto', 0, 90, 180, 270, 30, 107.5),
  mode: fc.constantFrom<Job['layout']['setOut']['mode']>('auto', 'full-first', 'balanced', 'edge-on-centre', 'plank-on-centre'),
  school: fc.constantFrom<Job['layout']['stagger']['school']>('offcut', 'thirds', 'half', 'centred', 'free'),
  // one size, two lengths in a box, two widths in turn, or both
  mix: fc.constantFrom('one', 'one', 'lengths', 'widths', 'both'),
  seed: fc.nat(99),
  kerf: fc.constantFrom(0, 2, 3.2),
  length: fc.constantFrom(610, 1219.2, 1285, 2200),
  width: fc.constantFrom(120, 192, 304.8),
});

function sizesFor({ length, width, mix }: { length: number; width: number; mix: string }): Partial<Job['product']> {
  const narrow = Math.round(width * 0.7);
  const short = Math.round(length * 0.55);
  const size = (l: number, w: number, share: number) => ({ length: l, width: w, share });
  if (mix === 'lengths')
    return { planks: [size(length, width, 0.5), size(short, width, 0.25), size(Math.round(length * 0.8), width, 0.25)] };
  if (mix === 'widths') return { planks: [size(length, width, 0.5), size(length, narrow, 0.5)], widthSequence: [width, narrow, narrow] };
  if (mix === 'both')
    return {
      planks: [size(length, width, 0.25), size(short, width, 0.25), size(length, narrow, 0.25), size(short, narrow, 0.25)],
      widthSequence: [width, narrow],
    };
  return { planks: [size(length, width, 1)] };
}

function jobFor(outlineOf: [number, number][], d: typeof details extends fc.Arbitrary<infer T> ? T : never): Job {
  const job = newJob('Drill floor', 'metric', 1000, 1000);
  return {
    ...job,
    kerf: d.kerf,
    spaces: [{ ...job.spaces[0]!, outline: outlineOf }],
    product: {
      ...job.product,
      ...sizesFor(d),
      limits: { ...job.product.limits, stagger: Math.min(300, d.length / 3), endPiece: Math.min(300, d.length / 3) },
    },
    layout: { direction: d.direction, setOut: { mode: d.mode }, stagger: { school: d.school, seed: d.seed } },
  };
}

describe('the truths of a plan', () => {
  test('hold on any simple outline, direction, mode and plank', () => {
    fc.assert(
      fc.property(outline, details, (ring, d) => {
        const job = jobFor(ring, d);
        fc.pre(readJob(job).ok && planJob(job, { steps: 0 }).ok);
        check(job);
      }),
      { numRuns: Number(process.env.PITSAW_CASES ?? 40) },
    );
  });

  test('hold on stepped rooms with obstacles', () => {
    const post = fc.record({
      x: fc.integer({ min: -200, max: 5000 }),
      y: fc.integer({ min: -200, max: 4000 }),
      size: fc.integer({ min: 20, max: 900 }),
    });
    fc.assert(
      fc.property(stepped, details, fc.array(post, { maxLength: 3 }), (ring, d, posts) => {
        const kinds = ['hearth', 'cabinet', 'register'] as const;
        const job: Job = {
          ...jobFor(ring, d),
          obstacles: posts.map(({ x, y, size }, i) => ({
            id: `o${i}`,
            kind: kinds[i]!,
            outline: [
              [x, y],
              [x + size, y],
              [x + size, y + size * 0.7],
              [x, y + size * 0.7],
            ],
          })),
        };
        fc.pre(readJob(job).ok && planJob(job, { steps: 0 }).ok);
        check(job);
      }),
      { numRuns: Number(process.env.PITSAW_CASES ?? 40) },
    );
  });

  test('the same job gives the same bytes, another seed another floor', () => {
    const job = newJob('Ferry office', 'metric', 5200, 3900);
    const one = planText(planned(job), '');
    expect(planText(planned(structuredClone(job)), '')).toBe(one);
    const others = [2, 3, 4].map((seed) => planned({ ...job, layout: { ...job.layout, stagger: { school: 'offcut', seed } } }));
    expect(others.some((plan) => planText(plan, '') !== one)).toBe(true);
  });
});

test('a rectangle: rows, first and last strip, and every piece where it should be', () => {
  const job = newJob('Book store', 'metric', 4000, 3000);
  const plan = check({ ...job, layout: { ...job.layout, direction: 0, setOut: { mode: 'full-first' } } });
  const [floor] = plan.floors;
  expect(floor!.laid).toEqual([
    [
      [
        [8, 8],
        [3992, 8],
        [3992, 2992],
        [8, 2992],
      ],
    ],
  ]);
  // row 1 at the top for direction 0: w = −y
  expect(floor!.rows[0]).toMatchObject({ n: 1, from: -2992, to: -2800, width: 192 });
  expect(floor!.rows).toHaveLength(16);
  const last = floor!.pieces.filter((p) => p.row === 16);
  expect(last.every((p) => p.cut.low === 0 && Math.abs(p.cut.high - 104) < 1e-9)).toBe(true);
  expect(plan.totals.laidArea).toBeCloseTo(3.984 * 2.984, 3);
});

test('two ripped rows that fit one plank’s width come out of shared planks', () => {
  // a first row of 70, five whole ones, a last one of 94
  const job = newJob('Porch', 'metric', 4000, 16 + 70 + 5 * 192 + 94);
  const at: [number, number] = [0, 8 + 94 + 5 * 192];
  const plan = check({ ...job, layout: { ...job.layout, direction: 0, setOut: { mode: 'row-edge-at', at } } });
  const last = plan.floors[0]!.rows.length;
  const ripped = plan.floors[0]!.pieces.filter((p) => p.row === 1 || p.row === last);
  expect(new Set(ripped.map((p) => p.plank)).size).toBeLessThan(ripped.length - 1);
});

test('two floors of one product share planks; a floor of its own product does not', () => {
  const one = newJob('Weir Cottage', 'metric', 2500, 1900);
  const second = { id: 'store', name: 'Store', outline: one.spaces[0]!.outline.map(([x, y]): [number, number] => [x + 4000, y]) };
  const both = { ...one, spaces: [...one.spaces, second] };
  const together = check(both);
  expect(together.floors.map((f) => f.id)).toEqual(['f1', 'f2']);
  expect(together.totals.planks).toBeLessThanOrEqual(2 * check(one).totals.planks);
  const own = check({ ...both, layouts: [{ space: 'store', product: { ...one.product, name: 'Slate vinyl' } }] });
  expect(new Set(own.planks.map((p) => p.product))).toEqual(new Set([one.product.name, 'Slate vinyl']));
});

test('halves of a split piece that lie too close to be sawn from one plank get planks of their own', () => {
  const job = newJob('Split', 'metric', 1, 1);
  const ring: [number, number][] = [
    [1361, 514],
    [543, 444],
    [772, 1230],
    [-216, 666],
    [-1688, 753],
    [-172, -686],
    [707, 0],
  ];
  check({
    ...job,
    kerf: 0,
    spaces: [{ ...job.spaces[0]!, outline: ring }],
    product: { ...job.product, planks: [{ length: 2200, width: 304.8, share: 1 }] },
    layout: { direction: 0, setOut: { mode: 'balanced' }, stagger: { school: 'free', seed: 4 } },
  });
});

test('floors of one product with schools of their own are each laid by their own, and counted in boxes together', () => {
  const one = newJob('Weir Cottage', 'metric', 2500, 1900);
  const second = { id: 'store', name: 'Store', outline: one.spaces[0]!.outline.map(([x, y]): [number, number] => [x + 4000, y]) };
  const both = { ...one, spaces: [...one.spaces, second] };
  const apart = check({ ...both, layouts: [{ space: 'store', stagger: { school: 'free', seed: 3 } }] });
  const alone = check({ ...both, spaces: [second], layout: { ...one.layout, stagger: { school: 'free', seed: 3 } } });
  const lengths = (plan: Plan, floor: number) => plan.floors[floor]!.pieces.map((p) => [p.cut.from, p.cut.to]);
  expect(lengths(apart, 1)).toEqual(lengths(alone, 0));
  expect(apart.planks.every((p) => p.product === undefined)).toBe(true);
  expect(apart.totals.boxes).toBe(Math.ceil(apart.totals.planks / one.product.perBox));
});
