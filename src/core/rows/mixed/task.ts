import type { School } from '../../given';
import type { Cut } from '../allocate';
import type { SearchContact, SearchRun } from '../ties';

/** A length of plank: its place in the product's list, and how many of it a box holds (a share may make that a fraction). */
export type MixedSize = { readonly index: number; readonly length: number; readonly inBox: number };

export type MixedTask = {
  /** `plank` of a run is the longest length of its width; `size` names the width */
  readonly runs: readonly SearchRun[];
  readonly contacts: readonly SearchContact[];
  /** where a person pinned joints, along each run */
  readonly pins: ReadonlyMap<number, readonly number[]>;
  /** the lengths of each width, by the runs' `size` */
  readonly sizes: ReadonlyMap<number, readonly MixedSize[]>;
  readonly perBox: number;
  readonly kerf: number;
  readonly school: School;
  readonly seed: number;
  /** how many faults of looks a plank is worth */
  readonly price: number;
  readonly steps?: number;
};

/** A cut, and which plank size of the product it is from. */
export type MixedCut = Cut & { readonly size: number };

/** One run as it is laid: the lengths of its pieces. */
export type Row = { readonly lengths: readonly number[]; readonly joints: readonly number[] };
