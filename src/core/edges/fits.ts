import type { Kit, Profile, ProfileKind } from '../given';

/** One side of a transition: how high its floor stands over the base (null where nobody said), its gap and half its shrinkage there, mm. */
export type Side = { readonly height: number | null; readonly gap: number; readonly shrinks: number };

/** A profile with the stack that brings it to both floors. */
export type Fit = {
  readonly kit: string;
  /** its place in the kit's list */
  readonly profile: number;
  readonly shims: readonly string[];
  readonly how: string | null;
  /** height of the stack of shims, mm */
  readonly stack: number;
  /** its near side lies on the second side of the opening */
  readonly turned: boolean;
  /** distance of each side's height to the nearer end of its range, mm; null where there is no far side */
  readonly nearMargin: number;
  readonly farMargin: number | null;
  /** how much of each floor the cover laps at its least, mm */
  readonly laps: readonly number[];
};

/** Something that does not fit, and what it lacks. */
export type Miss = {
  readonly kit: string;
  readonly profile: number;
  readonly shims: readonly string[];
  readonly turned: boolean;
  /** the greatest amount by which a height leaves its range or a lap is under 0, mm */
  readonly by: number;
  readonly what: 'near-height' | 'far-height' | 'near-lap' | 'far-lap';
  /** over the range, or under it (or under a lap of 0) */
  readonly over: boolean;
};

export type Fits = { readonly fits: readonly Fit[]; readonly misses: readonly Miss[] };

/** What is asked of kits at one edge: the kind of profile, a foot if it was said, and both sides; `far` null at an upright thing. */
export type Wanted = { readonly kind: ProfileKind; readonly foot?: number; readonly near: Side; readonly far: Side | null };

/** Sums of decimals may miss by this (mm). */
const NOISE = 1e-6;

/** A profile that is the same turned round is tried one way only. */
const isAlike = ({ near, far, cover, nearCover }: Profile): boolean =>
  far !== undefined && near[0] === far[0] && near[1] === far[1] && (nearCover === undefined || Math.abs(nearCover * 2 - cover) < NOISE);

/**
 * Every profile with every stack, both ways round: what fits, the one with the greatest least margin first, and what does not, the one that
 * lacks least first.
 */
export function fitsOf(kits: readonly Kit[], { kind, foot, near, far }: Wanted): Fits {
  const fits: Fit[] = [];
  const misses: Miss[] = [];
  if (near.height === null || (far && far.height === null)) return { fits, misses };
  for (const kit of kits) {
    kit.profiles.forEach((profile, place) => {
      if (profile.kind !== kind || (foot !== undefined && profile.foot !== foot)) return;
      for (const stack of kit.stacks) {
        for (const turned of far && profile.far && !isAlike(profile) ? [false, true] : [false]) {
          const [own, other] = turned ? [far!, near] : [near, far];
          const one = { kit: kit.id, profile: place, shims: stack.shims, turned };
          const tried = tryOne(profile, kit.track.height + stack.height, own, other);
          if ('by' in tried) misses.push({ ...one, ...tried });
          else fits.push({ ...one, how: stack.how ?? null, stack: stack.height, ...tried });
        }
      }
    });
  }
  const least = ({ nearMargin, farMargin }: Fit) => Math.min(nearMargin, farMargin ?? Infinity);
  // sorting is stable, so that ties stay in the job's order
  fits.sort((a, b) => (Math.abs(least(a) - least(b)) < NOISE ? 0 : least(b) - least(a)));
  misses.sort((a, b) => (Math.abs(a.by - b.by) < NOISE ? 0 : a.by - b.by));
  return { fits, misses };
}

/** How far the cover reaches over the floor at the least: its reach from the foot's middle, less half the foot, the gap, and half what the floor shrinks. */
const lapOf = (reach: number, { foot }: Profile, { gap, shrinks }: Side): number => reach - foot / 2 - gap - shrinks;

function tryOne(
  profile: Profile,
  top: number,
  near: Side,
  far: Side | null,
): Pick<Fit, 'nearMargin' | 'farMargin' | 'laps'> | Pick<Miss, 'by' | 'what' | 'over'> {
  const reach = profile.nearCover ?? profile.cover / 2;
  const heights = [rangeOf(near.height! - top, profile.near), far && profile.far ? rangeOf(far.height! - top, profile.far) : null] as const;
  const laps = [lapOf(reach, profile, near), ...(far && profile.far ? [lapOf(profile.cover - reach, profile, far)] : [])];
  const lacks = [
    { what: 'near-height' as const, ...heights[0] },
    ...(heights[1] ? [{ what: 'far-height' as const, ...heights[1] }] : []),
    ...laps.map((lap, i) => ({ what: i === 0 ? ('near-lap' as const) : ('far-lap' as const), leaves: -lap, margin: lap, over: false })),
  ];
  const fitted = lacks.every(({ what, leaves }) => (what.endsWith('lap') ? leaves < -NOISE : leaves <= NOISE));
  if (fitted) return { nearMargin: heights[0].margin, farMargin: heights[1]?.margin ?? null, laps };
  const worst = lacks.reduce((most, l) => (l.leaves > most.leaves ? l : most));
  return { by: Math.max(0, worst.leaves), what: worst.what, over: worst.over };
}

/** How far a height lies inside its range, or leaves it. */
function rangeOf(height: number, [low, high]: readonly [number, number]): { margin: number; leaves: number; over: boolean } {
  const margin = Math.min(height - low, high - height);
  return { margin: Math.max(0, margin), leaves: -margin, over: height > high };
}
