import { formatLength, type Display } from '../units';
import { lineOf, type Floor } from '../floors';
import { insideRing, type Point } from '../geometry';
import { footOf, kitsOf, type Base, type Job, type Kit, type Obstacle, type Opening, type Profile, type ProfileKind } from '../given';
import { fitsOf, type Fit, type Fits, type Miss, type Side } from './fits';
import { shrinksAt, type TrimGround } from './trims';

export const PROFILE_WORDS: Readonly<Record<ProfileKind, string>> = {
  't-mould': 'T-mould',
  reducer: 'Reducer',
  'carpet-edge': 'Carpet edge',
  'end-cap': 'End cap',
  nosing: 'Nosing',
};

/** How a track is held: into wood by screws or nails, onto concrete by glue, and never through what is heated. */
export type Fixing = 'screw' | 'glue';

/** A doorway, or an upright thing with an end cap before it: what fits there, and all that is cut for it. */
export type EdgeReport = {
  readonly id: string;
  readonly of: 'opening' | 'obstacle';
  readonly finish: Opening['finish'];
  readonly spaces: readonly [string, string | null];
  readonly sides: readonly [Side, Side | null];
  readonly fits: readonly Fit[];
  readonly misses: readonly Miss[];
  readonly chosen: 0 | null;
  readonly missing: { readonly by: number | null; readonly text: string } | null;
  /** of the profile, from jamb to jamb or round the thing, mm */
  readonly length: number;
  readonly line: readonly [Point, Point] | null;
  readonly undercuts: readonly { readonly side: string; readonly height: number }[];
  readonly fixing: Fixing | null;
  /** what the floor keeps off the line or the thing: foot, of which half counts at a line, and gap, by side */
  readonly stops: readonly { readonly space: string; readonly foot: number; readonly gap: number; readonly at: number }[];
};

/** Everything about the floors that their edges stand on. */
export type EdgeGround = TrimGround & {
  /** how high a space's floor stands over its base, mm */
  readonly heightIn: (space: string) => number;
};

type EdgeGiven = Pick<Job, 'openings' | 'obstacles' | 'kits' | 'casings' | 'bases' | 'spaces' | 'display'>;

/** Every doorway but walls, and every obstacle with an end cap, in the order of the job. */
export function doorwaysOf(job: EdgeGiven, grounds: readonly EdgeGround[]): readonly EdgeReport[] {
  const openings = (job.openings ?? []).filter((o) => o.finish !== 'stop').map((o) => doorwayOf(job, o, grounds));
  const obstacles = (job.obstacles ?? []).flatMap((o) => (o.edge ? (hardEdgeOf(job, o, grounds) ?? []) : []));
  return [...openings, ...obstacles];
}

const groundOf = (grounds: readonly EdgeGround[], space: string): EdgeGround =>
  grounds.find((g) => g.floor.spaces.some((s) => s.id === space))!;

function doorwayOf(job: EdgeGiven, opening: Opening, grounds: readonly EdgeGround[]): EdgeReport {
  const [first, second] = opening.between;
  const ground = groundOf(grounds, first);
  const line = lineOf(ground.floor.ways.find((w) => w.opening.id === opening.id)!);
  const along: Point = [line[1][0] - line[0][0], line[1][1] - line[0][1]];
  const side = (space: string): Side => {
    const own = groundOf(grounds, space);
    return { height: own.heightIn(space), gap: own.floor.product.limits.gap, shrinks: shrinksAt(own, along) };
  };
  const far: Side = second === null ? { height: opening.beyond?.height ?? null, gap: 0, shrinks: 0 } : side(second);
  const joined = second === null ? [first] : [first, second];
  const kits = kitsOf(job).filter((k) => opening.kit === undefined || k.id === opening.kit);
  const wanted = { kind: opening.finish as ProfileKind, foot: opening.foot, near: side(first), far };
  const tried: Fits | null = opening.finish === 'through' || opening.finish === 'butt' ? null : fitsOf(kits, wanted);
  const foot = opening.foot ?? 0;
  return {
    id: opening.id,
    of: 'opening',
    finish: opening.finish,
    spaces: [first, second],
    sides: [wanted.near, far],
    ...judged(tried, job.display, () => nothingToTry(wanted.kind, opening, far, job.display)),
    length: Math.hypot(...along),
    line,
    undercuts: joined.map((space) => ({ side: space, height: groundOf(grounds, space).heightIn(space) + (job.casings?.leave ?? 0) })),
    fixing: fixingOn(job.bases, joined),
    stops: tried ? joined.map((space) => ({ space, foot, gap: side(space).gap, at: foot / 2 + side(space).gap })) : [],
  };
}

function hardEdgeOf(job: EdgeGiven, obstacle: Obstacle, grounds: readonly EdgeGround[]): EdgeReport | null {
  const edge = obstacle.edge!;
  const ground = grounds.find((g) => g.floor.edges.some((e) => 'obstacle' in e.bound && e.bound.obstacle === obstacle.id));
  if (!ground) return null;
  const { length, lines } = besideOf(obstacle, ground.floor);
  const space = ground.floor.spaces.find((s) => lines.some(({ middle }) => insideRing(middle, s.outline))) ?? ground.floor.spaces[0]!;
  const gap = obstacle.gap ?? ground.floor.product.limits.gap;
  const near: Side = {
    height: ground.heightIn(space.id),
    gap,
    // the cover has to hold on all of its sides
    shrinks: Math.max(0, ...lines.map((l) => shrinksAt(ground, l.along))),
  };
  const foot = footOf(edge, job);
  return {
    id: obstacle.id,
    of: 'obstacle',
    finish: 'end-cap',
    spaces: [space.id, null],
    sides: [near, null],
    ...judged(fitsOf(kitsOf(job).filter((k) => k.id === edge.kit), { kind: 'end-cap', foot: edge.foot, near, far: null }), job.display, () => `The kit has no end cap${edge.foot === undefined ? '' : ` with a foot of ${exactly(edge.foot, job.display)}`}.`), // prettier-ignore
    length,
    line: null,
    undercuts: [],
    fixing: fixingOn(job.bases, [space.id]),
    stops: [{ space: space.id, foot, gap, at: foot + gap }],
  };
}

/** A small length as a profile is measured by: hundredths of a millimetre, or 32nds of an inch. */
const exactly = (mm: number, display: Display): string => formatLength(mm, display, { decimals: 2, finest: 32 });

function judged(tried: Fits | null, display: Display, none: () => string): Pick<EdgeReport, 'fits' | 'misses' | 'chosen' | 'missing'> {
  if (!tried) return { fits: [], misses: [], chosen: null, missing: null };
  const [least] = tried.misses;
  return {
    ...tried,
    chosen: tried.fits.length > 0 ? 0 : null,
    missing: tried.fits.length > 0 ? null : least ? { by: least.by, text: missText(least, display) } : { by: null, text: none() },
  };
}

const nothingToTry = (kind: ProfileKind, { kit, foot }: Opening, far: Side, display: Display): string =>
  far.height === null
    ? 'How high the floor beyond stands has not been said: measure its top over the base here.'
    : `${kit === undefined ? 'No kit' : `The kit ${kit}`} has no ${kind}${foot === undefined ? '' : ` with a foot of ${exactly(foot, display)}`}.`;

/** What something lacks, in words. */
function missText({ what, by, over }: Miss, display: Display): string {
  const mm = exactly(by, display);
  const side = what.startsWith('near') ? 'near' : 'far';
  if (what.endsWith('lap')) return `Its cover is ${mm} too narrow on the ${side} side.`;
  return `The floor on the ${side} side stands ${mm} too ${over ? 'high' : 'low'} for it.`;
}

/** The sides of a thing that have floor beside them: their length within the rooms, and how each runs. */
function besideOf({ id, outline }: Obstacle, floor: Floor): { length: number; lines: readonly { along: Point; middle: Point }[] } {
  const own = floor.edges.filter((e) => 'obstacle' in e.bound && e.bound.obstacle === id);
  let length = 0;
  const lines: { along: Point; middle: Point }[] = [];
  outline.forEach((a, i) => {
    const b = outline[(i + 1) % outline.length]!;
    const run = Math.hypot(b[0] - a[0], b[1] - a[1]);
    const along: Point = [(b[0] - a[0]) / run, (b[1] - a[1]) / run];
    const beside = own.find((e) => {
      const [dx, dy] = [e.b[0] - e.a[0], e.b[1] - e.a[1]];
      const size = Math.hypot(dx, dy);
      const off = (e.a[0] - a[0]) * along[1] - (e.a[1] - a[1]) * along[0];
      return (
        Math.abs(dx * along[1] - dy * along[0]) < 1e-3 * size &&
        Math.abs(off) < 200 &&
        overlaps(a, along, run, e.a, e.b) &&
        outerSide(outline, a, b, e.a, e.b)
      );
    });
    if (!beside) return;
    length += withinRooms(a, b, floor);
    lines.push({ along, middle: [(beside.a[0] + beside.b[0]) / 2, (beside.a[1] + beside.b[1]) / 2] });
  });
  return { length, lines };
}

function overlaps(from: Point, along: Point, run: number, a: Point, b: Point): boolean {
  const at = (p: Point) => (p[0] - from[0]) * along[0] + (p[1] - from[1]) * along[1];
  return Math.min(run, Math.max(at(a), at(b))) - Math.max(0, Math.min(at(a), at(b))) > 1;
}

/** Whether a laid edge lies before this side of the thing, and not before the one opposite. */
function outerSide(outline: readonly Point[], a: Point, b: Point, p: Point, q: Point): boolean {
  const side = ([x, y]: Point) => (b[0] - a[0]) * (y - a[1]) - (b[1] - a[1]) * (x - a[0]);
  const middle: Point = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
  const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
  const beyond = side([(p[0] + q[0]) / 2, (p[1] + q[1]) / 2]) > 0 ? 1 : -1;
  const step: Point = [middle[0] - ((b[1] - a[1]) / length) * beyond * 0.5, middle[1] + ((b[0] - a[0]) / length) * beyond * 0.5];
  return !insideRing(step, outline);
}

/** How much of a stretch lies in the floor's rooms, mm. */
function withinRooms(a: Point, b: Point, { spaces }: Floor): number {
  const run = Math.hypot(b[0] - a[0], b[1] - a[1]);
  const cuts = [0, 1];
  for (const { outline } of spaces) {
    outline.forEach((p, i) => {
      const q = outline[(i + 1) % outline.length]!;
      const side = ([x, y]: Point) => (q[0] - p[0]) * (y - p[1]) - (q[1] - p[1]) * (x - p[0]);
      const [s, t] = [side(a), side(b)];
      if (s > 0 !== t > 0) cuts.push(s / (s - t));
    });
  }
  cuts.sort((m, n) => m - n);
  let share = 0;
  for (let k = 0; k + 1 < cuts.length; k++) {
    const t = (cuts[k]! + cuts[k + 1]!) / 2;
    const p: Point = [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t];
    if (spaces.some((s) => insideRing(p, s.outline))) share += cuts[k + 1]! - cuts[k]!;
  }
  return share * run;
}

const WOODEN = new Set<Base['substrate']>(['boards', 'sheet']);

/** By what the base is on either side: glue wherever one of them takes no screw. */
function fixingOn(bases: Job['bases'], spaces: readonly string[]): Fixing | null {
  const own = spaces.flatMap((id) => bases?.find((b) => b.space === id) ?? []);
  if (own.length === 0) return null;
  return own.every((b) => WOODEN.has(b.substrate) && !b.heated) ? 'screw' : 'glue';
}

/** The profile that a fit stands for. */
export const profileOf = (kits: readonly Kit[], fit: Pick<Fit, 'kit' | 'profile'>): Profile =>
  kits.find((k) => k.id === fit.kit)!.profiles[fit.profile]!;
