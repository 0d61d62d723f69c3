import { z } from 'zod';
import { count, date, id, name, number } from './fields';

/* The job file's part on what is bought: spare planks, how things are packed, what they cost and weigh, what was ordered and what came. */

const amount = (what: string) => number(what).positive('must be more than 0').max(1_000_000, 'far too much');
const money = number('a price').min(0, 'cannot be negative').max(10_000_000, 'far too much');
const packs = count.max(100_000, 'far too many');
const text = z.string({ error: 'a text is missing' }).max(200, 'more than 200 letters');

/** How one thing of the list is sold: `pack` of its unit in one pack, the price of a pack, its weight in kg. */
const sold = z.looseObject({ item: id, pack: amount('a pack').optional(), price: money.optional(), weight: amount('a weight').optional() });

/** Packs of one thing that came on one day from one batch. */
const received = z.looseObject({
  id,
  item: id,
  on: date,
  packs,
  batch: text.optional(),
  /** packs of it that are damaged */
  damaged: packs.optional(),
  /** the number of the order that they belong to */
  order: text.optional(),
});

const line = z.looseObject({ item: id, packs, batch: text.optional() });

/** An order as it was placed. */
const placed = z.looseObject({
  number: text,
  supplier: name,
  on: date,
  /** what was promised for which day */
  deliveries: z.array(z.looseObject({ on: date, lines: z.array(line).max(500, 'more than 500 lines') })).max(50, 'more than 50 deliveries'),
});

/** What a job holds on its order. */
export const orderShape = {
  spares: z.looseObject({ planks: count }).partial().optional(),
  order: z
    .looseObject({
      sold: z.array(sold, { error: 'sold is a list' }).max(500, 'more than 500 entries'),
      /** what a flat percentage would add, beside what is really opened */
      flat: number('a percentage').min(0, 'cannot be negative').max(100, 'more than 100 %'),
      /** kg that one person carries at a time */
      carry: amount('a weight').min(1, 'at least 1 kg').max(100, 'more than 100 kg'),
      currency: z.string({ error: 'a currency is a text' }).max(8, 'more than 8 letters'),
      placed: z.array(placed, { error: 'placed is a list' }).max(50, 'more than 50 orders'),
      received: z.array(received, { error: 'received is a list' }).max(500, 'more than 500 entries'),
    })
    .partial()
    .optional(),
};
