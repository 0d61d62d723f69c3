import type { Event, Plan } from '@/core/given';
import type { PieceCuts } from '@/core/cuts';
import { calledIn, changeWords, dueWords, eventWords, fromWhere, wayWords } from './words';

const line = (take: PieceCuts['take'], n = 9): PieceCuts =>
  ({ take, piece: 'f1/12.1', plank: { n, length: 1285, width: 192 } }) as PieceCuts;
const event = (fields: object): Event => ({ n: 2, time: '2026-03-02T08:00:00', by: 'Ada', ...fields }) as Event;
const changes = { begins: 20, planks: 0, broken: 0, spoilt: [], rows: [], pieces: 0 };

test('what to take is a label on the rack, or a new plank with its box', () => {
  expect(fromWhere(line({ from: 'offcut', left: 'f1/9.4', label: 'KIT 12.1' }), 3)).toEqual({ take: 'KIT 12.1', of: 'from the offcuts kept' }); // prettier-ignore
  expect(fromWhere(line({ from: 'new' }), 3)).toEqual({ take: 'a new plank', of: 'number 9, from box 3' });
  expect(fromWhere(line({ from: 'new' }), undefined).of).toBe('number 9');
});

test.each([
  [changes, 'No plank more; 0 pieces change in 0 rows; nothing sawn is spoilt.'],
  [{ ...changes, planks: 1, pieces: 1, rows: [['f1', 4]] }, '1 plank more; 1 piece changes in 1 row; nothing sawn is spoilt.'],
  [{ ...changes, planks: -2, pieces: 7, rows: [['f1', 4], ['f1', 5]], spoilt: ['f1/4.1'] }, '2 planks fewer; 7 pieces change in 2 rows; 1 sawn piece is not used.'], // prettier-ignore
] as const)('what a way on changes is one sentence (%#)', (of, words) => {
  expect(changeWords(of)).toBe(words);
});

test.each<[object, string]>([
  [{ what: 'begun' }, 'Laying began.'],
  [{ what: 'laid', floor: 'f1', row: 4 }, 'Row 4 lies.'],
  [{ what: 'laid', floor: 'f1', row: 4, piece: '4.2' }, 'Row 4, piece 2 lies.'],
  [{ what: 'laid-as', floor: 'f1', row: 4, pieces: [{ plank: 3, from: 0, to: 900 }, { plank: 'new', from: 100, to: 1285 }] }, 'Row 4 lies otherwise: 900 mm, 1185 mm.'], // prettier-ignore
  [{ what: 'cut', piece: 'f1/4.2' }, 'Row 4, piece 2 is sawn.'],
  [{ what: 'cut-at', plank: 7, along: 512 }, 'Plank 7 was sawn at 512 mm, where it should not have been.'],
  [{ what: 'broken', plank: 7 }, 'What was left of plank 7 broke.'],
  [{ what: 'broken', plank: 'new', count: 2 }, '2 new planks broken.'],
  [{ what: 'broken', plank: 'new' }, '1 new plank broken.'],
  [{ what: 'lost', plank: 7, from: 100, to: 700 }, 'Of plank 7, 600 mm is lost.'],
  [{ what: 'found', length: 700, width: 192, ends: 'left' }, 'A piece of 700 mm was found, with its left end.'],
  [{ what: 'found', length: 1285, width: 192, ends: 'both' }, 'A piece of 1285 mm was found, whole.'],
  [{ what: 'found', length: 700, width: 192, ends: 'none' }, 'A piece of 700 mm was found, sawn at both ends.'],
  [{ what: 'stock', planks: 12 }, 'There are 12 planks that are not begun.'],
  [{ what: 'stock', planks: [{ length: 1285, width: 192, count: 4 }, { length: 900, width: 192, count: 3 }] }, 'There are 7 planks that are not begun.'], // prettier-ignore
  [{ what: 'moved', floor: 'f1', shift: [2, -1] }, 'The floor was pushed by 2 mm and -1 mm.'],
  [{ what: 'wall', space: 'hall', outline: [] }, 'The walls of Hall were found elsewhere.'],
  [{ what: 'replanned' }, 'The rest was planned anew.'],
  [{ what: 'undone', event: 4 }, 'Line 4 was taken back.'],
  [{ what: 'note', text: 'dust' }, 'dust'],
])('the log is read by somebody else: %j', (fields, words) => {
  const spaces = [{ id: 'hall', name: 'Hall', outline: [] }];
  expect(eventWords(event(fields), 'metric', calledIn({ spaces }, null)).replace('−', '-')).toBe(words);
});

test('where there are several floors each is called by its rooms', () => {
  const spaces = [
    { id: 'hall', name: 'Hall', outline: [] },
    { id: 'store', name: 'Store', outline: [] },
    { id: 'x', name: '', outline: [] },
  ];
  const floors = [['hall', 'store'], ['x']].map((own, i) => ({ id: `f${i + 1}`, spaces: own })) as unknown as Plan['floors'];
  const said = (fields: object) => eventWords(event(fields), 'metric', calledIn({ spaces }, { floors }));
  expect(said({ what: 'laid', floor: 'f1', row: 4 })).toBe('Row 4 of Hall + Store lies.');
  expect(said({ what: 'laid', floor: 'f2', row: 4, piece: '4.2' })).toBe('Row 4, piece 2 of x lies.');
  expect(said({ what: 'cut', piece: 'f2/4.1' })).toBe('Row 4, piece 1 of x is sawn.');
  expect(said({ what: 'moved', floor: 'f1', shift: [0, 5] })).toBe('The floor of Hall + Store was pushed by 0 mm and 5 mm.');
  expect(said({ what: 'wall', space: 'store', outline: [] })).toBe('The walls of Store were found elsewhere.');
});

test('what comes due says what to do, and cautions where it can hurt', () => {
  expect(dueWords({ what: 'push' })).toMatch(/push them to their gap/);
  expect(dueWords({ what: 'register', obstacle: 'r1' })).toMatch(/r1.*drill its corners/);
  expect(dueWords({ what: 'undercut', opening: 'd1' })).toMatch(/d1.*wires/);
  expect(dueWords({ what: 'meets' })).toMatch(/straightedge over both/);
  expect(dueWords({ what: 'pad', strips: ['A1', 'A2'] })).toMatch(/Roll out pad A1, A2/);
  expect(wayWords({ way: 'on' })).toBeNull();
  expect(wayWords({ way: 'back' })).toMatch(/backwards/);
  expect(wayWords({ way: 'own-line' })).toMatch(/line of its own/);
});
