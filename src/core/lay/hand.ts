/** Wood as lines of a log take it in hand: planks that are begun, parts that are there or gone. */
import { holds } from '../cuts';
import { change, drop, set, type Folding } from './folding';
import { isGone, liesIn, onPlank, shareWood, type Begun, type OnPlank, type PlankOf } from './wood';
import type { Lying, PieceKey, SiteGround } from './stands';

/** Plank numbers that are known: of the plan in force, or begun. */
export const sizeOf = ({ begun, plan }: Folding, n: number): PlankOf | undefined => begun.get(n) ?? plan!.planks.find((p) => p.n === n);

export function begin(folding: Folding, n: number, { length, width, product }: PlankOf, found = false): Begun {
  const before = folding.begun.get(n);
  if (before) return before;
  const plank: Begun = { n, length, width, ...(product === undefined ? {} : { product }), gone: [], found };
  set(folding, folding.begun, n, plank);
  if (n > folding.highest) change(folding, 'highest', n);
  if (!found) takeFromStock(folding, plank);
  return plank;
}

export const isSameSize = (a: PlankOf, b: PlankOf): boolean =>
  a.length === b.length && a.width === b.width && (a.product === undefined || b.product === undefined || a.product === b.product);

function takeFromStock(folding: Folding, plank: PlankOf): void {
  const { stock } = folding;
  if (stock === null) return;
  if (typeof stock === 'number') return change(folding, 'stock', Math.max(0, stock - 1));
  const at = stock.findIndex((s) => isSameSize(s, plank));
  change(folding, 'stock', stock.map((s, i) => (i === at ? { ...s, count: Math.max(0, s.count - 1) } : s))); // prettier-ignore
}

export const liesOf = ({ lying, onPlanks }: Folding, plank: number): readonly Lying[] =>
  (onPlanks.get(plank) ?? []).map((key) => lying.get(key)!);
export const directionOf = ({ plan }: Folding, floor: string): number => plan!.floors.find((f) => f.id === floor)!.direction;

/** Why a part of a plank cannot be had; null where it is there. */
export function woodGone(folding: Folding, part: OnPlank, key: PieceKey | null): string | null {
  const plank = folding.begun.get(part.plank);
  if (!plank) return null;
  // losses are told by stretches of a plank's length; a strip beside what was lost may be in hand all the same
  const isInHand = (folding.yard.get(part.plank) ?? []).some((p) => p.origin.kind !== 'sawn' && holds(p.ring, part.shape[0]!));
  if (!isInHand && isGone(plank.gone, part.cut.from, part.cut.to)) return 'whose wood is gone';
  if (liesOf(folding, part.plank).some((l) => shareWood(part, onPlank(directionOf(folding, l.floor), l.piece))))
    return 'whose wood lies elsewhere';
  const other = [...folding.parts.values()].some((p) => p.key !== key && shareWood(part, p) && !liesIn(part, p));
  return other ? 'whose wood is sawn otherwise' : null;
}

/** What was sawn from a plank and holds this part is used up by it. */
export function spend(folding: Folding, part: OnPlank): void {
  for (const [key, other] of [...folding.parts]) if (liesIn(part, other)) drop(folding, folding.parts, key);
}

/** The size of a plank that is new in hand; a sentence where it is not said and cannot be known. */
export function newSize(
  { sizes }: SiteGround,
  told: { readonly length?: number; readonly width?: number },
  width?: number,
  product?: string,
): PlankOf | string {
  const own = sizes.filter(
    (s) =>
      (told.length === undefined || s.length === told.length) &&
      (told.width === undefined || s.width === told.width) &&
      (width === undefined || s.width === width) &&
      (product === undefined || s.product === undefined || s.product === product),
  );
  if (own.length === 0) return 'is of a size that there is none of';
  if (own.some((s) => !isSameSize(s, own[0]!))) return 'comes in several sizes; say its length and width';
  return own[0]!;
}
