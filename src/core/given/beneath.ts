import { z } from 'zod';
import { id, name, notNegative, number, oneOf, since, size } from './fields';

/* The job file's part on what lies between base and planks: pads, film, boards, and what a person wants where. */

export const MATERIAL_KINDS = ['foam', 'board', 'film'] as const;

/** A pad's board is no shorter (mm): its end joints could not stand clear of each other. */
const SHORTEST_BOARD = 400;

const truth = (what: string) => z.boolean({ error: `${what} is true or false` });

/** A roll, or a board: `length` × `width` of one, mm. */
const material = z
  .looseObject({
    id,
    /** where it has none its id is shown */
    name: name.optional(),
    kind: oneOf(MATERIAL_KINDS),
    width: size.min(50, 'at least 50 mm wide').refine(...since((mm) => mm >= 100, 'boards and rolls are at least 100 mm wide')),
    length: size.min(200, 'at least 200 mm long'),
    thickness: notNegative,
    perPack: number('a count').int('must be a whole number').min(1, 'a pack holds at least one').max(10_000, 'far too many').optional(),
    /** film: how far its pieces lie over each other, and how far it goes up a wall */
    lap: notNegative.optional(),
    turnUp: notNegative.max(1000, 'more than a metre up the wall').optional(),
    tape: truth('tape').optional(),
    /** a pad that carries its own film */
    film: truth('film').optional(),
  })
  .refine((m) => m.kind !== 'board' || m.length >= SHORTEST_BOARD, {
    error: `boards are at least ${SHORTEST_BOARD} mm long: shorter ones cannot be laid in bond`,
    path: ['length'],
  })
  .refine((m) => m.kind !== 'film' || (m.lap ?? 0) * 2 < Math.min(m.width, m.length), {
    error: 'a lap takes less than half of the film’s width',
    path: ['lap'],
  });

const wanted = (what: string) =>
  z.union([z.literal('auto'), id, z.null()], { error: `${what} is a material’s id, null for none, or "auto"` });
const choice = z.looseObject({
  space: id,
  pad: wanted('a pad').optional(),
  film: wanted('a film').optional(),
  direction: z
    .union([z.literal('auto'), number('a direction').min(-360, 'less than −360').max(360, 'more than 360')], {
      error: 'a direction is "auto" or an angle in degrees',
    })
    .optional(),
});

/** What a job holds on what lies beneath; without it nothing does. */
export const beneathShape = {
  beneath: z
    .looseObject({
      materials: z.array(material, { error: 'materials is a list' }).max(50, 'more than 50 materials').optional(),
      choices: z.array(choice, { error: 'choices is a list' }).max(500, 'more than 500 choices').optional(),
    })
    .optional(),
};
