import { polygonArea, round3, roundPoint, type MultiPolygon } from '../geometry';
import { audit } from '../audit';
import { floorsOf, type Floor } from '../floors';
import { bad, good, type Job, type Product, type Result } from '../job';
import {
  allocate,
  allowedStarters,
  handOf,
  isSingle,
  layMixed,
  matesOf,
  patternOf,
  REPEAT_ROWS,
  runsOf,
  searchStarters,
  wishesOf,
  type Cut,
  type FloorRuns,
  type MixedCut,
  type MixedSize,
  type PatternFloor,
  type Progress,
  type SearchContact,
  type SearchRun,
  type Stretches,
} from '../rows';
import { setOutOf, type SetOut } from '../setout';
import { dealtPlanks } from './faces';
import { crowded } from './guillotine';
import { piecesOf } from './pieces';
import type { Piece, Plan, PlanFloor, Plank } from './schema';

/** Seven halls of 2,000 m²: what asks for more was entered in the wrong unit. */
const MOST_PLANKS = 60_000;

/** What the search may take, and how it tells how far it is. */
export type PlanOptions = { readonly steps?: number; readonly progress?: Progress };

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
    const cuts = cutProduct(job, group, { ...options, progress: share });
    const product = group[0]!.floor.product;
    const opened = new Map<number, Plank>();
    for (const cut of cuts.flat()) {
      if (opened.has(cut.plank)) continue;
      const size = product.planks[cut.size]!;
      opened.set(cut.plank, {
        n: planks.length + cut.plank,
        length: size.length,
        width: size.width,
        ...(severalProducts ? { product: product.name } : {}),
      });
    }
    const offset = planks.length;
    group.forEach(({ floor, runs, setOut }, g) => {
      pieces.set(floor.id, layPieces(runs, cuts[g]!, setOut, offset));
    });
    const own = [...opened.values()].sort((a, b) => a.n - b.n);
    const moves = new Map<Piece, number>();
    for (const piece of crowded(
      group.flatMap(({ floor }) => pieces.get(floor.id)!),
      job.kerf,
    )) {
      const n = offset + own.length + 1;
      own.push({ ...opened.get(piece.plank - offset)!, n });
      moves.set(piece, n);
    }
    for (const { floor } of group) {
      pieces.set(
        floor.id,
        pieces.get(floor.id)!.map((piece) => ({ ...piece, plank: moves.get(piece) ?? piece.plank })),
      );
    }
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

type LaidOut = FloorRuns & { readonly floor: Floor; readonly setOut: SetOut };

/** The first of the product's sizes that has a width; with mixed lengths it stands for all of that width. */
const sizeFor = (product: Product, width: number): number =>
  Math.max(
    0,
    product.planks.findIndex((p) => p.width === width),
  );

/** Searches and cuts all floors of one product together: they share their planks. */
function cutProduct(job: Job, group: readonly LaidOut[], options: PlanOptions): MixedCut[][] {
  const product = group[0]!.floor.product;
  const lines: SearchRun[] = [];
  const contacts: SearchContact[] = [];
  const patterns: PatternFloor[] = [];
  const pins = new Map<number, Stretches>();
  const longest = (width: number) => Math.max(...product.planks.filter((p) => p.width === width).map((p) => p.length));
  let rowBase = 0;
  for (const { floor, runs, contacts: own, setOut } of group) {
    const offset = lines.length;
    const wishes = wishesOf(floor, setOut, runs);
    for (const run of runs) {
      lines.push({
        u0: run.u0,
        u1: run.u1,
        plank: longest(run.row.width),
        size: sizeFor(product, run.row.width),
        row: rowBase + run.row.n,
        stagger: product.limits.stagger,
        endPiece: product.limits.endPiece,
        wishes: wishes[run.index]!,
      });
    }
    const hand = handOf(job.hand, runs, lines.slice(offset), setOut.frame);
    for (const [index, stretches] of hand.pinned) pins.set(offset + index, stretches);
    for (const [index, wish] of hand.wishes) lines[offset + index] = { ...lines[offset + index]!, wishes: wish };
    contacts.push(...own.map((c) => ({ ...c, before: c.before + offset, after: c.after + offset })));
    const us = runs.flatMap((r) => [r.u0, r.u1]);
    patterns.push({ from: offset, to: lines.length, u0: Math.min(...us), u1: Math.max(...us), rowBase: rowBase + 1 });
    rowBase += setOut.rows.length + REPEAT_ROWS + 1;
  }
  const { school, seed } = group[0]!.floor.layout.stagger;
  const { kerf } = job;
  let cuts: readonly MixedCut[];
  if (product.planks.some((p) => product.planks[sizeFor(product, p.width)] !== p)) {
    const sizes = new Map<number, MixedSize[]>();
    product.planks.forEach(({ length, width, share }, index) => {
      const key = sizeFor(product, width);
      sizes.set(key, [...(sizes.get(key) ?? []), { index, length, inBox: product.perBox * share }]);
    });
    cuts = layMixed({ runs: lines, contacts, sizes, perBox: product.perBox, kerf, school, seed, steps: options.steps }, options.progress);
  } else {
    const mates = matesOf(
      group.flatMap((g) => g.runs).map((run, index) => ({ ...run, index })),
      (run) => product.planks[sizeFor(product, run.row.width)]!,
      kerf,
    );
    const pattern = patternOf(school, lines, patterns, seed);
    const legal = lines.map((l) => (isSingle(l) ? [] : allowedStarters(l, l.endPiece)));
    const search = (allowed: readonly Stretches[]) =>
      searchStarters(
        {
          runs: lines,
          contacts,
          mates,
          kerf,
          school,
          seed,
          steps: options.steps,
          allowed: pins.size === 0 ? allowed : allowed.map((own, i) => pins.get(i) ?? own),
          pattern: pattern !== null,
        },
        options.progress,
      );
    let allowed: readonly Stretches[] = pattern ?? legal;
    let found = search(allowed);
    // limits come before the pattern: runs that break one, and those beside them, are let out of it
    for (let round = 0; pattern && found.broken.length > 0 && round < 3; round++) {
      const freed = new Set(found.broken);
      for (const { before, after } of contacts)
        if (round > 0 && (found.broken.includes(before) || found.broken.includes(after))) freed.add(before).add(after);
      allowed = allowed.map((own, i) => (freed.has(i) ? legal[i]! : own));
      const next = search(allowed);
      if (next.cost.musts < found.cost.musts - 1e-9) found = next;
    }
    if (pattern && found.cost.musts > 0) {
      const next = search(legal);
      if (next.cost.musts < found.cost.musts - 1e-9) found = next;
    }
    cuts = allocate(lines, found.starters, mates, kerf).map((c) => ({ ...c, size: lines[c.segment.run]!.size }));
  }
  let offset = 0;
  return group.map(({ runs }) => {
    const from = offset;
    offset += runs.length;
    return cuts
      .filter((c) => c.segment.run >= from && c.segment.run < offset)
      .map((c) => ({ ...c, segment: { ...c.segment, run: c.segment.run - from } }));
  });
}

function layPieces(runs: FloorRuns['runs'], cuts: readonly Cut[], setOut: SetOut, plankOffset: number): Piece[] {
  const byRun: Cut[][] = runs.map(() => []);
  for (const cut of cuts) byRun[cut.segment.run]!.push({ ...cut, plank: cut.plank + plankOffset });
  const pieces: Piece[] = [];
  let row = 0;
  let inRow = 0;
  for (const run of runs) {
    if (run.row.n !== row) {
      row = run.row.n;
      inRow = 0;
    }
    const own = piecesOf(run, byRun[run.index]!, setOut.frame, inRow + 1);
    inRow += own.length;
    pieces.push(...own);
  }
  return pieces;
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
