import { z } from 'zod';
import { afterShape } from './after';
import { baseShape, productBase } from './base';
import { beneathShape } from './beneath';
import { crewShape } from './crew';
import { edgesShape, obstacleEdge, openingEdges } from './edges';
import { count, id, length, name, notNegative, number, oneOf, point, quote, ring, run, size } from './fields';
import type { Known } from './known';
import { orderShape } from './order';

/*
 * The job file, as `formats` states it. Objects are loose: a field that we do not know is kept and written back.
 */

export const LIMIT_NAMES = ['gap', 'stagger', 'endPiece', 'rip', 'runAlong', 'runAcross'] as const;
export type LimitName = (typeof LIMIT_NAMES)[number];

/** Where a limit comes from: the product's own instructions, our preset for its kind, or the user. */
const limitSource = oneOf(['product', 'preset', 'yours']);
export type LimitSource = z.infer<typeof limitSource>;

const limits = z.looseObject({
  gap: notNegative,
  stagger: notNegative,
  endPiece: notNegative,
  rip: notNegative,
  runAlong: run,
  runAcross: run,
});

const plankSize = z.looseObject({
  id: id.optional(),
  length: size,
  width: size,
  share: number('a share')
    .positive('must be more than 0')
    .min(0.001, 'less than a thousandth of a box; leave that size out')
    .max(1, 'a share of a box is at most 1'),
});

export const KINDS = ['laminate', 'rigid-vinyl', 'flexible-vinyl', 'engineered'] as const;

export const productSchema = z.looseObject({
  /** by which products of one name are told apart */
  id: id.optional(),
  name,
  kind: oneOf(KINDS),
  planks: z
    .array(plankSize, { error: 'planks is a list of sizes' })
    .min(1, 'name at least one plank size')
    .max(12, 'more than 12 plank sizes'),
  widthSequence: z.array(size).min(1, 'a width sequence needs at least one width').max(12, 'more than 12 widths').optional(),
  thickness: size,
  /** mm of pad that the planks carry, 0 for none; missing: nobody has said */
  attachedPad: notNegative.optional(),
  perBox: number('a count')
    .int('must be a whole number')
    .min(1, 'a box holds at least one plank')
    .max(1000, 'more than 1000 planks in a box'),
  prints: number('a count').int('must be a whole number').min(1, 'there is at least one printed face').max(1000, 'more than 1000 faces'),
  /** missing: nobody has said, and pieces are judged as for `angle` */
  lock: oneOf(['angle', 'angle-drop', 'tap']).optional(),
  /** what the product says of a film beneath it */
  film: oneOf(['wanted', 'allowed', 'forbidden']).optional(),
  /** how far a knocked lock has to be driven apart before it lets go, mm */
  lockReach: size.optional(),
  limits,
  limitSources: z.partialRecord(z.enum(LIMIT_NAMES), limitSource).optional(),
  ...productBase,
});

/** A walk round a room that is not closed yet: wall lengths, and how far one turns right at the end of each, in degrees. */
const walk = z
  .array(
    z.looseObject({ length: size, turn: number('a turn').gt(-180, 'turns less than half round').lt(180, 'turns less than half round') }),
  )
  .max(500);

/** Where a walk of a room that hangs on another begins: its first wall is the one with the doorway, which begins `along` it. */
const walkFrom = z.looseObject({ opening: id, along: notNegative });

/** A width of the room as measured: square from a wall, at a station along it, to the wall opposite. */
const width = z.looseObject({ wall: count, along: notNegative, width: size });

/** A diagonal as measured, from corner to corner. */
const diagonal = z.looseObject({ from: count, to: count, length: size });

const space = z.looseObject({
  id,
  name,
  outline: ring,
  /** three or four letters that stand for the room on labels */
  tag: z.string({ error: 'a tag is three or four letters' }).max(12, 'more than 12 letters').optional(),
  walk: walk.optional(),
  walkFrom: walkFrom.optional(),
  widths: z.array(width).max(200, 'more than 200 widths').optional(),
  diagonals: z.array(diagonal).max(100, 'more than 100 diagonals').optional(),
  /** walls that are seen more or less than others, by their number: a strip beside a wall of weight 2 has to be twice as wide to count the same */
  weights: z
    .array(z.looseObject({ wall: count, weight: z.number().min(0.1, 'at least 0.1').max(10, 'at most 10') }))
    .max(500)
    .optional(),
});

export const LEAVES = ['none', 'first-side', 'second-side', 'middle', 'slides'] as const;

export const FINISHES = ['through', 't-mould', 'reducer', 'carpet-edge', 'end-cap', 'nosing', 'butt', 'stop'] as const;

const opening = z.looseObject({
  id,
  between: z.tuple([id, id.nullable()], { error: 'names two spaces; the second may be null' }),
  outline: z.array(point).length(4, 'the strip in the wall has four points'),
  finish: oneOf(FINISHES),
  /** how far the line lies from the middle of the strip, towards the second of its rooms, mm */
  offset: length.optional(),
  /** of a butt: how wide the joint is, mm */
  joint: notNegative.optional(),
  busy: z.boolean().optional(),
  /** how far the casing stands proud of the wall, mm; 0 where there is none */
  casing: notNegative.optional(),
  /** where the closed leaf stands: flush with the wall towards the first or the second space, or between */
  leaf: oneOf(LEAVES).optional(),
  ...openingEdges,
});

export const OBSTACLE_KINDS = ['register', 'pipe', 'post', 'hearth', 'island', 'cabinet', 'flange'] as const;
const obstacle = z.looseObject({ id, kind: oneOf(OBSTACLE_KINDS), outline: ring, gap: notNegative.optional(), ...obstacleEdge });

const direction = z.union([z.literal('auto'), number('a direction').min(-360, 'less than −360').max(360, 'more than 360')], {
  error: 'a direction is "auto" or an angle in degrees',
});

export const SET_OUT_MODES = ['auto', 'full-first', 'balanced', 'edge-on-centre', 'plank-on-centre', 'row-edge-at'] as const;
export type SetOutMode = (typeof SET_OUT_MODES)[number];
const setOut = z.looseObject({ mode: oneOf(SET_OUT_MODES), space: id.optional(), at: point.optional() });

export const SCHOOLS = ['offcut', 'thirds', 'half', 'centred', 'free'] as const;
export type School = (typeof SCHOOLS)[number];
const stagger = z.looseObject({
  school: oneOf(SCHOOLS),
  seed: number('a seed').int('must be a whole number').min(0, 'cannot be negative').max(0xffffffff, 'more than 4294967295'),
  butts: number('a count').int('must be a whole number').min(0, 'cannot be negative').max(1000, 'more than 1000').optional(),
  /** how many faults of looks a plank is worth: one more is opened where that takes away more of them */
  price: number('a price in faults').min(0.1, 'at least 0.1 faults a plank').max(100, 'at most 100 faults a plank').optional(),
  /** the most remainders that may wait at once for their second piece */
  rack: number('a count').int('must be a whole number').min(1, 'at least one').max(100, 'at most 100').optional(),
});

/** The wall through which most of the light comes. */
const light = z.looseObject({ space: id, wall: count });
export const DEAL_HABITS = ['boxes', 'piles'] as const;
/** How planks are dealt so that printed faces mix: from several open boxes, or from piles sorted by face. */
const deal = z.looseObject({
  habit: oneOf(DEAL_HABITS),
  open: z.number().int().min(1, 'at least one box').max(40, 'at most 40 boxes').optional(),
});
const layout = z.looseObject({ direction, setOut, stagger, light: light.optional(), deal: deal.optional() });
const layoutOverride = z.looseObject({
  space: id,
  direction: direction.optional(),
  setOut: setOut.partial().optional(),
  stagger: stagger.partial().optional(),
  light: light.optional(),
  product: productSchema.optional(),
});

export const jobSchema = z.looseObject({
  format: z.literal('pitsaw/job', { error: (issue) => `this is not a job file: format is ${quote(issue.input)}, wanted "pitsaw/job"` }),
  version: z.literal(1, { error: (issue) => `version ${quote(issue.input)} is not known; this Pitsaw reads version 1` }),
  name,
  display: oneOf(['metric', 'imperial']),
  product: productSchema,
  kerf: notNegative,
  /** by how much a wall may lie otherwise than it was measured, mm */
  tape: notNegative.max(50, 'more than 50 mm is no measuring').optional(),
  spaces: z.array(space, { error: 'spaces is a list' }).min(1, 'a job has at least one space').max(500, 'more than 500 spaces'),
  openings: z.array(opening, { error: 'openings is a list' }).max(1000, 'more than 1000 openings').optional(),
  obstacles: z.array(obstacle, { error: 'obstacles is a list' }).max(2000, 'more than 2000 obstacles').optional(),
  layout,
  /** what a person settled of the joints, by points in plan: a joint of the run that lies there passes through it, or none comes near it */
  hand: z
    .looseObject({
      pins: z.array(point).max(2000, 'more than 2000 pins').optional(),
      forbid: z.array(point).max(2000, 'more than 2000 places').optional(),
    })
    .optional(),
  layouts: z.array(layoutOverride, { error: 'layouts is a list' }).max(500, 'more than 500 layouts').optional(),
  ...baseShape,
  ...beneathShape,
  ...edgesShape,
  ...orderShape,
  ...crewShape,
  ...afterShape,
});

export type Job = Known<z.infer<typeof jobSchema>>;
export type Product = Known<z.infer<typeof productSchema>>;
export type PlankSize = Product['planks'][number];
export type Limits = Product['limits'];
export type Space = Job['spaces'][number];
export type Opening = NonNullable<Job['openings']>[number];
export type Obstacle = NonNullable<Job['obstacles']>[number];
export type Layout = Job['layout'];
export type Hand = NonNullable<Job['hand']>;
export type Base = NonNullable<Job['bases']>[number];
export type Compound = NonNullable<Job['compound']>;
export type Air = NonNullable<Job['climate']>[number];
export type Beneath = NonNullable<Job['beneath']>;
export type Material = NonNullable<Beneath['materials']>[number];
export type BeneathChoice = NonNullable<Beneath['choices']>[number];
export type Kit = NonNullable<Job['kits']>[number];
export type Profile = Kit['profiles'][number];
export type Trim = Required<NonNullable<Job['trim']>>;
export type Order = NonNullable<Job['order']>;
export type Sold = NonNullable<Order['sold']>[number];
export type Received = NonNullable<Order['received']>[number];
export type Crew = NonNullable<Job['crew']>;
export type Snag = NonNullable<Job['snags']>[number];
export type Repaired = NonNullable<Job['repairs']>[number];
export type Handover = NonNullable<Job['handover']>;
export type LowThing = NonNullable<Job['lowThings']>[number];
export type Moisture = NonNullable<Base['moisture']>[number];
export type MoistureMethod = Moisture['method'];
