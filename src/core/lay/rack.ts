import type { Piece, Plan } from '../given';
import { pieceKey, type PieceKey, type Site } from './stands';
import { isGone, SAME_PLACE } from './wood';

/** Something that is left of a begun plank, as it lies on the rack. */
export type OnRack = {
  readonly plank: number;
  readonly from: number;
  readonly to: number;
  /** which factory end it keeps */
  readonly hand: 'left' | 'right' | 'both' | 'none';
  /** how wide it is, and whether that is its plank's whole width */
  readonly width: number;
  readonly whole: boolean;
  /** sawn to its size already, and waiting to be laid */
  readonly sawn: boolean;
  /** the pieces that are still to be cut from it, in the order in which they are laid */
  readonly becomes: readonly PieceKey[];
};

/** A shorter remainder (mm) is thrown away without a word. */
const CRUMB = 100;

/** Everything that is left of begun planks: what waits for a piece first, in the order in which it is wanted; then what may be thrown away. */
export function rackOnSite(site: Site, plan: Plan, kerf: number): readonly OnRack[] {
  const order = new Map(plan.floors.flatMap((f) => f.pieces.map((p) => pieceKey(f.id, p))).map((key, i) => [key, i]));
  const waiting = plan.floors.flatMap((f) =>
    f.pieces.map((piece) => ({ key: pieceKey(f.id, piece), piece })).filter(({ key }) => !site.lying.has(key)),
  );
  const found: OnRack[] = [];
  for (const plank of site.begun.values()) {
    const parts = site.parts.filter((p) => p.plank === plank.n);
    const lies = [...site.lying.values()].filter((l) => l.piece.plank === plank.n).map((l) => l.piece.cut);
    const mine = waiting.filter((w) => w.piece.plank === plank.n);
    const within = (piece: Piece, a: number, b: number) => piece.cut.from > a - SAME_PLACE && piece.cut.to < b + SAME_PLACE;
    const hand = (a: number, b: number) =>
      a < SAME_PLACE ? (b > plank.length - SAME_PLACE ? 'both' : 'left') : b > plank.length - SAME_PLACE ? 'right' : 'none';
    const size = { plank: plank.n };
    for (const { key, cut } of parts)
      found.push({ ...size, from: cut.from, to: cut.to, hand: hand(cut.from, cut.to), width: cut.high - cut.low, whole: cut.high - cut.low > plank.width - SAME_PLACE, sawn: true, becomes: order.has(key) ? [key] : [] }); // prettier-ignore
    const taken = [...lies, ...parts.map((p) => p.cut)];
    const stops = [0, plank.length, ...taken.flatMap((c) => [c.from - kerf, c.to + kerf]), ...plank.gone.flat()]
      .filter((u) => u >= 0 && u <= plank.length)
      .sort((a, b) => a - b);
    const isFree = (a: number, b: number) =>
      !isGone(plank.gone, a, b) && !taken.some((c) => c.from - kerf < b - SAME_PLACE && c.to + kerf > a + SAME_PLACE);
    let from: number | null = null;
    for (let k = 0; k < stops.length; k++) {
      const free = k + 1 < stops.length && (stops[k + 1]! - stops[k]! < SAME_PLACE ? from !== null : isFree(stops[k]!, stops[k + 1]!));
      if (free) from ??= stops[k]!;
      else if (from !== null) {
        const to = stops[k]!;
        const becomes = mine.filter((w) => !site.sawn.has(w.key) && within(w.piece, from!, to)).map((w) => w.key);
        if (to - from >= CRUMB || becomes.length > 0) found.push({ ...size, from, to, hand: hand(from, to), width: plank.width, whole: true, sawn: false, becomes }); // prettier-ignore
        from = null;
      }
    }
    // strips beside what lies or is sawn
    for (const { key, piece } of mine) {
      if (isGone(plank.gone, piece.cut.from, piece.cut.to)) continue;
      if (site.sawn.has(key) || found.some((f) => f.plank === plank.n && f.becomes.includes(key))) continue;
      const { cut } = piece;
      found.push({ ...size, from: cut.from, to: cut.to, hand: hand(cut.from, cut.to), width: cut.high - cut.low, whole: false, sawn: false, becomes: [key] }); // prettier-ignore
    }
  }
  const first = (r: OnRack) => Math.min(Infinity, ...r.becomes.map((key) => order.get(key)!));
  return found.sort((a, b) => first(a) - first(b) || b.to - b.from - (a.to - a.from));
}
