import type { Sold } from '../given';

/** Where in a shop something stands. */
export const COUNTERS = ['planks', 'base', 'beneath', 'profiles', 'trim', 'fixing', 'safety'] as const;
export type Counter = (typeof COUNTERS)[number];

/** Which of the other answers a figure is read off; `crew` and `plan` also where a preset makes the figure of theirs. */
export type Figure = 'plan' | 'base' | 'beneath' | 'edges' | 'crew';

/** A thing that is used, before it is known how it is sold. */
export type Used = {
  readonly id: string;
  readonly counter: Counter;
  readonly what: string;
  /** ids of the spaces that it is for; none: for all of them */
  readonly for: readonly string[];
  readonly need: number;
  readonly unit: string;
  /** of the unit, in one pack; null where nothing says it */
  readonly pack: number | null;
  readonly spare: number;
  readonly from: Figure;
  /** how the need comes about */
  readonly why: string;
  /** kg of one unit; null where nobody knows. A preset by what it is made of. */
  readonly unitWeight: number | null;
  /** packs that another answer has counted already */
  readonly packs?: number;
  /** Whether the pack is a preset: what is printed on it decides. */
  readonly preset?: true;
};

/** A line of the list: what is used, and what is bought for it. */
export type OrderLine = Omit<Used, 'packs'> & {
  readonly packs: number | null;
  /** kg of one pack, or of one unit where nothing says the pack; of all that is bought */
  readonly each: number | null;
  readonly weight: number | null;
  /** times that somebody goes up the stairs with it */
  readonly carries: number;
  /** of one pack, or of one unit; of all that is bought; null where nobody said */
  readonly price: number | null;
  readonly cost: number | null;
};

/** What one person carries at a time, kg; a preset. */
export const PRESET_CARRY = 25;
/** Sums of decimals are off in their last places. */
const NOISE = 1e-9;

/** Packs that hold so much. */
const packsFor = (amount: number, pack: number): number => Math.ceil(amount / pack - NOISE);

/** What is bought of something: packs, their weight, the way up, the price; as somebody said of it, else as it is usual. */
export function bought(used: Used, sold: Sold | undefined, carry: number): OrderLine {
  const pack = sold?.pack ?? used.pack;
  const packs =
    sold?.pack !== undefined || used.packs === undefined ? (pack === null ? null : packsFor(used.need + used.spare, pack)) : used.packs;
  const each = sold?.weight ?? (used.unitWeight === null ? null : used.unitWeight * (pack ?? 1));
  const many = packs ?? used.need + used.spare;
  const weight = each === null ? null : each * many;
  const price = sold?.price ?? null;
  const { preset, ...rest } = used;
  return {
    ...rest,
    ...(preset && sold?.pack === undefined ? { preset } : {}),
    pack,
    packs,
    each,
    weight,
    carries: each === null || weight === null ? 0 : packs === null ? Math.ceil(weight / carry - NOISE) : carriesOf(packs, each, carry),
    price,
    cost: price === null ? null : price * many,
  };
}

/** Times that packs are carried: as many at a time as one person carries, and at least one. */
export const carriesOf = (packs: number, each: number, carry: number): number =>
  Math.ceil(packs / Math.max(1, Math.floor(carry / each + NOISE)));
