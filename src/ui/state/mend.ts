import { floorsOf } from '@/core/floors';
import { round3 } from '@/core/geometry';
import { LEAF } from '@/core/audit';
import type { Finding, Job, Opening, Result } from '@/core/given';
import { lineUnderLeaf } from '@/core/survey';
import type { Planned, Planner } from '@/workers';
import { withFloorLayout } from './setOutEdit';

/** How many other arrangements are tried before a fault of the joints is given up. */
const TRIES = 8;

/** Whether there is anything to try against a finding. */
export const hasMend = ({ rule }: Finding): boolean =>
  [
    'rip',
    'jamb',
    'busy-doorway',
    'crosswise-doorway',
    'corner-piece',
    'leaf',
    'stagger',
    'endPiece',
    'h-joint',
    'repeat',
    'stairs',
    'school',
  ].includes(rule);

/** What may mend a finding, mildest first: the best place for the line, other arrangements of the joints, the freer school. */
function remedies(job: Job, finding: Finding): Job[] {
  const floors = floorsOf(job);
  const floor = floors.ok ? floors.value.find((f) => f.id === finding.floor) : undefined;
  if (!floors.ok || !floor) return [];
  const change = (layout: Parameters<typeof withFloorLayout>[3]) => withFloorLayout(job, floor, floors.value.length, layout);
  if (finding.rule === 'rip') return floor.layout.setOut.mode === 'auto' ? [] : [change({ setOut: { mode: 'auto' } })];
  if (finding.rule === 'leaf') {
    const away = (o: Opening) => o.outline.reduce((sum, p) => sum + Math.hypot(p[0] - finding.at[0], p[1] - finding.at[1]), 0);
    const [nearest] = [...(job.openings ?? [])].sort((a, b) => away(a) - away(b));
    const mended = nearest && lineUnderLeaf(job, nearest.id, LEAF);
    return mended ? [mended] : [];
  }
  if (finding.rule === 'jamb') {
    // the row's edge into the middle of the doorway that is nearest to the finding
    const middles = floor.ways.map(({ near, far }): [number, number] => [
      (near[0][0] + near[1][0] + far[0][0] + far[1][0]) / 4,
      (near[0][1] + near[1][1] + far[0][1] + far[1][1]) / 4,
    ]);
    const away = (p: [number, number]) => Math.hypot(p[0] - finding.at[0], p[1] - finding.at[1]);
    const at = middles.reduce((best, p) => (away(p) < away(best) ? p : best));
    return [change({ setOut: { mode: 'row-edge-at', at: [round3(at[0]), round3(at[1])] } })];
  }
  const { stagger } = floor.layout;
  if (finding.rule === 'school') return [change({ stagger: { ...stagger, school: 'offcut' } })];
  const seeds = Array.from({ length: TRIES }, (_, i) => change({ stagger: { ...stagger, seed: (stagger.seed + 1 + i) % 10_000 } }));
  const looks = finding.level === 'should' && stagger.school !== 'free';
  return looks ? [...seeds, change({ stagger: { ...stagger, school: 'free' } })] : seeds;
}

/**
 * Looks for a change of the job that does away with a finding and adds no broken limit, by planning each remedy in the worker.
 * Of those that help, the one with the fewest faults, then planks. Gives up as soon as `signal` is aborted.
 */
export async function findMend(job: Job, finding: Finding, now: Planned, planner: Planner, signal: AbortSignal): Promise<Job | null> {
  const faults = ({ summary }: Planned) => summary.musts * 1000 + summary.shoulds;
  let best: { job: Job; planned: Planned } | null = null;
  for (const remedy of remedies(job, finding)) {
    const result: Result<Planned> | null = await planner.plan(remedy);
    if (signal.aborted) return null;
    if (!result?.ok) continue;
    const planned = result.value;
    const before = best?.planned ?? now;
    const gain = faults(before) - faults(planned);
    if (gain > 0 || (best !== null && gain === 0 && planned.summary.planks < before.summary.planks)) best = { job: remedy, planned };
    if (best && faults(best.planned) === 0) break;
  }
  return best?.job ?? null;
}
