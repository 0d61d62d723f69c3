import { frameOf } from '../geometry';
import { leastJointDistance, measureRows } from '../audit';
import type { Floor } from '../floors';
import { setOutOf } from '../setout';
import type { Plan } from './schema';

/** The few numbers that are always in sight. */
export type Summary = {
  readonly planks: number;
  readonly boxes: number;
  readonly wastePercent: number;
  /** narrowest strip beside any wall that runs with the planks, mm; null where no wall does */
  readonly worstStrip: number | null;
  /** least distance of joints of neighbouring rows, mm; null where no two rows have joints */
  readonly leastStagger: number | null;
  /** the same for each floor, by its id */
  readonly staggerOf: Readonly<Record<string, number | null>>;
  readonly musts: number;
  readonly shoulds: number;
  /** findings in and beside doorways */
  readonly doorways: number;
  /** saw cuts: crosscuts, and a rip for each piece narrower than its plank or cut to a shape */
  readonly cuts: number;
};

const AT_DOORWAYS = new Set(['jamb', 'crosswise-doorway', 'busy-doorway', 'leaf']);

/** Sums up a plan of these floors. */
export function summaryOf(plan: Plan, floors: readonly Floor[]): Summary {
  const strips = floors.flatMap((floor) => setOutOf(floor).strips.map((s) => s.least));
  const staggers = plan.floors.map((floor) =>
    leastJointDistance(measureRows(floor, frameOf(floor.direction)), Math.max(...plan.planks.map((p) => p.length))),
  );
  const least = (values: readonly (number | null)[]) =>
    values.reduce<number | null>((a, b) => (b !== null && (a === null || b < a) ? b : a), null);
  return {
    planks: plan.totals.planks,
    boxes: plan.totals.boxes,
    wastePercent: plan.totals.wastePercent,
    worstStrip: least(strips),
    leastStagger: least(staggers),
    staggerOf: Object.fromEntries(plan.floors.map((floor, i) => [floor.id, staggers[i]!])),
    musts: plan.findings.filter((f) => f.level === 'must').length,
    shoulds: plan.findings.filter((f) => f.level === 'should').length,
    doorways: plan.findings.filter((f) => AT_DOORWAYS.has(f.rule)).length,
    cuts: cutsOf(plan),
  };
}

function cutsOf(plan: Plan): number {
  const sizes = new Map(plan.planks.map((p) => [p.n, p]));
  let cuts = 0;
  for (const { pieces } of plan.floors) {
    for (const { plank, cut, outline } of pieces) {
      const { length, width } = sizes.get(plank)!;
      cuts += (cut.from > 0.01 ? 1 : 0) + (cut.to < length - 0.01 ? 1 : 0);
      if (cut.low > 0.01 || cut.high < width - 0.01 || outline.length !== 4) cuts++;
    }
  }
  return cuts;
}
