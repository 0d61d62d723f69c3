import { grouped } from '../geometry';
import { isStraight, type PieceCuts } from './list';

/** So many rows are cut ahead where somebody cuts in batches. */
export const BATCH_ROWS = 6;

/** How often the saw's stop is set for crosscuts. */
export type StopSettings = {
  /** cut piece by piece: whenever the next length is another */
  readonly rowByRow: number;
  /** several rows cut ahead, equal lengths one after the other */
  readonly batches: number;
  /** every length of the job once */
  readonly lengths: number;
};

/** The lengths that a piece's square crosscuts keep, as they are read. */
const keptBy = ({ cuts }: PieceCuts): readonly number[] =>
  cuts.flatMap((cut) =>
    isStraight(cut) && cut.kind === 'cross' && cut.marks[0].from === cut.marks[1].from && cut.marks[0].read === cut.marks[1].read
      ? [cut.marks[0].read]
      : [],
  );

/** Counts the settings of the stop that a cut list asks for. */
export function countStops(pieces: readonly PieceCuts[], batch = BATCH_ROWS): StopSettings {
  const rows = [...grouped(pieces, ({ floor, row }) => `${floor} ${row}`).values()].map((own) => own.flatMap(keptBy));
  const all = rows.flat();
  const batches = Array.from({ length: Math.ceil(rows.length / batch) }, (_, k) => rows.slice(k * batch, (k + 1) * batch).flat());
  return {
    rowByRow: all.filter((length, i) => length !== all[i - 1]).length,
    batches: batches.reduce((sum, own) => sum + new Set(own).size, 0),
    lengths: new Set(all).size,
  };
}

/** How many saw cuts a list asks for: every cut right through, every notch and hole. */
export const sawCuts = (pieces: readonly PieceCuts[]): number => pieces.reduce((sum, { cuts }) => sum + cuts.length, 0);
