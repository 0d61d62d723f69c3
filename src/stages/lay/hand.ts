import { useMemo } from 'react';
import { boxOf } from '@/core/geometry';
import type { Event, Job, Piece, Plan, PlanFloor } from '@/core/given';
import { courseOf, pieceKey, stepInHand, type Site, type Step } from '@/core/lay';
import { cutLister, type CutList, type CutLister, type PieceCuts } from '@/core/cuts';
import { useJob, useSite } from '@/ui/desk';

/** What is in hand on site: the step, its pieces, the one that is next, and how each is cut. */
export type InHand = {
  readonly plan: Plan;
  readonly site: Site;
  readonly steps: readonly Step[];
  readonly step: Step;
  readonly floor: PlanFloor;
  readonly pieces: readonly Piece[];
  readonly piece: Piece;
  readonly line: PieceCuts;
  /** how each piece that does not lie is sawn, by its key */
  readonly cuts: ReadonlyMap<string, PieceCuts>;
  /** what waits on the rack */
  readonly kept: readonly Kept[];
};

/** An offcut or a sawn piece on the rack, by the label that is stuck on it. */
export type Kept = {
  readonly label: string;
  readonly plank: number;
  /** how far it reaches along its plank */
  readonly from: number;
  readonly to: number;
  readonly state: 'wanted' | 'sawn' | 'spare';
};

const courses = new WeakMap<Plan, { readonly job: Job; readonly steps: readonly Step[] }>();
const listers = new WeakMap<Plan, { readonly job: Job; readonly list: CutLister }>();

/** The steps of a plan, worked out once. */
export function stepsOf(plan: Plan, job: Job): readonly Step[] {
  const known = courses.get(plan);
  const { laying, obstacles, openings } = job;
  if (known && known.job.laying === laying && known.job.obstacles === obstacles && known.job.openings === openings) return known.steps;
  const steps = courseOf(plan, job);
  courses.set(plan, { job, steps });
  return steps;
}

/** How each piece that does not lie is sawn from the wood in hand, in the order in which rooms are laid. */
export function cutsOf(site: Site, plan: Plan, job: Job): CutList {
  const known = listers.get(plan);
  const { list } = known?.job === job ? known : { list: cutLister(job, plan) };
  if (known?.job !== job) listers.set(plan, { job, list });
  const order = stepsOf(plan, job).flatMap((s) => s.pieces.map((id) => `${s.floor}/${id}`));
  return list({ yard: site.yard, lies: (key) => site.lying.has(key), order });
}

/** What is in hand; null before laying began, and when all lies. */
export function inHand(site: Site | null, job: Job): InHand | null {
  const plan = site?.plan;
  if (!site || !plan) return null;
  const steps = stepsOf(plan, job);
  const lies = (floor: string, piece: string) => {
    const found = plan.floors.find((f) => f.id === floor)?.pieces.find((p) => p.id === piece);
    return site.lying.has(`${floor}/${piece}`) || (found !== undefined && site.otherRows.has(`${floor} ${found.row}`));
  };
  const step = stepInHand(steps, lies);
  if (!step) return null;
  const floor = plan.floors.find((f) => f.id === step.floor)!;
  const byId = new Map(floor.pieces.map((p) => [p.id, p]));
  const pieces = step.pieces.map((id) => byId.get(id)!);
  const piece = pieces.find((p) => !lies(floor.id, p.id))!;
  const list = cutsOf(site, plan, job);
  const cuts = new Map(list.pieces.map((l) => [l.piece, l] as const));
  return { plan, site, steps, step, floor, pieces, piece, line: cuts.get(pieceKey(floor.id, piece))!, cuts, kept: keptOn(site, list) };
}

/** What waits on the rack: what a piece is cut from first, in the order of laying. */
function keptOn(site: Site, { inHand: offcuts, pieces }: CutList): readonly Kept[] {
  const places = new Map(pieces.map((p, i) => [p.piece, i]));
  const sawn = site.parts.map((p) => ({ label: p.of.slice(p.of.lastIndexOf('/') + 1), plank: p.plank, from: p.cut.from, to: p.cut.to, state: 'sawn' as const, first: places.get(p.of) })); // prettier-ignore
  const kept = offcuts.map(({ label, plank, outline, becomes }) => {
    const { minX, maxX } = boxOf(outline);
    return { label, plank, from: minX, to: maxX, state: becomes === null ? ('spare' as const) : ('wanted' as const), first: becomes === null ? undefined : places.get(becomes) }; // prettier-ignore
  });
  return [...sawn, ...kept].sort((a, b) => (a.first ?? Infinity) - (b.first ?? Infinity));
}

export function useInHand(): InHand | null {
  const job = useJob();
  const site = useSite((s) => s.site);
  return useMemo(() => inHand(site, job), [site, job]);
}

/** The last line that sawed, laid, told or accepted something and still counts: what “back one step” takes back. */
export function lastStep(lines: readonly Event[]): Event | null {
  const undone = new Set(lines.flatMap((e) => (e.what === 'undone' ? [e.event] : [])));
  const own = lines.filter((e) => e.what !== 'undone' && e.what !== 'begun' && e.what !== 'note' && !undone.has(e.n));
  return own[own.length - 1] ?? null;
}
