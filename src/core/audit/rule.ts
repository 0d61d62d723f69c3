import { formatLength } from '../units';
import { round3, roundPoint, type Frame, type Point } from '../geometry';
import type { Floor } from '../floors';
import type { Job, Placed, PlanFloor, Product, School } from '../given';
import type { LaidRow } from './measure';
import { RULES, type RuleName } from './rules';

/** A floor as a rule sees it: what is laid, measured, and what bounds it. */
export type AuditedFloor = {
  readonly id: string;
  readonly product: Product;
  readonly frame: Frame;
  readonly plan: PlanFloor;
  readonly rows: readonly LaidRow[];
  readonly edges: Floor['edges'];
  readonly spaces: Floor['spaces'];
  /** by how much a wall may lie otherwise than measured, mm */
  readonly tape: number;
  /** doorways in which the floor lies */
  readonly ways: Floor['ways'];
  readonly butts: number;
  /** by which it is laid, and which was asked for: a pattern asks for planks of one length */
  readonly school: School;
  readonly wanted: School;
  /** A doorway by the rooms that it joins, as a sentence goes on with it. */
  readonly doorway: (opening: string) => string;
  readonly display: Job['display'];
  /** Writes a length in the job's units. */
  readonly length: (mm: number) => string;
};

/** Measures a floor and says what is wrong where; one measuring may serve several rules. */
export type Rule = (floor: AuditedFloor, say: (finding: Placed) => void) => void;

/** How a job's lengths read in findings: whole millimetres, or sixteenths. */
export const lengthIn =
  (job: Pick<Job, 'display'>) =>
  (mm: number): string =>
    formatLength(mm, job.display);

export function finding(
  floor: AuditedFloor,
  rule: RuleName,
  at: Point,
  more: { text: string; measured?: number; limit?: number; rows?: number[] },
): Placed {
  const { text, measured, limit, rows } = more;
  return {
    rule,
    level: RULES[rule].level,
    floor: floor.id,
    at: roundPoint(at),
    text,
    ...(measured === undefined ? {} : { measured: round3(measured) }),
    ...(limit === undefined ? {} : { limit: round3(limit) }),
    ...(rows === undefined ? {} : { rows }),
  };
}
