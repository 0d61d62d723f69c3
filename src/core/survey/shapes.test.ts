import fc from 'fast-check';
import { signedArea, type Ring } from '../geometry';
import { newJob, readJob, type Job } from '../given';

import {
  annexed,
  bowed,
  cornerAngle,
  diagonalOf,
  facingWall,
  flared,
  movedSpace,
  neighboursBeyond,
  outlineOf,
  snapped,
  spreadOf,
  walkOf,
  walkStart,
  widthAt,
  withAngle,
  withBay,
  withCurve,
  withDiagonal,
  type Reshaped,
} from '.';

const rect: [number, number][] = [
  [0, 0],
  [4000, 0],
  [4000, 3000],
  [0, 3000],
];
const outline = (made: Reshaped): [number, number][] => {
  if ('problem' in made) throw new Error(made.problem);
  return made.outline;
};

test('three widths that differ evenly are a flare, with no bow', () => {
  const stations = [
    { along: 400, width: 3000 },
    { along: 2000, width: 3016 },
    { along: 3600, width: 3032 },
  ];
  expect(spreadOf(stations, 4000)).toEqual({ spread: 32, flare: 40, bow: 0, first: 2996 });
  const made = outline(flared(rect, 0, stations));
  expect(made).toEqual([
    [0, 0],
    [4000, 0],
    [4000, 3036],
    [0, 2996],
  ]);
  for (const { along, width } of stations) expect(widthAt(made, 0, along)).toEqual({ width, opposite: 2 });
});

test('a bow is said, and can be drawn through its stations', () => {
  const stations = [
    { along: 400, width: 3000 },
    { along: 2000, width: 3030 },
    { along: 3600, width: 3000 },
  ];
  expect(spreadOf(stations, 4000).bow).toBe(20);
  const made = outline(bowed(rect, 0, stations));
  expect(made).toHaveLength(7);
  for (const { along, width } of stations) expect(widthAt(made, 0, along)!.width).toBeCloseTo(width, 2);
});

test('the drawn flare has the widths that were measured, whichever wall they are square from', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 3 }), fc.integer({ min: -150, max: 150 }), fc.boolean(), (wall, by, turned) => {
      const ring: Ring = turned ? [...rect].reverse() : rect;
      const far = widthAt(ring, wall, 500)!.width;
      const stations = [
        { along: 500, width: far },
        { along: 2500, width: far + by },
      ];
      const made = outline(flared(ring, wall, stations));
      for (const { along, width } of stations) expect(widthAt(made, wall, along)!.width).toBeCloseTo(width, 2);
    }),
  );
});

test('a flare needs two stations apart, and one wall opposite', () => {
  expect(flared(rect, 0, [{ along: 10, width: 3000 }])).toHaveProperty('problem');
  const ell: Ring = [
    [0, 0],
    [4000, 0],
    [4000, 2000],
    [2000, 2000],
    [2000, 3000],
    [0, 3000],
  ];
  const two = [
    { along: 500, width: 3000 },
    { along: 3500, width: 2000 },
  ];
  expect(flared(ell, 0, two)).toEqual({ problem: expect.stringContaining('different walls') });
});

test('an angle turns the wall after the corner, and the next wall keeps its direction', () => {
  expect(cornerAngle(rect, 1)).toBeCloseTo(90);
  const made = outline(withAngle(rect, 1, 95));
  expect(cornerAngle(made, 1)).toBeCloseTo(95, 5);
  expect(made[2]![1]).toBeCloseTo(3000);
  expect(made[2]![0]).toBeCloseTo(4000 + 3000 * Math.tan((5 * Math.PI) / 180), 2);
  expect(withAngle(rect, 1, 179)).toHaveProperty('problem');
});

test('an angle that is set is the angle there, in either sense of turning', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 3 }), fc.integer({ min: 70, max: 120 }), fc.boolean(), (corner, degrees, turned) => {
      const made = withAngle(turned ? [...rect].reverse() : rect, corner, degrees);
      if ('problem' in made) return;
      expect(cornerAngle(made.outline, corner)).toBeCloseTo(degrees, 3);
    }),
  );
});

test('a splayed bay adds its area, and the wall goes on after it', () => {
  const made = outline(withBay(rect, 2, { along: 1000, width: 2000, depth: 700, splay: 500 }));
  expect(made).toHaveLength(8);
  expect(signedArea(made) - signedArea(rect)).toBeCloseTo(((2000 + 1000) / 2) * 700, 0);
  expect(withBay(rect, 2, { along: 3000, width: 2000, depth: 700, splay: 0 })).toHaveProperty('problem');
  expect(withBay(rect, 2, { along: 0, width: 900, depth: 700, splay: 450 })).toHaveProperty('problem');
});

test('a curved wall bulges by its rise, and its chords keep to the arc', () => {
  fc.assert(
    fc.property(fc.integer({ min: 20, max: 1400 }), fc.boolean(), (rise, inward) => {
      const made = outline(withCurve(rect, 0, inward ? -rise : rise));
      const radius = 4000 ** 2 / (8 * rise) + rise / 2;
      const half = Math.asin(2000 / radius);
      const segment = radius ** 2 * half - 2000 * (radius - rise);
      const gained = (signedArea(made) - signedArea(rect)) * (inward ? -1 : 1);
      // chords cut off less than 2 mm along the whole arc
      expect(gained).toBeLessThanOrEqual(segment + 1);
      expect(gained).toBeGreaterThan(segment - 2 * radius * half * 2);
    }),
  );
});

test('four walls and a diagonal settle a room', () => {
  const made = outline(withDiagonal(rect, 0, 2, 5040));
  expect(diagonalOf(made, 0, 2)).toBeCloseTo(5040, 2);
  walkOf(made).forEach((wall, i) => expect(wall.length).toBeCloseTo(walkOf(rect)[i]!.length, 2));
  const other = outline(withDiagonal(rect, 1, 3, 4970));
  expect(diagonalOf(other, 1, 3)).toBeCloseTo(4970, 2);
  walkOf(other).forEach((wall, i) => expect(wall.length).toBeCloseTo(walkOf(rect)[i]!.length, 2));
  expect(withDiagonal(rect, 0, 2, 9000)).toHaveProperty('problem');
});

/** Two rooms side by side, joined by a doorway through a wall of 100. */
function pair(): Job {
  const { outline, doorway } = annexed(rect, {
    wall: 2,
    along: 500,
    length: 2000,
    depth: 1500,
    door: { along: 1000, width: 800, thickness: 100 },
  });
  const job: Job = {
    ...newJob('Pair', 'metric', 4000, 3000),
    spaces: [
      { id: 'a', name: 'A', outline: rect },
      { id: 'b', name: 'B', outline },
    ],
    openings: [{ id: 'd', between: ['a', 'b'], outline: doorway, finish: 'through' }],
  };
  expect(readJob(job).ok).toBe(true);
  return job;
}

test('a room moves with its doorway taking the new thickness, and not to where the doorway leads nowhere', () => {
  const moved = movedSpace(pair(), 'b', [200, 50]);
  if ('problem' in moved) throw new Error(moved.problem);
  expect(facingWall(rect, 2, moved.job.spaces[1]!.outline)!.thickness).toBe(150);
  const ys = moved.job.openings![0]!.outline.map((p) => p[1]);
  expect([Math.min(...ys), Math.max(...ys)]).toEqual([3000, 3150]);
  expect(movedSpace(pair(), 'b', [-2600, 0])).toHaveProperty('problem');
  expect(neighboursBeyond(pair(), pair().spaces[0]!, 2).map((n) => n.space.id)).toEqual(['b']);
  expect(neighboursBeyond(pair(), pair().spaces[0]!, 0)).toEqual([]);
});

test('a dragged room snaps to the usual wall thickness and to lines of other walls', () => {
  const snap = snapped(pair(), 'b', [14, 17], 30);
  // 100 mm away again; 486 off the left wall's line is too far to snap
  expect(snap.by[1]).toBe(0);
  expect(snap.text).toContain('100 mm from A');
});

test('a room walked from its doorway hangs on it, whichever way one walks and from whichever side the wall was drawn', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 3 }),
      fc.boolean(),
      fc.boolean(),
      fc.integer({ min: 0, max: 900 }),
      (wall, turned, leftwards, along) => {
        const ring: Ring = turned ? [...rect].reverse() : rect;
        const { outline: hung, doorway } = annexed(ring, {
          wall,
          along: 400,
          length: 2000,
          depth: 1500,
          door: { along: 700, width: 800, thickness: 120 },
        });
        const turn = leftwards ? -90 : 90;
        const walk = [2000, 1500, 2000, 1500].map((length) => ({ length, turn }));
        const made = outlineOf(walk, walkStart(ring, doorway, along, walk)!)!;
        const facing = facingWall(ring, wall, made)!;
        expect(facing.thickness).toBeCloseTo(120, 3);
        // the doorway begins as far along the walked wall as was said
        const [first] = walkStart(ring, doorway, along, walk) ? [walkStart(ring, doorway, along, walk)!.at] : [];
        const jambs = doorway.map((p) => Math.hypot(p[0] - first![0], p[1] - first![1]));
        expect(Math.min(...jambs)).toBeCloseTo(along, 3);
        expect(Math.abs(signedArea(made))).toBeCloseTo(Math.abs(signedArea(hung)), 0);
      },
    ),
  );
});
