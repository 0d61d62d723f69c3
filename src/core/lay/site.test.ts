import fc from 'fast-check';
import { newJob, planFile, problemLine, readLogText, type Event, type Job, type Plan } from '../given';
import { planJob } from '../plan';
import { groundOfSite, siteOf } from '.';

const job = newJob('Toll house', 'metric', 3600, 2400);
const made = planJob(job, { steps: 200 });
const plan = (made as { value: Plan }).value;
const keys = plan.floors[0]!.pieces.map((p) => `f1/${p.id}`);

/** Lines of a log, as its file has them, with numbers, times and hands. */
const written = (...lines: object[]): string =>
  lines.map((line, i) => `${JSON.stringify({ n: i + 1, time: '2026-03-02T08:00:00', by: 'Ada', ...line })}\n`).join('');
const begun = { what: 'begun', format: 'pitsaw/log', version: 1, plan: planFile(plan, 'Toll house') };
const readIn = (of: Job, ...lines: object[]) => {
  const events = readLogText(written(...lines));
  return events.ok ? siteOf(events.value, groundOfSite(of), true) : events;
};
const read = (...lines: object[]) => readIn(job, begun, ...lines);
const site = (...lines: object[]) => {
  const result = read(...lines);
  if (!result.ok) throw new Error(problemLine(result.problems[0]!));
  return result.value;
};
const refused = (...lines: object[]) => {
  const result = read(...lines);
  return result.ok ? 'read' : problemLine(result.problems[0]!);
};
const cut = (piece: string) => ({ what: 'cut', piece });
const undo = (event: number) => ({ what: 'undone', event });

test('sawn and laid follow the lines; what lies is no longer only sawn', () => {
  const first = keys[0]!;
  expect([...site(cut(first)).sawn.keys()]).toEqual([first]);
  const after = site(cut(first), { what: 'laid', floor: 'f1', row: 1 });
  expect(after.sawn.size).toBe(0);
  expect([...after.laid.keys()]).toEqual(plan.floors[0]!.pieces.filter((p) => p.row === 1).map((p) => `f1/${p.id}`));
  expect(site(cut(first), undo(2)).sawn.size).toBe(0);
  expect(site({ what: 'laid', floor: 'f1', row: 1 }, undo(2)).laid.size).toBe(0);
});

test.each<[string, object[], RegExp]>([
  ['a piece that is sawn', [cut('f1/1.1'), cut('f1/1.1')], /^line 3: saws f1\/1\.1, which is sawn already/],
  ['a piece that lies', [{ what: 'laid', floor: 'f1', row: 1 }, cut('f1/1.1')], /^line 3: saws f1\/1\.1, which lies/],
  ['a piece that the plan does not have', [cut('f9/1.1')], /^line 2: saws f9\/1\.1/],
  ['a row of which nothing is left', [{ what: 'laid', floor: 'f1', row: 1 }, { what: 'laid', floor: 'f1', row: 1 }], /^line 3: lays row 1, of which nothing is left/], // prettier-ignore
  ['a line taken back twice', [cut('f1/1.1'), undo(2), undo(2)], /^line 4: takes back line 2 a second time/],
  ['the beginning taken back', [undo(1)], /^line 2: takes back line 1, and “begun” cannot/],
  ['a line that is still to come', [undo(7)], /^line 2: takes back line 7/],
  ['a plan with what lies elsewhere', [{ what: 'laid', floor: 'f1', row: 1 }, { what: 'replanned', plan: planFile({ ...plan, floors: plan.floors.map((f) => ({ ...f, pieces: f.pieces.filter((p) => p.row > 1) })) }, '') }], /^line 3: has f1\/1\.1 elsewhere/], // prettier-ignore
])('%s is refused, and the line is named', (_, lines, want) => {
  expect(refused(...lines)).toMatch(want);
});

const row1 = { what: 'laid', floor: 'f1', row: 1 };
const [outline] = job.spaces.map((s) => s.outline);
const walls = (by: number) => ({ what: 'wall', space: 'room', outline: outline!.map(([x, y]) => [x > 0 ? x + by : x, y]) });
const [first] = plan.floors[0]!.pieces;
const mixed: Job = { ...job, product: { ...job.product, planks: [{ length: 1285, width: 192, share: 0.5 }, { length: 900, width: 192, share: 0.5 }] } }; // prettier-ignore
const changed = (change: (plan: Plan) => Plan): object => ({ ...begun, plan: planFile(change(plan), 'Toll house') });
const onFloor = (change: (floor: Plan['floors'][number]) => object) => changed((p) => ({ ...p, floors: [{ ...p.floors[0]!, ...change(p.floors[0]!) }] })); // prettier-ignore

test.each<[string, object[], RegExp]>([
  ['a time that is none', [{ ...cut('f1/1.1'), time: 'after lunch' }], /^line 2: has the time “after lunch”/],
  ['a corner moved too far', [walls(501)], /^line 2: moves a corner of room by 501 mm; at most 500/],
  ['walls between which nothing can be laid', [{ what: 'wall', space: 'room', outline: [[0, 0], [3600, 0], [3600, 2400], [3599, 2400]] }], /^line 2: /], // prettier-ignore
  ['a push too far', [row1, { what: 'moved', floor: 'f1', shift: [80, 80] }], /^line 3: pushes floor f1 by 113 mm; at most 100/],
  ['a push of nothing', [{ what: 'moved', floor: 'f1', shift: [2, 0] }], /^line 2: pushes floor f1, of which nothing lies/],
  [
    'a loss beyond the plank',
    [{ what: 'lost', plank: 1, from: 900, to: 1300 }],
    /^line 2: loses 900 to 1300 of plank 1, which is 1285 long/,
  ],
  ['a loss of what lies', [row1, { what: 'lost', plank: first!.plank, from: first!.cut.from, to: first!.cut.to }], /^line 3: loses .* part of that lies/], // prettier-ignore
  ['more planks broken than anybody has', [{ what: 'broken', plank: 'new', count: 10_001 }], /^line 2: count more than 10000/],
  ['a stock of nothing', [{ what: 'stock', planks: [] }], /^line 2: counts no size of plank/],
  ['a size counted twice', [{ what: 'stock', planks: [1, 2].map((count) => ({ length: 1285, width: 192, count })) }], /^line 2: counts planks of 1285 × 192 twice/], // prettier-ignore
  [
    'a piece found that is too long',
    [{ what: 'found', length: 1400, width: 192, ends: 'left' }],
    /^line 2: finds .* longer than any plank/,
  ],
  ['a piece found that is too wide', [{ what: 'found', length: 700, width: 200, ends: 'left' }], /^line 2: finds .* wider than any plank/],
  ['a strip found without an edge', [{ what: 'found', length: 700, width: 90, ends: 'left' }], /^line 2: finds .* say which factory edge/],
  [
    'a whole plank found that is none',
    [{ what: 'found', length: 1200, width: 192, ends: 'both' }],
    /^line 2: finds .* no plank is so long/,
  ],
])('%s is refused by its line', (_, lines, want) => {
  expect(refused(...lines)).toMatch(want);
});

test.each<[string, object, RegExp]>([
  ['more floors', changed((p) => ({ ...p, floors: [...p.floors, ...p.floors] })), /a plan of 2 floors, and the job has 1/],
  ['other rooms', onFloor(() => ({ spaces: ['attic'] })), /floor f1 lies in other rooms/],
  [
    'another size of plank',
    changed((p) => ({ ...p, planks: p.planks.map((k, i) => (i === 3 ? { ...k, length: 1200 } : k)) })),
    /a plank of 1200 × 192/,
  ],
  [
    'another outline',
    onFloor((f) => ({ laid: f.laid.map((p) => p.map((ring) => ring.map(([x, y]) => [x > 100 ? x + 30 : x, y]))) })),
    /of another outline/,
  ],
  ['a plank that it does not list', changed((p) => ({ ...p, planks: p.planks.slice(1) })), /is of plank \d+, which it does not list/],
  ['two pieces of one id', onFloor((f) => ({ pieces: [...f.pieces, f.pieces[0]!] })), /two pieces of one id/],
  ['pieces over each other', onFloor((f) => ({ pieces: [...f.pieces, { ...f.pieces[0]!, id: '1.99' }] })), /lie over each other/],
])('a log that begins by a plan with %s is another job’s', (_, first, want) => {
  const result = readIn(job, first);
  expect(result.ok ? 'read' : problemLine(result.problems[0]!)).toMatch(new RegExp(`^line 1: .*${want.source}`));
});

test('what was told under older rules is read as it was, and so is the log of a job that was changed since', () => {
  const events = readLogText(written(begun, { what: 'lost', plank: 1, from: 900, to: 1300 }));
  const wider = { ...job, spaces: [{ ...job.spaces[0]!, outline: outline!.map(([x, y]): [number, number] => [x > 0 ? x + 40 : x, y]) }] };
  expect(events.ok && siteOf(events.value, groundOfSite(wider)).ok).toBe(true);
});

test('what came, went, was checked or is to be mended counts as a note, also before laying began; a repair takes its plank', () => {
  const told = ['delivered', 'returned', 'checked', 'snag', 'repair-planned'].map((what) => ({ what, text: 'as said' }));
  const result = readIn(job, ...told, begun, ...told, row1, { what: 'repaired', text: 'row 1', plank: 'new' });
  if (!result.ok) throw new Error(problemLine(result.problems[0]!));
  const now = result.value;
  expect([now.notes.length, now.laid.size]).toEqual([11, plan.floors[0]!.pieces.filter((p) => p.row === 1).length]);
  const highest = Math.max(...plan.planks.map((p) => p.n));
  expect([...now.begun.keys()]).toContain(highest + 1);
  expect(now.yard.get(highest + 1)).toEqual([]);
  expect(site(...told, row1).otherwise).toBe(false);
  expect(refused(...told.slice(0, 1), { what: 'snag' })).toMatch(/^line 3: text/);
  expect(readIn(job, cut('f1/1.1'), begun).ok).toBe(false);
});

test('a strip that was found with a factory edge is in hand, by that edge', () => {
  for (const [edge, low, high] of [
    ['near', 0, 90],
    ['far', 102, 192],
  ] as const) {
    // prettier-ignore
    const now = site({ what: 'found', length: 700, width: 90, ends: 'left', edge });
    const [part] = [...now.yard.values()].at(-1)!;
    expect([Math.min(...part!.ring.map((p) => p[1])), Math.max(...part!.ring.map((p) => p[1]))]).toEqual([low, high]);
  }
});

test('a new plank that breaks is of the size that is said, of several', () => {
  const own = planJob(mixed, { steps: 100 });
  const first = { ...begun, plan: planFile((own as { value: Plan }).value, 'Toll house') };
  expect(readIn(mixed, first, { what: 'broken', plank: 'new' })).toMatchObject({ ok: false });
  expect(readIn(mixed, first, { what: 'broken', plank: 'new', length: 900, width: 192 })).toMatchObject({ ok: true });
});

test.each<[string, string, RegExp]>([
  ['an empty log', '', /empty/],
  ['a half line', written(begun).slice(0, -1), /^line 1: is half a line/],
  ['a second beginning', written(begun, begun), /^line 2: what is "begun", and the log has begun already/],
  ['no beginning', written(cut('f1/1.1')), /^line 1: what should be "begun"/],
  ['an unknown kind', written(begun, { what: 'painted' }), /^line 2: .*what is "painted", which is none of begun, laid/],
  ['numbers out of order', written(begun, { ...cut('f1/1.1'), n: 5 }), /^line 2: n is 5 and should be 2/],
  ['no JSON', `${written(begun)}{\n`, /^line 2: is not JSON/],
  ['a field that is missing', written(begun, { what: 'cut' }), /^line 2: piece names no piece/],
])('%s is refused', (_, text, want) => {
  const result = readLogText(text);
  expect(result.ok ? 'read' : problemLine(result.problems[0]!)).toMatch(want);
});

test('every kind of line is read, with fields that nobody knows', () => {
  const lines = [
    { what: 'laid-as', floor: 'f1', row: 1, pieces: [{ plank: 'new', from: 0, to: 900, at: 8 }] },
    { what: 'cut-at', plank: 3, along: 400 },
    { what: 'broken', plank: 'new', count: 2 },
    { what: 'lost', plank: 2, from: 0, to: 300 },
    { what: 'found', length: 700, width: 192, ends: 'left' },
    { what: 'stock', planks: 12 },
    { what: 'stock', planks: [{ length: 1285, width: 192, count: 4 }] },
    { what: 'moved', floor: 'f1', shift: [0, -3] },
    { what: 'wall', space: 'room', outline: [[0, 0], [10, 0], [10, 10]] }, // prettier-ignore
    { what: 'note', text: 'dust', weather: 'rain' },
  ];
  const events = readLogText(written(begun, ...lines));
  expect(events.ok && events.value.slice(1).map((e) => e.what)).toEqual(lines.map((l) => l.what));
  expect(events.ok && (events.value.at(-1) as Event & { weather: string }).weather).toBe('rain');
});

test('any order of sawing and taking back gives what a plain set gives', () => {
  fc.assert(
    fc.property(fc.array(fc.nat(keys.length - 1), { maxLength: 40 }), (presses) => {
      const lines: object[] = [];
      const open = new Map<string, number>();
      for (const at of presses) {
        const key = keys[at]!;
        const line = open.get(key);
        lines.push(line === undefined ? cut(key) : undo(line));
        if (line === undefined) open.set(key, lines.length + 1);
        else open.delete(key);
      }
      expect(new Set(site(...lines).sawn.keys())).toEqual(new Set(open.keys()));
    }),
    { numRuns: 40 },
  );
});
