/** The floor as it lies, measured before somebody walks round it. */
import { audit } from '../audit';
import { movementOf } from '../base';
import { movesAt } from '../edges';
import { floorsOf, wallFrames, type Floor } from '../floors';
import { frameOf, round3, type Frame } from '../geometry';
import { bad, footOf, good, type Finding, type Job, type PlanFloor, type Result } from '../given';
import { asItLies, withWalls, type Site } from '../lay';
import { groundOf } from '../setout';
import { saidOfGaps } from './said';
import { thingGapsOf, type ThingGap } from './things';
import { gapsOf, type WallGap } from './walls';

/** A wall as it stands in the round: what was wanted, what lies, what the year takes. */
export type WallLook = WallGap & {
  readonly floor: string;
  /** the gap that the product wants */
  readonly wanted: number;
  /** how far the floor grows towards this wall until the most of the year, mm: half of it all */
  readonly grows: number;
  /** as it was measured last, and whether that is enough for the gap that is wanted, or at least for the year */
  readonly measured: number | null;
  readonly holds: 'wanted' | 'year' | 'none';
};

/** A thing that the floor goes round, or ends before: what is wanted there (the foot of an end cap with it), what lies, what the year takes. */
export type ThingLook = ThingGap & {
  readonly floor: string;
  readonly wanted: number;
  /** how wide the foot of the end cap before it is, mm; 0 without one */
  readonly foot: number;
  readonly grows: number;
  readonly holds: WallLook['holds'];
};

/** The gaps of a floor: at every wall, round everything in it, and what is to be said of those that are too narrow. */
export type Gaps = { readonly walls: readonly WallLook[]; readonly things: readonly ThingLook[]; readonly findings: readonly Finding[] };

export type Inspection = Omit<Gaps, 'findings'> & {
  /** what the audit says of the floor as it lies, gaps first */
  readonly findings: readonly Finding[];
  /** pieces that lie, and how many of them lie otherwise than the plan by which laying began */
  readonly lies: number;
  readonly otherwise: number;
  readonly isDone: boolean;
};

/** A tape reads no finer than this, mm. */
const TAPE = 0.5;

/**
 * Measures a floor as it lies.
 *
 * @returns why nothing can be looked at, where laying has not begun
 */
export function inspectionOf(job: Job, site: Site): Result<Inspection> {
  const { plan } = site;
  if (!plan) return bad({ path: '', text: 'laying has not begun' });
  const now = withWalls(job, site.walls);
  const found = floorsOf(now);
  if (!found.ok) return found;
  const laid = asItLies(plan, site);
  const lying = found.value.flatMap((floor) => {
    const own = laid.find((f) => f.id === floor.id);
    return own && own.pieces.length > 0 ? [{ floor, own }] : [];
  });
  const { walls, things, findings } = gapsAt(now, lying);
  const planned = plan.floors.flatMap((f) => f.pieces.map((p) => `${f.id}/${p.id}`));
  return good({
    walls,
    things,
    findings: [...findings, ...audit(now, lying.map((p) => p.floor), lying.map((p) => p.own))], // prettier-ignore
    lies: site.lying.size,
    otherwise: site.otherRows.size,
    isDone: planned.every((key) => site.lying.has(key) || isOtherwise(site, key)),
  });
}

/** The gaps of floors as they lie, at every wall and round everything in them. */
export function gapsAt(job: Job, lying: readonly Lying[]): Gaps {
  const moved = movementOf(lying.map(({ floor }) => groundOf(floor)), job); // prettier-ignore
  const walls = lying.flatMap((one, i) => wallsOf(job, one, moved[i]!.grows));
  const things = lying.flatMap((one, i) => thingsOf(job, one, moved[i]!.grows));
  return { walls, things, findings: saidOfGaps(job, walls, things) };
}

/** Whether the row of a planned piece lies otherwise. */
const isOtherwise = ({ otherRows, plan }: Site, key: string): boolean => {
  const [floor, id] = key.split('/') as [string, string];
  const row = plan!.floors.find((f) => f.id === floor)!.pieces.find((p) => p.id === id)!.row;
  return otherRows.has(`${floor} ${row}`);
};

/** A floor with what lies of it. */
export type Lying = { readonly floor: Floor; readonly own: PlanFloor };

const holdsBy = (is: number, wanted: number, grows: number): WallLook['holds'] =>
  is >= wanted - TAPE ? 'wanted' : is >= grows ? 'year' : 'none';

function wallsOf({ round }: Pick<Job, 'round'>, { floor, own }: Lying, all: readonly [number, number]): readonly WallLook[] {
  const frame = frameOf(own.direction);
  const wanted = floor.product.limits.gap;
  return gapsOf(floor, own.pieces).map((gap): WallLook => {
    const { outline } = floor.spaces.find((s) => s.id === gap.space)!;
    const grows = movesAt(frame, all, wallFrames(outline)[gap.wall]!.along);
    const measured = round?.gaps?.filter((g) => g.space === gap.space && g.wall === gap.wall).at(-1)?.gap ?? null;
    const is = measured ?? gap.least ?? wanted;
    return { ...gap, floor: floor.id, wanted, grows: round3(grows), measured, holds: holdsBy(is, wanted, grows) };
  });
}

function thingsOf(job: Pick<Job, 'obstacles' | 'kits'>, { floor, own }: Lying, all: readonly [number, number]): readonly ThingLook[] {
  const grows = mostOf(frameOf(own.direction), all);
  return thingGapsOf(job.obstacles ?? [], own.pieces).map(({ thing, least }): ThingLook => {
    const foot = thing.edge ? footOf(thing.edge, job) : 0;
    const wanted = (thing.gap ?? floor.product.limits.gap) + foot;
    return { floor: floor.id, thing, least, wanted, foot, grows: round3(grows), holds: holdsBy(least, wanted, grows + foot) };
  });
}

/** The most that a floor grows towards a thing in it, whichever way. */
const mostOf = (frame: Frame, grows: readonly [number, number]): number =>
  Math.max(movesAt(frame, grows, [1, 0]), movesAt(frame, grows, [0, 1]));
