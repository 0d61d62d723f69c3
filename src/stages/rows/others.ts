import type { Floor } from '@/core/floors';
import type { Job, PlanFloor } from '@/core/given';
import type { Summary } from '@/core/plan';
import { withFloorLayout, type LayoutChange, type Trial } from '@/ui/desk';

/** Another arrangement of a floor's joints, and what it costs. */
export type Other = { readonly change: LayoutChange; readonly summary: Summary; readonly floor: PlanFloor };

/** So many arrangements are searched for a ranking. */
export const ARRANGEMENTS = 6;
const SEEDS = 10_000;

/** Which of two arrangements is better: fewer broken limits, then boxes and planks, then faults of looks, then cuts. */
export function compareArrangements({ summary: a }: Pick<Other, 'summary'>, { summary: b }: Pick<Other, 'summary'>): number {
  return a.musts - b.musts || a.boxes - b.boxes || a.planks - b.planks || a.shoulds - b.shoulds || a.cuts - b.cuts;
}

/**
 * Searches the floor's joints from other beginnings and ranks what comes of it, the best first; what is the same floor as another or as the
 * present one is left out.
 *
 * @param present the floor as it is planned now
 * @param plan plans a job; null where it was stopped or cannot be laid
 * @param progress 0 to 1
 */
export async function rankOthers(
  job: Job,
  floor: Floor,
  floors: number,
  present: PlanFloor,
  plan: (job: Job, progress: (done: number) => void) => Promise<Trial | null>,
  progress: (done: number) => void,
): Promise<readonly Other[]> {
  const { stagger } = floor.layout;
  const found = new Map<string, Other>();
  const keyOf = ({ pieces }: PlanFloor) => JSON.stringify(pieces.map((p) => p.outline));
  const now = keyOf(present);
  for (let k = 1; k <= ARRANGEMENTS; k++) {
    const change = { stagger: { ...stagger, seed: (stagger.seed + k) % SEEDS } };
    const made = await plan(withFloorLayout(job, floor, floors, change), (done) => progress((k - 1 + done) / ARRANGEMENTS));
    const own = made?.plan.floors.find((f) => f.id === floor.id);
    if (!made || !own) continue;
    const key = keyOf(own);
    if (key !== now && !found.has(key)) found.set(key, { change, summary: made.summary, floor: own });
  }
  return [...found.values()].sort(compareArrangements);
}
