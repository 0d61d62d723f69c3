import type { Floor } from '../floors';
import type { Job, Product } from '../given';
import type { SetOut } from '../setout';
import { allocate } from './allocate';
import { allowedStarters, isSingle } from './joints';
import { REPEAT_ROWS } from './looks';
import { matesOf } from './mates';
import { layMixed, type MixedCut, type MixedSize } from './mixed';
import { handOf } from './pins';
import type { FloorRuns } from './runs';
import { mixesLengths, patternOf, schoolFor, type PatternFloor, type Stretches } from './schools';
import { searchStarters, type Progress, type SearchTask } from './search';
import { slantsOf } from './slants';
import type { SearchContact, SearchRun } from './ties';
import { wishesOf } from './wishes';

/** What a search found for floors on which nothing is settled by hand. */
type FoundStarters = { readonly starters: Float64Array; readonly allowed: readonly Stretches[] };

/** What searches found before, by what they were asked: pins are taken up without searching all again. */
export type SearchMemory = Map<string, FoundStarters>;

/** What the search may take, how it tells how far it is, and what it may remember from plan to plan; memory changes no result. */
type LayOptions = { readonly steps?: number; readonly progress?: Progress; readonly memory?: SearchMemory };

/** A floor, its rows and its runs. */
export type LaidOut = FloorRuns & { readonly floor: Floor; readonly setOut: SetOut };

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

function searchedOf(job: Pick<Job, 'kerf' | 'hand'>, group: readonly LaidOut[]): Searched {
  const { product } = group[0]!.floor;
  const lines: SearchRun[] = [];
  const asked: SearchRun[] = [];
  const contacts: SearchContact[] = [];
  const patterns: PatternFloor[] = [];
  const pins = new Map<number, Stretches>();
  const joints = new Map<number, readonly number[]>();
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
        slants: slantsOf(run.shape, run.row.width),
        wishes: wishes[run.index]!,
      });
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

/** Starters for floors of one length of plank each width; what a person settled is taken up by mending what would be laid without it. */
function startersFor(
  { lines, asked, pins, contacts, patterns }: Searched,
  settings: Pick<SearchTask, 'mates' | 'kerf' | 'school' | 'seed'>,
  { steps, progress, memory }: LayOptions,
): Float64Array {
  const { school, seed } = settings;
  const legal: readonly Stretches[] = lines.map((l) => (isSingle(l) ? [] : allowedStarters(l, l.endPiece)));
  const key = memory && JSON.stringify([lines, contacts, Array.from(settings.mates), settings.kerf, school, seed, steps]);
  const search = (runs: readonly SearchRun[], allowed: readonly Stretches[], pattern: boolean, from?: Float64Array) =>
    searchStarters({ ...settings, runs, contacts, steps, allowed, pattern, from }, progress);

  const alone = (): FoundStarters => {
    const pattern = patternOf(school, lines, patterns, seed);
    let allowed = pattern ?? legal;
    let found = search(lines, allowed, pattern !== null);
    // limits come before the pattern: runs that break one, and those beside them, are let out of it
    for (let round = 0; pattern && found.broken.length > 0 && round < 3; round++) {
      const freed = new Set(found.broken);
      for (const { before, after } of contacts)
        if (round > 0 && (found.broken.includes(before) || found.broken.includes(after))) freed.add(before).add(after);
      const wider = allowed.map((own, i) => (freed.has(i) ? legal[i]! : own));
      const next = search(lines, wider, true, found.starters);
      allowed = wider;
      if (next.cost.musts < found.cost.musts - 1e-9) found = next;
    }
    if (pattern && found.cost.musts > 0) {
      const next = search(lines, legal, false);
      if (next.cost.musts < found.cost.musts - 1e-9) [found, allowed] = [next, legal];
    }
    // the thirds are there so that no line comes again: a row whose ends leave its third too little room for that is let out too
    for (let round = 0; school === 'thirds' && found.repeated.length > 0 && round < 2; round++) {
      const wider = allowed.map((own, i) => (found.repeated.includes(i) ? legal[i]! : own));
      const next = search(lines, wider, true, found.starters);
      if (next.cost.musts > found.cost.musts + 1e-9 || next.cost.looks > found.cost.looks - 0.5) break;
      [found, allowed] = [next, wider];
    }
    return { starters: found.starters, allowed };
  };
  const known = key === undefined ? undefined : memory?.get(key);
  const base = known ?? alone();
  if (key !== undefined) {
    // what was used last is forgotten last
    memory?.delete(key);
    memory?.set(key, base);
  }
  if (pins.size === 0 && asked.every((a, i) => a.wishes === lines[i]!.wishes)) return base.starters;

  const bound = (allowed: readonly Stretches[]) => allowed.map((own, i) => pins.get(i) ?? own);
  const mended = search(asked, bound(base.allowed), false, base.starters);
  // a pin that breaks a limit by itself does so in any floor
  if (mended.broken.every((i) => pins.has(i))) return mended.starters;
  const anew = search(asked, bound(legal), false);
  return anew.cost.musts < mended.cost.musts - 1e-9 ? anew.starters : mended.starters;
}

/** Searches all floors of one product together, which share their planks: the cuts of each floor. */
export function cutsOf(job: Pick<Job, 'kerf' | 'hand'>, group: readonly LaidOut[], options: LayOptions): MixedCut[][] {
  const { product } = group[0]!.floor;
  const { kerf } = job;
  const { school: wanted, seed } = group[0]!.floor.layout.stagger;
  const school = schoolFor(wanted, product);
  const searched = searchedOf(job, group);
  let cuts: readonly MixedCut[];
  if (mixesLengths(product)) {
    const sizes = new Map<number, MixedSize[]>();
    product.planks.forEach(({ length, width, share }, index) => {
      const key = sizeFor(product, width);
      sizes.set(key, [...(sizes.get(key) ?? []), { index, length, inBox: product.perBox * share }]);
    });
    const { asked: runs, joints: pins, contacts } = searched;
    cuts = layMixed({ runs, pins, contacts, sizes, perBox: product.perBox, kerf, school, seed, steps: options.steps }, options.progress);
  } else {
    const mates = matesOf(
      group.flatMap((g) => g.runs).map((run, index) => ({ ...run, index })),
      (run) => product.planks[sizeFor(product, run.row.width)]!,
      kerf,
    );
    const { lines } = searched;
    const starters = startersFor(searched, { mates, kerf, school, seed }, options);
    cuts = allocate(lines, starters, mates, kerf).map((c) => ({ ...c, size: lines[c.segment.run]!.size }));
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
