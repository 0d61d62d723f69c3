import { answer } from '../answer';
import { floors, type Floor } from '../floors';
import { grouped } from '../geometry';
import { good, woodOf, type Job } from '../given';
import { setOut, type SetOut } from '../setout';
import { leastPlanks } from './bound';
import { cutsOf, longestOf, type LaidOut, type SearchMemory } from './lay';
import type { MixedCut } from './mixed';
import { runsOf, type FloorRuns, type Run } from './runs';
import { mixesLengths } from './schools';
import { isParted, wishesOf, type Wishes } from './wishes';

/** One floor as the saw sees it: what is to be laid, its rows and runs, and the sizes of plank. Names are not in it. */
export type FloorRows = Pick<Floor, 'id' | 'laid'> &
  Pick<SetOut, 'direction' | 'frame' | 'rows'> & {
    readonly spaces: readonly string[];
    readonly runs: readonly Run[];
    readonly sizes: readonly { readonly length: number; readonly width: number }[];
  };

/** Floors of one product and one school, which share their planks: their runs, and which plank each stretch of a run is cut from. */
export type LaidRows = readonly {
  readonly floors: readonly FloorRows[];
  readonly cuts: readonly (readonly MixedCut[])[];
  /** the most remainders that may wait at once, where somebody bounds them */
  readonly rack?: number;
}[];

/** What decides the runs: wood without what a person settled of the joints, so that a pin changes none of it. */
const runsTake = (job: Job) => ({ ...woodOf(job), hand: undefined, tape: undefined });

/** The runs of each floor, and what is wished of them. */
export const runs = answer({
  name: 'runs',
  after: { floors, setOut },
  takes: ({ job }) => runsTake(job),
  work: (_, before) => good(before.floors.map((floor, i) => wishedRuns(floor, before.setOut[i]!.setOut))),
});

/** How many planks no plan of these runs can do without, for each group of floors that share their planks, in the order of the rows' groups. */
export const least = answer({
  name: 'least',
  after: { floors, runs },
  takes: ({ job }) => runsTake(job),
  work: ({ kerf }, before) =>
    good(
      sharing(before.floors).map((group) => {
        const { planks, limits } = before.floors[group[0]!]!.product;
        const own = group.flatMap((i) => before.runs[i]!.runs);
        // a butt joint parts an end piece in two: each may save a plank
        const butts = group.reduce((sum, i) => sum + (before.floors[i]!.layout.stagger.butts ?? 0), 0);
        return Math.max(0, leastPlanks(own, planks, limits.endPiece, kerf) - butts);
      }),
    ),
});

/** Where every joint falls: the runs of all floors and the planks that their pieces come from, as the search found them. */
export const rows = answer({
  name: 'rows',
  after: { floors, setOut, runs },
  takes: ({ job }) => woodOf(job),
  work({ kerf, hand, tape }, before, { progress, steps, remembered }) {
    const laidOut = before.runs.map((own, i): LaidOut => ({ floor: before.floors[i]!, setOut: before.setOut[i]!.setOut, ...own }));
    const groups = sharing(before.floors);
    return good(
      groups.map((places, k) => {
        const group = places.map((i) => laidOut[i]!);
        const share = (done: number) => progress?.((k + done) / groups.length);
        // what searches keep there is theirs alone
        const memory = remembered as SearchMemory | undefined;
        return {
          floors: group.map(rowsOf),
          cuts: cutsOf({ kerf, hand, tape }, group, { steps, progress: share, memory }),
          rack: group[0]!.floor.layout.stagger.rack,
        };
      }),
    );
  },
});

/** Which floors share planks, by their places: those of one product, whatever is said of it, whose joints are chosen by one school, seed and price. */
function sharing(all: readonly Floor[]): number[][] {
  const groups = grouped(all.keys(), (i) => {
    const { product, layout } = all[i]!;
    const { name, planks, widthSequence, perBox, limits } = product;
    const { school, seed, price, rack } = layout.stagger;
    return JSON.stringify([name, planks, widthSequence, perBox, limits, school, seed, price, rack]);
  });
  return [...groups.values()];
}

function wishedRuns(floor: Floor, { frame, rows: bands }: SetOut): FloorRuns & { readonly wishes: readonly Wishes[] } {
  const { runs: own, contacts } = runsOf(floor, { frame, rows: bands });
  const wishes = wishesOf(floor, { frame }, own);
  const { product } = floor;
  // planks of several lengths are drawn as they come
  const parts = (run: Run, i: number) =>
    !mixesLengths(product) && isParted({ ...run, plank: longestOf(product, run.row.width) }, wishes[i]!, product.limits.endPiece);
  return { runs: own.map((run, i) => (parts(run, i) ? { ...run, parted: true } : run)), contacts, wishes };
}

const rowsOf = ({ floor, setOut: { direction, frame, rows: bands }, runs }: LaidOut): FloorRows => ({
  id: floor.id,
  spaces: floor.spaces.map((s) => s.id),
  laid: floor.laid,
  direction,
  frame,
  rows: bands,
  runs,
  sizes: floor.product.planks.map(({ length, width }) => ({ length, width })),
});
