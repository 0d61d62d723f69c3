import fc from 'fast-check';
import type { SearchRun } from '../ties';
import { nearer, type Bin, type End } from './nearer';
import type { MixedTask } from './task';

const SIZES = [600, 1200, 1800].map((length, index) => ({ index, length, inBox: 3 }));
const KERF = 3;

const run = (row: number): SearchRun => ({ u0: 0, u1: 4000, plank: 1800, size: 0, row, stagger: 200, endPiece: 250 });
const end = (kind: 'starter' | 'closer', row: number, length: number): End => ({
  segment: { run: row, place: kind === 'starter' ? 0 : 2, kind, from: 0, to: length },
  length,
});
const task = (rows: number, rack = 6): MixedTask => ({
  runs: Array.from({ length: rows }, (_, i) => run(i)),
  contacts: [],
  pins: new Map(),
  sizes: new Map([[0, SIZES]]),
  perBox: 8,
  kerf: KERF,
  school: 'offcut',
  seed: 7,
  price: 3,
  rack,
});

/** Planks with a starter, a closer or both that fit them, each of a row of its own. */
const binsOf = fc
  .array(
    fc.record({
      size: fc.constantFrom(...SIZES),
      share: fc.double({ min: 0.2, max: 0.8, noNaN: true }),
      room: fc.double({ min: 0.7, max: 1, noNaN: true }),
      holds: fc.constantFrom('both', 'both', 'both', 'starter', 'closer'),
    }),
    { minLength: 2, maxLength: 40 },
  )
  .chain((planks) =>
    fc.tuple(
      fc.constant(planks),
      fc.shuffledSubarray(
        planks.map((_, i) => i),
        { minLength: planks.length },
      ),
    ),
  ) // prettier-ignore
  .map(([planks, order]) =>
    planks.map(({ size, share, room, holds }, i): Bin => {
      const long = (size.length - KERF) * room;
      return {
        size,
        ...(holds === 'closer' ? {} : { starter: end('starter', i, long * share) }),
        ...(holds === 'starter' ? {} : { closer: end('closer', order[i]!, long * (1 - share)) }),
      };
    }),
  );

const waited = (bins: readonly Bin[]): number =>
  bins.reduce((sum, { starter, closer }) => sum + (starter && closer ? Math.abs(starter.segment.run - closer.segment.run) : 0), 0);
const pieces = (bins: readonly Bin[], kind: 'starter' | 'closer') => bins.flatMap((b) => b[kind]?.segment.run ?? []).sort((a, b) => a - b);

test('the same pieces come from the same planks, each has room for what is cut from it, and none is left without a piece', () => {
  fc.assert(
    fc.property(binsOf, (bins) => {
      const found = nearer(task(bins.length), bins);
      expect(found.map((b) => b.size)).toEqual(bins.map((b) => b.size));
      for (const kind of ['starter', 'closer'] as const) expect(pieces(found, kind)).toEqual(pieces(bins, kind));
      for (const { starter, closer, size } of found) {
        expect(starter ?? closer).toBeDefined();
        const long = (starter?.length ?? 0) + (closer?.length ?? 0) + (starter && closer ? KERF : 0);
        expect(long).toBeLessThanOrEqual(size.length + 0.02);
      }
    }),
    { numRuns: 60 },
  );
});

test('remainders wait for fewer rows: planks that could exchange all their closers wait for none', () => {
  const rows = 20;
  // equal halves, each with the closer of the row as far away as can be
  const bins = Array.from({ length: rows }, (_, i): Bin => ({ size: SIZES[2]!, starter: end('starter', i, 880), closer: end('closer', rows - 1 - i, 880) })); // prettier-ignore
  expect(waited(bins)).toBe(200);
  expect(waited(nearer(task(rows), bins))).toBeLessThanOrEqual(8);
});
