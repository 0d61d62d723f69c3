import { frameOf } from '../geometry';
import { leastJointDistance, measureRows, ruleOf } from '../audit';
import type { SetOut } from '../setout';
import { countStops, sawCuts, type PieceCuts, type StopSettings } from '../cuts';
import { rackOf, type Rack } from './rack';
import type { Plan } from '../given';

/** The few numbers that are always in sight. */
export type Summary = {
  readonly planks: number;
  /** how many no plan of these rows can do without */
  readonly leastPlanks: number;
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
  /** saw cuts, as the cut list asks for them */
  readonly cuts: number;
  /** how often the saw's stop is set for them */
  readonly stops: StopSettings;
  /** what waits for its second piece */
  readonly rack: Rack;
};

/** How good a number of planks is, in words. */
export const certificateWords = ({ planks, leastPlanks }: Pick<Summary, 'planks' | 'leastPlanks'>): string =>
  planks <= leastPlanks ? 'no plan of these rows has fewer' : `at most ${planks - leastPlanks} fewer in any plan of these rows`;

/** Sums up a plan, by the set-outs of its floors and its cut list. */
export function summaryOf(plan: Plan, setOuts: readonly { readonly setOut: SetOut }[], cuts: readonly PieceCuts[]): Summary {
  const strips = setOuts.flatMap(({ setOut }) => setOut.strips.map((s) => s.least));
  const staggers = plan.floors.map((floor) =>
    leastJointDistance(measureRows(floor, frameOf(floor.direction)), Math.max(...plan.planks.map((p) => p.length))),
  );
  const least = (values: readonly (number | null)[]) =>
    values.reduce<number | null>((a, b) => (b !== null && (a === null || b < a) ? b : a), null);
  return {
    planks: plan.totals.planks,
    leastPlanks: plan.totals.leastPlanks ?? 0,
    boxes: plan.totals.boxes,
    wastePercent: plan.totals.wastePercent,
    worstStrip: least(strips),
    leastStagger: least(staggers),
    staggerOf: Object.fromEntries(plan.floors.map((floor, i) => [floor.id, staggers[i]!])),
    musts: plan.findings.filter((f) => f.level === 'must').length,
    shoulds: plan.findings.filter((f) => f.level === 'should').length,
    doorways: plan.findings.filter((f) => ruleOf(f)?.doorway).length,
    cuts: sawCuts(cuts),
    stops: countStops(cuts),
    rack: rackOf(plan.floors),
  };
}
