import fc from 'fast-check';
import { comesApart, type Sawn } from '.';
import type { Piece } from '../given';

type Box = Piece['cut'];

/** Cuts a plank by chance, straight through each time, so that its parts surely come apart. */
function sawn(random: () => number, box: Box, kerf: number, depth: number): Box[] {
  const across = random() < 0.5;
  const [low, high] = across ? ([box.low, box.high] as const) : ([box.from, box.to] as const);
  if (depth === 0 || high - low < 4 * kerf + 20) return [box];
  const at = low + (0.2 + 0.6 * random()) * (high - low);
  const parts = across
    ? [
        { ...box, high: at },
        { ...box, low: at + kerf },
      ]
    : [
        { ...box, to: at },
        { ...box, from: at + kerf },
      ];
  return parts.flatMap((p) => sawn(random, p, kerf, depth - 1));
}

test('what was sawn straight through comes apart', () => {
  fc.assert(
    fc.property(fc.infiniteStream(fc.double({ min: 0, max: 0.999, noNaN: true })), fc.constantFrom(0, 3), (chance, kerf) => {
      const random = () => chance.next().value as number;
      const parts = sawn(random, { from: 0, to: 1285, low: 0, high: 192 }, kerf, 3);
      expect(
        comesApart(
          parts.map((p) => ({ box: p })),
          kerf,
        ),
      ).toBe(true);
    }),
  );
});

const box = (from: number, to: number, low: number, high: number): Box => ({ from, to, low, high });

test('a pinwheel does not, nor what overlaps or lies nearer than the kerf', () => {
  const apart = (boxes: Box[], kerf: number) =>
    comesApart(
      boxes.map((b) => ({ box: b })),
      kerf,
    );
  expect(apart([box(0, 60, 0, 30), box(70, 100, 0, 60), box(40, 100, 70, 100), box(0, 30, 40, 100)], 3)).toBe(false);
  expect(apart([box(0, 60, 0, 30), box(50, 100, 0, 30)], 0)).toBe(false);
  expect(apart([box(0, 60, 0, 30), box(62, 100, 0, 30)], 3)).toBe(false);
  expect(apart([box(0, 60, 0, 30), box(63, 100, 0, 30)], 3)).toBe(true);
});

test('slanted ends that lap come apart by one slanted cut, a kerf wide across it; square boxes in their place do not', () => {
  // 45°: a kerf of 3 is 4.25 along the plank
  const closer: Sawn = { box: box(0, 600, 0, 192), ring: [[0, 0], [408, 0], [600, 192], [0, 192]] }; // prettier-ignore
  const starter = (from: number): Sawn => ({
    box: box(from, 1285, 0, 192),
    ring: [[0, 0], [1285 - from, 0], [1285 - from, 192], [192, 192]], // prettier-ignore
  });
  expect(comesApart([closer, starter(412.3)], 3)).toBe(true);
  expect(comesApart([closer, starter(412.2)], 3)).toBe(false);
  expect(comesApart([closer, { box: starter(412.3).box }], 3)).toBe(false);
});
