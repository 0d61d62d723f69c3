import { answer, createAsker } from '../answer';
import { audit, untrueOf } from '../audit';
import { floors } from '../floors';
import { polygonArea, round3, roundPoint, type MultiPolygon } from '../geometry';
import {
  good,
  planningOf,
  planText,
  sawingOf,
  woodOf,
  type Job,
  type Piece,
  type Plan,
  type Plank,
  type PlanFloor,
  type Product,
  type Result,
} from '../given';
import { cutList, cutsFile } from '../cuts';
import { least, rows, sawnOf, type FloorRows } from '../rows';
import { setOut } from '../setout';
import { boxesFor } from '../wood';
import { dealtPlanks } from './deal';
import { boundRack, nearestRack } from './rack';
import { summaryOf } from './summary';

/** A plank that is opened, and the floor that opens it. */
type Opened = Plank & { readonly floor: string };

/** What lies where, of which planks; nothing is judged yet. */
export const pieces = answer({
  name: 'pieces',
  after: { rows, least },
  kept: true,
  takes: ({ job }) => woodOf(job),
  work({ kerf }, before) {
    const planks: Opened[] = [];
    const laid: PlanFloor[] = [];
    let leastPlanks = 0;
    for (const [k, { floors: group, cuts, rack }] of before.rows.entries()) {
      const free = sawnOf(group, cuts, kerf);
      const floorsOf = (pieces: readonly (readonly Piece[])[]) => group.map((floor, g) => laidFloor(floor, pieces[g]!));
      const near = nearestRack(floorsOf(free.pieces), free.planks, kerf);
      const sawn = rack === undefined ? near : boundRack(floorsOf(near.pieces), near.planks, { bound: rack, kerf });
      const numbered = planks.length;
      leastPlanks += Math.min(before.least[k]!, sawn.planks.length);
      planks.push(...sawn.planks.map((p): Opened => ({ ...p, n: numbered + p.n, floor: group[0]!.id })));
      for (const floor of floorsOf(sawn.pieces))
        laid.push({ ...floor, pieces: floor.pieces.map((piece) => ({ ...piece, plank: numbered + piece.plank })) });
    }
    const number = ({ id }: PlanFloor) => Number(id.slice(1));
    return good({ floors: laid.sort((a, b) => number(a) - number(b)), planks, leastPlanks });
  },
});

/** A floor of the plan, as it is sawn. */
const laidFloor = ({ id, spaces, laid, direction, rows: bands, runs }: FloorRows, pieces: readonly Piece[]): PlanFloor => ({
  id,
  spaces: [...spaces],
  direction,
  laid: rounded(laid),
  rows: bands
    .filter((band) => runs.some((r) => r.row.n === band.n))
    .map(({ n, from, to, width }) => ({ n, from: round3(from), to: round3(to), width })),
  pieces: [...pieces],
});

/** What the audit finds of the floor as it is planned. */
export const findings = answer({
  name: 'findings',
  after: { floors, pieces },
  takes: ({ job }) => planningOf(job),
  work: ({ display, tape }, before) => good(audit({ display, tape }, before.floors, before.pieces.floors)),
});

/** The plan: what lies where, what is opened for it, and what is to be said of it. */
export const plan = answer({
  name: 'plan',
  after: { floors, pieces, findings },
  kept: true,
  takes: ({ job }) => planningOf(job),
  work({ products, deal, layout, kerf }, before): Result<Plan> {
    const opens = new Map<string, { product: Product; planks: Opened[] }>();
    const openedFor = new Map(
      before.floors.map(({ id, product }) => {
        const own = opens.get(nameOf(product)) ?? { product, planks: [] };
        opens.set(nameOf(product), own);
        return [id, own];
      }),
    );
    for (const plank of before.pieces.planks) openedFor.get(plank.floor)!.planks.push(plank);
    const opened = [...opens.values()].filter((own) => own.planks.length > 0);
    const planks = before.pieces.planks.map(({ floor, n, length, width }) =>
      opened.length > 1 ? { n, length, width, product: openedFor.get(floor)!.product.name } : { n, length, width },
    );
    const plankArea = planks.reduce((sum, p) => sum + p.length * p.width, 0);
    const laidArea = before.floors.reduce((sum, f) => sum + f.laid.reduce((s, p) => s + polygonArea(p), 0), 0);
    const dealing = { products, deal, seed: layout.stagger.seed };
    const made: Plan = {
      floors: before.pieces.floors,
      planks: dealtPlanks(dealing, { floors: before.pieces.floors, planks }),
      totals: {
        planks: planks.length,
        leastPlanks: before.pieces.leastPlanks,
        boxes: opened.reduce((sum, own) => sum + boxesFor(own.product, own.planks), 0),
        laidArea: round3(laidArea / 1e6),
        wastePercent: round3(100 * (plankArea / laidArea - 1)),
      },
      findings: before.findings,
    };
    // the planner does not mark its own work
    return good({ ...made, findings: [...untrueOf({ kerf }, before.floors, made), ...made.findings] });
  },
  verb: {
    about: 'the plan: what lies where, of which planks, and what is to be said of it',
    print: (out, { job }) => planText(out, job.name),
  },
});

/** How every piece of the plan is sawn. */
export const cuts = answer({
  name: 'cuts',
  after: { plan },
  kept: true,
  takes: ({ job }) => sawingOf(job),
  work: (job, before) => good(cutList(job, before.plan)),
  verb: {
    about: 'how every piece is sawn: its cuts in their order, what is marked, what falls off and where it goes',
    print: (out, { job }) => `${JSON.stringify(cutsFile(out, job.name))}\n`,
  },
});

/** The few numbers that are always in sight. */
export const summary = answer({
  name: 'summary',
  after: { setOut, plan, cuts },
  takes: ({ job }) => sawingOf(job),
  work: (_, before) => good(summaryOf(before.plan, before.setOut, before.cuts.pieces)),
});

/** How a plan is asked for apart from the graph: fewer steps, and what searches may remember from plan to plan. */
export type PlanOptions = { readonly steps?: number; readonly progress?: (done: number) => void; readonly memory?: Map<string, unknown> };

/**
 * Plans a whole job by itself: for tests, measurements and the command line.
 *
 * @returns the plan; or the problems of a job that cannot be laid
 */
export const planJob = (job: Job, { memory, ...how }: PlanOptions = {}): Result<Plan> =>
  createAsker().ask(plan, { job, log: [] }, { ...how, remembered: memory });

const nameOf = ({ name, planks, perBox }: Product): string => JSON.stringify([name, planks, perBox]);
const rounded = (multi: MultiPolygon) => multi.map((polygon) => polygon.map((ring) => ring.map(roundPoint)));
