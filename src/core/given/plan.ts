import { z } from 'zod';
import type { Known } from './known';
import { plainly } from './fields';
import { bad, good, pathText, type Result } from './problems';

/*
 * The plan file, as `formats` states it. What we add of our own: a finding's rows and amounts, a plank's printed
 * face and the box that it is dealt from.
 */
const point = z.tuple([z.number(), z.number()], { error: 'a point is [x, y], two numbers in millimetres' });
const ring = z.array(point);
const whole = z.number().int();

const row = z.looseObject({ n: whole, from: z.number(), to: z.number(), width: z.number() });

const pieceSchema = z.looseObject({
  id: z.string(),
  row: whole,
  /** one ring, or rings where the piece has a hole */
  outline: z.union([ring, z.array(ring)], { error: 'an outline is a ring of points, or rings where the piece has a hole' }),
  plank: whole,
  cut: z.looseObject({ from: z.number(), to: z.number(), low: z.number(), high: z.number() }),
  butt: z.boolean().optional(),
  /** whether it lies, in a plan that was made while laying was under way */
  laid: z.boolean().optional(),
});

const finding = z.looseObject({
  rule: z.string(),
  level: z.enum(['must', 'should']),
  /** both null for what has no place, such as a total */
  floor: z.string().nullable(),
  at: point.nullable(),
  text: z.string(),
  /** what was measured and what it should be at least (or at most), mm */
  measured: z.number().optional(),
  limit: z.number().optional(),
  /** rows that it concerns */
  rows: z.array(whole).optional(),
});

const floorSchema = z.looseObject({
  id: z.string(),
  spaces: z.array(z.string()),
  direction: z.number(),
  laid: z.array(z.array(ring)),
  rows: z.array(row),
  pieces: z.array(pieceSchema),
});

const plank = z.looseObject({
  n: whole,
  length: z.number(),
  width: z.number(),
  product: z.string().optional(),
  face: whole.optional(),
  box: whole.optional(),
});

const totals = z.looseObject({
  planks: z.number(),
  /** how many no plan of this set-out can do without */
  leastPlanks: z.number().optional(),
  boxes: z.number(),
  laidArea: z.number(),
  wastePercent: z.number(),
});

export const planSchema = z.looseObject({
  format: z.literal('pitsaw/plan', { error: 'this is not a plan file: its format is not "pitsaw/plan"' }),
  version: z.literal(1, { error: 'its version is not known; this Pitsaw reads version 1' }),
  job: z.string(),
  floors: z.array(floorSchema),
  planks: z.array(plank),
  totals,
  findings: z.array(finding),
});

type PlanFile = z.infer<typeof planSchema>;

/** A piece as it lies; its outline in rings always, the outer one first. */
export type Piece = Omit<Known<z.infer<typeof pieceSchema>>, 'outline'> & { readonly outline: [number, number][][] };
export type PlanRow = Known<z.infer<typeof row>>;
export type PlanFloor = Omit<Known<z.infer<typeof floorSchema>>, 'pieces'> & { readonly pieces: Piece[] };
export type Plank = Known<z.infer<typeof plank>>;
export type Finding = Known<z.infer<typeof finding>>;
/** A finding that lies somewhere on a floor. */
export type Placed = Finding & { floor: string; at: [number, number] };
export const isPlaced = (f: Finding): f is Placed => f.floor !== null && f.at !== null;
/** What lies where, of which planks, and what is to be said of it. */
export type Plan = {
  readonly floors: readonly PlanFloor[];
  readonly planks: readonly Plank[];
  readonly totals: Known<z.infer<typeof totals>>;
  readonly findings: readonly Finding[];
};

const isRing = (outline: PlanFile['floors'][number]['pieces'][number]['outline']): outline is [number, number][] =>
  typeof outline[0]?.[0] === 'number';

/** Reads a plan file that has been parsed from JSON: what it lacks is named, fields that we do not know are kept. */
export function readPlan(raw: unknown): Result<Plan> {
  const parsed = planSchema.safeParse(raw, { error: plainly });
  if (!parsed.success) return bad(...parsed.error.issues.map((issue) => ({ path: pathText(issue.path), text: issue.message })));
  const floors = parsed.data.floors.map((floor) => ({
    ...floor,
    pieces: floor.pieces.map((piece) => ({ ...piece, outline: isRing(piece.outline) ? [piece.outline] : piece.outline })),
  }));
  return good({ ...parsed.data, floors });
}

/** A plan as its file has it, under the name of its job. */
export function planFile({ floors, planks, totals, findings }: Plan, job: string): object {
  return {
    format: 'pitsaw/plan',
    version: 1,
    job,
    floors: floors.map((floor) => ({
      ...floor,
      pieces: floor.pieces.map((piece) => ({ ...piece, outline: piece.outline.length === 1 ? piece.outline[0]! : piece.outline })),
    })),
    planks,
    totals,
    findings,
  };
}

/** The plan file's text: the same bytes for the same job. */
export const planText = (plan: Plan, job: string): string => `${JSON.stringify(planFile(plan, job))}\n`;
