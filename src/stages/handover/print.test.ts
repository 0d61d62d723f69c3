import { readFileSync } from 'node:fs';
import { readFloorText, type Job } from '@/core/given';
import { groundOfSite, siteOf, type Site } from '@/core/lay';
import type { PrintPart } from '@/formats/paper';
import { handoverOf } from './print';

const read = readFloorText(readFileSync('test/kept/floor-2026-11.floor.pitsaw.json', 'utf8'));
if (!read.ok) throw new Error(read.problems[0]!.text);
const { job, events } = read.value;
const siteFor = (own: Job): Site => {
  const site = siteOf(events, groundOfSite(own));
  if (!site.ok) throw new Error(site.problems[0]!.text);
  return site.value;
};
const parts = (change: Partial<Job> = {}) => {
  const own = { ...job, ...change };
  return new Map(handoverOf({ job: own, site: siteFor(own), lines: events, beneath: null, edges: null }).map((s) => [s.title, s.parts]));
};
const wordsOf = (list: readonly PrintPart[] | undefined): string => (list ?? []).map((p) => (p.kind === 'words' ? p.text : p.kind === 'table' ? p.rows.map((r) => r.cells.join(' ')).join('\n') : '')).join('\n'); // prettier-ignore

test('who took it over, when it was laid and by whom, batch and spares stand first', () => {
  const said = wordsOf(parts().get('Your floor'));
  for (const text of [
    'The harbour office',
    '2026-11-20',
    'Laid on 2026-11-17 by Wren, Moss',
    'Batch K 1142',
    '4 spare planks, kept at: on the shelf in the store',
  ])
    expect(said).toContain(text);
  expect(wordsOf(parts({ handover: {} }).get('Your floor'))).toContain('The batch of the planks was not written down.');
});

test('every wall has its gap, measured where somebody did, wanted and planned beside it', () => {
  const [, table] = parts().get('Gaps')!;
  const rows = table!.kind === 'table' ? table!.rows : [];
  expect(rows).toHaveLength(8);
  expect(rows.filter((r) => r.cells[4] !== '—')).toHaveLength(3);
  for (const { cells } of rows) expect(cells[2]).toBe('8 mm');
});

test('what lies hidden is told with where it is; heating warns', () => {
  expect(wordsOf(parts().get('What lies hidden'))).toContain('valve 4930 mm, 330 mm');
  const warm = parts({ bases: [{ space: 'store', substrate: 'screed', heated: true }], fixings: [{ at: [500, 500], why: 'stove' }] });
  expect(wordsOf(warm.get('What lies hidden'))).toContain('Heated from below: Store');
  expect(wordsOf(warm.get('What lies hidden'))).toContain('held to the base stove');
});

test('an open snag is said, a settled one is in the list; a planned repair stands as planned', () => {
  expect(wordsOf(parts().get('What was found and settled'))).toContain('2026-11-19');
  expect(wordsOf(parts().get('What was found and settled'))).not.toContain('still open');
  const open = parts({ snags: [{ id: 's', space: 'watch', text: 'A lip', found: '2026-11-21' }] }).get('What was found and settled');
  expect(open![0]).toMatchObject({ kind: 'words', tone: 'must', text: '1 point is still open.' });
  expect(wordsOf(parts().get('When a plank is damaged'))).toContain('planned Store, row 7, piece 1 slide into the gap Wren');
});

test('care goes by the kind of plank, and every kind has some; the year is told by room, not by the floor’s id', () => {
  const care = new Set((['laminate', 'rigid-vinyl', 'flexible-vinyl', 'engineered'] as const).map((kind) => wordsOf(parts({ product: { ...job.product, kind } }).get('Care')))); // prettier-ignore
  expect(care.size).toBe(4);
  expect(wordsOf(parts().get('Through the year'))).toContain('Watch room, Store: the floor grows by up to');
});

test('where nothing lies nothing is handed over', () => {
  const none = { ...siteFor(job), plan: null };
  expect(handoverOf({ job, site: none, lines: [], beneath: null, edges: null })).toEqual([]);
});

test('in feet and inches no millimetre is told, of any kind of plank, heated or held to its base; in neither unit is there a hole', () => {
  for (const kind of ['laminate', 'rigid-vinyl', 'flexible-vinyl', 'engineered'] as const) {
    const change: Partial<Job> = {
      product: { ...job.product, kind },
      bases: [{ space: 'store', substrate: 'screed', heated: true }],
      fixings: [{ at: [500, 500], why: 'stove' }],
    };
    const said = (display: Job['display']) => [...parts({ ...change, display }).values()].map(wordsOf).join('\n');
    expect(said('imperial').match(/.{0,30}\d ?(mm|m|m²)\b.{0,20}/g)).toBeNull();
    for (const display of ['metric', 'imperial'] as const) expect(said(display)).not.toMatch(/NaN|undefined|Infinity|\[object|\bf\d\b/);
  }
});
