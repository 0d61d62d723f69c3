import { offerSchema, takenOrderSchema } from '../core/order';
import { SimulatedSupplier, SupplierAway, type Supplier } from '.';

const here = () => 0.9;
const DAY = 86_400_000;

/** The acceptance suite of suppliers. */
describe.each<[string, () => Supplier]>([['the simulated one', () => new SimulatedSupplier(here, () => 1e12)]])('%s', (_, make) => {
  const lines = [
    { item: 'planks/1285x192', packs: 14 },
    { item: 'tape', packs: 2 },
  ];

  test('offers everything that is asked for, alike each time', async () => {
    const supplier = make();
    const offers = await supplier.offers(lines);
    expect(offers.map((o) => offerSchema.parse(o).item)).toEqual(lines.map((l) => l.item));
    expect(await supplier.offers(lines)).toEqual(offers);
  });

  test('what is ordered comes whole, in parts, of the batch that was asked for, and is gone from the stock', async () => {
    const supplier = make();
    const [planks] = await supplier.offers(lines);
    const { batch, packs } = planks!.batches[0]!;
    const taken = takenOrderSchema.parse(await supplier.order([{ item: planks!.item, packs, batch }, lines[1]!]));
    const came = taken.deliveries.flatMap((d) => d.lines);
    expect(came.filter((l) => l.item === planks!.item).reduce((sum, l) => sum + l.packs, 0)).toBe(packs);
    expect(came.filter((l) => l.item === planks!.item).every((l) => l.batch === batch)).toBe(true);
    expect(taken.deliveries.map((d) => d.on)).toEqual([...taken.deliveries.map((d) => d.on)].sort());
    expect((await supplier.offers(lines))[0]!.batches.find((b) => b.batch === batch)?.packs ?? 0).toBe(0);
    // and is not sold twice
    expect(typeof (await supplier.order([{ item: planks!.item, packs: 1, batch }]))).toBe('string');
  });
});

test('many packs come in two parts, a batch that is awaited later', async () => {
  const supplier = new SimulatedSupplier(here, () => Date.UTC(2026, 2, 2));
  const [offer] = await supplier.offers([{ item: 'planks/1285x192', packs: 1 }]);
  const { awaited } = offer!;
  const taken = await supplier.order([{ item: 'planks/1285x192', packs: 30, batch: awaited!.batch }]);
  if (typeof taken === 'string') throw new Error(taken);
  expect(taken.deliveries.map((d) => d.lines[0]!.packs)).toEqual([20, 10]);
  expect(taken.deliveries[0]!.on).toBe(new Date(Date.UTC(2026, 2, 2) + awaited!.days * DAY).toISOString().slice(0, 10));
});

test('while it is away it is said, and afterwards it is there again', async () => {
  let now = 0;
  const supplier = new SimulatedSupplier(here, () => now);
  supplier.outage();
  await expect(supplier.offers([{ item: 'tape', packs: 1 }])).rejects.toThrow(SupplierAway);
  now = 10_000;
  expect(await supplier.offers([{ item: 'tape', packs: 1 }])).toHaveLength(1);
});
