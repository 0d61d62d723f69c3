/** Lines that say what broke, was lost or sawn wrongly, and what was found. */
import { drop, set, type Folding, type Told } from './folding';
import { lostBetween, type PartInHand } from '../cuts';
import type { Ring } from '../geometry';
import { begin, liesOf, newSize, sizeOf } from './hand';
import { inYard } from './inYard';
import { pieceKey, type SiteGround } from './stands';
import { inHand, isGone, SAME_PLACE, type Begun } from './wood';

/** A strip that is narrower than its plank by more than this (mm) is none of its full-width pieces. */
const NARROWER = 0.5;

/** What is lost of a plank: sawn parts that it touches are spoilt, and what is left of them stays apart from the rest. */
function takeAway(folding: Folding, plank: Begun, from: number, to: number): void {
  const gone: [number, number][] = [[from, to]];
  /** sawn parts of which nobody knows what their rest is good for: those with notches or a rip */
  const spoilt = new Set<string>();
  for (const [key, part] of [...folding.parts]) {
    if (part.plank !== plank.n || !isGone(gone.slice(0, 1), part.cut.from, part.cut.to)) continue;
    drop(folding, folding.parts, key);
    const { cut, shape } = part;
    const whole = cut.low < SAME_PLACE && cut.high > plank.width - SAME_PLACE && shape.length === 1 && shape[0]!.length === 4;
    if (!whole) {
      gone.push([cut.from, cut.to]);
      spoilt.add(key);
    } else for (const end of [cut.from, cut.to]) if (end > SAME_PLACE && end < plank.length - SAME_PLACE) gone.push([end, end]);
  }
  set(folding, folding.begun, plank.n, { ...folding.begun.get(plank.n)!, gone: [...folding.begun.get(plank.n)!.gone, ...gone] });
  const isSpoilt = ({ origin }: PartInHand) => origin.kind === 'sawn' && spoilt.has(origin.piece);
  const left = inYard(folding, plank).filter((part) => !isSpoilt(part));
  set(folding, folding.yard, plank.n, lostBetween(left, from, to));
}

/** Less wood than this (mm²) is none. */
const NO_WOOD = 20;
const leftOf = (folding: Folding, plank: Begun, from?: number, to?: number): number =>
  inHand(plank, liesOf(folding, plank.n).map((l) => l.piece.cut), from, to); // prettier-ignore

export function sawAcross(folding: Folding, { kerf }: SiteGround, { plank: n, along }: Told<'cut-at'>): string | null {
  const size = sizeOf(folding, n);
  if (!size) return `saws plank ${n}, which there is not`;
  if (along <= 0 || along >= size.length) return `saws plank ${n} at ${along}, and it is ${size.length} long`;
  const lies = liesOf(folding, n).find(({ piece: { cut } }) => cut.from < along - SAME_PLACE && cut.to > along + SAME_PLACE);
  if (lies) return `saws plank ${n} at ${along}, inside ${pieceKey(lies.floor, lies.piece)}, which lies`;
  const plank = begin(folding, n, size);
  if (leftOf(folding, plank, Math.max(0, along - 1), Math.min(size.length, along + 1)) < NO_WOOD)
    return `saws plank ${n} at ${along}, where nothing of it is in hand`;
  takeAway(folding, plank, along, Math.min(size.length, along + kerf));
  return null;
}

export function breakBegun(folding: Folding, n: number): string | null {
  const size = sizeOf(folding, n);
  if (!size) return `breaks plank ${n}, which there is not`;
  const plank = begin(folding, n, size);
  if (leftOf(folding, plank) < NO_WOOD) return `breaks plank ${n}, of which nothing is in hand`;
  takeAway(folding, plank, 0, plank.length);
  return null;
}

/** Planks of which nothing was cut yet. */
type NewPlanks = Pick<Told<'broken'>, 'count' | 'length' | 'width' | 'product'>;

export function breakNew(folding: Folding, ground: SiteGround, { count = 1, length, width, product }: NewPlanks): string | null {
  const size = newSize(ground, { length, width }, undefined, product);
  if (typeof size === 'string') return `breaks a new plank that ${size}`;
  for (let k = 0; k < count; k++) {
    const plank = begin(folding, folding.highest + 1, size);
    takeAway(folding, plank, 0, plank.length);
  }
  return null;
}

export function lose(folding: Folding, { plank: n, from, to }: Told<'lost'>): string | null {
  const size = sizeOf(folding, n);
  if (!size) return `loses some of plank ${n}, which there is not`;
  if (to <= from || from >= size.length) return `loses ${from} to ${to} of plank ${n}, which is no part of it`;
  const plank = begin(folding, n, size);
  const end = Math.min(to, size.length);
  if (leftOf(folding, plank, from, end) < NO_WOOD) return `loses ${from} to ${to} of plank ${n}, of which nothing is in hand`;
  takeAway(folding, plank, from, end);
  return null;
}

export function find(folding: Folding, { sizes }: SiteGround, { length, width, ends, edge }: Told<'found'>): string | null {
  const own = sizes
    .filter((s) => s.length >= length - SAME_PLACE && s.width >= width - SAME_PLACE)
    .sort((a, b) => a.length - b.length || a.width - b.width);
  const size = own[0];
  if (!size) return `finds a piece of ${length} × ${width}, larger than any plank`;
  const plank = begin(folding, folding.highest + 1, size, true);
  const spare = Math.max(0, size.length - length);
  const [from, to] =
    ends === 'both'
      ? [0, size.length]
      : ends === 'left'
        ? [0, length]
        : ends === 'right'
          ? [spare, size.length]
          : [spare / 2, size.length - spare / 2];
  const gone: [number, number][] = [];
  if (from > SAME_PLACE) gone.push([0, from]);
  if (to < size.length - SAME_PLACE) gone.push([to, size.length]);
  // what of a strip is there its part in the yard says, and of one without a factory edge nobody knows how it locks
  const isStrip = width < size.width - NARROWER;
  if (isStrip) gone.push([0, size.length]);
  set(folding, folding.begun, plank.n, { ...plank, gone });
  const [low, high] = !isStrip ? [0, size.width] : edge === 'far' ? [size.width - width, size.width] : [0, width];
  const ring: Ring = [[from, low], [to, low], [to, high], [from, high]]; // prettier-ignore
  set(folding, folding.yard, plank.n, isStrip && edge === undefined ? [] : [{ plank: plank.n, ring, origin: { kind: 'found' } }]);
  return null;
}
