import { z } from 'zod';

/*
 * The plan file, as `formats` states it. What we add of our own: a finding's rows and amounts, a plank's printed
 * face and the box that it is dealt from.
 */
const point = z.tuple([z.number(), z.number()]);
const ring = z.array(point);

const row = z.looseObject({ n: z.number().int(), from: z.number(), to: z.number(), width: z.number() });

const piece = z.looseObject({
  id: z.string(),
  row: z.number().int(),
  /** one ring, or rings where the piece has a hole */
  outline: z.union([ring, z.array(ring)]),
  plank: z.number().int(),
  cut: z.looseObject({ from: z.number(), to: z.number(), low: z.number(), high: z.number() }),
  butt: z.boolean().optional(),
});

const finding = z.looseObject({
  rule: z.string(),
  level: z.enum(['must', 'should']),
  floor: z.string(),
  at: point,
  text: z.string(),
  /** what was measured and what it should be at least (or at most), mm */
  measured: z.number().optional(),
  limit: z.number().optional(),
  /** rows that it concerns */
  rows: z.array(z.number().int()).optional(),
});

const floor = z.looseObject({
  id: z.string(),
  spaces: z.array(z.string()),
  direction: z.number(),
  laid: z.array(z.array(ring)),
  rows: z.array(row),
  pieces: z.array(piece),
});

export const planSchema = z.looseObject({
  format: z.literal('pitsaw/plan'),
  version: z.literal(1),
  job: z.string(),
  floors: z.array(floor),
  planks: z.array(
    z.looseObject({
      n: z.number().int(),
      length: z.number(),
      width: z.number(),
      product: z.string().optional(),
      face: z.number().int().optional(),
      box: z.number().int().optional(),
    }),
  ),
  totals: z.looseObject({ planks: z.number(), boxes: z.number(), laidArea: z.number(), wastePercent: z.number() }),
  findings: z.array(finding),
});

export type Plan = z.infer<typeof planSchema>;
export type PlanFloor = Plan['floors'][number];
export type PlanRow = PlanFloor['rows'][number];
export type Piece = PlanFloor['pieces'][number];
export type Plank = Plan['planks'][number];
export type Finding = Plan['findings'][number];
