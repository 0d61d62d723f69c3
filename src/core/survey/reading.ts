import { z } from 'zod';

/*
 * What a measuring instrument says, whichever it is: the form in which its readings travel.
 */

export const instrumentEventSchema = z.discriminatedUnion('kind', [
  /** connected; `targets` only where the instrument is a simulation that has to be told what it is held against */
  z.object({ kind: z.literal('ready'), name: z.string(), targets: z.array(z.string()).optional(), aim: z.number().optional() }),
  /** a distance, a height over the instrument’s own datum, mm, or a meter’s figure, or a logger’s °C with its % humidity; `n` counts the readings of a connection */
  z.object({ kind: z.literal('reading'), n: z.number(), mm: z.number(), humidity: z.number().optional() }),
  /** a shot that brought nothing, and why */
  z.object({ kind: z.literal('failed'), n: z.number(), text: z.string() }),
]);
export type InstrumentEvent = z.infer<typeof instrumentEventSchema>;

export const instrumentCommandSchema = z.discriminatedUnion('do', [
  z.object({ do: z.literal('shoot') }),
  z.object({ do: z.literal('continuous'), on: z.boolean() }),
  /** simulation only: what it is held against */
  z.object({ do: z.literal('aim'), target: z.number().int().min(0) }),
  /** simulation only: where the foot of a levelling instrument, a meter stands */
  z.object({ do: z.literal('stand'), at: z.tuple([z.number(), z.number()]) }),
  /** simulation only: carries the instrument out of range for a while */
  z.object({ do: z.literal('outOfRange') }),
]);
export type InstrumentCommand = z.infer<typeof instrumentCommandSchema>;
