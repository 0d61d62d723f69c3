import { answer } from '../answer';
import { floors } from '../floors';
import { round3, roundPoint } from '../geometry';
import { good, groundsOf, surveyOf, type Job, type LimitSource } from '../given';
import { setOut } from '../setout';
import { measureFlat, type FillSum, type Flat, type Flatness } from './flat';
import { grindingOf } from './grind';
import { compoundFrom, compoundOf, poursFor, pourOf, type Pour } from './mend';
import { moistureOf, type MoistureVerdict } from './moisture';
import { movementOf, type Movement } from './movement';
import { whyNoSurface } from './surface';

/** How flat a base has to be where nobody says: a preset, the product's instructions decide. */
export const PRESET_FLATNESS: Flatness = { straightedge: 2000, limit: 3 };
export const flatnessOf = ({ flatness }: Pick<Job, 'flatness'>): Flatness => ({ ...PRESET_FLATNESS, ...flatness });

/** A space's base as measured, or why it could not be. */
export type SpaceFlat =
  | { readonly space: string; readonly flat: Flat; readonly why: null }
  | { readonly space: string; readonly flat: null; readonly why: string };

const flatnessSlice = ({ spaces, bases, flatness }: Job) => ({
  flatness: flatnessOf({ flatness }),
  spaces: spaces.map(({ id, outline }) => ({
    id,
    outline,
    levels: bases?.find((b) => b.space === id)?.levels?.map(({ at, height }) => ({ at, height })) ?? [],
  })),
});

/** So many bases are remembered as they were measured, for a reading changes one of them. */
const REMEMBERED = 60;

/** How flat every base is, where it is not, and what would fill it. */
export const flatness = answer({
  name: 'flatness',
  after: {},
  takes: ({ job }) => flatnessSlice(job),
  work({ flatness: wanted, spaces }, _, { progress, remembered }) {
    const known = (remembered?.get('bases') as Map<string, Flat> | undefined) ?? new Map<string, Flat>();
    remembered?.set('bases', known);
    return good(
      spaces.map(({ id, outline, levels }, i): SpaceFlat => {
        const why = whyNoSurface(levels);
        if (why !== null) return { space: id, flat: null, why };
        const key = JSON.stringify([outline, levels, wanted]);
        const flat = known.get(key) ?? measureFlat(outline, levels, wanted, (done) => progress?.((i + done) / spaces.length))!;
        known.delete(key);
        known.set(key, flat);
        for (const oldest of [...known.keys()].slice(0, -REMEMBERED)) known.delete(oldest);
        return { space: id, flat, why: null };
      }),
    );
  },
});

/** What grinding would do instead of filling, space by space; null where there is no hump that is worth it. */
export const grinding = answer({
  name: 'grinding',
  after: { flatness },
  takes: ({ job }) => flatnessSlice(job),
  work: ({ spaces }, before, { progress }) =>
    good(
      spaces.map(({ id, outline, levels }, i) => {
        const flat = before.flatness[i]!.flat;
        const worth = flat !== null && flat.least.litres > 0;
        return { space: id, grinding: worth ? grindingOf(outline, levels, flat, (done) => progress?.((i + done) / spaces.length)) : null };
      }),
    ),
});

/** Everything that is to be said of the bases and of how the floors on them move. */
export type BaseReport = {
  readonly spaces: readonly (SpaceFlat & {
    readonly pours: { readonly least: number; readonly flush: number };
    readonly moisture: MoistureVerdict;
  })[];
  readonly flatnessFrom: LimitSource;
  readonly compound: Pour & { readonly from: LimitSource };
  readonly movement: readonly Movement[];
};

export const base = answer({
  name: 'base',
  bounded: /^compound\.deepest/,
  after: { flatness, floors, setOut },
  takes: ({ job }) => ({
    ...surveyOf(job),
    flat: flatnessSlice(job),
    flatness: job.flatness,
    ...groundsOf(job),
    compound: job.compound,
    climate: job.climate,
    seasons: job.seasons,
    fixings: job.fixings,
  }),
  work(job, before) {
    const compound = compoundOf(job);
    const pours = (of: FillSum | undefined) => (of ? poursFor(of.deepest, compound) : 0);
    return good<BaseReport>({
      spaces: before.flatness.map((one) => ({
        ...one,
        pours: { least: pours(one.flat?.least), flush: pours(one.flat?.flush) },
        moisture: moistureOf(
          job.bases?.find((b) => b.space === one.space),
          job.moistureLimits,
        ),
      })),
      flatnessFrom: job.flatness?.straightedge !== undefined && job.flatness.limit !== undefined ? 'yours' : 'preset',
      compound: {
        ...pourOf(
          before.flatness.flatMap(({ flat }) => flat?.least ?? []),
          compound,
        ),
        from: compoundFrom(job),
      },
      movement: movementOf(
        before.setOut.map((s) => s.ground),
        job,
      ),
    });
  },
  verb: {
    about: 'how flat and dry each base is, what fills it, and how far the floors move',
    print: (report: BaseReport, { job }) => `${JSON.stringify(reportText(report, job))}\n`,
  },
});

const pair = ([a, b]: readonly [number, number]): [number, number] => [round3(a), round3(b)];
const squareMetres = (mm2: number): number => round3(mm2 / 1e6);

function reportText({ spaces, flatnessFrom, compound, movement }: BaseReport, job: Job): object {
  const fill = (of: FillSum, pours: number) => ({
    litres: round3(of.litres),
    area: squareMetres(of.area),
    deepest: round3(of.deepest),
    pours,
  });
  return {
    format: 'pitsaw/base',
    version: 1,
    job: job.name,
    spaces: spaces.map(({ space, flat, why, pours, moisture }) => ({
      space,
      flatness: flat && {
        straightedge: flat.straightedge,
        limit: flat.limit,
        worst: round3(flat.found.worst),
        at: roundPoint(flat.found.at),
        angle: round3(flat.found.angle) % 180,
        places: flat.places.map((p) => ({
          outline: p.outline.map(roundPoint),
          worst: round3(p.worst),
          at: roundPoint(p.at),
          area: squareMetres(p.area),
        })),
        from: flatnessFrom,
      },
      fill: flat && { least: fill(flat.least, pours.least), flush: fill(flat.flush, pours.flush) },
      after: flat && { worst: round3(flat.after) },
      ...(why === null ? {} : { why }),
      moisture,
    })),
    compound: { bags: compound.bags, primer: round3(compound.primer), hours: round3(compound.hours), from: compound.from },
    movement: movement.map((m) => ({
      floor: m.floor,
      grows: pair(m.grows),
      shrinks: pair(m.shrinks),
      leastGap: round3(m.leastGap),
      fixings: { count: m.fixings.count, opens: round3(m.fixings.opens) },
      from: m.from,
    })),
  };
}
