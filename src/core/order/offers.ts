import { z } from 'zod';

/*
 * What is said between Pitsaw and a supplier, whoever that is: asked for and offered, ordered and promised. A real one's adapter speaks the
 * same.
 */

const packs = z.number().int().min(0).max(100_000);

/** What somebody wants of one thing. */
export const wantedSchema = z.object({ item: z.string().min(1).max(200), packs: packs.min(1), batch: z.string().max(200).optional() });
export type Wanted = z.infer<typeof wantedSchema>;

/** What a supplier has of one thing: by batch where it comes in batches, the price of a pack, and how many days until it is there. */
export const offerSchema = z.object({
  item: z.string(),
  price: z.number().min(0),
  days: z.number().int().min(0),
  batches: z.array(z.object({ batch: z.string(), packs })),
  /** a batch that is still to come, and in how many days */
  awaited: z.object({ batch: z.string(), packs, days: z.number().int().min(0) }).optional(),
});
export type Offer = z.infer<typeof offerSchema>;

/** An order as it was taken: its number, and what comes on which day; it may come in parts. */
export const takenOrderSchema = z.object({
  number: z.string(),
  deliveries: z.array(z.object({ on: z.string(), lines: z.array(z.object({ item: z.string(), packs, batch: z.string().optional() })) })),
});
export type TakenOrder = z.infer<typeof takenOrderSchema>;

/** What a page asks of it. */
export const supplierCommandSchema = z.discriminatedUnion('do', [
  z.object({ do: z.literal('offers'), lines: z.array(wantedSchema).min(1).max(500) }),
  z.object({ do: z.literal('order'), lines: z.array(wantedSchema).min(1).max(500) }),
  z.object({ do: z.literal('outage') }),
]);
export type SupplierCommand = z.infer<typeof supplierCommandSchema>;
