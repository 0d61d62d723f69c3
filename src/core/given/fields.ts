import { z } from 'zod';
import { LONGEST } from '../units';

/* What the fields of our files may hold: numbers, lengths, points, names and dates, with errors that say what to write instead. */

export const number = (what: string) =>
  z.number({
    error: (issue) => (issue.input === undefined ? `${what} is missing` : `${what} must be a number, not ${quote(issue.input)}`),
  });
export const length = number('a length').min(-LONGEST, 'further than a kilometre from the origin').max(LONGEST, 'more than a kilometre');
/** The longest thing that is measured or sold, mm; places lie further from the origin of a plan. */
const LONGEST_THING = 100_000;
/** A bound that jobs which are stored already may be outside of: they open, and nothing new is taken so. */
export function since<Said extends string | ((issue: { readonly input?: unknown }) => string)>(
  holds: (value: number) => boolean,
  error: Said,
) {
  return [holds, { error, params: { since: true } }] as [typeof holds, { error: Said; params: { since: true } }];
}
const noLonger = since(
  (mm) => mm <= LONGEST_THING,
  ({ input }) => `${quote(input)} mm is more than 100 metres`,
);
export const size = number('a length')
  .positive('must be more than 0')
  .max(LONGEST, 'more than a kilometre')
  .refine(...noLonger);
export const notNegative = number('a length')
  .min(0, 'cannot be negative')
  .max(LONGEST, 'more than a kilometre')
  .refine(...noLonger);
/** A limit of how far a floor runs: more than any floor has is no limit at all. */
export const run = number('a length').positive('must be more than 0').max(LONGEST, 'more than a kilometre');
export const count = number('a count').int('must be a whole number').min(0, 'cannot be negative').max(2000, 'more than 2000');
export const point = z.tuple([length, length], { error: 'a point is [x, y], two numbers in millimetres' });
export const ring = z
  .array(point, { error: 'an outline is a list of points' })
  .min(3, 'an outline needs at least three points')
  .max(2000, 'more than 2000 points: draw it with fewer');
export const id = z.string({ error: 'an id is a text' }).min(1, 'an id cannot be empty').max(200, 'an id of more than 200 letters');
export const name = z.string({ error: 'a name is a text' }).max(200, 'a name of more than 200 letters');
export const oneOf = <const T extends readonly [string, ...string[]]>(values: T) =>
  z.enum(values, { error: (issue) => `${quote(issue.input)} is not one of ${values.join(', ')}` });

export function quote(value: unknown): string {
  if (typeof value === 'string') return `"${value.length > 40 ? `${value.slice(0, 40)}…` : value}"`;
  if (value === undefined) return 'nothing';
  if (value === null || typeof value === 'number' || typeof value === 'boolean') return String(value);
  return Array.isArray(value) ? 'a list' : 'an object';
}

const OF_TYPE: Record<string, string> = {
  array: 'a list',
  object: 'an object',
  boolean: 'true or false',
  string: 'a text',
  number: 'a number',
  tuple: 'a list',
};
/** What is said of a value of the wrong type where its field has no words of its own. */
export const plainly = (issue: { readonly code?: string; readonly expected?: unknown; readonly input?: unknown }): string | undefined =>
  issue.code === 'invalid_type'
    ? `must be ${OF_TYPE[String(issue.expected)] ?? String(issue.expected)}, not ${quote(issue.input)}`
    : undefined;

const DATE = /^(\d{4})-(\d{2})-(\d{2})(?:T(\d{2}):(\d{2})(?::(\d{2})(?:\.\d+)?)?)?$/;

/** Days are counted up to the end of this year. */
const LAST_YEAR = 2199;

/** Whether a text is a date of the calendar, no later than 2199, with a time of the day if there is one: `2026-03-02`, `2026-03-02T08:00`. */
export const isDate = (text: string): boolean => isOfCalendar(text) && Number(text.slice(0, 4)) <= LAST_YEAR;

function isOfCalendar(text: string): boolean {
  const [, year, month, day, hour = '0', minute = '0', second = '0'] = DATE.exec(text) ?? [];
  if (year === undefined) return false;
  const days = new Date(Date.UTC(Number(year), Number(month), 0)).getUTCDate();
  const inMonth = Number(month) >= 1 && Number(month) <= 12 && Number(day) >= 1 && Number(day) <= days;
  return inMonth && Number(hour) < 24 && Number(minute) < 60 && Number(second) < 60;
}

/** Hours from the beginning of 1970 to a date, as a clock on the wall counts them. */
export const hoursOf = (date: string): number => Date.parse(`${date.length === 10 ? `${date}T00:00` : date}Z`) / 3_600_000;

const dated = (what: string) =>
  z
    .string({ error: `a date is a text, such as "${what}"` })
    .refine(isOfCalendar, { error: (issue) => `${quote(issue.input)} is no date; write it as ${what}` })
    .refine((text) => !isOfCalendar(text) || isDate(text), {
      error: (issue) => `${quote(issue.input)} is later than ${LAST_YEAR}`,
      params: { since: true },
    });
export const date = dated('2026-03-02');
export const time = dated('2026-03-02T08:00');
