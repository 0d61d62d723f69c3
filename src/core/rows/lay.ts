import type { Floor } from '../floors';
import { TAPE_ERRS, type Job, type Product } from '../given';
import type { SetOut } from '../setout';
import { allocate, numbered, type Cut } from './allocate';
import { butted } from './butts';
import { allowedStarters, isSingle, type RunLine } from './joints';
import { REPEAT_ROWS } from './looks';
import { matesOf } from './mates';
import { layMixed, type MixedCut, type MixedSize, type MixedTask } from './mixed';
import { handOf } from './pins';
import type { FloorRuns, Run } from './runs';
import { mixesLengths, patternOf, schoolFor, type PatternFloor, type Stretches } from './schools';
import { evened } from './equal';
import {
  MUST,
  priceFor,
  searcherOf,
  stepsFor,
  type Asked,
  type Progress,
  type Searcher,
  type SearchResult,
  type SearchTask,
} from './search';
import { planksSawn } from './saw';
import { kerfBetween, slantsOf } from './slants';
import { allowedOf } from './search/moves';
import type { SearchContact, SearchRun } from './ties';
import type { Wishes } from './wishes';

/** What a search found for floors on which nothing is settled by hand. */
type FoundStarters = Pick<SearchResult, 'starters' | 'broken'> & { readonly allowed: readonly Stretches[] };

/** The same, and what it is cut from. */
type FoundFloor = FoundStarters & { readonly cuts: readonly Cut[] };

/** What searches found before, by what they were asked: pins are taken up without searching all again. */
export type SearchMemory = Map<string, FoundFloor>;

/** What the search may take, how it tells how far it is, and what it may remember from plan to plan; memory changes no result. */
type LayOptions = { readonly steps?: number; readonly progress?: Progress; readonly memory?: SearchMemory };

/** A floor, its rows, its runs and what is wished of them. */
export type LaidOut = FloorRuns & { readonly floor: Floor; readonly setOut: SetOut; readonly wishes: readonly Wishes[] };

/** The first of the product's sizes that has a width; with mixed lengths it stands for all of that width. */
const sizeFor = (product: Product, width: number): number =>
  Math.max(
    0,
    product.planks.findIndex((p) => p.width === width),
  );

/** The runs of floors of one product as the search sees them, and what a person settled of their joints. */
type Searched = {
  readonly lines: readonly SearchRun[];
  /** the same runs, with the places that a person forbade */
  readonly asked: readonly SearchRun[];
  readonly pins: ReadonlyMap<number, Stretches>;
  /** where joints are pinned along each run */
  readonly joints: ReadonlyMap<number, readonly number[]>;
  readonly contacts: readonly SearchContact[];
  readonly patterns: readonly PatternFloor[];
};

/** The longest plank of a width. */
export const longestOf = ({ planks }: Pick<Product, 'planks'>, width: number): number =>
  Math.max(...planks.filter((p) => p.width === width).map((p) => p.length));

/** A run as the search sees it. */
export const searchRunOf = (
  { u0, u1, row, shape, parted }: Run,
  product: Product,
  at: Pick<SearchRun, 'row' | 'floor' | 'wishes'>,
): SearchRun => ({
  u0,
  u1,
  plank: longestOf(product, row.width),
  size: sizeFor(product, row.width),
  stagger: product.limits.stagger,
  endPiece: product.limits.endPiece,
  slants: slantsOf(shape, row.width),
  ...(parted ? { parted } : {}),
  ...at,
});

function searchedOf(job: Pick<Job, 'kerf' | 'hand'>, group: readonly LaidOut[]): Searched {
  const { product } = group[0]!.floor;
  const lines: SearchRun[] = [];
  const asked: SearchRun[] = [];
  const contacts: SearchContact[] = [];
  const patterns: PatternFloor[] = [];
  const pins = new Map<number, Stretches>();
  const joints = new Map<number, readonly number[]>();
  let rowBase = 0;
  for (const [index, { runs, contacts: own, setOut, wishes }] of group.entries()) {
    const offset = lines.length;
    for (const run of runs) {
      lines.push(searchRunOf(run, product, { row: rowBase + run.row.n, floor: index, wishes: wishes[run.index]! }));
    }
    const hand = handOf(job.hand, runs, lines.slice(offset), setOut.frame);
    for (const [index, stretches] of hand.pinned) pins.set(offset + index, stretches);
    for (const [index, us] of hand.joints) joints.set(offset + index, us);
    asked.push(...lines.slice(offset).map((line, index) => ({ ...line, wishes: hand.wishes.get(index) ?? line.wishes })));
    contacts.push(...own.map((c) => ({ ...c, before: c.before + offset, after: c.after + offset })));
    const us = runs.flatMap((r) => [r.u0, r.u1]);
    patterns.push({ from: offset, to: lines.length, u0: Math.min(...us), u1: Math.max(...us), rowBase: rowBase + 1 });
    rowBase += setOut.rows.length + REPEAT_ROWS + 1;
  }
  return { lines, asked, pins, joints, contacts, patterns };
}

/** The same runs, some of those that were to be parted laid in one. */
function inOne(searched: Searched, undone: readonly number[]): Searched {
  const whole = (runs: readonly SearchRun[]) => runs.map((run, i) => (undone.includes(i) ? { ...run, parted: false } : run));
  return { ...searched, lines: whole(searched.lines), asked: whole(searched.asked) };
}

type Settings = Required<Pick<SearchTask, 'mates' | 'kerf' | 'school' | 'seed' | 'price'>> & {
  readonly bound?: number;
  readonly tape: number;
  /** how many butt joints each floor may have */
  readonly butts: readonly number[];
};

/** So many floors are searched, and the best is taken once it is known how they are sawn; only one where there are more runs or more planks' lengths than these. */
const FLOORS = 2;
const MOST_RUNS = 1500;
const MOST_LENGTHS = 20_000;
/** Of more cuts than this it is not looked how they are sawn best. */
const MOST_SAWN = 6000;
/** More butt joints than this are never made in a floor. */
const MOST_BUTTS = 12;
/** Of what is left of the progress that is told, what one search takes. */
const SEARCHING = 0.45;
/** Share of a search's steps that take up what is settled by hand: more only lay otherwise what lies well. */
const MENDING = 0.5;
/** Far enough apart that no two beginnings of neighbouring seeds are the same. */
const SEEDS_APART = 7919;

/** The starters that keep a run's end pieces though its walls lie as much otherwise as a tape errs; those that just keep them where there are none. */
export function sureStarters(line: RunLine, endPiece: number, tape: number): Stretches {
  const sure = allowedStarters(line, endPiece + tape);
  return sure.length > 0 ? sure : allowedStarters(line, endPiece);
}

type Search = (allowed: readonly Stretches[], how: Omit<Asked, 'allowed'>) => SearchResult;

/** Searches the same runs again and again, and measures floors of them. */
type FloorSearcher = Pick<Searcher, 'terms' | 'starters'> & { readonly runs: readonly SearchRun[]; readonly search: Search };

/** Searches floors on which nothing is settled by hand, as a school has it. */
function foundAlone(
  { lines, contacts, patterns }: Searched,
  legal: readonly Stretches[],
  settings: Settings,
  planksOf: (starters: Float64Array) => number,
  search: Search,
): FoundStarters {
  const { school, seed } = settings;
  const pattern = patternOf(school, lines, patterns, seed);
  let allowed = pattern ?? legal;
  const lengths = lines.reduce((sum, { u0, u1, plank }) => sum + (u1 - u0) / plank, 0);
  const searched = Array.from({ length: lines.length > MOST_RUNS || lengths > MOST_LENGTHS ? 1 : FLOORS }, (_, k) => {
    const own = search(allowed, { pattern: pattern !== null, seed: seed + k * SEEDS_APART });
    return { ...own, worth: MUST * own.cost.musts + settings.price * planksOf(own.starters) + own.cost.looks };
  });
  let found: SearchResult = searched.reduce((a, b) => (b.worth < a.worth ? b : a));
  // limits come before the pattern: runs that break one, and those beside them, are let out of it
  for (let round = 0; pattern && found.broken.length > 0 && round < 3; round++) {
    const freed = new Set(found.broken);
    for (const { before, after } of contacts)
      if (round > 0 && (found.broken.includes(before) || found.broken.includes(after))) freed.add(before).add(after);
    const wider = allowed.map((own, i) => (freed.has(i) ? legal[i]! : own));
    const next = search(wider, { pattern: true, from: found.starters, seed });
    allowed = wider;
    if (next.cost.musts < found.cost.musts - 1e-9) found = next;
  }
  if (pattern && found.cost.musts > 0) {
    const next = search(legal, { pattern: false, seed });
    if (next.cost.musts < found.cost.musts - 1e-9) [found, allowed] = [next, legal];
  }
  // the thirds are there so that no line comes again: a row whose ends leave its third too little room for that is let out too
  for (let round = 0; school === 'thirds' && found.repeated.length > 0 && round < 2; round++) {
    const wider = allowed.map((own, i) => (found.repeated.includes(i) ? legal[i]! : own));
    const next = search(wider, { pattern: true, from: found.starters, seed });
    if (next.cost.musts > found.cost.musts + 1e-9 || next.cost.looks > found.cost.looks - 0.5) break;
    [found, allowed] = [next, wider];
  }
  return { starters: found.starters, broken: found.broken, allowed };
}

/**
 * Lays floors of one length of plank each width; what a person settled is taken up by mending what would be laid without it.
 *
 * @param planksOf how many planks cuts open once all pieces are sawn
 */
function floorFor(
  searched: Searched,
  settings: Settings,
  planksOf: (cuts: readonly Cut[]) => number,
  { steps: wanted, progress, memory }: LayOptions,
): Pick<FoundFloor, 'cuts' | 'broken'> {
  const { lines, asked, pins, contacts } = searched;
  const { school, seed, price, bound } = settings;
  const legal: readonly Stretches[] = lines.map((l) => (isSingle(l) ? [] : sureStarters(l, l.endPiece, settings.tape)));
  const key =
    memory &&
    JSON.stringify([
      lines,
      contacts,
      Array.from(settings.mates),
      settings.kerf,
      school,
      seed,
      price,
      bound,
      settings.tape,
      settings.butts,
      wanted,
    ]);
  const steps = wanted ?? stepsFor(lines.length);
  // one search follows another: each tells how far it is of what is left for it
  let told = 0;
  let share = 0;
  const searcherFor = (runs: readonly SearchRun[]): FloorSearcher => {
    const { search, ...measuring } = searcherOf({ ...settings, runs, contacts }, progress && ((done) => progress(told + share * done)));
    return {
      ...measuring,
      runs,
      search(allowed, how) {
        share = (1 - told) * SEARCHING;
        const found = search({ steps, ...how, allowed });
        told += share;
        return found;
      },
    };
  };

  const cutsFor = (starters: Float64Array) => allocate(lines, starters, settings.mates, settings.kerf);
  /** what floors are sawn from that were searched: each is looked at once */
  const sawn = new Map<Float64Array, { readonly cuts: readonly Cut[]; readonly planks: number }>();
  const sawnFor = (starters: Float64Array) => {
    const known = sawn.get(starters);
    if (known) return known;
    const cuts = cutsFor(starters);
    const found = { cuts, planks: planksOf(cuts) };
    sawn.set(starters, found);
    return found;
  };
  /** As many butt joints as are allowed and each save a plank. */
  const withButts = (runs: readonly SearchRun[], cuts: readonly Cut[]): readonly Cut[] => {
    let [best, planks] = [cuts, settings.butts.some((n) => n > 0) ? planksOf(cuts) : 0];
    for (let many = 1; many <= Math.min(MOST_BUTTS, Math.max(...settings.butts)); many++) {
      const allowed = (run: number) => Math.min(many, settings.butts[runs[run]!.floor!]!);
      const parts = numbered(butted({ ...settings, runs, contacts, cuts, allowed }));
      const opened = planksOf(parts);
      if (opened < planks) [best, planks] = [parts, opened];
    }
    return best;
  };
  /** Makes lengths equal that are all but equal; never for a plank more. */
  const settled = ({ runs, terms, starters: next }: FloorSearcher, { starters, allowed, broken }: FoundStarters): FoundFloor => {
    const { cuts, planks } = sawnFor(starters);
    next.set(starters);
    const { has } = allowedOf(allowed);
    const all = runs.flatMap((run, i) => (isSingle(run) ? [] : [i]));
    terms.keepTo(undefined);
    terms.remeasure(all);
    const found = evened({ runs, cuts, ...settings, terms, starters: next, free: all, allowed: has });
    const laid = planksOf(found) > planks ? { starters, cuts } : { starters: next.slice(), cuts: found };
    return { ...laid, allowed, broken, cuts: withButts(runs, laid.cuts) };
  };

  const known = key === undefined ? undefined : memory?.get(key);
  const layAlone = (): FoundFloor => {
    const searcher = searcherFor(lines);
    return settled(
      searcher,
      foundAlone(searched, legal, settings, (starters) => sawnFor(starters).planks, searcher.search),
    );
  };
  const base = known ?? layAlone();
  if (key !== undefined) {
    // what was used last is forgotten last
    memory?.delete(key);
    memory?.set(key, base);
  }
  if (pins.size === 0 && asked.every((a, i) => a.wishes === lines[i]!.wishes)) return base;

  const pinned = (allowed: readonly Stretches[]) => allowed.map((own, i) => pins.get(i) ?? own);
  const searcher = searcherFor(asked);
  const mended = searcher.search(pinned(base.allowed), { from: base.starters, seed, steps: steps * MENDING });
  // a pin that breaks a limit by itself does so in any floor
  const beyondPins = (broken: readonly number[]) => broken.filter((i) => !pins.has(i));
  const mendedFloor = () => ({ cuts: withButts(asked, cutsFor(mended.starters)), broken: beyondPins(mended.broken) });
  if (beyondPins(mended.broken).length === 0) return mendedFloor();
  const anew = searcher.search(pinned(legal), { seed });
  if (anew.cost.musts > mended.cost.musts - 1e-9) return mendedFloor();
  return settled(searcher, { starters: anew.starters, allowed: pinned(legal), broken: beyondPins(anew.broken) });
}

/** Searches all floors of one product together, which share their planks: the cuts of each floor. */
export function cutsOf(job: Pick<Job, 'kerf' | 'hand' | 'tape'>, group: readonly LaidOut[], options: LayOptions): MixedCut[][] {
  const { product, layout } = group[0]!.floor;
  const { tape = TAPE_ERRS } = job;
  const { seed } = layout.stagger;
  const school = schoolFor(layout.stagger.school, product);
  const searched = searchedOf(job, group);
  const kerf = kerfBetween(searched.lines, job.kerf);
  /** The cuts of each floor, of those of all of them. */
  const byFloor = (cuts: readonly MixedCut[]): MixedCut[][] => {
    const floorOf = group.flatMap(({ runs }, floor) => runs.map((_, run) => ({ floor, run })));
    const found: MixedCut[][] = group.map(() => []);
    for (const cut of cuts) {
      const { floor, run } = floorOf[cut.segment.run]!;
      found[floor]!.push({ ...cut, segment: { ...cut.segment, run } });
    }
    return found;
  };
  const { price = priceFor(school), rack: bound } = layout.stagger;
  if (mixesLengths(product)) return byFloor(mixedCuts(searched, product, { kerf, school, seed, price }, options));

  const mates = matesOf(
    group.flatMap((g) => g.runs).map((run, index) => ({ ...run, index })),
    (run) => product.planks[sizeFor(product, run.row.width)]!,
    kerf,
  );
  const { lines } = searched;
  const sized = (cuts: readonly Cut[]) => byFloor(cuts.map((c) => ({ ...c, size: lines[c.segment.run]!.size })));
  const toSaw = group.map(({ runs, setOut }) => ({ runs, frame: setOut.frame, sizes: product.planks }));
  // in the largest floors hardly any plank has room for more, and to look takes long
  const planksOf = (cuts: readonly Cut[]) =>
    cuts.length > MOST_SAWN ? new Set(cuts.map((c) => c.plank)).size : planksSawn(toSaw, sized(cuts), job.kerf);
  const butts = group.map((g) => g.floor.layout.stagger.butts ?? 0);
  const settings = { mates, kerf, school, seed, price, bound, tape, butts };
  const found = floorFor(searched, settings, planksOf, options);
  // where no joint in it keeps the limits, a run that was to be parted for a doorway's sake is laid in one
  const undone = found.broken.filter((i) => lines[i]!.parted);
  if (undone.length === 0) return sized(found.cuts);
  return sized(floorFor(inOne(searched, undone), settings, planksOf, { ...options, progress: undefined }).cuts);
}

/** The lengths of each width of a product, with how many of each a box holds. */
export function mixedSizes(product: Product): ReadonlyMap<number, readonly MixedSize[]> {
  const sizes = new Map<number, MixedSize[]>();
  product.planks.forEach(({ length, width, share }, index) => {
    const key = sizeFor(product, width);
    sizes.set(key, [...(sizes.get(key) ?? []), { index, length, inBox: product.perBox * share }]);
  });
  return sizes;
}

/** Cuts of planks that come in several lengths. */
function mixedCuts(
  { asked: runs, joints: pins, contacts }: Searched,
  product: Product,
  settings: Pick<MixedTask, 'kerf' | 'school' | 'seed' | 'price'>,
  { steps, progress }: LayOptions,
): readonly MixedCut[] {
  return layMixed({ runs, pins, contacts, sizes: mixedSizes(product), perBox: product.perBox, ...settings, steps }, progress);
}
