import fc from 'fast-check';
import { crossingEdges, type Ring } from '../geometry';
import { floorsOf } from '../floors';
import { newJob, type Job } from '../given';
import {
  adjusted,
  annexed,
  closingOf,
  cornersOf,
  doorwayIn,
  nearestWall,
  outlineOf,
  placeBeside,
  placedOutline,
  walkOf,
  wallLetter,
  withWallLength,
} from '.';

const ell: [number, number][] = [
  [0, 0],
  [0, 4000],
  [2600, 4000],
  [2600, 2500],
  [5000, 2500],
  [5000, 0],
];

const sides = (ring: Ring) => walkOf(ring).map((w) => w.length);

test('an outline walked wall by wall is the outline again', () => {
  const walk = walkOf(ell);
  expect(walk.map((w) => w.turn)).toEqual([90, 90, -90, 90, 90, 90]);
  const again = outlineOf(walk)!;
  sides(again).forEach((side, i) => expect(side).toBeCloseTo(sides(ell)[i]!, 3));
});

test('a misread wall is found: it, or the one it cannot be told from, comes first', () => {
  fc.assert(
    fc.property(fc.nat(5), fc.constantFrom(100, -100, 1000, 37), (wall, by) => {
      fc.pre(sides(ell)[wall]! + by > 200);
      const walk = walkOf(ell).map((w, i) => (i === wall ? { ...w, length: w.length + by } : w));
      const closing = closingOf(walk);
      expect(closing.error).toBeCloseTo(Math.abs(by), 6);
      // with the right correction for a parallel wall too
      expect(closing.likely.map((l) => l.wall)).toContain(wall);
      expect(closing.likely.every((l) => Math.abs(Math.abs(l.by) - Math.abs(by)) < 0.01)).toBe(true);
      const mended = adjusted(walk, wall, closing.likely.find((l) => l.wall === wall)!.by);
      expect(sides(mended).every((side, i) => Math.abs(side - sides(ell)[i]!) < 0.01)).toBe(true);
    }),
  );
});

test('a walk that does not close, or crosses itself, is no outline yet', () => {
  expect(
    outlineOf([
      { length: 1000, turn: 90 },
      { length: 1000, turn: 90 },
      { length: 1000, turn: 90 },
    ]),
  ).toBeNull();
  expect(closingOf([{ length: 1000, turn: 90 }]).error).toBe(1000);
  expect(cornersOf([{ length: 1000, turn: 90 }]).at(-1)).toEqual([1000, 0]);
});

test('another wall length: a parallel wall follows and every angle stays', () => {
  fc.assert(
    fc.property(fc.nat(5), fc.integer({ min: 2000, max: 6000 }), (wall, length) => {
      fc.pre(length - sides(ell)[wall]! > -2300);
      const { outline, follows } = withWallLength(ell, wall, length);
      fc.pre(crossingEdges(outline) === null);
      expect(sides(outline)[wall]).toBeCloseTo(length, 2);
      expect(follows).not.toBeNull();
      walkOf(outline).forEach((w, i) => expect(w.turn).toBeCloseTo(walkOf(ell)[i]!.turn, 3));
    }),
  );
});

test('with no parallel wall the corner moves alone', () => {
  const triangle: [number, number][] = [
    [0, 0],
    [3000, 0],
    [1000, 2000],
  ];
  const { outline, follows } = withWallLength(triangle, 0, 3500);
  expect(follows).toBeNull();
  expect(outline).toEqual([
    [0, 0],
    [3500, 0],
    [1000, 2000],
  ]);
});

test('a thing is placed by two distances from a wall and read back', () => {
  const place = { wall: 1, along: 500, off: 0, length: 900, depth: 450 };
  const outline = placedOutline(ell, place);
  expect(outline).toEqual([
    [500, 4000],
    [1400, 4000],
    [1400, 3550],
    [500, 3550],
  ]);
  expect(nearestWall(ell, outline)).toBe(1);
  expect(placeBeside(ell, 1, outline)).toEqual(place);
});

test('walls are lettered on past Z', () => expect([0, 25, 26, 27].map(wallLetter)).toEqual(['A', 'Z', 'AA', 'AB']));

test('a room hung on another by a doorway is one floor with it; the doorway is read back', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(0, 1, 4, 5),
      fc.integer({ min: -500, max: 300 }),
      fc.integer({ min: 60, max: 300 }),
      (wall, along, thickness) => {
        const door = { along: 400, width: 800, thickness };
        const { outline, doorway } = annexed(ell, { wall, along, length: 2400, depth: 1700, door });
        const job: Job = {
          ...newJob('House', 'metric', 1, 1),
          spaces: [
            { id: 'a', name: 'A', outline: ell },
            { id: 'b', name: 'B', outline },
          ],
          openings: [{ id: 'd', between: ['a', 'b'], outline: doorway, finish: 'through' }],
        };
        const floors = floorsOf(job);
        expect(floors.ok && floors.value.map((f) => f.spaces.map((s) => s.id))).toEqual([['a', 'b']]);
        expect(doorwayIn(ell, doorway)).toEqual({ wall, ...door });
        expect(doorwayIn(outline, doorway)).toMatchObject({ width: 800, thickness });
      },
    ),
  );
});
