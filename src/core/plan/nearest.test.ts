import fc from 'fast-check';
import type { Piece, Plank } from '../given';
import { joinedEnds, nearestPairs } from './nearest';

const LENGTHS = [1285, 900];
const KERF = 3;
type Drawn = {
  readonly length: number;
  readonly share: number;
  readonly room: number;
  readonly holds: 'both' | 'starter' | 'closer' | 'middle' | 'whole';
};

/** Pieces of planks in an order in which they are laid. */
const sawn = fc
  .array(
    fc.record({
      length: fc.constantFrom(...LENGTHS),
      share: fc.double({ min: 0.1, max: 0.9, noNaN: true }),
      room: fc.double({ min: 0.7, max: 1, noNaN: true }),
      holds: fc.constantFrom('both', 'both', 'both', 'both', 'starter', 'closer', 'middle', 'whole'),
    }),
    { minLength: 2, maxLength: 40 },
  )
  .map((list: readonly Drawn[]) =>
    list.flatMap(({ length, share, room, holds }, i): Piece[] => {
      const long = (length - KERF) * room;
      const of = (from: number, to: number): Piece => ({ id: `${i} ${from}`, row: 1, outline: [], plank: i + 1, cut: { from, to, low: 0, high: 192 } }); // prettier-ignore
      if (holds === 'whole') return [of(0, length)];
      if (holds === 'middle') return [of(300, 700)];
      return [
        ...(holds === 'closer' ? [] : [of(length - long * share, length)]),
        ...(holds === 'starter' ? [] : [of(0, long * (1 - share))]),
      ];
    }),
  )
  .chain((pieces) => fc.shuffledSubarray(pieces, { minLength: pieces.length }));

/** How long each plank is: it shows at the right end of a starter, or of a whole one. */
const lengthOf = (pieces: readonly Piece[], n: number): number => {
  const reach = Math.max(...pieces.filter((p) => p.plank === n).map((p) => p.cut.to));
  return LENGTHS.find((l) => Math.abs(l - reach) < 1) ?? LENGTHS[0]!;
};

test('the same pieces come from the same planks, each with room for the saw, and remainders never wait longer', () => {
  fc.assert(
    fc.property(sawn, (pieces) => {
      const order = pieces.map((piece) => ({ piece, plank: piece.plank, floor: 'f1', row: 1, rowOfAll: 0 }));
      const planks = [...new Set(pieces.map((p) => p.plank))].map((n): Plank => ({ n, length: lengthOf(pieces, n), width: 192 }));
      const other = nearestPairs(order, planks, KERF);
      const uses = (plankOf: (p: Piece) => number) => {
        const all = new Map<number, { piece: Piece; at: number }[]>();
        pieces.forEach((piece, at) => all.set(plankOf(piece), [...(all.get(plankOf(piece)) ?? []), { piece, at }]));
        return all;
      };
      const after = uses((p) => other.get(p) ?? p.plank);
      expect(after.size).toBe(planks.length);
      for (const [n, own] of after) {
        const cuts = own.map((u) => u.piece.cut).sort((a, b) => a.from - b.from);
        expect(cuts.length).toBeLessThanOrEqual(2);
        for (const { to } of cuts) expect(to).toBeLessThanOrEqual(planks.find((p) => p.n === n)!.length + 0.01);
        for (let k = 1; k < cuts.length; k++) expect(cuts[k]!.from - cuts[k - 1]!.to).toBeGreaterThanOrEqual(KERF - 0.01);
      }
      const waits = (all: typeof after) =>
        [...all.values()].reduce((sum, own) => sum + Math.max(...own.map((u) => u.at)) - Math.min(...own.map((u) => u.at)), 0);
      expect(waits(after)).toBeLessThanOrEqual(waits(uses((p) => p.plank)));
    }),
  );
});

test('lonely ends share planks as long as no more wait than may, and none is left alone that could still share one', () => {
  fc.assert(
    fc.property(sawn, fc.integer({ min: 1, max: 4 }), (drawn, bound) => {
      // every piece begins alone on a plank of its own
      const pieces = drawn.map((piece, i): Piece => ({ ...piece, plank: i + 1 }));
      const lengths = drawn.map((piece) => lengthOf(drawn, piece.plank));
      const planks = pieces.map(({ plank: n }, i): Plank => ({ n, length: lengths[i]!, width: 192 }));
      const order = pieces.map((piece) => ({ piece, plank: piece.plank, floor: 'f1', row: 1, rowOfAll: 0 }));
      const joined = joinedEnds(order, planks, { kerf: KERF, waiting: new Int32Array(pieces.length + 1), bound });
      const onto = (i: number) => (joined.get(pieces[i]!) ?? pieces[i]!.plank) - 1;
      const waiting = new Int32Array(pieces.length);
      const shared = new Set<number>();
      pieces.forEach(({ cut }, i) => {
        const k = onto(i);
        if (k === i) return;
        // a closer has come to a starter, and to no other closer
        expect(cut.from).toBe(0);
        expect(pieces[k]!.cut.from).toBeGreaterThan(0);
        expect(shared.has(k)).toBe(false);
        shared.add(k).add(i);
        expect(cut.to).toBeLessThanOrEqual(pieces[k]!.cut.from - (lengths[k]! - pieces[k]!.cut.to) - KERF + 0.01);
        for (let t = Math.min(i, k); t < Math.max(i, k); t++) waiting[t]!++;
      });
      expect(Math.max(0, ...waiting)).toBeLessThanOrEqual(bound);
      pieces.forEach(({ cut }, s) => {
        const isStarter = cut.from > 0 && cut.to > lengths[s]! - 0.001;
        if (shared.has(s) || !isStarter) return;
        pieces.forEach((other, c) => {
          const fits = other.cut.from === 0 && other.cut.to < lengths[c]! && other.cut.to <= cut.from - KERF - 0.01;
          if (shared.has(c) || !fits) return;
          expect(Math.max(...waiting.subarray(Math.min(s, c), Math.max(s, c)))).toBe(bound);
        });
      });
    }),
    { numRuns: 300 },
  );
});
