/** Where planks run short: what could be had for joints that come nearer to each other than the limits let them. */
import { good, type Finding, type Job, type Result } from '../given';
import type { Site } from '../lay';
import { allocate, isSingle, jointsOf, mixesLengths } from '../rows';
import { assembled, type Replanned } from './assemble';
import { laidArea } from './findings';
import type { FloorToLay } from './ground';
import { jointsFor, linesOf, type Lines } from './joints';
import { groundToLay } from './replan';
import { met, needsOf, pairedAnew, type Met } from './saw';
import { stockOf, suppliesOf, type Stock, type Supply } from './wood';

/** A way on that breaks limits of joints so that fewer planks are missing. */
export type GivingWay = Replanned & {
  /** planks that are missing still, and how many fewer those are than where every limit is kept */
  readonly missing: number;
  readonly fewer: number;
  /** where joints give way: floor and row, and the least distance between joints or end piece (mm) there */
  readonly giving: readonly { readonly floor: string; readonly row: number; readonly least: number }[];
};

/** Parts of the limits that are tried, the mildest first; further no joint gives way. */
const PARTS = [0.75, 0.5];
/** Starters of a run that are tried, and how often all runs are gone through. */
const TRIED = 24;
const ROUNDS = 4;
const OF_JOINTS = ['stagger', 'endPiece'];

/** Planks that are missing in a plan. */
const missingIn = ({ findings }: { readonly findings: readonly Finding[] }): number =>
  findings.find((f): f is Finding & { planks: number } => f.rule === 'short')?.planks ?? 0;

/** By what part of a limit (0 to 1) a run breaks it when it begins so, against the runs beside it as they are. */
function givenBy({ runs, contacts }: Lines, starters: Float64Array, i: number, starter: number): number {
  const run = runs[i]!;
  const joints = jointsOf(run, starter);
  const ends = [starter, run.u1 - (joints[joints.length - 1] ?? run.u0)];
  let most = Math.max(...ends.map((e) => 1 - e / run.endPiece));
  for (const { before, after, from, to } of contacts) {
    if (before !== i && after !== i) continue;
    const other = before === i ? after : before;
    const near = jointsOf(runs[other]!, starters[other]!);
    for (const u of joints)
      for (const v of near) if (Math.min(u, v) > from && Math.max(u, v) < to) most = Math.max(most, 1 - Math.abs(u - v) / run.stagger);
  }
  return Math.max(0, most);
}

const planksOf = (lines: Lines, starters: Float64Array, kerf: number): number =>
  new Set(allocate(lines.runs, starters, lines.mates, kerf).map((c) => c.plank)).size;

/** Starters by which fewer planks are begun, found by looser limits: as many runs as can be are brought back within what holds. */
function giving(job: Job, group: readonly FloorToLay[], lines: Lines, supplies: readonly Supply[], part: number): Float64Array {
  const looser = group.map((own) => withLimits(own, part));
  const starters = jointsFor(looser, linesOf(job, looser, supplies), job.kerf, 'mended').starters.slice();
  const most = planksOf(lines, starters, job.kerf);
  const free = [...lines.lineOf.values()].filter((i) => !isSingle(lines.runs[i]!));
  for (let round = 0; round < ROUNDS; round++) {
    let mended = false;
    for (const i of free) {
      const was = { starter: starters[i]!, cost: givenBy(lines, starters, i, starters[i]!) };
      if (was.cost === 0) continue;
      const better = candidates(lines, i)
        .map((starter) => ({ starter, cost: givenBy(lines, starters, i, starter) }))
        .filter((c) => c.cost < was.cost)
        .sort((a, b) => a.cost - b.cost)
        .find(({ starter }) => {
          starters[i] = starter;
          return planksOf(lines, starters, job.kerf) <= most;
        });
      starters[i] = better?.starter ?? was.starter;
      mended ||= better !== undefined;
    }
    if (!mended) break;
  }
  return starters;
}

/** Starters of a run that are tried: the one that was planned, and others evenly from the least to a whole plank. */
function candidates({ runs, planned }: Lines, i: number): readonly number[] {
  const { plank, endPiece } = runs[i]!;
  const least = endPiece * PARTS[PARTS.length - 1]!;
  return [planned[i]!, ...Array.from({ length: TRIED }, (_, k) => least + ((plank - least) * k) / (TRIED - 1))];
}

const withLimits = (own: FloorToLay, part: number): FloorToLay => {
  const { product } = own.floor;
  const { stagger, endPiece } = product.limits;
  const limits = { ...product.limits, stagger: stagger * part, endPiece: endPiece * part };
  return { ...own, floor: { ...own.floor, product: { ...product, limits } } };
};

/** The pieces of floors that share their planks, some rows begun so that planks are saved. */
function cutWith(
  job: Job,
  group: readonly FloorToLay[],
  lines: Lines,
  stock: Stock,
  starters: Float64Array,
  plan: Replanned['plan'],
): readonly Met[] {
  const { joints } = jointsFor(group, { ...lines, planned: starters }, job.kerf, 'kept');
  return met({ needs: needsOf(group, joints, plan, pairedAnew(lines, starters, job.kerf)), stock }, 'paired');
}

/**
 * Where the wood that there is does not do: the mildest breaches of the limits on joints (distance between joints, end pieces), row by row,
 * that leave fewer planks missing. Such a way is no answer: the product's own instructions decide.
 *
 * @param best the best answer that keeps the limits
 * @returns null where nothing is missing, or where nearer joints save no plank
 */
export function giveWay(job: Job, site: Site, best: Replanned): Result<GivingWay | null> {
  const wanted = missingIn(best.plan);
  if (wanted === 0) return good(null);
  const ground = groundToLay(job, site, best.plan);
  if (!ground.ok) return ground;
  const { toLay, products } = ground.value;
  if (products.some(mixesLengths)) return good(null);
  const grounds = toLay.map((own) => ({ own, ...laidArea(own) }));
  let found: GivingWay | null = null;
  for (const part of PARTS) {
    const all = products.flatMap((product) => {
      const group = toLay.filter((own) => own.floor.product.name === product.name);
      const stock = stockOf(site, product, products.length > 1, job.kerf);
      const supplies = suppliesOf(stock);
      const lines = linesOf(job, group, supplies);
      return cutWith(job, group, lines, stock, giving(job, group, lines, supplies, part), best.plan);
    });
    const way = assembled(job, site, grounds, products, all);
    const missing = missingIn(way.plan);
    if (missing < (found?.missing ?? wanted))
      found = { ...way, missing, fewer: wanted - missing, giving: givingOf(way.plan.findings, best.plan.findings) };
    if (found?.missing === 0) break;
  }
  return good(found);
}

/** The rows in which joints break a limit that they did not break before. */
function givingOf(findings: readonly Finding[], before: readonly Finding[]): GivingWay['giving'] {
  const place = (f: Finding) => `${f.rule} ${f.floor} ${f.rows?.join(' ')}`;
  const known = new Set(before.map(place));
  const rows = new Map<string, GivingWay['giving'][number]>();
  for (const f of findings) {
    const row = f.rows?.[f.rows.length - 1];
    if (f.level !== 'must' || !OF_JOINTS.includes(f.rule) || known.has(place(f)) || row === undefined || f.floor === null) continue;
    const least = Math.min(f.measured ?? Infinity, rows.get(`${f.floor} ${row}`)?.least ?? Infinity);
    rows.set(`${f.floor} ${row}`, { floor: f.floor, row, least });
  }
  return [...rows.values()];
}
