import { LEAF, ruleOf, type Remedy } from '@/core/audit';
import type { Floor } from '@/core/floors';
import { round3, type Point } from '@/core/geometry';
import { isPlaced, type Finding, type Job, type Opening, type Placed } from '@/core/given';
import { lineUnderLeaf } from '@/core/survey';
import { tryOut, withFloorLayout, type LayoutChange, type Trial } from '@/ui/desk';

/** How many other arrangements are tried before a fault of the joints is given up. */
const TRIES = 8;
/** Findings of one rule nearer than this (mm) are one and the same fault. */
const SAME_FAULT = 400;

/** What may mend a finding, as the table of rules has it. */
export const remediesFor = (finding: Finding): readonly Remedy[] => ruleOf(finding)?.remedies ?? [];

/** A change of the job that is tried against a fault. */
export type Change = (job: Job) => Job;
type Faulty = { readonly job: Job; readonly floors: readonly Floor[]; readonly finding: Placed; readonly now: Trial };

/** The changes that a remedy stands for, mildest first. */
function changesOf(remedy: Remedy, { floors, finding }: Faulty): Change[] {
  const floor = floors.find((f) => f.id === finding.floor);
  if (!floor) return [];
  const layout =
    (change: LayoutChange): Change =>
    (job) =>
      withFloorLayout(job, floor, floors.length, change);
  const { stagger, setOut } = floor.layout;
  switch (remedy) {
    case 'best-line':
      return setOut.mode === 'auto' ? [] : [layout({ setOut: { mode: 'auto' } })];
    case 'line-into-doorway':
      return [layout({ setOut: { mode: 'row-edge-at', at: doorwayNear(floor, finding.at) } })];
    case 'line-under-leaf':
      return [(job) => underLeaf(job, finding.at)];
    case 'offcut-flow':
      return [layout({ stagger: { ...stagger, school: 'offcut' } })];
    case 'free-school':
      return stagger.school === 'free' ? [] : [layout({ stagger: { ...stagger, school: 'free' } })];
    case 'other-starters':
      return Array.from({ length: TRIES }, (_, i) => layout({ stagger: { ...stagger, seed: (stagger.seed + 1 + i) % 10_000 } }));
  }
}

const awayFrom = (at: Point) => (p: Point) => Math.hypot(p[0] - at[0], p[1] - at[1]);

/** The middle of the doorway that is nearest to a place: there the row's edge is out of sight. */
function doorwayNear(floor: Floor, at: Point): [number, number] {
  const middles = floor.ways.map(({ near, far }): [number, number] => [
    (near[0][0] + near[1][0] + far[0][0] + far[1][0]) / 4,
    (near[0][1] + near[1][1] + far[0][1] + far[1][1]) / 4,
  ]);
  const away = awayFrom(at);
  const [x, y] = middles.reduce((best, p) => (away(p) < away(best) ? p : best));
  return [round3(x), round3(y)];
}

function underLeaf(job: Job, at: Point): Job {
  const away = awayFrom(at);
  const sum = (o: Opening) => o.outline.reduce((s, p) => s + away(p), 0);
  const [nearest] = [...(job.openings ?? [])].sort((a, b) => sum(a) - sum(b));
  return (nearest && lineUnderLeaf(job, nearest.id, LEAF)) ?? job;
}

/** Whether a plan has the fault still, or again beside where it was. */
export const hasFault = (findings: readonly Finding[], fault: Placed): boolean =>
  findings.filter(isPlaced).some((f) => f.rule === fault.rule && f.floor === fault.floor && awayFrom(fault.at)(f.at) < SAME_FAULT);

/** Tries one changed job; null where it cannot be laid. */
export type TryRemedy = (job: Job) => Promise<Trial | null>;
export const tryRemedy =
  (signal: AbortSignal): TryRemedy =>
  (job) =>
    tryOut(job, signal);

/**
 * Looks for a change of the job that does away with a finding and adds no broken limit and no further fault. Of those that do, the one with the
 * fewest faults, then planks.
 *
 * @returns the change, to be made to the job as it is then; null where nothing that was tried mends it
 */
export async function findMend(
  faulty: Faulty,
  attempt: TryRemedy,
  progress: (done: number) => void = () => undefined,
): Promise<Change | null> {
  const faults = ({ summary }: Trial) => summary.musts * 1000 + summary.shoulds;
  const changes = remediesFor(faulty.finding).flatMap((remedy) => changesOf(remedy, faulty));
  let best: { change: Change; trial: Trial } | null = null;
  for (const [k, change] of changes.entries()) {
    progress(k / changes.length);
    const changed = change(faulty.job);
    const trial = changed === faulty.job ? null : await attempt(changed);
    if (!trial || hasFault(trial.plan.findings, faulty.finding)) continue;
    const before = best?.trial ?? faulty.now;
    const gain = faults(before) - faults(trial);
    if (gain > 0 || (best !== null && gain === 0 && trial.summary.planks < before.summary.planks)) best = { change, trial };
    if (best && faults(best.trial) === 0) break;
  }
  return best?.change ?? null;
}
