import fc from 'fast-check';
import { newJob, planFile, problemLine, readLogText, type Event, type Plan } from '../given';
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
const read = (...lines: object[]) => {
  const events = readLogText(written(begun, ...lines));
  return events.ok ? siteOf(events.value, groundOfSite(job)) : events;
};
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
  ['a plan with what lies elsewhere', [{ what: 'laid', floor: 'f1', row: 1 }, { what: 'replanned', plan: planFile({ ...plan, floors: [] }, '') }], /^line 3: has f1\/1\.1 elsewhere/], // prettier-ignore
])('%s is refused, and the line is named', (_, lines, want) => {
  expect(refused(...lines)).toMatch(want);
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
