/** The ways in which damaged planks can be replaced, compared by what each asks for. */
import type { LaidPiece } from '../audit';
import { doorwayName, floorsOf, type Floor } from '../floors';
import { untippableOf } from '../edges';
import { frameOf, round3, type Frame } from '../geometry';
import { bad, good, type Job, type PlanFloor, type Result } from '../given';
import { asItLies, pieceKey, withWalls, type Site } from '../lay';
import { wallLetter } from '../survey';
import { comesOff, wallAt, type ComesOff, type WallAt } from './beside';
import { gapAcross, gapAt, standingAround } from './gaps';
import { neededFor, type Needed } from './needed';
import { besideThem, liftedWith, runsThatLie, type LaidRun, type Side } from './runs';
import { inlayWords, liftWords, slideWords } from './words';

export type Way = 'lift' | 'slide' | 'inlay';

/** One way to replace what is damaged. */
export type Route = {
  readonly way: Way;
  readonly possible: boolean;
  readonly why: string;
  /** rows and pieces that are lifted; of a slide those that are knocked across, its own row apart */
  readonly rows: number;
  readonly pieces: number;
  /** of a lift: the wall where it begins, and on which side of the floor that is; else null */
  readonly from: { readonly side: Side; readonly space: string | null; readonly wall: number | null } | null;
  /** of a slide: the gaps that the lock needs and those that are there, along the row and across on one side, mm; else null */
  readonly slide: SlideGaps | null;
  readonly minutes: number | null;
  /** what is taken along, in the order in which it is needed */
  readonly tools: readonly string[];
  readonly steps: readonly string[];
  readonly cautions: readonly string[];
  /** what is lifted, as floor and piece: for the drawing */
  readonly lifted: readonly string[];
};

export type SlideGaps = {
  readonly needs: number;
  readonly has: number;
  readonly across: { readonly needs: number; readonly has: number; readonly side: Side };
};

export type RepairReport = { readonly damaged: readonly string[]; readonly needed: readonly Needed[]; readonly routes: readonly Route[] };

/** How far a knocked lock has to be driven apart, mm, where the product says nothing: a preset. */
export const LOCK_REACH = 6;

/** Minutes of one person, presets: what each way takes besides drying and driving. */
const MINUTES = {
  begin: 15,
  trim: 6,
  profile: 10,
  out: 1,
  back: 2,
  glued: 12,
  cut: 8,
  shaped: 10,
  inlay: 60,
  slide: 30,
  between: 5,
  knocked: 1,
};

/** What is damaged on one floor as it lies. */
type Damage = {
  readonly floor: Floor;
  readonly frame: Frame;
  /** the runs that are damaged somewhere, of all that lie */
  readonly hurt: readonly LaidRun[];
  readonly pieces: readonly LaidPiece[];
  readonly needed: readonly Needed[];
  /** pieces that were slid in and glued, by id */
  readonly glued: ReadonlySet<string>;
  readonly obstacles: NonNullable<Job['obstacles']>;
  readonly display: Job['display'];
  readonly nameOf: (wall: WallAt) => string;
};

const metres = (trims: ComesOff['trims']): number => trims.reduce((sum, t) => sum + t.length, 0) / 1000;
const cutting = ({ needed }: Damage): number => needed.reduce((sum, n) => sum + MINUTES.cut + (n.shaped ? MINUTES.shaped : 0), 0);

function lift(damage: Damage, side: Side): Route {
  const { floor, frame, hurt, glued } = damage;
  const runs = liftedWith(hurt, side);
  const pieces = runs.flatMap((r) => r.pieces);
  const off = comesOff(floor, frame, runs);
  const stuck = pieces.filter((p) => glued.has(p.piece.id)).map((p) => p.piece.id);
  const wall = wallAt(floor, frame, runs, side);
  const minutes =
    MINUTES.begin +
    MINUTES.trim * metres(off.trims) +
    MINUTES.profile * off.profiles.length +
    (MINUTES.out + MINUTES.back) * pieces.length +
    MINUTES.glued * stuck.length +
    cutting(damage);
  const rows = new Set(runs.map((r) => r.row)).size;
  return {
    way: 'lift',
    possible: true,
    rows,
    pieces: pieces.length,
    from: { side, space: wall?.space ?? null, wall: wall?.wall ?? null },
    slide: null,
    minutes: Math.round(minutes),
    lifted: pieces.map((p) => `${floor.id}/${p.piece.id}`),
    ...liftWords({ rows, pieces: pieces.length, wall: wall && damage.nameOf(wall), side, off, metres: metres(off.trims), stuck, needed: damage.needed, product: floor.product, nameOf: damage.nameOf, doorwayOf: (id) => doorwayName(floor, id), display: damage.display }), // prettier-ignore
  };
}

/** The ends of its run that at most one piece parts from a piece, with the gap that is there. */
function nearEnds(
  damage: Damage,
  piece: LaidPiece,
): readonly { readonly end: 'left' | 'right'; readonly between: number; readonly gap: number }[] {
  const run = damage.hurt.find((r) => r.pieces.includes(piece))!;
  const standing = standingAround(damage.floor, damage.obstacles, damage.frame);
  const beyond = {
    left: run.pieces.filter((p) => p.box.maxX <= piece.box.minX + 0.5),
    right: run.pieces.filter((p) => p.box.minX >= piece.box.maxX - 0.5),
  };
  return (['left', 'right'] as const).flatMap((end) => {
    if (beyond[end].length > 1) return [];
    const outermost = beyond[end][0] ?? piece;
    return [{ end, between: beyond[end].length, gap: gapAt(outermost, end, standing) }];
  });
}

/** The runs on one side of what is damaged, which have to be knocked across, and how far they can be. */
type Across = { readonly side: Side; readonly runs: readonly LaidRun[]; readonly needs: number; readonly has: number };

/** The side to which less has to be knocked, of those that have the gap for it; where neither has, of both. */
function acrossFrom(damage: Damage, reach: number): Across {
  const standing = standingAround(damage.floor, damage.obstacles, damage.frame);
  const [first, last] = (['first', 'last'] as const).map((side): Across => {
    const runs = besideThem(damage.hurt, damage.pieces, side);
    const pieces = runs.flatMap((r) => r.pieces);
    if (pieces.length === 0) return { side, runs, needs: 0, has: 0 };
    return { side, runs, needs: reach, has: finite(gapAcross(pieces, side, standing)) };
  }) as [Across, Across];
  const has = (one: Across): boolean => one.has >= one.needs;
  if (has(first) !== has(last)) return has(first) ? first : last;
  return countOf(last.runs) < countOf(first.runs) ? last : first;
}

const countOf = (runs: readonly LaidRun[]): number => runs.reduce((sum, r) => sum + r.pieces.length, 0);
const finite = (mm: number): number => (Number.isFinite(mm) ? round3(mm) : 0);

function slide(damage: Damage): Route {
  const { product } = damage.floor;
  const needs = product.lockReach ?? LOCK_REACH;
  const ends = damage.pieces.map((piece) => nearEnds(damage, piece));
  const best = ends.map((own) => own.reduce<(typeof own)[number] | null>((a, b) => (a && a.gap >= b.gap ? a : b), null));
  const has = finite(Math.min(...best.map((b) => b?.gap ?? 0)));
  const across = acrossFrom(damage, needs);
  const isFlat = product.lock === 'tap';
  const isNear = best.every((b) => b !== null);
  const possible = isFlat && isNear && has >= needs && across.has >= across.needs;
  const between = best.reduce((sum, b) => sum + (b?.between ?? 0), 0);
  const off = comesOff(damage.floor, damage.frame, [...damage.hurt, ...across.runs]);
  const knocked = countOf(across.runs);
  const rows = new Set(across.runs.map((r) => r.row)).size;
  const wall = across.runs.length > 0 ? wallAt(damage.floor, damage.frame, across.runs, across.side) : null;
  const minutes =
    MINUTES.slide * damage.pieces.length +
    MINUTES.between * between +
    MINUTES.knocked * knocked +
    MINUTES.trim * (2 + metres(off.trims)) +
    cutting(damage);
  return {
    way: 'slide',
    possible,
    rows,
    pieces: knocked,
    from: null,
    slide: { needs, has, across: { needs: across.needs, has: across.has, side: across.side } },
    minutes: possible ? Math.round(minutes) : null,
    lifted: [...damage.pieces, ...across.runs.flatMap((r) => r.pieces)].map((p) => `${damage.floor.id}/${p.piece.id}`),
    ...slideWords({ isKnown: product.lock !== undefined, isFlat, isNear, has, needs, ends: best.flatMap((b) => b ?? []), across: { ...across, rows, wall: wall && damage.nameOf(wall) }, off, needed: damage.needed, nameOf: damage.nameOf, display: damage.display }), // prettier-ignore
  };
}

function inlay(damage: Damage): Route {
  const many = damage.pieces.length;
  return {
    way: 'inlay',
    possible: true,
    rows: 0,
    pieces: many,
    from: null,
    slide: null,
    minutes: MINUTES.begin + MINUTES.inlay * many + cutting(damage),
    lifted: damage.pieces.map((p) => `${damage.floor.id}/${p.piece.id}`),
    ...inlayWords({ many, needed: damage.needed, product: damage.floor.product, display: damage.display }),
  };
}

/**
 * The ways in which damaged planks can be replaced, the least work first, those that cannot be done last.
 *
 * @param damaged pieces that lie, as floor and id, all of one floor
 * @returns why they cannot be repaired, where one of them does not lie
 */
export function repairOf(job: Job, site: Site, damaged: readonly string[]): Result<RepairReport> {
  const { plan } = site;
  if (!plan) return bad({ path: '', text: 'laying has not begun; there is nothing to repair' });
  if (damaged.length === 0) return bad({ path: 'piece', text: 'name a piece that is damaged, such as f1/3.2' });
  const wrong = damaged.find((key) => !site.lying.has(key));
  if (wrong !== undefined) {
    const planned = plan.floors.some((f) => f.pieces.some((p) => pieceKey(f.id, p) === wrong));
    return bad({ path: 'piece', text: planned ? `${wrong} does not lie yet` : `there is no piece ${wrong}; pieces are named like f1/3.2` });
  }
  const [id, ...others] = new Set(damaged.map((key) => site.lying.get(key)!.floor));
  if (others.length > 0) return bad({ path: 'piece', text: `pieces of floors ${[id, ...others].join(' and ')} are repaired apart` });
  const found = floorsOf(withWalls(job, site.walls));
  if (!found.ok) return found;
  const floor = found.value.find((f) => f.id === id);
  if (!floor) return bad({ path: 'spaces', text: `floor ${id}, part of which lies, is not in the job` });
  const laid = asItLies(plan, site).find((f) => f.id === id)!;
  const damage = damageOf(job, site, floor, laid, new Set(damaged));
  const routes = [lift(damage, 'first'), lift(damage, 'last'), slide(damage), inlay(damage)];
  const order = (r: Route) => r.minutes ?? Infinity;
  return good({ damaged: [...new Set(damaged)], needed: damage.needed, routes: routes.sort((a, b) => order(a) - order(b)) });
}

function damageOf(job: Job, site: Site, floor: Floor, laid: PlanFloor, damaged: ReadonlySet<string>): Damage {
  const frame = frameOf(laid.direction);
  const runs = runsThatLie(laid, frame);
  const isHurt = (p: LaidPiece) => damaged.has(`${floor.id}/${p.piece.id}`);
  const hurt = runs.filter((r) => r.pieces.some(isHurt));
  const pieces = hurt.flatMap((r) => r.pieces.filter(isHurt));
  const remainders = new Set<number>();
  let spares = 0;
  const needed = pieces.map(({ piece }) => {
    const one = neededFor(job, site, laid, piece, floor.product.name, { remainders, spares });
    if (typeof one.from === 'object') remainders.add(one.from.remainder);
    else if (one.from === 'spare') spares++;
    return one;
  });
  const untippable = untippableOf(withWalls(job, site.walls), [floor], [laid]);
  const name = (space: string) => job.spaces.find((s) => s.id === space)?.name || space;
  return {
    floor,
    frame,
    hurt,
    pieces,
    needed,
    glued: new Set(untippable.map((u) => u.piece)),
    obstacles: job.obstacles ?? [],
    display: job.display,
    nameOf: ({ space, wall }) => `wall ${wallLetter(wall)} of ${name(space)}`,
  };
}
