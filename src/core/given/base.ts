import { z } from 'zod';
import { date, id, length, name, notNegative, number, oneOf, point, since, size, time } from './fields';

/* The job file's part on the base: what is beneath the floor, how flat, how dry, and in what air. */

export const SUBSTRATES = ['concrete', 'screed', 'gypsum', 'boards', 'sheet', 'tile', 'old-floor'] as const;
export type Substrate = (typeof SUBSTRATES)[number];
export const MOISTURE_METHODS = ['mass', 'air', 'wood', 'carbide', 'meter'] as const;

/** Heights nearer to each other than this (mm) are taken at one place. */
export const SAME_PLACE = 1;
/** Most heights of one space: a hall read every 30 cm. */
export const MOST_LEVELS = 5000;
const MOST_READINGS = 500;
const MOST_CHECKS = 200;

const level = z.looseObject({ at: point, height: length });
const moisture = z
  .looseObject({
    at: point,
    on: date,
    method: oneOf(MOISTURE_METHODS),
    value: number('a moisture').min(0, 'cannot be negative').max(200, 'more than any scale has'),
  })
  .refine((r) => r.method === 'meter' || r.value <= 100, { error: 'more than 100 %', path: ['value'] });
/** Something done or acknowledged, and by whom. */
const done = z.looseObject({ id, on: date, by: name.optional() });
/** A picture of the base, kept beside the database under the hash of its bytes. */
const photo = z.looseObject({
  hash: z.string().regex(/^[0-9a-f]{64}$/, 'a picture is named by the hash of its bytes, 64 digits and letters'),
  on: date,
  note: name.optional(),
});
/** A gap read under a straightedge that lay between two points, with a feeler at a point between them. */
const feeler = z.looseObject({ from: point, to: point, at: point, gap: notNegative });

const baseSchema = z.looseObject({
  space: id,
  substrate: oneOf(SUBSTRATES),
  belowGround: z.boolean({ error: 'belowGround is true or false' }).optional(),
  heated: z.boolean({ error: 'heated is true or false' }).optional(),
  built: number('a year').int('a year is a whole number').min(1000, 'a year of four digits').max(2200, 'later than 2200').optional(),
  levels: z.array(level, { error: 'levels is a list' }).max(MOST_LEVELS, `more than ${MOST_LEVELS} heights of one space`).optional(),
  moisture: z
    .array(moisture, { error: 'moisture is a list' })
    .max(MOST_READINGS, `more than ${MOST_READINGS} readings of one space`)
    .optional(),
  checks: z.array(done, { error: 'checks is a list' }).max(MOST_CHECKS).optional(),
  cautions: z.array(done, { error: 'cautions is a list' }).max(MOST_CHECKS).optional(),
  photos: z.array(photo, { error: 'photos is a list' }).max(MOST_CHECKS, `more than ${MOST_CHECKS} pictures of one space`).optional(),
  feelers: z.array(feeler, { error: 'feelers is a list' }).max(MOST_READINGS).optional(),
  /** how far apart heights are read, mm */
  spacing: size.optional(),
  /** places where compound would run away: a hole, a joint, the edge of a floor */
  leaks: z
    .array(z.looseObject({ at: point, what: name }))
    .max(MOST_CHECKS)
    .optional(),
});

const hours = (what: string) => number(what).min(0, 'cannot be negative').max(10_000, 'more than a year');
const some = (what: string) => number(what).positive('must be more than 0').max(100_000, 'far too much');
const compound = z.looseObject({
  name,
  bag: some('a weight'),
  litresPerBag: some('a volume'),
  deepest: size.refine(...since((mm) => mm >= 1, 'a pour is at least 1 mm deep')),
  walkAfter: hours('hours'),
  layAfter: hours('hours'),
  primerPerLitre: some('an area'),
  primerDries: hours('hours'),
});

const share = number('a humidity').min(0, 'cannot be negative').max(100, 'more than 100 %');
const degrees = number('a temperature').min(-60, 'colder than any room').max(80, 'hotter than any room');
const air = z.looseObject({ temperature: degrees, humidity: share });
const percent = number('a moisture').min(0, 'cannot be negative').max(200, 'more than any scale has');
const moistureLimit = z
  .looseObject({ fine: percent, film: percent })
  .refine((l) => l.film >= l.fine, { error: 'what a film allows cannot be less than what is fine without one' });

/** What a job holds on its bases. */
export const baseShape = {
  flatness: z.looseObject({ straightedge: size, limit: size }).partial().optional(),
  bases: z.array(baseSchema, { error: 'bases is a list' }).max(500, 'more than 500 bases').optional(),
  compound: compound.partial().optional(),
  moistureLimits: z
    .looseObject({ mass: moistureLimit, air: moistureLimit, wood: moistureLimit, carbide: moistureLimit, meter: moistureLimit })
    .partial()
    .optional(),
  climate: z
    .array(air.extend({ time }), { error: 'climate is a list' })
    .max(20_000, 'more than 20000 readings of the air: take one an hour')
    .optional(),
  seasons: z.looseObject({ laid: air, least: air, greatest: air }).partial().optional(),
  fixings: z
    .array(z.looseObject({ at: point, why: name.optional() }), { error: 'fixings is a list' })
    .max(500, 'more than 500 fixings')
    .optional(),
  /** when the boxes were laid flat in the room */
  boxesSince: time.optional(),
};

const range = z.tuple([z.number(), z.number()], { error: 'a range is two numbers, the lower first' });
const rate = number('a rate').min(0, 'cannot be negative').max(10, 'more than a centimetre a metre: check the unit');
const rates = z.tuple([rate, rate], { error: 'rates are two numbers, along and across' });

/** What a product says on the air that it is laid in. */
export const productBase = {
  /** how far it grows: mm per metre and °C, and per metre and % of humidity, along and across */
  movement: z.looseObject({ perDegree: rates, perHumidity: rates }).optional(),
  /** hours that its boxes rest in the room */
  rest: hours('hours').optional(),
  /** the air that it may be laid and live in */
  air: z.looseObject({ temperature: range, humidity: range }).partial().optional(),
};
