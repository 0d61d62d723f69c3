import { floorsOf } from '../floors';
import { bad, good, type Job, type Plan, type Product, type Result } from '../given';
import { pieceKey, withWalls, type Site } from '../lay';
import { mixesLengths } from '../rows';
import { assembled, unmarked, type Replanned } from './assemble';
import { laidArea } from './findings';
import { floorToLay, type FloorToLay } from './ground';
import { jointsFor, linesOf, type Choosing } from './joints';
import { mixedJoints } from './mixed';
import { met, needsOf, pairedAnew, type First, type Met } from './saw';
import { stockOf, suppliesOf } from './wood';

/** The plan in force, with what lies marked. */
export function marked(plan: Plan, site: Site): Plan {
  const floors = plan.floors.map((floor) => ({
    ...floor,
    pieces: floor.pieces.map((piece) => (site.lying.has(pieceKey(floor.id, piece)) ? { ...piece, laid: true } : unmarked(piece))),
  }));
  return { ...plan, floors };
}

/** The floors of a job as they are known by now, with what a plan has there, and their products. */
export function groundToLay(
  job: Job,
  site: Site,
  plan: Plan,
): Result<{ readonly toLay: readonly FloorToLay[]; readonly products: readonly Product[] }> {
  const floors = floorsOf(withWalls(job, site.walls));
  if (!floors.ok) return floors;
  const lost = [...site.lying.values()].find((l) => !floors.value.some((f) => f.id === l.floor));
  if (lost) return bad({ path: 'spaces', text: `floor ${lost.floor}, part of which lies, is not in the job` });
  const toLay = floors.value.map((floor) => floorToLay(floor, plan.floors.find((f) => f.id === floor.id), site)); // prettier-ignore
  return good({ toLay, products: [...new Map(floors.value.map((f) => [f.product.name, f.product])).values()] });
}

/** How an answer is searched: steps of each search, where fewer are asked for; told how far it is. */
export type ReplanHow = { readonly steps?: number; readonly progress?: (done: number) => void };

/**
 * Plans the rest of a floor anew from what lies and from the wood that is there.
 *
 * @param site what stands after a log; laying has begun
 * @returns the best answer first, then those that trade limits, planks and changes against it; or why no answer can be given
 */
export function replan(job: Job, site: Site, { steps, progress }: ReplanHow = {}): Result<readonly Replanned[]> {
  const { plan } = site;
  if (!plan) return bad({ path: '', text: 'laying has not begun' });
  if (!site.otherwise) {
    const begins = plan.planks.filter((p) => !site.begun.has(p.n)).length;
    return good([{ plan: marked(plan, site), changes: { begins, planks: 0, broken: 0, spoilt: [], rows: [], pieces: 0 } }]);
  }
  const ground = groundToLay(job, site, plan);
  if (!ground.ok) return ground;
  const { toLay, products } = ground.value;
  const parts = products.map((product, k) => {
    const group = toLay.filter((own) => own.floor.product.name === product.name);
    return answersFor(job, group, site, product, products.length > 1, steps, (part) => progress?.((k + part) / products.length));
  });
  // products share no planks: the first way of each goes with the first of the others, and so on
  const grounds = toLay.map((own) => ({ own, ...laidArea(own) }));
  const many = Math.max(1, ...parts.map((p) => p.length));
  const answers = Array.from(
    { length: many },
    (_, k) =>
    assembled(job, site, grounds, products, parts.flatMap((p) => p[Math.min(k, p.length - 1)] ?? [])), // prettier-ignore
  );
  return good(bestFirst(answers));
}

/** The ways of going on with floors of one product. */
function answersFor(
  job: Job,
  group: readonly FloorToLay[],
  site: Site,
  product: Product,
  named: boolean,
  steps: number | undefined,
  progress: (done: number) => void,
): (readonly Met[])[] {
  const stock = stockOf(site, product, named, job.kerf);
  const lines = linesOf(job, group, suppliesOf(stock));
  if (mixesLengths(product)) {
    const kept = jointsFor(group, lines, job.kerf, 'kept').joints;
    return [kept, mixedJoints(job, group, kept, steps)].map((joints) =>
      met({ needs: needsOf(group, joints, site.plan!), stock }, 'planned'),
    );
  }
  const ways: readonly (readonly [Choosing, readonly First[]])[] = [
    ...(lines.kept ? [['kept', ['planned', 'paired']] as const] : []),
    ['mended', ['planned', 'paired']],
    ['anew', ['paired']],
  ];
  const seen = new Set<string>();
  return ways.flatMap(([how, firsts], k) => {
    const { joints, starters } = jointsFor(group, lines, job.kerf, how, steps);
    progress((k + 1) / ways.length);
    const isNew = (first: First) => seen.size < seen.add(`${first} ${starters.join(' ')}`).size;
    return firsts.filter(isNew).map((first) => {
      const pairing = first === 'paired' ? pairedAnew(lines, starters, job.kerf) : undefined;
      return met({ needs: needsOf(group, joints, site.plan!, pairing), stock }, first);
    });
  });
}

/** In which order answers are better: limits, planks, sawn pieces thrown away, pieces as planned. */
const figuresOf = ({ changes }: Replanned): readonly number[] => [changes.broken, changes.begins, changes.spoilt.length, changes.pieces];

function compare(a: Replanned, b: Replanned): number {
  const [x, y] = [figuresOf(a), figuresOf(b)];
  return x.map((v, i) => v - y[i]!).find((d) => d !== 0) ?? 0;
}

/** The best first; of the others those that are better in something than all before them. */
function bestFirst(answers: readonly Replanned[]): readonly Replanned[] {
  const sorted = [...answers].sort(compare);
  return sorted.filter((a, i) => sorted.slice(0, i).every((b) => figuresOf(a).some((v, k) => v < figuresOf(b)[k]!)));
}
