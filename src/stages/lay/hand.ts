import { useMemo } from 'react';
import type { Event, Job, Piece, Plan, PlanFloor } from '@/core/given';
import { courseOf, inOrder, pieceKey, stepInHand, type Site, type Step } from '@/core/lay';
import { cutLines, type CutLine } from '@/core/plan';
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
  readonly line: CutLine;
  readonly cuts: ReadonlyMap<string, CutLine>;
};

const courses = new WeakMap<Plan, { readonly job: Job; readonly steps: readonly Step[] }>();
const lists = new WeakMap<Plan, { readonly laying: Job['laying']; readonly cuts: ReadonlyMap<string, CutLine> }>();

/** The steps of a plan, worked out once. */
export function stepsOf(plan: Plan, job: Job): readonly Step[] {
  const known = courses.get(plan);
  const { laying, obstacles, openings } = job;
  if (known && known.job.laying === laying && known.job.obstacles === obstacles && known.job.openings === openings) return known.steps;
  const steps = courseOf(plan, job);
  courses.set(plan, { job, steps });
  return steps;
}

/** How each piece of a plan is cut in the order in which rooms are laid, worked out once. */
export function cutsOf(plan: Plan, job: Job): ReadonlyMap<string, CutLine> {
  const known = lists.get(plan);
  if (known && known.laying === job.laying) return known.cuts;
  const lines = cutLines(plan, inOrder(plan, stepsOf(plan, job)), job.kerf);
  const cuts = new Map(lines.map((l) => [`${l.floor}/${l.piece.id}`, l] as const));
  lists.set(plan, { laying: job.laying, cuts });
  return cuts;
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
  const cuts = cutsOf(plan, job);
  return { plan, site, steps, step, floor, pieces, piece, line: cuts.get(pieceKey(floor.id, piece))!, cuts };
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
