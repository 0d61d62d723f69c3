import { z } from 'zod';
import { count, date, id, name, notNegative, oneOf, point } from './fields';

/* The job file's part on what comes after laying: the round on which the floor is looked at, snags, handing over, repairs. */

/** What is looked at in every room once its floor lies. */
export const ROUND = ['spacers', 'pinned', 'joints', 'lips', 'hollow', 'profiles', 'trim', 'faces'] as const;
export type Looked = (typeof ROUND)[number];

/** A picture, by the hash under which it is kept. */
const photo = z.string({ error: 'a picture is named by its hash' }).max(200, 'no hash of a picture');
const text = z.string({ error: 'is a text' }).max(2000, 'more than 2000 letters');

export const REPAIR_WAYS = ['lift', 'slide', 'inlay', 'otherwise'] as const;

export const afterShape = {
  round: z
    .looseObject({
      /** the gap between plank and wall as it was measured */
      gaps: z.array(z.looseObject({ space: id, wall: count, gap: notNegative, on: date }), { error: 'gaps is a list' }).max(5000, 'more than 5000 gaps'), // prettier-ignore
      seen: z.array(z.looseObject({ space: id, id: oneOf(ROUND), on: date }), { error: 'seen is a list' }).max(5000, 'more than 5000 rooms'), // prettier-ignore
    })
    .partial()
    .optional(),
  snags: z
    .array(
      z.looseObject({
        id,
        space: id,
        at: point.optional(),
        text,
        photo: photo.optional(),
        who: name.optional(),
        by: date.optional(),
        found: date,
        settled: date.optional(),
      }),
      { error: 'snags is a list' },
    )
    .max(1000, 'more than 1000 snags')
    .optional(),
  handover: z.looseObject({ on: date, to: name, by: name, batch: name, sparesAt: name, note: text }).partial().optional(),
  repairs: z
    .array(
      z.looseObject({
        /** when it was done; without it is only planned */
        on: date.optional(),
        pieces: z.array(id, { error: 'pieces is a list' }).min(1, 'name a piece').max(500, 'more than 500 pieces'),
        way: oneOf(REPAIR_WAYS),
        by: name.optional(),
        note: text.optional(),
      }),
      { error: 'repairs is a list' },
    )
    .max(1000, 'more than 1000 repairs')
    .optional(),
};
