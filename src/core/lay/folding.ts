import type { PartInHand } from '../cuts';
import { roundPoint, type Point, type Ring } from '../geometry';
import type { Event, Piece, Plan } from '../given';
import type { Lying, Noted, PieceKey, SawnPart, Unbegun } from './stands';
import type { Begun } from './wood';

/** What stands, to be written to: every change goes through {@link set}, {@link drop} or {@link change}, which know the way back. */
export type Folding = {
  plan: Plan | null;
  highest: number;
  stock: Unbegun | null;
  otherwise: boolean;
  /** whether walls were found elsewhere since the plan in force was made */
  wallsMoved: boolean;
  keys: ReadonlyMap<PieceKey, Piece>;
  readonly lying: Map<PieceKey, Lying>;
  readonly onPlanks: Map<number, readonly PieceKey[]>;
  readonly parts: Map<PieceKey, SawnPart>;
  readonly begun: Map<number, Begun>;
  /** what is in hand of planks that are begun, part by part */
  readonly yard: Map<number, readonly PartInHand[]>;
  readonly shifts: Map<string, Point>;
  readonly walls: Map<string, Ring>;
  readonly otherRows: Map<string, true>;
  readonly notes: Map<number, Noted>;
  /** how to take back what the line under way has changed */
  back: (() => void)[];
};

export function set<K, V>(folding: Folding, map: Map<K, V>, key: K, value: V): void {
  const [had, before] = [map.has(key), map.get(key)];
  folding.back.push(() => (had ? map.set(key, before!) : map.delete(key)));
  map.set(key, value);
}
export function drop<K, V>(folding: Folding, map: Map<K, V>, key: K): void {
  if (!map.has(key)) return;
  const before = map.get(key)!;
  folding.back.push(() => map.set(key, before));
  map.delete(key);
}
export function change<Name extends 'plan' | 'highest' | 'stock' | 'otherwise' | 'wallsMoved' | 'keys'>(
  folding: Folding,
  name: Name,
  value: Folding[Name],
): void {
  const before = folding[name];
  folding.back.push(() => void (folding[name] = before));
  folding[name] = value;
}

/** A site on which nothing has happened. */
export const nothing = (): Folding => ({
  plan: null,
  highest: 0,
  stock: null,
  otherwise: false,
  wallsMoved: false,
  keys: new Map(),
  lying: new Map(),
  onPlanks: new Map(),
  parts: new Map(),
  begun: new Map(),
  yard: new Map(),
  shifts: new Map(),
  walls: new Map(),
  otherRows: new Map(),
  notes: new Map(),
  back: [],
});

/** A piece that lies, moved as its floor was pushed since. */
export function pushedTo(one: Lying, shift: Point): Lying {
  const [x, y] = [shift[0] - one.pushed[0], shift[1] - one.pushed[1]];
  if (x === 0 && y === 0) return one;
  return { ...one, pushed: shift, piece: { ...one.piece, outline: shifted(one.piece.outline, [x, y]) } };
}
export const shifted = (outline: Piece['outline'], [x, y]: Point): Piece['outline'] =>
  outline.map((ring) => ring.map((p) => roundPoint([p[0] + x, p[1] + y])));

/** Whether two pieces are one piece of wood: the same place on the same plank. */
export const isSameCut = (a: Piece, b: Piece): boolean => a.plank === b.plank && isSameBox(a.cut, b.cut);
export const isSameBox = (a: Piece['cut'], b: Piece['cut']): boolean =>
  a.from === b.from && a.to === b.to && a.low === b.low && a.high === b.high;

/** A line of one kind. */
export type Told<What extends Event['what']> = Extract<Event, { what: What }>;
