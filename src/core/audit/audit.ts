import { frameOf } from '../geometry';
import { doorwayName, type Floor } from '../floors';
import { TAPE_ERRS, type Finding, type Job, type Placed, type PlanFloor } from '../given';
import { schoolFor } from '../rows';
import { busyPiece } from './busyPiece';
import { butt } from './butt';
import { cornerPiece } from './cornerPiece';
import { crosswise } from './crosswise';
import { endPiece } from './endPiece';
import { jamb } from './jamb';
import { leaf } from './leaf';
import { longestRun } from './longestRun';
import { bands, halfBond, likeness, patternLost, stairs, toAndFro, wallpaper } from './looks';
import { measureAgain } from './measureAgain';
import { measureRows } from './measure';
import { registerJoint } from './registerJoint';
import { rip } from './rip';
import { lengthIn, type AuditedFloor, type Rule } from './rule';
import { stagger } from './stagger';

/** What is measured, in the order in which findings of one level are listed. */
const MEASURES: readonly Rule[] = [
  stagger,
  endPiece,
  rip,
  longestRun,
  butt,
  jamb,
  crosswise,
  busyPiece,
  cornerPiece,
  leaf,
  registerJoint,
  measureAgain,
  halfBond,
  patternLost,
  likeness,
  stairs,
  wallpaper,
  toAndFro,
  bands,
];

/** A floor as the rules see it: what is laid there, measured, and what bounds it. */
export function auditedFloor(job: Pick<Job, 'display' | 'tape'>, floor: Floor, plan: PlanFloor): AuditedFloor {
  const frame = frameOf(plan.direction);
  return {
    id: floor.id,
    product: floor.product,
    frame,
    plan,
    rows: measureRows(plan, frame),
    edges: floor.edges,
    spaces: floor.spaces,
    tape: job.tape ?? TAPE_ERRS,
    ways: floor.ways,
    butts: floor.layout.stagger.butts ?? 0,
    school: schoolFor(floor.layout.stagger.school, floor.product),
    wanted: floor.layout.stagger.school,
    doorway: (id) => doorwayName(floor, id),
    display: job.display,
    length: lengthIn(job),
  };
}

/**
 * Measures the pieces of laid or planned floors and lists what breaks a limit or displeases the eye. Knows nothing of how the
 * pieces were chosen.
 *
 * @param floors what each floor's limits and bounds are, in the order of `plans`
 * @returns findings, limits first, then in laying order
 */
export function audit(job: Pick<Job, 'display' | 'tape'>, floors: readonly Floor[], plans: readonly PlanFloor[]): readonly Placed[] {
  const findings: Placed[] = [];
  floors.forEach((floor, i) => {
    const audited = auditedFloor(job, floor, plans[i]!);
    for (const measure of MEASURES) measure(audited, (f) => findings.push(f));
  });
  const rank = (f: Finding) => (f.level === 'must' ? 0 : 1);
  return findings.sort((a, b) => rank(a) - rank(b));
}
