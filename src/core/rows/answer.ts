import { answer } from '../answer';
import { floors, type Floor } from '../floors';
import { good, woodOf } from '../given';
import { setOut, type SetOut } from '../setout';
import { leastPlanks } from './bound';
import { cutsOf, type LaidOut, type SearchMemory } from './lay';
import type { MixedCut } from './mixed';
import { runsOf, type Run } from './runs';

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
  /** the planks that no plan of these rows can do without */
  readonly least: number;
}[];

/** Where every joint falls: the runs of all floors and the planks that their pieces come from, as the search found them. */
export const rows = answer({
  name: 'rows',
  after: { floors, setOut },
  takes: ({ job }) => woodOf(job),
  work({ kerf, hand, tape }, before, { progress, steps, remembered }) {
    const laidOut = before.floors.map((floor, i): LaidOut => ({
      floor,
      setOut: before.setOut[i]!.setOut,
      ...runsOf(floor, before.setOut[i]!.setOut),
    }));
    const groups = groupBy(laidOut, ({ floor }) => sharesPlanks(floor));
    return good(
      groups.map((group, k) => {
        const share = (done: number) => progress?.((k + done) / groups.length);
        // what searches keep there is theirs alone
        const memory = remembered as SearchMemory | undefined;
        const { planks, limits } = group[0]!.floor.product;
        const runs = group.flatMap((g) => g.runs);
        return {
          floors: group.map(rowsOf),
          cuts: cutsOf({ kerf, hand, tape }, group, { steps, progress: share, memory }),
          rack: group[0]!.floor.layout.stagger.rack,
          // a butt joint parts an end piece in two: each may save a plank
          least: Math.max(
            0,
            leastPlanks(runs, planks, limits.endPiece, kerf) - group.reduce((sum, g) => sum + (g.floor.layout.stagger.butts ?? 0), 0),
          ),
        };
      }),
    );
  },
});

/** Floors of one product, whatever is said of it, share their planks where their joints are chosen by one school, seed and price. */
const sharesPlanks = ({ product: { name, planks, widthSequence, perBox, limits }, layout }: Floor): string => {
  const { school, seed, price, rack } = layout.stagger;
  return JSON.stringify([name, planks, widthSequence, perBox, limits, school, seed, price, rack]);
};

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

function groupBy<T>(items: readonly T[], keyOf: (item: T) => string): T[][] {
  const groups = new Map<string, T[]>();
  for (const item of items) groups.set(keyOf(item), [...(groups.get(keyOf(item)) ?? []), item]);
  return [...groups.values()];
}
