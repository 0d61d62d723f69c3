import { z } from 'zod';
import { id, length, name, notNegative, oneOf, since, size } from './fields';

/* The job file's part on what the floor ends at: profiles and their tracks, skirting, casings, and what hangs low over the floor. */

export const PROFILE_KINDS = ['t-mould', 'reducer', 'carpet-edge', 'end-cap', 'nosing'] as const;
export type ProfileKind = (typeof PROFILE_KINDS)[number];

/** How far a side's top may stand above the top of track and shims: the lower first. */
const range = z
  .tuple([length, length], { error: 'a range is two numbers, the lower first' })
  .refine(([low, high]) => low <= high, { error: 'the lower of a range comes first' });
const lengths = z
  .array(size.refine(...since((mm) => mm >= 300, 'a length that is sold is at least 300 mm')), { error: 'lengths is a list' })
  .min(1, 'name at least one length that is sold')
  .max(20, 'more than 20 lengths');

const profile = z
  .looseObject({
    kind: oneOf(PROFILE_KINDS),
    near: range,
    /** an end cap has no far side */
    far: range.optional(),
    foot: notNegative,
    cover: size,
    /** of the cover, from the middle of the foot towards the near side; half of it where missing */
    nearCover: notNegative.optional(),
    lengths,
  })
  .refine((p) => p.far !== undefined || p.kind === 'end-cap', {
    error: 'a range is missing: only an end cap has no far side',
    path: ['far'],
  })
  .refine((p) => (p.nearCover ?? 0) <= p.cover, { error: 'cannot be more than the whole cover', path: ['nearCover'] });

const stack = z.looseObject({ shims: z.array(name, { error: 'shims is a list' }).max(20), height: notNegative, how: name.optional() });

const kit = z.looseObject({
  id,
  /** where it has none its id is shown */
  name: name.optional(),
  track: z.looseObject({ height: notNegative, width: notNegative }),
  stacks: z.array(stack, { error: 'stacks is a list' }).max(100, 'more than 100 stacks'),
  profiles: z.array(profile, { error: 'profiles is a list' }).max(50, 'more than 50 profiles'),
});

const trim = z.looseObject({
  name,
  /** how far it stands off the wall: what hides the gap */
  thickness: size,
  /** how much of the floor it has to cover beyond the widest gap */
  lap: notNegative,
  lengths,
  kerf: notNegative,
  /** the skirting stays, and this is the bead before it */
  kept: z.boolean({ error: 'kept is true or false' }),
});

export const LOW_THINGS = ['toe-kick', 'radiator', 'appliance'] as const;
/** Something that stays and hangs low over the floor along a stretch of a wall: planks beneath it cannot be tipped. */
const lowThing = z.looseObject({
  id,
  what: oneOf(LOW_THINGS),
  space: id,
  wall: z.number().int().min(0),
  from: notNegative,
  to: notNegative,
  /** how far into the room */
  depth: size,
  /** free height over the base */
  clear: notNegative,
});

/** What a job holds on its edges. */
export const edgesShape = {
  kits: z.array(kit, { error: 'kits is a list' }).max(50, 'more than 50 kits').optional(),
  trim: trim.partial().optional(),
  casings: z.looseObject({ leave: notNegative }).partial().optional(),
  lowThings: z.array(lowThing, { error: 'lowThings is a list' }).max(200, 'more than 200 low things').optional(),
};

/** What an opening says of its profile. */
export const openingEdges = {
  kit: id.optional(),
  /** the width of the profile's foot, which stands on the line */
  foot: notNegative.optional(),
  /** what lies beyond, and how much higher (or lower) than this floor's base its top stands */
  beyond: z.looseObject({ floor: name, height: length }).partial().optional(),
};

/** What an obstacle says of the end cap before it. */
export const obstacleEdge = { edge: z.looseObject({ kit: id, foot: notNegative.optional() }).optional() };
