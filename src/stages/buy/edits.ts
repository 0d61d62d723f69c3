import { crewOf } from '@/core/days';
import type { Job, Order, Received, Sold } from '@/core/given';
import type { TakenOrder } from '@/core/order';
import { edit, firstText } from '@/ui/desk';

const withOrder = (job: Job, change: (order: Order) => Order): Job => ({ ...job, order: change(job.order ?? {}) });

export const putSpares = (planks: number): string | undefined =>
  firstText(edit('spare planks', (job) => ({ ...job, spares: { ...job.spares, planks } })));

export const putOrder = (words: string, change: Partial<Order>): string | undefined =>
  firstText(edit(words, (job) => withOrder(job, (order) => ({ ...order, ...change }))));

/** How one thing is sold; what is undefined is taken away, and the preset holds again. */
export const putSold = (item: string, change: { readonly [K in 'pack' | 'price' | 'weight']?: number | undefined }): string | undefined =>
  firstText(
    edit('how it is sold', (job) =>
      withOrder(job, (order) => {
        const own: Sold = { ...order.sold?.find((s) => s.item === item), item, ...change };
        const said = Object.fromEntries(Object.entries(own).filter(([, v]) => v !== undefined)) as Sold;
        const others = (order.sold ?? []).filter((s) => s.item !== item);
        return { ...order, sold: Object.keys(said).length > 1 ? [...others, said] : others };
      }),
    ),
  );

/** Takes the prices of an offer for what has none of its own. */
export const takePrices = (prices: readonly { readonly item: string; readonly price: number }[]): unknown =>
  edit('prices from the supplier', (job) =>
    withOrder(job, (order) => ({
      ...order,
      sold: [
        ...(order.sold ?? []).map((s) => ({ ...s, price: prices.find((p) => p.item === s.item)?.price ?? s.price })),
        ...prices.filter((p) => !order.sold?.some((s) => s.item === p.item)).map(({ item, price }): Sold => ({ item, price })),
      ].map((s) => (s.price === undefined ? withoutPrice(s) : s)),
    })),
  );
const withoutPrice = ({ price: _, ...rest }: Sold): Sold => rest;

export const putPlaced = (supplier: string, on: string, { number, deliveries }: TakenOrder): unknown =>
  edit('an order', (job) =>
    withOrder(job, (order) => ({ ...order, placed: [...(order.placed ?? []), { number, supplier, on, deliveries: [...deliveries] }] })),
  );

export const takeIn = (entries: readonly Omit<Received, 'id'>[]): string | undefined =>
  firstText(
    edit('what came', (job) =>
      withOrder(job, (order) => {
        const taken = new Set(order.received?.map((r) => r.id));
        let n = 1;
        const free = () => {
          while (taken.has(`r${n}`)) n++;
          taken.add(`r${n}`);
          return `r${n}`;
        };
        return { ...order, received: [...(order.received ?? []), ...entries.map((e): Received => ({ ...e, id: free() }))] };
      }),
    ),
  );

export const putReceived = (id: string, change: Partial<Received>): string | undefined =>
  firstText(
    edit('what came', (job) =>
      withOrder(job, (order) => ({ ...order, received: order.received?.map((r) => (r.id === id ? { ...r, ...change } : r)) })),
    ),
  );

export const removeReceived = (id: string): unknown =>
  edit('what came, taken back', (job) => withOrder(job, (order) => ({ ...order, received: order.received?.filter((r) => r.id !== id) })));

/** Has the boxes carried in no earlier than the day on which they come. */
export const holdBoxes = (on: string): string | undefined =>
  firstText(
    edit('boxes come that day', (job) => ({
      ...job,
      crew: {
        ...job.crew,
        held: [...(job.crew?.held ?? []).filter((h) => h.task !== 'boxes'), { task: 'boxes', from: `${on}T${crewOf(job.crew).from}` }],
      },
    })),
  );
