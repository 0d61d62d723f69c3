import type { School } from '../../given';
import type { Stretches } from '../schools';
import type { SearchContact, SearchRun } from '../ties';

export type SearchTask = {
  readonly runs: readonly SearchRun[];
  readonly contacts: readonly SearchContact[];
  /** For each run the run that shares its planks' width, or −1. */
  readonly mates: ArrayLike<number>;
  readonly kerf: number;
  readonly school: School;
  readonly seed: number;
  /** how many faults of looks a plank is worth: one more is opened where that takes away more of them; as the school has it where nothing is said */
  readonly price?: number;
  /** the most remainders that may wait at once, where somebody bounds them: then only what is laid about the same time shares planks */
  readonly bound?: number;
  /** runs that stay as they are: their starters, and what is between them is not judged */
  readonly fixed?: ReadonlyMap<number, number>;
  readonly steps?: number;
  /** Starters that a school's pattern or a person allows each run; all that keep the limits where there is none. */
  readonly allowed?: readonly Stretches[] | null;
  /** whether these come from a school's pattern: then nothing else is laid first */
  readonly pattern?: boolean;
  /** starters to begin with */
  readonly begin?: Float64Array;
  /** starters of a floor that is nearly right already: it is mended where what is allowed has changed, in fewer steps */
  readonly from?: Float64Array;
};

/** What a choice of starters costs. */
export type Cost = {
  /** broken limits */
  readonly musts: number;
  readonly planks: number;
  /** faults of looks */
  readonly looks: number;
};

export type SearchResult = {
  readonly starters: Float64Array;
  readonly cost: Cost;
  readonly steps: number;
  /** runs that break a limit, by themselves or with a neighbour */
  readonly broken: readonly number[];
  /** runs whose joints come again too soon after those of an earlier one */
  readonly repeated: readonly number[];
};

/** How the search reports how far it is, 0 to 1. */
export type Progress = (done: number) => void;
