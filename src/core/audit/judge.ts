import type { Floor } from '../floors';
import { roundPoint } from '../geometry';
import type { Finding, Job, Plan, PlanFloor } from '../given';
import { audit, auditedFloor } from './audit';
import { covers, listsTruly, meets, sawnTruly, shapesOf, strayFindings, sumsUp, type Say } from './untrue';

/**
 * Judges a plan that anybody made, by its pieces: every limit that they break, whatever the plan itself says, and everything that makes it
 * untrue. Whether it keeps the job's layout is not judged, but for the butt joints.
 *
 * @param floors what the job asks for
 * @returns findings, limits first; what is untrue has the rule `untrue`
 */
export function judge(job: Pick<Job, 'display' | 'kerf' | 'tape'>, floors: readonly Floor[], plan: Plan): readonly Finding[] {
  const { untrue, say } = listing();
  const pairs = floors.flatMap((floor): { floor: Floor; own: PlanFloor }[] => {
    const own = plan.floors.find((f) => f.id === floor.id);
    const spaces = floor.spaces.map((s) => s.id);
    if (!own) {
      say(null, null, `Floor ${floor.id} (${spaces.join(', ')}) is not in the plan.`);
      return [];
    }
    if ([...own.spaces].sort().join('\n') !== [...spaces].sort().join('\n'))
      say(own.id, own.pieces[0]?.outline[0]?.[0] ?? null, `Floor ${own.id} is of the spaces ${spaces.join(', ')}.`);
    return [{ floor, own }];
  });
  for (const other of plan.floors) {
    if (!floors.some((f) => f.id === other.id))
      say(other.id, other.pieces[0]?.outline[0]?.[0] ?? null, `Floor ${other.id} is none of the job’s.`);
  }
  const laid = pairs.map(({ floor, own }) => ({ floor: own, product: floor.product, shapes: shapesOf(own, say), of: floor }));
  const sound = laid.map(({ floor, shapes }): PlanFloor => ({ ...floor, pieces: shapes.map((s) => s.piece) }));
  for (const { floor, shapes, of } of laid) {
    covers(floor, of.laid, shapes, say);
    meets(plan, floor, shapes, of.layout.stagger.butts ?? 0, say);
  }
  sawnTruly(plan, laid, job.kerf, say);
  const broken = audit(
    job,
    pairs.map((p) => p.floor),
    sound,
  ).filter((f) => f.level === 'must' || f.rule === 'butt');
  laid.forEach(({ of }, i) =>
    listsTruly(
      plan,
      auditedFloor(job, of, sound[i]!),
      broken.filter((f) => f.floor === of.id),
      say,
    ),
  );
  strayFindings(plan, new Set(plan.floors.map((f) => f.id)), say);
  sumsUp(plan, floors, say);
  return [...broken, ...untrue];
}

/**
 * What is untrue of a plan that Pitsaw has made, by the part of the audit that measures pieces without knowing who laid them: every plan passes through
 * it before it is given. What lies already is as it lies.
 */
export function untrueOf(job: Pick<Job, 'kerf'>, floors: readonly Floor[], plan: Plan): readonly Finding[] {
  const { untrue, say } = listing();
  const laid = floors.flatMap((of) => {
    const floor = plan.floors.find((f) => f.id === of.id);
    return floor ? [{ floor, product: of.product, of, shapes: shapesOf(floor, say) }] : [];
  });
  for (const { floor, of, shapes } of laid) {
    const lies = floor.pieces.some((p) => p.laid);
    covers(floor, lies ? floor.laid : of.laid, shapes, say);
    meets(plan, floor, shapes, lies ? Infinity : (of.layout.stagger.butts ?? 0), say);
  }
  sawnTruly(plan, laid, job.kerf, say);
  sumsUp(plan, laid.map(({ product, floor }) => ({ product, laid: floor.laid })), say); // prettier-ignore
  return untrue;
}

/** A list of what is untrue, and how something is put on it. */
function listing(): { readonly untrue: Finding[]; readonly say: Say } {
  const untrue: Finding[] = [];
  return { untrue, say: (floor, at, text) => untrue.push({ rule: 'untrue', level: 'must', floor, at: at && roundPoint(at), text }) };
}

/** What of a plan's floors does not lock: pieces that meet without their factory ends or edges. Butts are the audit's to list. */
export function unlocked(plan: Pick<Plan, 'planks' | 'floors'>): readonly Finding[] {
  const { untrue, say } = listing();
  for (const own of plan.floors) meets(plan, own, shapesOf(own, say), Infinity, say);
  return untrue;
}
