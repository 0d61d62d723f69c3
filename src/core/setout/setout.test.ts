import fc from 'fast-check';
import { floorsOf, type Floor } from '../floors';
import { newJob, type Job } from '../given';
import { doorwayRoom, wrappedDoorways } from './jambs';
import {
  autoPlace,
  bandsOf,
  bestOrigin,
  groundOf,
  originFor,
  placed,
  reignsOf,
  scoreOf,
  sensibleDirections,
  setOutOf,
  stripCurve,
  stripsFor,
} from '.';

function floorOf(job: Job): Floor {
  const floors = floorsOf(job);
  if (!floors.ok) throw new Error(JSON.stringify(floors.problems));
  return floors.value[0]!;
}

const room = (length: number, width: number, change: Partial<Job> = {}): Job => ({ ...newJob('Room', 'metric', length, width), ...change });

const withMode = (job: Job, mode: Job['layout']['setOut']['mode'], direction: Job['layout']['direction'] = 0): Job => ({
  ...job,
  layout: { ...job.layout, direction, setOut: { mode } },
});

/** An outline with steps, so that several walls run with the planks. */
const steps = fc
  .array(fc.tuple(fc.integer({ min: 200, max: 1500 }), fc.integer({ min: 300, max: 2500 })), { minLength: 1, maxLength: 5 })
  .map((parts) => {
    const ring: [number, number][] = [[0, 0]];
    let x = 0;
    for (const [dx, y] of parts) {
      ring.push([x, -y], [x + dx, -y]);
      x += dx;
    }
    ring.push([x, 1200], [0, 1200]);
    return ring.filter((p, i) => i === 0 || p[0] !== ring[i - 1]![0] || p[1] !== ring[i - 1]![1]).slice(1);
  });

test('the best shift is as good as any found by trying every half millimetre', () => {
  fc.assert(
    fc.property(steps, fc.integer({ min: 0, max: 40 }), (outline, flare) => {
      const job = room(1000, 1000);
      // one wall out of square
      const bent = outline.map(([x, y], i): [number, number] => [x, i === outline.length - 1 ? y + flare : y]);
      const floor = floorOf({ ...job, spaces: [{ ...job.spaces[0]!, outline: bent }] });
      const ground = groundOf({ ...floor, layout: { ...floor.layout, direction: 0 } });
      const best = scoreOf(ground.walls, { origin: bestOrigin(ground.walls, [192], 50, 0), widths: [192] }, 50);
      for (let origin = 0; origin < 192; origin += 0.5) {
        const other = scoreOf(ground.walls, { origin, widths: [192] }, 50);
        expect(best.broken).toBeLessThanOrEqual(other.broken);
        if (best.broken === other.broken) expect(best.worst).toBeGreaterThanOrEqual(other.worst - 1e-6);
      }
    }),
  );
});

test('balanced: first and last strip are equal, between half a plank and a whole one', () => {
  fc.assert(
    fc.property(fc.integer({ min: 600, max: 9000 }), fc.constantFrom([192], [120, 180, 240]), (width, widths) => {
      const ground = { ...groundOf(floorOf(withMode(room(3000, width), 'balanced'))), widths };
      const rows = placed(ground, 'balanced', originFor(ground, 'balanced')).rows;
      const first = rows[0]!.to - ground.reach[0];
      const last = ground.reach[1] - rows[rows.length - 1]!.from;
      expect(first).toBeCloseTo(last, 6);
      if (widths.length === 1) expect(first).toBeGreaterThanOrEqual(96 - 1e-6);
      expect(first).toBeLessThanOrEqual(Math.min(rows[0]!.width, rows[rows.length - 1]!.width) + 1e-6);
    }),
  );
});

test.each([0, 90, 180, 270, 33.3])('full first at %d°: the first row is a whole plank', (direction) => {
  const setOut = setOutOf(floorOf(withMode(room(4000, 3000), 'full-first', direction)));
  expect(setOut.direction).toBe(direction);
  const ground = groundOf(floorOf(withMode(room(4000, 3000), 'full-first', direction)));
  expect(setOut.rows[0]!.from).toBeCloseTo(ground.reach[0], 6);
});

test('centre modes and a chosen point lie on a row’s edge or middle', () => {
  const edge = setOutOf(floorOf(withMode(room(4000, 3000), 'edge-on-centre')));
  expect(edge.rows.some((r) => Math.abs(r.from + 1500) < 1e-9)).toBe(true);
  const plank = setOutOf(floorOf(withMode(room(4000, 3000), 'plank-on-centre')));
  expect(plank.rows.some((r) => Math.abs((r.from + r.to) / 2 + 1500) < 1e-9)).toBe(true);
  const job = room(4000, 3000);
  const at = setOutOf(floorOf({ ...job, layout: { ...job.layout, setOut: { mode: 'row-edge-at', at: [20, 700] } } }));
  expect(at.rows.some((r) => Math.abs(r.from + 700) < 1e-9)).toBe(true);
});

test('a width sequence is begun at any of its widths and keeps its order', () => {
  const ground = { ...groundOf(floorOf(room(3000, 2500))), widths: [120, 180, 240] };
  const rows = bandsOf({ origin: originFor(ground, 'full-first'), widths: ground.widths }, ground.reach);
  rows.slice(1).forEach((row, i) => {
    expect(row.from).toBeCloseTo(rows[i]!.to, 9);
    expect(ground.widths[(ground.widths.indexOf(rows[i]!.width) + 1) % 3]).toBe(row.width);
  });
});

test('a strip of nothing is a whole plank; a wall that a row runs out on has none', () => {
  const floor = floorOf(withMode(room(4000, 192 * 10 + 16), 'full-first'));
  expect(setOutOf(floor).strips.map((s) => s.least)).toEqual([192, 192].map((n) => expect.closeTo(n, 6)));
  const job = room(4000, 3000);
  const askew = floorOf({
    ...job,
    spaces: [
      {
        ...job.spaces[0]!,
        outline: [
          [0, 0],
          [4000, 150],
          [4000, 3000],
          [0, 3000],
        ],
      },
    ],
    layout: { ...job.layout, direction: 0 },
  });
  const ground = groundOf(askew);
  const crossed = stripsFor(ground.walls, { origin: 100 + ground.reach[0], widths: [192] }).map((s) => s.crossed);
  expect(crossed.some((c) => c >= 0)).toBe(true);
  expect(
    Math.max(
      ...Array.from({ length: 192 }, (_, o) => Math.max(...stripsFor(ground.walls, { origin: o, widths: [192] }).map((s) => s.crossed))),
    ),
  ).toBe(1);
});

test('auto runs along the longest walls, a hair off a quarter turn included', () => {
  expect(setOutOf(floorOf(room(4000, 3000))).direction).toBe(0);
  expect(setOutOf(floorOf(room(3000, 4000))).direction).toBe(90);
  const job = room(1, 1);
  const slanted = floorOf({
    ...job,
    spaces: [
      {
        ...job.spaces[0]!,
        outline: [
          [0, 0],
          [4000, 1000],
          [3600, 2600],
          [-400, 1600],
        ],
      },
    ],
  });
  expect(setOutOf(slanted).direction).toBeCloseTo((Math.atan2(1, 4) * 180) / Math.PI, 5);
});

test('the curve is the worst strip at every shift, and its reigns cover one turn', () => {
  const job = room(4000, 3000);
  const ground = groundOf(floorOf({ ...job, layout: { ...job.layout, direction: 0 } }));
  const curve = stripCurve(ground.walls, [192], ground.reach[0]);
  for (const { shift, worst } of curve)
    expect(worst).toBeCloseTo(scoreOf(ground.walls, { origin: ground.reach[0] + shift, widths: [192] }, 50).worst, 9);
  const best = scoreOf(ground.walls, { origin: bestOrigin(ground.walls, [192], 50, 0), widths: [192] }, 50).worst;
  expect(Math.max(...curve.map((p) => p.worst))).toBeLessThanOrEqual(best + 1e-9);
  const reigns = reignsOf(curve);
  expect(reigns[0]!.from).toBe(0);
  expect(reigns[reigns.length - 1]!.to).toBeCloseTo(192, 6);
  reigns.slice(1).forEach((r, i) => expect(r.from).toBe(reigns[i]!.to));
});

test('the directions worth comparing follow the walls', () => {
  expect(sensibleDirections(floorOf(room(4000, 3000)))).toEqual([0, 90]);
  const job = room(1, 1);
  const splayed = floorOf({
    ...job,
    spaces: [
      {
        ...job.spaces[0]!,
        outline: [
          [0, 0],
          [4000, 0],
          [4000, 1500],
          [2500, 3000],
          [0, 3000],
        ],
      },
    ],
  });
  expect(sensibleDirections(splayed)).toHaveLength(2);
  const wedge = floorOf({
    ...job,
    spaces: [
      {
        ...job.spaces[0]!,
        outline: [
          [0, 0],
          [4000, 0],
          [2000, 3464],
        ],
      },
    ],
  });
  expect(sensibleDirections(wedge)).toHaveLength(4);
});

test('a wall askew by more than a plank’s width is known as such, and is in nobody’s way: not in the score, not on the curve', () => {
  const job = room(1000, 1000);
  const outline: [number, number][] = [
    [0, 0],
    [4000, 0],
    [4000, 2600],
    [0, 3000],
  ];
  const ground = groundOf({ ...floorOf({ ...job, spaces: [{ ...job.spaces[0]!, outline }] }) });
  const level = groundOf({ ...ground.floor, layout: { ...ground.floor.layout, direction: 0 } });
  const strips = stripsFor(level.walls, { origin: 30, widths: [192] });
  const askew = strips.filter((s) => s.always);
  expect(askew).toHaveLength(1);
  expect(askew[0]!.least).toBe(0);
  // what is promised of the other walls is what their strips are
  const others = strips.filter((s) => !s.always);
  expect(scoreOf(level.walls, { origin: 30, widths: [192] }, 50).narrowest).toBeCloseTo(Math.min(...others.map((s) => s.least)), 6);
  const curve = stripCurve(level.walls, [192], level.reach[0]);
  for (const { worst, wall, shift } of curve) {
    expect(level.walls[wall]).not.toBe(askew[0]!.wall);
    const there = stripsFor(level.walls, { origin: level.reach[0] + shift, widths: [192] });
    expect(worst).toBeCloseTo(there[wall]!.least, 6);
  }
});

test('the strip beside a wall out of square is what is just inside it: a row’s edge at its end leaves a wedge, not a whole plank', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 60 }), fc.integer({ min: 3000, max: 5000 }), fc.boolean(), (out, width, turned) => {
      const job = room(4000, width);
      // the starting wall, or the far one, rises by so much over its length
      const outline: [number, number][] = turned
        ? [[0, 0], [4000, out], [4000, width], [0, width]] // prettier-ignore
        : [[0, 0], [4000, 0], [4000, width], [0, width + out]]; // prettier-ignore
      const floor = floorOf({ ...job, spaces: [{ ...job.spaces[0]!, outline }], layout: { ...job.layout, direction: 0 } });
      const ground = groundOf(floor);
      const wall = ground.walls.find((w) => Math.abs(w.w[0] - w.w[1]) > 0.5)!;
      // an edge where the wall reaches furthest into the floor
      const end = wall.side === 'start' ? Math.max(...wall.w) : Math.min(...wall.w);
      const strip = stripsFor([wall], { origin: end, widths: ground.widths })[0]!;
      expect(strip.least).toBe(0);
      expect(scoreOf([wall], { origin: end, widths: ground.widths }, 50).broken).toBe(1);
      // and where it reaches least, a whole plank less what the wall is out
      const other = wall.side === 'start' ? Math.min(...wall.w) : Math.max(...wall.w);
      expect(stripsFor([wall], { origin: other, widths: ground.widths })[0]!.least).toBeCloseTo(192 - Math.abs(wall.w[0] - wall.w[1]), 3);
      // auto lays no such wedge
      for (const s of setOutOf(floor).strips) expect(s.least).toBeGreaterThanOrEqual(50);
    }),
    { numRuns: 40 },
  );
});

test('registers come to lie within one row where that leaves strips wide enough, and never at the price of a limit', () => {
  fc.assert(
    fc.property(fc.integer({ min: 2500, max: 5200 }), fc.integer({ min: 600, max: 1900 }), (width, at) => {
      const job = room(5000, width);
      const outline: [number, number][] = [[2000, at], [2300, at], [2300, at + 90], [2000, at + 90]]; // prettier-ignore
      const obstacles: Job['obstacles'] = [{ id: 'r', kind: 'register', gap: 3, outline }];
      const floor = floorOf({ ...job, obstacles, layout: { ...job.layout, direction: 0 } });
      const { grid, strips } = setOutOf(floor);
      const { registers } = groundOf(floor);
      expect(registers).toHaveLength(1);
      for (const s of strips) expect(s.least).toBeGreaterThanOrEqual(50);
      // with one register, some place keeps it whole and both strips at least 100
      const free = Array.from({ length: 192 }, (_, o) => ({ origin: o, widths: [192] })).some(
        (g) => scoreOf(groundOf(floor).walls, g, 50, { registers }).worst >= 100 && scoreOf([], g, 50, { registers }).registers === 0,
      );
      if (free) expect(scoreOf([], grid, 50, { registers }).registers).toBe(0);
    }),
    { numRuns: 40 },
  );
});

test('why auto puts the rows where it does is said as it is', () => {
  const reasonOf = (job: Job) => autoPlace(groundOf(floorOf({ ...job, layout: { ...job.layout, direction: 0 } }))).reason;
  expect(reasonOf(room(5000, 3000))).toBe('strips');
  fc.assert(
    fc.property(fc.integer({ min: 2500, max: 5200 }), fc.integer({ min: 600, max: 1900 }), (width, at) => {
      const outline: [number, number][] = [[2000, at], [2300, at], [2300, at + 90], [2000, at + 90]]; // prettier-ignore
      const job = { ...room(5000, width), obstacles: [{ id: 'r', kind: 'register' as const, gap: 3, outline }] };
      const floor = floorOf({ ...job, layout: { ...job.layout, direction: 0 } });
      const bare = floorOf({ ...job, obstacles: [], layout: { ...job.layout, direction: 0 } });
      const least = (f: Floor) => Math.min(...setOutOf(f).strips.map((s) => s.least));
      // a strip is given up for a register only where that is said
      expect(autoPlace(groundOf(floor)).reason === 'strips' && least(floor) < least(bare) - 0.01).toBe(false);
    }),
    { numRuns: 30 },
  );
});

test('the room that a doorway leaves is there: rows moved by less wrap no doorway that was right', () => {
  const doorway = fc.record({ low: fc.integer({ min: 0, max: 900 }), thick: fc.integer({ min: 60, max: 260 }) });
  fc.assert(
    fc.property(
      doorway,
      fc.integer({ min: 0, max: 191 }),
      fc.double({ min: -0.999, max: 0.999, noNaN: true }),
      ({ low, thick }, origin, share) => {
        const own = { opening: 'd', low, high: low + thick, clear: Math.min(20, thick / 4), u: 0 };
        const grid = { origin, widths: [192] };
        if (wrappedDoorways([own], grid) > 0) return;
        const room = doorwayRoom(own, grid);
        expect(room).toBeGreaterThanOrEqual(0);
        expect(wrappedDoorways([own], { ...grid, origin: origin + share * room })).toBe(0);
      },
    ),
    { numRuns: 300 },
  );
});
