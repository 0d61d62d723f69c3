import fc from 'fast-check';
import { KINDS_OF_EVENT, newJob, planFile, problemLine, readEvent, readLogText } from '.';
import { planJob } from '../plan';

const made = planJob(newJob('Lock cottage', 'metric', 2600, 1800), { steps: 100 });
if (!made.ok) throw new Error('no plan');
const plan = planFile(made.value, 'Lock cottage');

/** One line of each kind, as its file has it. */
const LINES: Readonly<Record<string, object>> = {
  begun: { format: 'pitsaw/log', version: 1, plan },
  laid: { floor: 'f1', row: 2 },
  'laid-as': { floor: 'f1', row: 2, pieces: [{ plank: 3, from: 0, to: 640 }, { plank: 'new', from: 20, to: 900, at: 640 }] }, // prettier-ignore
  cut: { piece: 'f1/2.1' },
  'cut-at': { plank: 4, along: 312.5 },
  broken: { plank: 'new', count: 2 },
  lost: { plank: 4, from: 312.5, to: 900 },
  found: { length: 700, width: 192, ends: 'left' },
  stock: { planks: [{ length: 1285, width: 192, count: 6 }] },
  moved: { floor: 'f1', shift: [0, -4] },
  wall: { space: 'room', outline: [[0, 0], [2600, 0], [2600, 1790], [0, 1800]] }, // prettier-ignore
  replanned: { plan },
  undone: { event: 2 },
  note: { text: 'Damp by the hearth', at: [300, 900] },
  delivered: { text: '6 boxes, batch 40' },
  returned: { text: 'one box' },
  checked: { text: 'joints of rows 1 to 9' },
  snag: { text: 'a chip by the door' },
  'repair-planned': { text: 'piece 4.2, from the window wall' },
  repaired: { text: 'piece 4.2', plank: 'new' },
};
const line = (what: string, n: number, change: object = {}) => ({ n, time: '2026-03-02T08:00:00', by: 'Ada', what, ...LINES[what], ...change }); // prettier-ignore
const textOf = (...lines: object[]): string => lines.map((one) => `${JSON.stringify(one)}\n`).join('');
const said = (text: string): string => {
  const read = readLogText(text);
  return read.ok ? `${read.value.length} lines` : problemLine(read.problems[0]!);
};

test('every kind of line is read, and there is no other', () => {
  expect(Object.keys(LINES).sort()).toEqual([...KINDS_OF_EVENT].sort());
  for (const what of KINDS_OF_EVENT) {
    const read = readEvent(line(what, 1));
    expect(read.ok ? read.value.what : problemLine(read.problems[0]!)).toBe(what);
  }
  expect(said(textOf(line('begun', 1), line('laid', 2), line('note', 3)))).toBe('3 lines');
});

test('a line keeps what it says, and what nobody knows yet', () => {
  const some = fc.constantFrom(...KINDS_OF_EVENT.filter((what) => what !== 'begun' && what !== 'replanned'));
  const extra = fc.dictionary(fc.stringMatching(/^x-[a-z]{1,8}$/), fc.jsonValue(), { maxKeys: 3 });
  fc.assert(
    fc.property(some, fc.nat(1000), fc.string({ maxLength: 100 }), extra, (what, n, by, more) => {
      const one = JSON.parse(JSON.stringify(line(what, n + 1, { by, ...more }))) as object;
      const read = readEvent(one);
      expect(read.ok && read.value).toEqual(one);
    }),
  );
});

test('whatever is left out of a line is missed by name, and nothing throws', () => {
  const cases = KINDS_OF_EVENT.flatMap((what) => Object.keys(line(what, 1)).map((field) => [what, field] as const));
  const optional = new Set(['broken count', 'laid piece', 'note at', 'repaired plank']);
  for (const [what, field] of cases) {
    const read = readEvent({ ...line(what, 1), [field]: undefined });
    if (optional.has(`${what} ${field}`)) expect(read.ok).toBe(true);
    else expect(read.ok ? 'read' : read.problems.map((p) => p.path || 'what').join()).toContain(field);
  }
  fc.assert(
    fc.property(fc.constantFrom(...KINDS_OF_EVENT), fc.dictionary(fc.constantFrom('n', 'time', 'floor', 'row', 'pieces', 'plank', 'shift', 'plan', 'planks'), fc.jsonValue()), (what, change) => {
      const read = readEvent({ ...line(what, 1), ...change });
      if (!read.ok) expect(read.problems[0]!.text).not.toBe('');
    }), // prettier-ignore
  );
});

test.each<[string, string, RegExp]>([
  ['nothing', '', /^the log is empty/],
  ['half a line', textOf(line('begun', 1)) + '{"n":2', /^line 2: is half a line/],
  ['what is no JSON', `${textOf(line('begun', 1))}laid row 2\n`, /^line 2: is not JSON$/],
  ['a kind that is none', textOf(line('begun', 1), line('glued', 2)), /^line 2: what.*"glued", which is none of begun, laid/],
  ['a number left out', textOf(line('begun', 1), line('note', 3)), /^line 2: n is 3 and should be 2$/],
  ['another beginning', textOf(line('begun', 1), line('begun', 2)), /^line 2: what is "begun", and the log has begun already$/],
  ['no beginning', textOf(line('note', 1)), /^line 1: what should be "begun"/],
  ['a later version', textOf(line('begun', 1, { version: 2 })), /^line 1: version is not known/],
  ['a plank that is a word', textOf(line('begun', 1), line('broken', 2, { plank: 'old' })), /^line 2: plank is a plank’s number or "new"$/],
  ['a wall of two points', textOf(line('begun', 1), line('wall', 2, { outline: [[0, 0], [1, 1]] })), /^line 2: outline .*three points/],
])('%s: the line is named, and what it should be', (_, text, expected) => {
  expect(said(text)).toMatch(expected);
}); // prettier-ignore
