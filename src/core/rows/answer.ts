import { answer } from '../answer';
import { floors, type Floor } from '../floors';
import { good, woodOf } from '../given';
import { setOut, type SetOut } from '../setout';
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
export type LaidRows = readonly { readonly floors: readonly FloorRows[]; readonly cuts: readonly (readonly MixedCut[])[] }[];

/** Where every joint falls: the runs of all floors and the planks that their pieces come from, as the search found them. */
export const rows = answer({
  name: 'rows',
  after: { floors, setOut },
  takes: ({ job }) => woodOf(job),
  work({ kerf, hand }, before, { progress, steps, remembered }) {
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
        return { floors: group.map(rowsOf), cuts: cutsOf({ kerf, hand }, group, { steps, progress: share, memory }) };
      }),
    );
  },
});

/** Floors of one product, whatever is said of it, share their planks where their joints are chosen by one school and seed. */
const sharesPlanks = ({ product: { name, planks, widthSequence, perBox, limits }, layout: { stagger } }: Floor): string =>
  JSON.stringify([name, planks, widthSequence, perBox, limits, stagger.school, stagger.seed]);

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
