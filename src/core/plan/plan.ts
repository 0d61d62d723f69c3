import { polygonArea, round3, roundPoint, type MultiPolygon } from '../geometry';
import { audit } from '../audit';
import { floorsOf } from '../floors';
import { bad, good, type Job, type Product, type Result } from '../job';
import { runsOf } from '../rows';
import { setOutOf } from '../setout';
import { dealtPlanks } from './faces';
import { sawnOf, type LaidOut, type PlanOptions } from './sawn';
import type { Piece, Plan, PlanFloor, Plank } from './schema';

/** Seven halls of 2,000 m²: what asks for more was entered in the wrong unit. */
const MOST_PLANKS = 60_000;

/**
 * Plans a whole job: floors, set-out, rows, pieces, planks, and what the audit finds.
 *
 * @returns the plan file's content; or the problems of a job that cannot be laid
 */
export function planJob(job: Job, options: PlanOptions = {}): Result<Plan> {
  const formed = floorsOf(job);
  if (!formed.ok) return formed;
  const floors = formed.value;
  for (const { spaces, laid, product } of floors) {
    const size = Math.min(...product.planks.map((p) => p.length * p.width));
    const planks = laid.reduce((sum, p) => sum + polygonArea(p), 0) / size;
    if (planks > MOST_PLANKS) {
      return bad({
        path: `spaces[${job.spaces.indexOf(spaces[0]!)}].outline`,
        text: `asks for about ${Math.round(planks)} planks; at most ${MOST_PLANKS} are planned at once. Check the units`,
      });
    }
  }
  const laidOut = floors.map((floor) => {
    const setOut = setOutOf(floor);
    return { floor, setOut, ...runsOf(floor, setOut) };
  });

  const planks: Plank[] = [];
  const pieces = new Map<string, Piece[]>();
  const productOf = ({ floor }: LaidOut) => JSON.stringify(floor.product);
  const severalProducts = new Set(laidOut.map(productOf)).size > 1;
  // Floors of one product share their planks where their joints are chosen by one school.
  const groups = groupBy(laidOut, (f) => JSON.stringify([f.floor.product, f.floor.layout.stagger.school, f.floor.layout.stagger.seed]));
  const opensOf = new Map<string, { product: Product; planks: Plank[] }>();
  let plankArea = 0;
  groups.forEach((group, k) => {
    const share = (done: number) => options.progress?.((k + done) / groups.length);
    const { product } = group[0]!.floor;
    const sawn = sawnOf(job, group, { ...options, progress: share });
    const own = sawn.planks.map(({ n, length, width }): Plank => ({
      n: planks.length + n,
      length,
      width,
      ...(severalProducts ? { product: product.name } : {}),
    }));
    const before = planks.length;
    group.forEach(({ floor }, g) => {
      pieces.set(
        floor.id,
        sawn.pieces[g]!.map((piece) => ({ ...piece, plank: before + piece.plank })),
      );
    });
    planks.push(...own);
    const opens = opensOf.get(productOf(group[0]!)) ?? { product, planks: [] };
    opens.planks.push(...own);
    opensOf.set(productOf(group[0]!), opens);
    plankArea += own.reduce((sum, p) => sum + p.length * p.width, 0);
  });

  const planFloors: PlanFloor[] = laidOut.map(({ floor, setOut, runs }) => ({
    id: floor.id,
    spaces: floor.spaces.map((s) => s.id),
    direction: setOut.direction,
    laid: rounded(floor.laid),
    rows: setOut.rows
      .filter((row) => runs.some((r) => r.row === row))
      .map(({ n, from, to, width }) => ({ n, from: round3(from), to: round3(to), width })),
    pieces: pieces.get(floor.id)!,
  }));
  const laidArea = floors.reduce((sum, f) => sum + f.laid.reduce((s, p) => s + polygonArea(p), 0), 0);
  return good({
    format: 'pitsaw/plan',
    version: 1,
    job: job.name,
    floors: planFloors,
    planks: dealtPlanks(job, { floors: planFloors, planks }),
    totals: {
      planks: planks.length,
      boxes: [...opensOf.values()].reduce((sum, opens) => sum + boxesFor(opens.product, opens.planks), 0),
      laidArea: round3(laidArea / 1e6),
      wastePercent: round3(100 * (plankArea / laidArea - 1)),
    },
    findings: [...audit(job, floors, planFloors)],
  });
}

/** Boxes that hold so many planks of each size: for each size, its planks ÷ (planks a box × its share), rounded up; the greatest of them. */
export function boxesFor(product: Product, planks: readonly Pick<Plank, 'length' | 'width'>[]): number {
  return Math.max(
    0,
    ...product.planks.map((size) => {
      const count = planks.filter((p) => p.length === size.length && p.width === size.width).length;
      return Math.ceil(count / (product.perBox * size.share) - 1e-9);
    }),
  );
}

/** What stays in the boxes that are opened for a product's planks, whole planks by size. */
export function leftInBoxes(
  product: Product,
  planks: readonly Pick<Plank, 'length' | 'width'>[],
): readonly { length: number; width: number; count: number }[] {
  const boxes = boxesFor(product, planks);
  return product.planks.map(({ length, width, share }) => ({
    length,
    width,
    count: Math.floor(boxes * product.perBox * share + 1e-9) - planks.filter((p) => p.length === length && p.width === width).length,
  }));
}

const rounded = (multi: MultiPolygon) => multi.map((polygon) => polygon.map((ring) => ring.map(roundPoint)));

function groupBy<T>(items: readonly T[], keyOf: (item: T) => string): T[][] {
  const groups = new Map<string, T[]>();
  for (const item of items) groups.set(keyOf(item), [...(groups.get(keyOf(item)) ?? []), item]);
  return [...groups.values()];
}

/** The plan file's text: the same bytes for the same job. */
export const planText = (plan: Plan): string => `${JSON.stringify(plan)}\n`;
