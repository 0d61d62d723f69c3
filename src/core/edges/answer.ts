import { answer } from '../answer';
import { movementOf } from '../base';
import { beneath } from '../beneath';
import { floors } from '../floors';
import { round3, roundPoint } from '../geometry';
import { good, groundsOf, kitsOf, planningOf, surveyOf, trimOf, type Job, type Kit } from '../given';
import { findings, pieces } from '../plan';
import { setOut } from '../setout';
import { breakOf, type Break } from './breaks';
import { doorwaysOf, profileOf, type EdgeReport } from './doorways';
import type { Fit } from './fits';
import { cutFromStock, partedRun, type Piece, type StockPlan } from './stock';
import { trimsIn, type TrimRun } from './trims';
import { untippableOf, type Untippable } from './untippable';

/** A length of profile that is cut for a doorway or an end cap; `of` is its kit and its place there. */
export type ProfileCut = { readonly opening: string; readonly of: string; readonly length: number };

/** What trims and profiles are cut from. */
export type StockList = StockPlan & { readonly of: string };

/** All edges of the floors: doorways, end caps, casings, trims and what all of it is cut from. */
export type DoorwaysReport = {
  readonly openings: readonly EdgeReport[];
  readonly trims: readonly TrimRun[];
  readonly profiles: readonly ProfileCut[];
  readonly stock: readonly StockList[];
  readonly casings: readonly { readonly opening: string; readonly side: string; readonly height: number }[];
};

export type EdgesReport = DoorwaysReport & { readonly untippable: readonly Untippable[]; readonly breaks: readonly Break[] };

const edgeSlice = (job: Job) => ({
  ...surveyOf(job),
  beneath: job.beneath,
  ...groundsOf(job),
  climate: job.climate,
  seasons: job.seasons,
  obstacles: job.obstacles,
  kits: job.kits,
  trim: job.trim,
  casings: job.casings,
  kerf: job.kerf,
  display: job.display,
});

/** What needs no plan: sections, undercuts, trims and lengths. */
export const doorways = answer({
  name: 'doorways',
  bounded: /^(trim|kits)\b.*\.lengths/,
  after: { floors, setOut, beneath },
  takes: ({ job }) => edgeSlice(job),
  work(job, before) {
    const moved = movementOf(
      before.setOut.map((s) => s.ground),
      job,
    );
    const grounds = before.floors.map((floor, i) => ({
      floor,
      frame: before.setOut[i]!.setOut.frame,
      shrinks: moved[i]!.shrinks,
      heightIn: (space: string) => floor.product.thickness + (before.beneath.stack.find((s) => s.space === space)?.height ?? 0),
    }));
    const openings = doorwaysOf(job, grounds);
    const trim = trimOf(job);
    const trims = job.spaces
      .flatMap((space) =>
        trimsIn(
          space,
          grounds.find((g) => g.floor.spaces.some((s) => s.id === space.id))!,
          job.obstacles ?? [],
          trim,
        ),
      )
      .map((run, i): TrimRun => ({ id: `t${i + 1}`, ...run }));
    const profiles = openings.flatMap(({ id, fits, chosen, length }): ProfileCut[] =>
      chosen === null ? [] : [{ opening: id, of: ofFit(fits[chosen]!), length }],
    );
    return good<DoorwaysReport>({
      openings,
      trims,
      profiles,
      stock: stockFor(trims, profiles, job),
      casings: openings.flatMap(({ id, undercuts }) => undercuts.map((u) => ({ opening: id, ...u }))),
    });
  },
});

/** A profile by its kit and its place there. */
export const ofFit = ({ kit, profile }: Pick<Fit, 'kit' | 'profile'>): string => `${kit}/${profile}`;

function stockFor(
  trims: readonly TrimRun[],
  profiles: readonly ProfileCut[],
  job: Pick<Job, 'kits' | 'trim' | 'kerf'>,
): readonly StockList[] {
  const trim = trimOf(job);
  const cut = (of: string, runs: readonly Piece[], lengths: readonly number[], kerf: number): StockList => {
    const parts = runs.flatMap((r) => partedRun(r.length, Math.max(...lengths)).map((length): Piece => ({ for: r.for, length })));
    return { of, ...cutFromStock(parts, lengths, kerf) };
  };
  const lists = [...new Set(profiles.map((p) => p.of))].map((of) => {
    const [kit, place] = splitOf(of, kitsOf(job));
    const own = profiles.filter((p) => p.of === of).map((p): Piece => ({ for: p.opening, length: p.length }));
    return cut(of, own, profileOf(kitsOf(job), { kit, profile: place }).lengths, job.kerf);
  });
  const own = trims.map((t): Piece => ({ for: t.id, length: t.length }));
  return own.length === 0 ? lists : [cut('trim', own, trim.lengths, trim.kerf), ...lists];
}

/** The kit and the place in it that `ofFit` wrote; a kit's id may hold a slash itself. */
export function splitOf(of: string, kits: readonly Kit[]): readonly [string, number] {
  const at = of.lastIndexOf('/');
  const kit = of.slice(0, at);
  return [kits.find((k) => k.id === kit)!.id, Number(of.slice(at + 1))];
}

export const edges = answer({
  name: 'edges',
  after: { floors, setOut, pieces, findings, doorways },
  takes: ({ job }) => ({ planning: planningOf(job), edges: edgeSlice(job), lowThings: job.lowThings }),
  work({ edges: job, lowThings }, before) {
    const long = new Set(before.findings.filter((f) => f.rule === 'runAlong' || f.rule === 'runAcross').map((f) => f.floor));
    return good<EdgesReport>({
      ...before.doorways,
      untippable: untippableOf({ ...job, lowThings }, before.floors, before.pieces.floors),
      breaks: before.floors.flatMap((floor, i) =>
        long.has(floor.id) ? [breakOf(job, { floor, frame: before.setOut[i]!.setOut.frame })] : [],
      ),
    });
  },
  verb: {
    about: 'what the floor ends at: what fits each doorway, undercuts, trims, lengths to buy, pieces that can only be slid in, breaks',
    print: (report: EdgesReport, { job }) => `${JSON.stringify(reportText(report, job))}\n`,
  },
});

const FIXING_TEXT = { screw: 'screws or nails into the wood', glue: 'glue on the base' } as const;

function reportText({ openings, trims, profiles, stock, casings, untippable, breaks }: EdgesReport, job: Job): object {
  const undercut = ({ side, height }: { side: string; height: number }) => ({ side, height: round3(height) });
  let n = 0;
  return {
    format: 'pitsaw/edges',
    version: 1,
    job: job.name,
    openings: openings.map((o) => ({
      id: o.id,
      fits: o.fits.map((f) => ({
        kit: f.kit,
        profile: f.profile,
        shims: f.shims,
        how: f.how,
        turned: f.turned,
        nearMargin: round3(f.nearMargin),
        farMargin: f.farMargin === null ? null : round3(f.farMargin),
        laps: f.laps.map(round3),
      })),
      chosen: o.chosen,
      missing: o.missing && { by: o.missing.by === null ? null : round3(o.missing.by), text: o.missing.text },
      length: round3(o.length),
      line: o.line && o.line.map(roundPoint),
      undercuts: o.undercuts.map(undercut),
      fixing: o.fixing && FIXING_TEXT[o.fixing],
    })),
    trims: trims.map((t) => ({
      ...t,
      from: round3(t.from),
      to: round3(t.to),
      length: round3(t.length),
      widestGap: round3(t.widestGap),
    })),
    profiles: profiles.map((p) => ({ ...p, length: round3(p.length) })),
    stock: stock.flatMap(({ of, stock: own }) =>
      own.map((s) => ({
        n: ++n,
        of,
        length: round3(s.length),
        pieces: s.pieces.map((p) => ({ for: p.for, length: round3(p.length) })),
      })),
    ),
    casings: casings.map((c) => ({ opening: c.opening, ...undercut(c) })),
    untippable: untippable.map(({ floor, piece, why }) => ({ floor, piece, why })),
    breaks: breaks.map(({ floor, why, at }) => ({ floor, why, at: typeof at === 'string' ? at : at.map(roundPoint) })),
  };
}
