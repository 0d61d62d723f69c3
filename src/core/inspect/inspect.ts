/** The floor as it lies, measured before somebody walks round it. */
import { audit } from '../audit';
import { movementOf } from '../base';
import { movesAt } from '../edges';
import { floorsOf, wallFrames, type Floor } from '../floors';
import { frameOf, round3 } from '../geometry';
import { bad, good, type Finding, type Job, type PlanFloor, type Result } from '../given';
import { asItLies, withWalls, type Site } from '../lay';
import { groundOf } from '../setout';
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

export type Inspection = {
  readonly walls: readonly WallLook[];
  /** what the audit says of the floor as it lies */
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
  const moved = movementOf(found.value.map((floor) => groundOf(floor)), job); // prettier-ignore
  const pairs = found.value.flatMap((floor, i) => {
    const own = laid.find((f) => f.id === floor.id);
    return own && own.pieces.length > 0 ? [{ floor, own, grows: moved[i]!.grows }] : [];
  });
  const planned = plan.floors.flatMap((f) => f.pieces.map((p) => `${f.id}/${p.id}`));
  return good({
    walls: pairs.flatMap((pair) => wallsOf(job, pair)),
    findings: audit(now, pairs.map((p) => p.floor), pairs.map((p) => p.own)), // prettier-ignore
    lies: site.lying.size,
    otherwise: site.otherRows.size,
    isDone: planned.every((key) => site.lying.has(key) || isOtherwise(site, key)),
  });
}

/** Whether the row of a planned piece lies otherwise. */
const isOtherwise = ({ otherRows, plan }: Site, key: string): boolean => {
  const [floor, id] = key.split('/') as [string, string];
  const row = plan!.floors.find((f) => f.id === floor)!.pieces.find((p) => p.id === id)!.row;
  return otherRows.has(`${floor} ${row}`);
};

type Pair = { readonly floor: Floor; readonly own: PlanFloor; readonly grows: readonly [number, number] };

function wallsOf({ round }: Pick<Job, 'round'>, { floor, own, grows: all }: Pair): readonly WallLook[] {
  const frame = frameOf(own.direction);
  const wanted = floor.product.limits.gap;
  return gapsOf(floor, own.pieces).map((gap): WallLook => {
    const { outline } = floor.spaces.find((s) => s.id === gap.space)!;
    const grows = movesAt(frame, all, wallFrames(outline)[gap.wall]!.along);
    const measured = round?.gaps?.filter((g) => g.space === gap.space && g.wall === gap.wall).at(-1)?.gap ?? null;
    const is = measured ?? gap.least ?? wanted;
    return { ...gap, floor: floor.id, wanted, grows: round3(grows), measured, holds: is >= wanted - TAPE ? 'wanted' : is >= grows ? 'year' : 'none' }; // prettier-ignore
  });
}
