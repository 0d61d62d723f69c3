import { orderUntruths } from '@test/order';
import fc from 'fast-check';
import { houses } from '../../../test/houses';
import { createAsker, type OutOf } from '../answer';
import { ANSWERS } from '../answers';
import { newJob, PRESET_KITS, PRESET_MATERIALS, readJob, type Job } from '../given';
import { arrivedOf, batchesOf } from '.';
import { batchesFor } from './batches';

type Printed = {
  items: {
    id: string;
    need: number;
    unit: string;
    pack: number | null;
    packs: number | null;
    spare: number;
    from: string;
    for: string[];
  }[];
  sundries: { id: string; need: number; packs: number | null }[];
};

/** A seeded house with everything in it: bases that have to be filled, kits, pads and film. */
const furnished = (job: Job, n: number): Job => ({
  ...job,
  beneath: { materials: [...PRESET_MATERIALS].reverse(), choices: [] },
  kits: [...PRESET_KITS],
  spares: { planks: n },
  bases: job.spaces.map(({ id, outline: [a, b, c, d] }, i) => ({
    space: id,
    substrate: i % 2 === 0 ? ('concrete' as const) : ('boards' as const),
    levels: [a, b, c, d].map((at, k) => ({ at: at!, height: k === 0 && i === 1 ? 9 : 0 })).concat({ at: [(a![0] + c![0]) / 2, (a![1] + c![1]) / 2], height: i === 0 ? -12 : 0 }), // prettier-ignore
  })),
});

const asked = (job: Job) => {
  const asker = createAsker();
  const of = <Name extends keyof typeof ANSWERS>(name: Name): OutOf<(typeof ANSWERS)[Name]> => {
    const result = asker.ask(ANSWERS[name], { job, log: [] }, { steps: 200 });
    if (!result.ok) throw new Error(result.problems[0]!.text);
    return result.value as OutOf<(typeof ANSWERS)[Name]>;
  };
  return { of, printed: JSON.parse(ANSWERS.order.verb!.print(of('order'), { job, log: [] })) as Printed };
};

describe.each(houses(3, 21).map((h, i) => [h.name, furnished(h, 3 + i)] as const))('%s', (_, job) => {
  const { of, printed } = asked(job);
  const print = (name: 'plan' | 'base' | 'beneath' | 'edges') =>
    JSON.parse((ANSWERS[name].verb!.print as (out: unknown, given: { job: Job; log: [] }) => string)(of(name), { job, log: [] })) as never;

  test('every figure is that of plan, base, beneath or edges, and nothing else is bought', () => {
    const sources = { plan: print('plan'), base: print('base'), beneath: print('beneath'), edges: print('edges') };
    expect(orderUntruths(job, printed, sources)).toEqual([]);
    expect(of('base').compound.bags).toBeGreaterThan(0);
    expect(new Set(printed.items.map((i) => i.id)).size).toBe(printed.items.length);
    expect(of('order').boxes[0]!.boxes).toBe(printed.items[0]!.packs);
  });

  test('what is besides has names of its own and is never nothing', () => {
    const ids = [...printed.items, ...printed.sundries].map((i) => i.id);
    expect(new Set(ids).size).toBe(ids.length);
    expect(printed.sundries.every((s) => s.need > 0 && s.packs! > 0)).toBe(true);
    expect(printed.sundries.map((s) => s.id)).toEqual(expect.arrayContaining(['protection', 'gear/eyes', 'spacers/8', 'blades/laminate']));
  });
});

test('spares of several sizes are dealt by share, each rounded up, and several products are told apart by name', () => {
  const hall = newJob('Ferry house', 'metric', 5200, 3600);
  const product = { ...hall.product, name: 'Slate', planks: [{ length: 1285, width: 192, share: 0.75 }, { length: 700, width: 192, share: 0.25 }] }; // prettier-ignore
  const job: Job = {
    ...hall,
    spares: { planks: 5 },
    spaces: [...hall.spaces, { id: 'b', name: 'B', outline: [[6000, 0], [9000, 0], [9000, 3000], [6000, 3000]] }], // prettier-ignore
    layouts: [{ space: 'b', product }],
  };
  const { printed, of } = asked(job);
  const spares = Object.fromEntries(printed.items.filter((i) => i.unit === 'planks').map((i) => [i.id, i.spare]));
  expect(spares).toEqual({ 'planks/Laminate 1285 × 192 × 8/1285x192': 5, 'planks/Slate/1285x192': 4, 'planks/Slate/700x192': 2 });
  const [, slate] = of('order').boxes;
  const packs = printed.items.filter((i) => i.id.startsWith('planks/Slate')).map((i) => i.packs!);
  expect(slate!.boxes).toBe(Math.max(...packs));
});

test('a pack, a price and a weight that somebody says are taken', () => {
  const job: Job = {
    ...furnished(newJob('Toll house', 'metric', 4200, 3100), 0),
    order: {
      sold: [
        { item: 'tape', pack: 25, price: 4 },
        { item: 'planks/1285x192', price: 30, weight: 17 },
      ],
      carry: 34,
    },
  };
  const { of } = asked(job);
  const { items, boxes, cost } = of('order');
  const tape = items.find((i) => i.id === 'tape')!;
  expect(tape.packs).toBe(Math.ceil(tape.need / 25));
  expect(boxes[0]!.each).toBe(17);
  // two at a time
  expect(boxes[0]!.carries).toBe(Math.ceil(boxes[0]!.boxes / 2));
  expect(cost).toBe(tape.packs! * 4 + boxes[0]!.boxes * 30);
});

test('a bad order is refused with its place', () => {
  const job = newJob('Toll house', 'metric', 4200, 3100);
  const said = (more: object) => {
    const read = readJob({ ...job, ...more });
    return read.ok ? null : read.problems[0]!.path;
  };
  expect(said({ spares: { planks: -1 } })).toBe('spares.planks');
  expect(said({ order: { sold: [{ item: 'tape' }, { item: 'tape' }] } })).toBe('order.sold[1]');
  expect(said({ order: { received: [{ id: 'r', item: 'tape', on: '2026-03-02', packs: 2, damaged: 3 }] } })).toBe('order.received[0].damaged'); // prettier-ignore
  expect(said({ crew: { from: '16:00', to: '08:00' } })).toBe('crew.to');
  expect(said({ crew: { break: 9 } })).toBe('crew.break');
  expect(said({ crew: { from: '8:00' } })).toBe('crew.from');
  expect(said({ crew: { first: 'attic' } })).toBe('crew.first');
  expect(said({ crew: { begin: '2026-02-30' } })).toBe('crew.begin');
});

test('floors are shared out to as few batches as can be, whole floors only', () => {
  const floor = fc.record({ planks: fc.integer({ min: 1, max: 60 }) });
  const batch = fc.integer({ min: 0, max: 9 });
  fc.assert(
    fc.property(fc.array(floor, { minLength: 1, maxLength: 4 }), fc.array(batch, { minLength: 1, maxLength: 3 }), fc.integer({ min: 0, max: 6 }), (floors, packs, spare) => {
        const own = floors.map((f, i) => ({ floor: `f${i + 1}`, planks: [f.planks] }));
        const batches = packs.map((n, i) => ({ batch: `b${i}`, packs: n }));
        const made = batchesFor(own, [{ inBox: 8, spare }], batches);
        const total = own.reduce((sum, f) => sum + f.planks[0]!, 0) + spare;
        const boxes = (n: number) => Math.ceil(n / 8);
        if (made.kind === 'one') return expect(batches.find((b) => b.batch === made.batch)!.packs).toBeGreaterThanOrEqual(boxes(total));
        expect(Math.max(...packs)).toBeLessThan(boxes(total));
        // every way of giving floors to batches
        const ways = packs.length ** own.length;
        let fewest = Infinity;
        for (let way = 0; way < ways; way++) {
          const sums = packs.map(() => 0);
          own.forEach((f, i) => (sums[Math.floor(way / packs.length ** i) % packs.length]! += f.planks[0]!));
          const most = sums.indexOf(Math.max(...sums));
          if (sums.every((s, i) => s === 0 || boxes(s + (i === most ? spare : 0)) <= packs[i]!))
            fewest = Math.min(fewest, sums.filter((s) => s > 0).length);
        }
        if (made.kind === 'short') return expect(fewest).toBe(Infinity);
        expect(made.shares.length).toBe(fewest);
        expect(made.shares.flatMap((s) => s.floors).sort()).toEqual(own.map((f) => f.floor));
        for (const s of made.shares) expect(s.packs).toBeLessThanOrEqual(batches.find((b) => b.batch === s.batch)!.packs);
      }), // prettier-ignore
    { numRuns: 200 },
  );
});

test('what came is held against what is needed: missing, damaged, and what goes back', () => {
  const came = (packs: number, damaged = 0, batch = 'K7') => ({
    id: `${packs} ${batch}`,
    item: 'planks/1285x192',
    on: '2026-03-02',
    packs,
    damaged,
    batch,
  });
  expect(arrivedOf('planks/1285x192', 18, [came(10), came(6, 1, 'K8')])).toEqual({ packs: 16, damaged: 1, missing: 3, back: 0, batches: ['K7', 'K8'] }); // prettier-ignore
  expect(arrivedOf('planks/1285x192', 18, [came(20)])).toMatchObject({ missing: 0, back: 2, batches: ['K7'] });
  expect(arrivedOf('tape', 2, [came(20)])).toMatchObject({ packs: 0, missing: 2 });
  const boxes = { floors: [{ floor: 'f1', planks: [30] }], sizes: [{ inBox: 8, spare: 2 }] };
  expect(batchesOf(boxes, [{ batch: 'K7', packs: 3 }])).toEqual({ kind: 'short', largest: 3, packs: 4, missing: 1 });
});

test('a batch is enough where it holds the boxes that are bought, also of a product of several sizes', () => {
  const size = fc.record({ inBox: fc.integer({ min: 1, max: 8 }), spare: fc.integer({ min: 0, max: 4 }) });
  const counts = fc.array(fc.integer({ min: 0, max: 30 }), { minLength: 3, maxLength: 3 });
  fc.assert(
    fc.property(fc.array(size, { minLength: 3, maxLength: 3 }), fc.array(counts, { minLength: 1, maxLength: 4 }), (sizes, floors) => {
      const own = floors.map((planks, i) => ({ floor: `f${i + 1}`, planks }));
      const bought = Math.max(...sizes.map((s, k) => Math.ceil((floors.reduce((sum, f) => sum + f[k]!, 0) + s.spare) / s.inBox)));
      expect(batchesFor(own, sizes, [{ batch: 'K7', packs: bought }])).toEqual({ kind: 'one', batch: 'K7', packs: bought });
      if (bought > 0) expect(batchesFor(own, sizes, [{ batch: 'K7', packs: bought - 1 }]).kind).not.toBe('one');
    }),
    { numRuns: 100 },
  );
});

test('a box weighs what it holds, also of sizes that no floor opens', () => {
  const hall = newJob('Ferry house', 'metric', 3200, 2400);
  const mixed = { ...hall.product, planks: [{ length: 1285, width: 192, share: 0.5 }, { length: 1000, width: 192, share: 0.5 }] }; // prettier-ignore
  const one = asked({ ...hall, product: mixed }).of('order').boxes[0]!;
  const perMetre = 880 * 0.192 * hall.product.thickness * 1e-3;
  expect(one.each).toBeCloseTo(perMetre * (1.285 + 1) * 4, 3);
  expect(one.sizes).toEqual([{ inBox: 4, spare: 0 }, { inBox: 4, spare: 0 }]); // prettier-ignore
});
