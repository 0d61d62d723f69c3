import { z } from 'zod';
import { date, id, number, oneOf, quote, since, time } from './fields';

/* The job file's part on who works when: the crew, its hours and days off, and how fast it is. */

export const WEEKDAYS = ['mo', 'tu', 'we', 'th', 'fr', 'sa', 'su'] as const;
export type Weekday = (typeof WEEKDAYS)[number];

/** What a crew does at a pace of its own, with what an hour of one person brings. */
export const PACES = ['clear', 'prepare', 'boxes', 'prime', 'pour', 'undercut', 'beneath', 'lay', 'edges', 'trim'] as const;
export type Pace = (typeof PACES)[number];

const clock = z.string({ error: 'a time of the day is a text, such as "08:00"' }).regex(/^([01]\d|2[0-3]):[0-5]\d$/, {
  error: (issue) => `${quote(issue.input)} is no time of the day; write it as 08:00`,
});
const rate = number('a pace')
  .positive('must be more than 0')
  .max(100_000, 'far too fast')
  .refine(...since((n) => n >= 0.01, 'a pace is at least 0.01 an hour'));

/** Minutes from midnight of a time of the day. */
export const minutesOf = (text: string): number => Number(text.slice(0, 2)) * 60 + Number(text.slice(3));

/** What a job holds on its crew (without `begin` nothing is planned), and in which order rooms are laid where that is not as they were drawn. */
export const crewShape = {
  laying: z
    .looseObject({ order: z.array(id, { error: 'order is a list of rooms' }).max(500, 'more than 500 rooms') })
    .partial()
    .optional(),
  crew: z
    .looseObject({
      people: number('a count').int('must be a whole number').min(1, 'at least one').max(50, 'more than 50 people'),
      from: clock,
      to: clock,
      /** hours, in the middle of the day */
      break: number('a break').min(0, 'cannot be negative').max(24, 'more than a day'),
      days: z.array(oneOf(WEEKDAYS), { error: 'days is a list' }).min(1, 'name at least one day of the week').max(7, 'a week has 7 days'),
      off: z.array(date, { error: 'off is a list' }).max(2000, 'more than 2000 days off'),
      begin: time,
      pace: z.looseObject(Object.fromEntries(PACES.map((p) => [p, rate])) as Record<Pace, typeof rate>).partial(),
      /** the room that is needed back before all others */
      first: id,
      /** tasks that do not begin before a time that somebody chose */
      held: z.array(z.looseObject({ task: id, from: time }), { error: 'held is a list' }).max(500, 'more than 500 tasks'),
    })
    .partial()
    .optional(),
};
