import fc from 'fast-check';
import { newJob, planFile, problemLine, readLogText, type Plan } from '../given';
import { cutList } from '../cuts';
import { planJob } from '../plan';
import {
  courseOf,
  inOrder,
  roomsInOrder,
  cutAhead,
  groundOfSite,
  inHand,
  layingOrder,
  openSite,
  orderCost,
  rackOnSite,
  siteOf,
  stepInHand,
  withWalls,
  type Begun,
} from '.';

import { boxOf } from '../geometry';

const job = { ...newJob('Toll house', 'metric', 3600, 2400), kerf: 3 };
const plan = (planJob(job, { steps: 300 }) as { value: Plan }).value;
const floor = plan.floors[0]!;
const rowOf = (n: number) => floor.pieces.filter((p) => p.row === n);
const ground = groundOfSite(job);
const text = (...lines: object[]): string =>
  [{ what: 'begun', format: 'pitsaw/log', version: 1, plan: planFile(plan, job.name) }, ...lines]
    .map((line, i) => `${JSON.stringify({ n: i + 1, time: '2026-03-02T08:00:00', by: 'Ada', ...line })}\n`)
    .join('');
const read = (...lines: object[]) => {
  const events = readLogText(text(...lines));
  return events.ok ? siteOf(events.value, ground) : events;
};
const site = (...lines: object[]) => {
  const result = read(...lines);
  if (!result.ok) throw new Error(problemLine(result.problems[0]!));
  return result.value;
};
const refusal = (...lines: object[]): string => {
  const result = read(...lines);
  return result.ok ? 'taken' : problemLine(result.problems[0]!);
};
const laid = (row: number) => ({ what: 'laid', floor: 'f1', row });
const most = Math.max(...plan.planks.map((p) => p.n));
const [first, last] = [rowOf(1)[0]!, rowOf(1).at(-1)!];
/** A row as planned, told as it lies. */
const asPlanned = (n: number) => rowOf(n).map((p) => ({ plank: p.plank, from: p.cut.from, to: p.cut.to }));

test('a plank is begun by its first line; what is broken of it is gone, and what lies of it stays', () => {
  const after = site(laid(1), { what: 'broken', plank: last.plank });
  expect([...after.begun.keys()]).toEqual(expect.arrayContaining(rowOf(1).map((p) => p.plank)));
  expect(after.begun.get(last.plank)!.gone).toEqual([[0, 1285]]);
  expect(after.lying.size).toBe(rowOf(1).length);
  expect(after.otherwise).toBe(true);
  expect(site(laid(1)).otherwise).toBe(false);
});

test.each<[string, object[], RegExp]>([
  ['a piece whose wood is gone', [{ what: 'broken', plank: first.plank }, laid(1)], /^line 3: lays f1\/1\.1, whose wood is gone/],
  ['sawing what is gone', [{ what: 'broken', plank: first.plank }, { what: 'cut', piece: 'f1/1.1' }], /^line 3: saws f1\/1\.1, whose wood is gone/],
  ['breaking what there is nothing left of', [{ what: 'broken', plank: 1 }, { what: 'broken', plank: 1 }], /^line 3: breaks plank 1, of which nothing is in hand/],
  ['a plank that there is not', [{ what: 'lost', plank: 999, from: 0, to: 10 }], /^line 2: .*999, which there is not/],
  ['a saw cut inside what lies', [laid(1), { what: 'cut-at', plank: first.plank, along: (first.cut.from + first.cut.to) / 2 }], /^line 3: saws plank \d+ at .*inside f1\/1\.1, which lies/],
  ['a saw cut beyond the plank', [{ what: 'cut-at', plank: 1, along: 1285 }], /^line 2: saws plank 1 at 1285, and it is 1285 long/],
  ['a piece longer than any plank', [{ what: 'found', length: 1400, width: 192, ends: 'left' }], /^line 2: finds a piece of 1400 × 192, larger than any plank/],
  ['a wall of a room that there is not', [{ what: 'wall', space: 'attic', outline: [[0, 0], [1, 0], [1, 1]] }], /^line 2: moves a wall of attic/],
  ['a wall with other corners', [{ what: 'wall', space: job.spaces[0]!.id, outline: [[0, 0], [3600, 0], [3600, 2400]] }], /^line 2: gives .* 3 corners, and it has 4/],
  ['a floor that there is not', [{ what: 'moved', floor: 'f9', shift: [1, 1] }], /^line 2: pushes floor f9/],
  ['a row of which part lies already', [{ ...laid(1), piece: '1.1' }, { what: 'laid-as', floor: 'f1', row: 1, pieces: [{ plank: 'new', from: 0, to: 900 }] }], /^line 3: lays row 1, part of which lies already/],
  ['pieces over each other', [{ what: 'laid-as', floor: 'f1', row: 2, pieces: [{ plank: 'new', from: 0, to: 900, at: 8 }, { plank: 'new', from: 0, to: 900, at: 500 }] }], /^line 2: lays two pieces of row 2 over each other/],
  ['a row that leaves the floor', [{ what: 'laid-as', floor: 'f1', row: 2, pieces: [{ plank: 'new', from: 0, to: 1285, at: 3000 }] }], /^line 2: lays a piece of row 2 693 mm out of the floor/],
  ['one wood in two places', [{ what: 'laid-as', floor: 'f1', row: 2, pieces: [{ plank: 1, from: 0, to: 900 }, { plank: 1, from: 300, to: 1200 }] }], /^line 2: lays a piece of plank 1 in row 2, whose wood lies elsewhere/],
  ['a row that lies otherwise, laid again', [{ what: 'laid-as', floor: 'f1', row: 2, pieces: [{ plank: 'new', from: 0, to: 900 }] }, laid(2)], /^line 3: lays row 2, of which nothing is left/],
  ['taking back what later lines stand on', [{ what: 'found', length: 700, width: 192, ends: 'left' }, { what: 'lost', plank: most + 1, from: 0, to: 100 }, { what: 'undone', event: 2 }], /^line 4: cannot be: without line 2, line 3 loses/],
])('%s is refused, and the line is named', (_, lines, want) => {
  expect(refusal(...lines)).toMatch(want);
}); // prettier-ignore

test('a row that lies just as planned is that row, told otherwise', () => {
  const told = site({ what: 'laid-as', floor: 'f1', row: 2, pieces: asPlanned(2) });
  const plain = site(laid(2));
  const shape = (s: typeof told) => [...s.lying.values()].map((l) => ({ outline: boxOf(l.piece.outline[0]!), cut: l.piece.cut, plank: l.piece.plank, butt: l.piece.butt }));
  expect(shape(told)).toEqual(shape(plain));
}); // prettier-ignore

test('an outer end near the edge lies on it; a joint of two saw cuts is a butt', () => {
  const after = site({ what: 'laid-as', floor: 'f1', row: 2, pieces: [{ plank: 'new', from: 400, to: 1285, at: 13 }, { plank: 'new', from: 100, to: 1200 }, { plank: 'new', from: 0, to: 1285 }, { plank: 'new', from: 0, to: 310 }] }); // prettier-ignore
  const pieces = [...after.lying.values()].map((l) => l.piece);
  expect(boxOf(pieces[0]!.outline[0]!).minX).toBe(8);
  expect(boxOf(pieces[3]!.outline[0]!).maxX).toBe(3592);
  expect(pieces.map((p) => p.butt === true)).toEqual([true, true, true, false]);
  expect(pieces.map((p) => p.plank)).toEqual([1, 2, 3, 4].map((k) => most + k));
});

test.each([
  ['left', [[700, 1285]]],
  ['right', [[0, 585]]],
  ['none', [[0, 292.5], [992.5, 1285]]],
  ['both', []],
])('a piece that was found with its end %s is a plank of which that is there', (ends, gone) => {
  const after = site({ what: 'found', length: 700, width: 192, ends });
  expect(after.begun.get(most + 1)).toMatchObject({ length: 1285, found: true, gone });
}); // prettier-ignore

test('the stock goes down by every plank that is begun, and by nothing that was found', () => {
  const counted = { what: 'stock', planks: 20 };
  expect(site(counted).stock).toBe(20);
  expect(site(counted, laid(1)).stock).toBe(20 - new Set(rowOf(1).map((p) => p.plank)).size);
  expect(site(counted, { what: 'broken', plank: 'new', count: 3 }).stock).toBe(17);
  expect(site(counted, { what: 'found', length: 700, width: 192, ends: 'left' }).stock).toBe(20);
  expect(site(laid(1), counted).stock).toBe(20);
});

test('what lies is pushed, and what is laid after it by the same plan lies alike', () => {
  const after = site(laid(1), { what: 'moved', floor: 'f1', shift: [2, -1] }, laid(2));
  for (const row of [1, 2])
    for (const p of rowOf(row)) {
      const lies = after.lying.get(`f1/${p.id}`)!.piece.outline[0]!;
      expect(lies).toEqual(p.outline[0]!.map(([x, y]) => [Math.round((x + 2) * 1000) / 1000, Math.round((y - 1) * 1000) / 1000]));
    }
});

test('a second push goes on from the first, a third takes it back, and another floor is not pushed by it', () => {
  const push = (x: number, y: number) => ({ what: 'moved', floor: 'f1', shift: [x, y] });
  expect(site(laid(1), push(2, -1), push(3, 0.5)).shifts.get('f1')).toEqual([5, -0.5]);
  expect(site(laid(1), push(2, -1), push(-2, 1)).shifts.get('f1')).toEqual([0, 0]);
  const lies = site(push(2, -1), laid(1), push(3, 0.5)).lying.get(`f1/${first.id}`)!.piece.outline[0]!;
  expect(lies).toEqual(first.outline[0]!.map(([x, y]) => [Math.round((x + 5) * 1000) / 1000, Math.round((y - 0.5) * 1000) / 1000]));
  expect(refusal({ ...push(1, 1), floor: 'f9' })).toMatch(/pushes floor f9, which the plan in force does not have/);
});

test('a plan that comes into force takes up what was pushed: what lies stays there, and no push counts twice', () => {
  const shift = [3, 0] as const;
  const pushed = {
    ...plan,
    floors: plan.floors.map((f) => ({
      ...f,
      pieces: f.pieces.map((p) =>
        p.row === 1 ? { ...p, outline: p.outline.map((ring) => ring.map(([x, y]) => [x + shift[0], y + shift[1]])) } : p,
      ),
    })),
  };
  const lines = [laid(1), { what: 'moved', floor: 'f1', shift }];
  const replanned = (next: object) => ({ what: 'replanned', plan: { format: 'pitsaw/plan', version: 1, job: job.name, ...next } });
  const after = site(...lines, replanned(pushed));
  expect(after.shifts.size).toBe(0);
  expect(after.lying.get(`f1/${first.id}`)!.piece.outline[0]![0]![0]).toBeCloseTo(first.outline[0]![0]![0] + 3, 3);
  expect(after.otherwise).toBe(false);
  expect(refusal(...lines, replanned(plan))).toMatch(/has f1\/\S+ elsewhere, and it lies/);
});

test('planks of several sizes are counted by size; a size that is not named is used up, one that is none is refused', () => {
  const two = {
    ...job,
    product: { ...job.product, planks: [{ length: 1285, width: 192, share: 0.5 }, { length: 900, width: 192, share: 0.5 }] }, // prettier-ignore
  };
  const made = (planJob(two, { steps: 100 }) as { value: Plan }).value;
  const read = (planks: unknown) => {
    const lines = [
      { what: 'begun', format: 'pitsaw/log', version: 1, plan: planFile(made, job.name) },
      { what: 'stock', planks },
    ];
    const events = readLogText(
      lines.map((l, i) => `${JSON.stringify({ n: i + 1, time: '2026-03-02T08:00:00', by: 'Ada', ...l })}\n`).join(''),
    );
    if (!events.ok) return problemLine(events.problems[0]!);
    const stands = siteOf(events.value, groundOfSite(two));
    return stands.ok ? stands.value.stock : problemLine(stands.problems[0]!);
  };
  expect(read([{ length: 900, width: 192, count: 7 }])).toMatchObject([{ length: 1285, count: 0 }, { length: 900, count: 7 }]); // prettier-ignore
  expect(read(20)).toMatch(/counts planks of several sizes; say how many of each/);
  expect(read([{ length: 1200, width: 192, count: 7 }])).toMatch(/counts planks of 1200 × 192, of which there are none/);
});

test('a doorway goes along with the wall that it is in', () => {
  const room = { ...job, openings: [{ id: 'd', between: [job.spaces[0]!.id, null] as [string, null], outline: [[3600, 500], [3600, 1300], [3700, 1300], [3700, 500]] as [number, number][], finish: 'reducer' as const }] }; // prettier-ignore
  const { id } = room.spaces[0]!;
  const moved = withWalls(room, new Map([[id, [[0, 0], [3620, 0], [3620, 2400], [0, 2400]]]])); // prettier-ignore
  expect(moved.openings[0]!.outline).toEqual([[3620, 500], [3620, 1300], [3700, 1300], [3700, 500]]); // prettier-ignore
  expect(moved.spaces[0]!.outline[1]).toEqual([3620, 0]);
});

test('what is in hand of a plank is what neither lies nor is gone', () => {
  fc.assert(
    fc.property(fc.array(fc.tuple(fc.nat(1285), fc.nat(1285)), { maxLength: 4 }), fc.array(fc.tuple(fc.nat(1285), fc.nat(1285)), { maxLength: 3 }), (gone, lies) => {
      const span = ([a, b]: readonly [number, number]): [number, number] => [Math.min(a, b), Math.max(a, b)];
      const plank: Begun = { n: 1, length: 1285, width: 192, found: false, gone: gone.map(span) };
      const cuts = lies.map(span).map(([from, to]) => ({ from, to, low: 0, high: 192 }));
      let free = 0;
      for (let u = 0; u < 1285; u++) if (![...plank.gone, ...cuts.map((c) => [c.from, c.to] as const)].some(([a, b]) => u >= a && u + 1 <= b)) free++;
      expect(inHand(plank, cuts)).toBeCloseTo(free * 192, 3);
    }),
    { numRuns: 60 },
  ); // prettier-ignore
});

test('the rack holds what begun planks have left, first what is wanted first', () => {
  const after = site(laid(1), laid(2));
  const rack = rackOnSite(after, plan, job.kerf);
  const order = floor.pieces.map((p) => `f1/${p.id}`);
  const wanted = rack.flatMap((r) => (r.becomes.length > 0 ? [order.indexOf(r.becomes[0]!)] : []));
  expect(wanted).toEqual([...wanted].sort((a, b) => a - b));
  // every piece that is still to come from a begun plank is on it
  const coming = floor.pieces.filter((p) => p.row > 2 && after.begun.has(p.plank)).map((p) => `f1/${p.id}`);
  expect(rack.flatMap((r) => r.becomes).sort()).toEqual(coming.sort());
});

test('the course lays every piece once, each row on the one before, and knows when to push', () => {
  const steps = courseOf(plan, job);
  expect(steps.flatMap((s) => s.pieces)).toEqual(floor.pieces.map((p) => p.id));
  expect(steps.every((s) => s.way === 'on')).toBe(true);
  expect(steps.filter((s) => s.due.some((d) => d.what === 'push')).map((s) => s.row)).toEqual([3]);
  const lies = new Set(rowOf(1).map((p) => p.id));
  expect(stepInHand(steps, (_, piece) => lies.has(piece))!.row).toBe(2);
  expect(stepInHand(steps, () => true)).toBeNull();
});

test('a room that only later rows tie to the rest is begun on a line of its own, a small one filled back', () => {
  // a U: its two arms meet in the rows at the bottom
  const u = (deep: number) => ({ ...job, spaces: [{ id: 'u', name: 'U', outline: [[0, 0], [5000, 0], [5000, 3000], [3600, 3000], [3600, 1000], [1400, 1000], [1400, 1000 + deep], [0, 1000 + deep]] as [number, number][] }], layout: { ...job.layout, direction: 0 as const } }); // prettier-ignore
  const ways = (deep: number) => {
    const made = planJob(u(deep), { steps: 200 });
    return made.ok ? courseOf(made.value, u(deep)) : [];
  };
  const small = ways(560);
  const large = ways(1900);
  expect(new Set(small.map((s) => s.way))).toEqual(new Set(['on', 'back']));
  expect(large.some((s) => s.way === 'own-line')).toBe(true);
  expect(large.some((s) => s.due.some((d) => d.what === 'meets'))).toBe(true);
  for (const steps of [small, large]) expect(new Set(steps.flatMap((s) => s.pieces)).size).toBe(steps.flatMap((s) => s.pieces).length);
});

test('cut ahead: nothing before what it is cut from, every cut once, the stop set no more often than row by row', () => {
  const lines = cutList(job, plan).pieces;
  const { cuts, settings } = cutAhead(lines);
  const at = new Map(cuts.map((c, i) => [c.line.piece, i]));
  for (const { line } of cuts)
    if (line.take.from === 'offcut' && at.has(line.take.left!)) expect(at.get(line.take.left!)!).toBeLessThan(at.get(line.piece)!);
  expect(new Set(cuts.map((c) => c.number)).size).toBe(cuts.length);
  expect(settings).toBeLessThanOrEqual(cuts.length);
});

test('a line that made sense once and makes none any more counts for nothing, and keeps its place', () => {
  const open = openSite({ ...ground, sizes: [] });
  const events = readLogText(text({ what: 'found', length: 700, width: 192, ends: 'left' }, laid(1)));
  if (!events.ok) throw new Error('unread');
  for (const event of events.value) open.heard(event);
  expect(open.now()).toMatchObject({ last: 3, highest: most });
  expect(open.now().lying.size).toBe(rowOf(1).length);
});

test('rooms are laid in the order that somebody wants, and its cost is told', () => {
  const two = { ...job, spaces: [...job.spaces, { id: 'store', name: 'Store', outline: [[5000, 0], [7600, 0], [7600, 2000], [5000, 2000]] as [number, number][] }] }; // prettier-ignore
  const made = (planJob(two, { steps: 200 }) as { value: Plan }).value;
  const wanted = { ...two, laying: { order: ['store'] } };
  expect(layingOrder(made, two).map((f) => f.id)).toEqual(['f1', 'f2']);
  expect(courseOf(made, wanted)[0]).toMatchObject({ floor: 'f2', row: 1 });
  expect(orderCost(made, wanted)).toMatchObject({ back: 0, lines: 0 });
  expect(orderCost(made, wanted).waiting).toBeGreaterThan(0);
});

test('rooms of one floor are laid in the order that is wanted, as far as rows lock: each run after those that it locks into', () => {
  // a passage along the top, two rooms below it, one floor through both doorways
  const outline = (x0: number, y0: number, x1: number, y1: number): [number, number][] => [[x0, y0], [x1, y0], [x1, y1], [x0, y1]]; // prettier-ignore
  const three = {
    ...job,
    spaces: [
      { id: 'passage', name: 'Passage', outline: outline(0, 3000, 6000, 4200) },
      { id: 'left', name: 'Left', outline: outline(0, 0, 2900, 2900) },
      { id: 'right', name: 'Right', outline: outline(3000, 0, 6000, 2900) },
    ],
    openings: (['left', 'right'] as const).map((id, k) => ({ id: `d${k}`, between: ['passage', id] as [string, string], finish: 'through' as const, outline: outline(1000 + k * 3000, 2900, 1800 + k * 3000, 3000) })), // prettier-ignore
    layout: { ...job.layout, direction: 0 as const },
  };
  const made = (planJob(three, { steps: 200 }) as { value: Plan }).value;
  expect(made.floors).toHaveLength(1);
  expect(roomsInOrder(made, three)).toEqual(['passage', 'left', 'right']);
  const wanted = { ...three, laying: { order: ['right', 'left', 'passage'] } };
  // the passage has to be there before what hangs on it
  expect(roomsInOrder(made, wanted)).toEqual(['passage', 'right', 'left']);
  expect(orderCost(made, wanted).walks).toBe(2);
  expect(orderCost(made, three).walks).toBeGreaterThan(10);
  const steps = courseOf(made, wanted);
  const own = made.floors[0]!.pieces;
  expect(steps.flatMap((s) => s.pieces).sort()).toEqual(own.map((p) => p.id).sort());
  // along any line across the rows the row before lies first
  const at = new Map(steps.flatMap((s) => s.pieces).map((id, i) => [id, i]));
  for (const a of own) {
    for (const b of own) {
      const [p, q] = [boxOf(a.outline[0]!), boxOf(b.outline[0]!)];
      if (b.row === a.row + 1 && Math.min(p.maxX, q.maxX) - Math.max(p.minX, q.minX) > 1) expect(at.get(a.id)).toBeLessThan(at.get(b.id)!);
    }
  }
  // what is cut from an offcut comes after the piece that leaves it
  const order = inOrder(made, steps).map(({ floor: { id }, piece }) => `${id}/${piece.id}`);
  const { pieces } = cutList({ ...wanted, kerf: 3 }, made, { yard: new Map(), lies: () => false, order });
  expect(pieces.map((p) => p.piece)).toEqual(order);
  const opened = new Set<number>();
  for (const { take, plank } of pieces) {
    expect(take.from === 'offcut').toBe(opened.has(plank.n));
    opened.add(plank.n);
  }
  // every box is carried once, to the room where it is opened first
  const dealt = { ...made, planks: made.planks.map((p, i) => ({ ...p, box: 1 + Math.floor(i / 8) })) };
  const carried = courseOf(dealt, wanted).flatMap((s) => s.due.flatMap((d) => (d.what === 'carry' ? d.boxes : [])));
  expect([...carried].sort((x, y) => x - y)).toEqual([...new Set(dealt.planks.map((p) => p.box))].sort((x, y) => x - y));
});

test('a strip of pad is rolled out at the first row that lies on it', () => {
  const { minX, maxX, minY, maxY } = boxOf(job.spaces[0]!.outline);
  const strip = (id: string, low: number, high: number) => ({ floor: 'f1', id, outline: [[minX, low], [maxX, low], [maxX, high], [minX, high]] as const }); // prettier-ignore
  const steps = courseOf(plan, job, [
    strip('A1', maxY - 1000, maxY),
    strip('A2', maxY - 2000, maxY - 1000),
    strip('A3', minY, maxY - 2000),
  ]);
  const due = steps.flatMap((s) => s.due.flatMap((d) => (d.what === 'pad' ? d.strips.map((id) => [id, s.row] as const) : [])));
  const rowAt = (w: number) => floor.rows.find((r) => r.to > w + 1)!.n;
  // direction 0: rows are counted downwards from the greatest y
  expect(due).toEqual([['A1', 1], ['A2', rowAt(-(maxY - 1000))], ['A3', rowAt(-(maxY - 2000))]]); // prettier-ignore
});
