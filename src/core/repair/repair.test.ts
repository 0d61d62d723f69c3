import fc from 'fast-check';
import { happenings } from '../../../test/happenings';
import { houses } from '../../../test/houses';
import { acrossBySearch, liftedBySearch } from '../../../test/lifted';
import { allLaid, planned, siteAfter, value } from '../../../test/sites';
import { boxOf } from '../geometry';
import { newJob, type Job } from '../given';
import { asItLies, type Site } from '../lay';
import { planFromHere } from '../replan';
import { repairOf, type RepairReport, type Route } from '.';

const repaired = (job: Job, site: Site, ...pieces: string[]): RepairReport => value(repairOf(job, site, pieces));
const route = (report: RepairReport, way: Route['way'], side?: 'first' | 'last'): Route =>
  report.routes.find((r) => r.way === way && (side === undefined || r.from?.side === side))!;

const house = houses(3, 2026)[0]!;
const plan = planned(house);
const site = siteAfter(house, plan, allLaid(plan));

test('what is lifted with a piece is what hangs on it, found by trying every pair of edges', () => {
  const laid = asItLies(plan, site);
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 1e6 }), fc.constantFrom('first' as const, 'last' as const), (at, side) => {
      const floor = laid[at % laid.length]!;
      const piece = floor.pieces[at % floor.pieces.length]!;
      const own = route(repaired(house, site, `${floor.id}/${piece.id}`), 'lift', side);
      expect({ rows: own.rows, pieces: own.pieces }).toEqual(liftedBySearch(floor, piece.id, side));
      expect(new Set(own.lifted).size).toBe(own.pieces);
    }),
    { numRuns: 25 },
  );
});

test('rooms that are not square lie along their walls: their rows are locked all the same', () => {
  for (const degrees of [0.25, 17.3, 44.9]) {
    const [cos, sin] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
    const outline = ([[0, 0], [3400, 0], [3400, 2700], [0, 2715]] as const).map(([x, y]): [number, number] => [x * cos - y * sin, x * sin + y * cos]); // prettier-ignore
    const askew: Job = { ...newJob('Askew', 'metric', 3400, 2700), kerf: 3, spaces: [{ id: 's', name: 'S', outline }] };
    const made = planned(askew);
    const all = siteAfter(askew, made, allLaid(made));
    const [own] = asItLies(made, all);
    for (const piece of own!.pieces.filter((_, i) => i % 5 === 0))
      for (const side of ['first', 'last'] as const)
        expect(route(repaired(askew, all, `f1/${piece.id}`), 'lift', side)).toMatchObject(liftedBySearch(own!, piece.id, side));
  }
});

const room: Job = { ...newJob('Lock house', 'metric', 3600, 2400), kerf: 3 };
const small = planned(room);
const laid = siteAfter(room, small, allLaid(small));
const flat = (job: Job, more: object = {}): Job => ({ ...job, product: { ...job.product, lock: 'tap', ...more } });
const [floor] = small.floors;
const inRow = (n: number) => floor!.pieces.filter((p) => p.row === n);

test('in a plain room lifting from either side counts the rows to that wall, and both together one row more than there are', () => {
  const rows = floor!.rows.length;
  for (const { row, id } of floor!.pieces) {
    const report = repaired(room, laid, `f1/${id}`);
    expect(route(report, 'lift', 'first')).toMatchObject({ possible: true, rows: row });
    expect(route(report, 'lift', 'last')).toMatchObject({ possible: true, rows: rows - row + 1 });
    const sum = route(report, 'lift', 'first').pieces + route(report, 'lift', 'last').pieces;
    expect(sum).toBe(floor!.pieces.length + inRow(row).length);
  }
  // row 1 lies at the wall that is drawn from the top left corner along the top: the last wall that the outline has, or the one that faces it
  const walls = (['first', 'last'] as const).map((side) => route(repaired(room, laid, 'f1/3.1'), 'lift', side).from!.wall!);
  const ys = walls.map((w) => room.spaces[0]!.outline[w]![1] + room.spaces[0]!.outline[(w + 1) % 4]![1]);
  expect(Math.abs(ys[0]! - ys[1]!)).toBe(4800);
});

test('a slide needs a lock that knocks flat, at most one piece to an end, and there a gap as wide as the lock reaches', () => {
  const row = floor!.rows.map((r) => inRow(r.n)).find((r) => r.length >= 3)!;
  const gap = room.product.limits.gap;
  const ways = (job: Job, at: number) => route(repaired(job, laid, `f1/${row[at]!.id}`), 'slide');
  expect(ways(room, 0)).toMatchObject({ possible: false, minutes: null, slide: { needs: 6 } });
  expect(ways(flat(room), 0)).toMatchObject({ possible: true, slide: { needs: 6, has: gap } });
  expect(ways(flat(room), 1)).toMatchObject({ possible: true, slide: { needs: 6, has: gap } });
  expect(ways(flat(room, { lockReach: gap + 0.1 }), 0)).toMatchObject({ possible: false, slide: { needs: gap + 0.1, has: gap } });
  expect(ways(flat(room, { lockReach: gap }), 0).possible).toBe(true);
});

test('in the middle of a long run nothing can be slid, and the gap that counts is none', () => {
  const hall: Job = flat({ ...newJob('Hall', 'metric', 9000, 1200), kerf: 3, layout: { ...room.layout, direction: 0 } });
  const made = planned(hall);
  const all = siteAfter(hall, made, allLaid(made));
  const run = made.floors[0]!.pieces.filter((p) => p.row === 2);
  expect(run.length).toBeGreaterThan(6);
  expect(route(repaired(hall, all, `f1/${run[3]!.id}`), 'slide')).toMatchObject({ possible: false, slide: { has: 0 } });
  expect(route(repaired(hall, all, `f1/${run[1]!.id}`), 'slide').possible).toBe(true);
});

const outlineStands = (job: Job) =>
  [...job.spaces, ...(job.obstacles ?? [])].flatMap(({ outline }) =>
    outline.map((a, i) => [a, outline[(i + 1) % outline.length]!] as const),
  );

test('a slide knocks the rows on one side into their gap: what is counted and how far it goes is what trying every millimetre finds', () => {
  const pipe = { id: 'p', kind: 'pipe' as const, outline: [[1700, 1090], [1760, 1090], [1760, 1150], [1700, 1150]] as [number, number][] }; // prettier-ignore
  const island = { id: 'i', kind: 'island' as const, outline: [[800, 700], [2300, 720], [2300, 1500], [800, 1500]] as [number, number][] }; // prettier-ignore
  const skew = [
    {
      ...room.spaces[0]!,
      outline: [
        [0, 0],
        [3600, 90],
        [3500, 2300],
        [-60, 2400],
      ] as [number, number][],
    },
  ];
  const jobs = [
    room,
    { ...room, obstacles: [pipe] },
    { ...room, obstacles: [island] },
    { ...room, spaces: skew },
    { ...room, spaces: skew, layout: { ...room.layout, direction: 33 } },
  ];
  for (const job of jobs.map((j) => flat(j, { lockReach: 4 }))) {
    const made = planned(job);
    const all = siteAfter(job, made, allLaid(made));
    const [own] = asItLies(made, all);
    for (const { id } of own!.pieces) {
      const { slide, rows, pieces, possible } = route(repaired(job, all, `f1/${id}`), 'slide');
      const [first, last] = (['first', 'last'] as const).map((side) => {
        const by = acrossBySearch(own!, id, side, outlineStands(job));
        return { side, ...by, ok: by.pieces === 0 || by.has >= 4 };
      }) as [ReturnType<typeof acrossBySearch> & { side: string; ok: boolean }, ReturnType<typeof acrossBySearch> & { side: string; ok: boolean }]; // prettier-ignore
      const wanted = first.ok !== last.ok ? (first.ok ? first : last) : last.pieces < first.pieces ? last : first;
      expect([id, slide!.across.side, rows, pieces]).toEqual([id, wanted.side, wanted.rows, wanted.pieces]);
      expect(slide!.across.needs).toBe(wanted.pieces === 0 ? 0 : 4);
      if (wanted.pieces > 0) expect([id, Math.abs(slide!.across.has - wanted.has) < 0.1]).toEqual([id, true]);
      else expect(slide!.across.has).toBe(0);
      expect(possible).toBe(slide!.has >= 4 && wanted.ok);
    }
  }
});

test('what an end only touches with its tip does not stand before it', () => {
  // pushed square to a wall, the tips of slanted ends touch that wall; along the row there is as much as there was
  const turnedRoom = flat({ ...room, layout: { ...room.layout, direction: 30 } }, { limits: { ...room.product.limits, gap: 5 }, lockReach: 4 }); // prettier-ignore
  const made = planned(turnedRoom);
  const outline = turnedRoom.spaces[0]!.outline;
  const low = Math.max(...outline.map((p) => p[1]));
  const wall = { what: 'wall', space: turnedRoom.spaces[0]!.id, outline: outline.map(([x, y]) => [x, y === low ? y - 5 : y]) };
  const all = siteAfter(turnedRoom, made, [...allLaid(made), wall]);
  const has = asItLies(made, all)[0]!.pieces.map((p) => route(repaired(turnedRoom, all, `f1/${p.id}`), 'slide').slide!.has);
  const touching = has.filter((h) => Math.abs(h - 5 / Math.cos(Math.PI / 6)) < 0.01 || Math.abs(h - 10) < 0.01);
  expect(touching.length).toBe(has.filter((h) => h > 0).length);
  expect(touching.length).toBeGreaterThan(has.length / 2);
});

test('a wall that was found elsewhere, and a floor that was pushed, change the gap that a slide has', () => {
  const gap = room.product.limits.gap;
  const outline = room.spaces[0]!.outline;
  const right = Math.max(...outline.map((p) => p[0]));
  const moved = outline.map(([x, y]) => [x === right ? x + 5 : x, y]);
  const row = inRow(3);
  const has = (lines: readonly object[], piece: number) =>
    route(repaired(flat(room), siteAfter(room, small, [...allLaid(small), ...lines]), `f1/${row.at(piece)!.id}`), 'slide').slide!.has;
  const wall = { what: 'wall', space: room.spaces[0]!.id, outline: moved };
  expect(has([wall], -1)).toBeCloseTo(gap + 5, 2);
  const push = { what: 'moved', floor: 'f1', shift: [3, 0] };
  expect([gap - 3, gap + 3].some((v) => Math.abs(v - has([push], -1)) < 0.01)).toBe(true);
  expect(has([push], -1)).toBeCloseTo(row.length <= 2 ? gap + 3 : gap - 3, 2);
});

test('a slanted wall leaves the gap at its nearest', () => {
  const slanted: Job = flat({ ...room, spaces: [{ ...room.spaces[0]!, outline: [[0, 0], [3600, 0], [3700, 2400], [0, 2400]] }], layout: { ...room.layout, direction: 0 } }); // prettier-ignore
  const made = planned(slanted);
  const all = siteAfter(slanted, made, allLaid(made));
  const last = made.floors[0]!.pieces.filter((p) => p.row === 4).at(-1)!;
  const has = route(repaired(slanted, all, `f1/${last.id}`), 'slide').slide!.has;
  // square to the wall it is the gap; along the row it is that over the cosine of the slant
  expect(has).toBeCloseTo(room.product.limits.gap / Math.cos(Math.atan2(100, 2400)), 1);
});

test('several damaged planks come up together, and what does not lie cannot be repaired', () => {
  const both = repaired(room, laid, 'f1/3.1', 'f1/6.1');
  expect(route(both, 'lift', 'first').rows).toBe(6);
  expect(route(both, 'lift', 'last').rows).toBe(floor!.rows.length - 2);
  expect(route(both, 'inlay').pieces).toBe(2);
  expect(both.needed.map((n) => n.piece).sort()).toEqual(['f1/3.1', 'f1/6.1']);
  const half = siteAfter(room, small, allLaid(small).slice(0, 4));
  expect(repairOf(room, half, ['f1/6.1'])).toMatchObject({ ok: false, problems: [{ text: 'f1/6.1 does not lie yet' }] });
  expect(repairOf(room, half, ['f1/99.9'])).toMatchObject({ ok: false });
  expect(repairOf(room, half, [])).toMatchObject({ ok: false });
  // of a floor that lies by half only what lies is lifted
  expect(route(repaired(room, half, 'f1/3.1'), 'lift', 'last').rows).toBe(2);
});

test('the least work comes first, what cannot be done last and without minutes; every way has its steps and cautions', () => {
  fc.assert(
    fc.property(fc.nat(floor!.pieces.length - 1), fc.boolean(), (at, isFlat) => {
      const { routes } = repaired(isFlat ? flat(room) : room, laid, `f1/${floor!.pieces[at]!.id}`);
      const minutes = routes.map((r) => r.minutes ?? Infinity);
      expect(minutes).toEqual([...minutes].sort((a, b) => a - b));
      for (const r of routes) {
        expect(r.possible).toBe(r.minutes !== null);
        expect(r.why).not.toBe('');
        if (r.possible) expect([r.steps.length > 3, r.cautions.length > 0]).toEqual([true, true]);
      }
    }),
  );
});

test('the new piece is cut from what is left of a plank that fits, else from a spare, else it is bought', () => {
  const from = (job: Job, piece: string) => repaired(job, laid, piece).needed[0]!;
  for (const piece of floor!.pieces) {
    const own = from(room, `f1/${piece.id}`);
    const box = boxOf(piece.outline[0]!);
    expect([own.length, own.width].sort()).toEqual([box.maxX - box.minX, box.maxY - box.minY].map((v) => Math.round(v * 1000) / 1000).sort()); // prettier-ignore
    if (typeof own.from === 'object') expect(piece.cut.to - piece.cut.from).toBeLessThan(1285);
  }
  const whole = floor!.pieces.find((p) => p.cut.to - p.cut.from > 1284)!;
  expect(from(room, `f1/${whole.id}`).from).toBe('new');
  expect(from({ ...room, spares: { planks: 2 } }, `f1/${whole.id}`).from).toBe('spare');
});

test('a floor that was planned anew on the way is repaired as it lies', () => {
  const lines = happenings(house, plan, 'moved', 3);
  if (!lines) return;
  const before = siteAfter(house, plan, lines);
  const next = value(planFromHere(house, before, { steps: 200 }))[0]!.plan;
  const left = next.floors.flatMap((f) => [...new Set(f.pieces.filter((p) => !p.laid).map((p) => p.row))].map((row) => ({ what: 'laid', floor: f.id, row }))); // prettier-ignore
  const after = siteAfter(house, plan, [...lines, { what: 'replanned', plan: { format: 'pitsaw/plan', version: 1, job: house.name, ...next } }, ...left]); // prettier-ignore
  const [own] = asItLies(after.plan!, after);
  for (const at of [0, 30, 80]) {
    const piece = own!.pieces[at % own!.pieces.length]!;
    for (const side of ['first', 'last'] as const)
      expect(route(repaired(house, after, `${own!.id}/${piece.id}`), 'lift', side)).toMatchObject(liftedBySearch(own!, piece.id, side));
  }
});
