import { readFileSync } from 'node:fs';
import { readPdf } from '@test/pdf';
import { pieceId } from '../formats/words';
import { createAsker } from '../core/answer';
import { ANSWERS } from '../core/answers';
import { newJob, PRESET_KITS, PRESET_MATERIALS, readFloorText, type Job } from '../core/given';
import type { FontFiles } from '../formats/pdf';
import { makePack } from './make';

const file = (name: string): Uint8Array => readFileSync(`node_modules/@fontsource/archivo/files/archivo-${name}-normal.woff`);
const fonts: FontFiles = { plain: [file('latin-400'), file('latin-ext-400')], strong: [file('latin-700'), file('latin-ext-700')] };

const job: Job = {
  ...newJob('Lock house', 'metric', 3600, 2500),
  spaces: [
    { id: 's1', name: 'Łódka room', outline: [[0, 0], [3600, 0], [3600, 2460], [0, 2500]] }, // prettier-ignore
    { id: 's2', name: 'Store', outline: [[0, 2640], [2000, 2640], [2000, 4000], [0, 4000]] }, // prettier-ignore
  ],
  openings: [{ id: 'd1', between: ['s1', 's2'], outline: [[500, 2494.4], [1300, 2485.6], [1300, 2640], [500, 2640]], finish: 't-mould', foot: 12 }], // prettier-ignore
  obstacles: [{ id: 'r1', kind: 'register', gap: 3, outline: [[2600, 900], [2900, 900], [2900, 1000], [2600, 1000]] }], // prettier-ignore
  beneath: { materials: [...PRESET_MATERIALS] },
  kits: [...PRESET_KITS],
  bases: [{ space: 's1', substrate: 'concrete' }],
  crew: { begin: '2026-03-30' },
  spares: { planks: 2 },
};

const packed = async (of: Job, paper: 'a4' | 'letter' = 'a4', what: 'pack' | 'labels' = 'pack') => {
  const made = await makePack({ job: of, log: [] }, { what, paper }, { fonts });
  if (!made.ok) throw new Error(made.problems[0]!.text);
  return made.value;
};
let pdf: Uint8Array;
beforeAll(async () => (pdf = await packed(job)));

test('every piece of the cut list stands in it, and every thing that is bought, by room names and not by ids', () => {
  const { pages } = readPdf(pdf);
  const lines = new Set(pages.flatMap((p) => p.split('\n')));
  const given = { job, log: [] };
  const asker = createAsker();
  const cuts = asker.ask(ANSWERS.cuts, given);
  const order = asker.ask(ANSWERS.order, given);
  if (!cuts.ok || !order.ok) throw new Error('no cuts');
  for (const { piece } of cuts.value.pieces) expect(lines).toContain(pieceId(piece));
  const words = pages.join(' ').replace(/\s+/g, ' ');
  for (const { what } of [...order.value.items, ...order.value.sundries]) expect(words).toContain(what);
  // letters of two font files in one name
  expect(pages.join('').replaceAll('\n', '')).toContain('Łódka');
  expect(words).not.toMatch(/\bs1\b|\bs2\b|\bf1\b|\ufffd/);
});

test('it has numbers on its pages, an outline, tags, a language, embedded fonts, and sections for everything', () => {
  const read = readPdf(pdf);
  read.pages.forEach((p, i) => expect(p).toContain(`Page ${i + 1} of ${read.pages.length}`));
  expect(read.tagged && read.language).toBe(true);
  expect(read.embedded).toBeGreaterThanOrEqual(2);
  expect(read.outline).toBeGreaterThanOrEqual(12);
  const words = read.pages.join('\n');
  for (const title of [
    'The rooms',
    'The base',
    'Set-out',
    'Rows',
    'Beneath the planks',
    'Doorways, edges and trim',
    'What to buy',
    'Days',
    'Cut list, row by row',
    'Notes and signatures',
    'Labels',
  ])
    // prettier-ignore
    expect(words).toContain(title);
  expect(words).toMatch(/scale 1 : \d+/);
  expect(words).toContain('Taken over by');
});

test('the same job gives the same bytes; Letter is another paper', async () => {
  expect(Buffer.compare(await packed(job), pdf)).toBe(0);
  expect(readPdf(pdf).sizes[0]).toBe('0 0 595.28 841.89');
  expect(readPdf(await packed(job, 'letter')).sizes[0]).toBe('0 0 612 792');
});

test('without a first day there are no days, without a base none; labels come by themselves too', async () => {
  const { crew: _crew, bases: _bases, ...bare } = job;
  expect(_crew && _bases).toBeTruthy();
  const words = readPdf(await packed({ ...bare, display: 'imperial' }, 'letter')).pages.join('\n');
  expect(words).not.toContain('Waits that cannot be shortened');
  expect(words).toMatch(/ft; scale 1 : \d+/);
  const labels = readPdf(await packed(job, 'a4', 'labels')).pages.join('\n');
  expect(labels).toContain('Row 1');
  expect(labels).not.toContain('The base');
});

test('a job that cannot be laid gives its problems', async () => {
  const none = { ...job, spaces: [{ id: 's1', name: 'Slit', outline: [[0, 0], [500, 0], [500, 12], [0, 12]] as [number, number][] }], openings: [], obstacles: [] }; // prettier-ignore
  expect(await makePack({ job: none, log: [] }, { what: 'pack', paper: 'a4' }, { fonts })).toMatchObject({ ok: false });
});

test('a floor that lies is handed over on paper, short or as the whole record; one on which nothing lies is not', async () => {
  const read = readFloorText(readFileSync('test/kept/floor-2026-11.floor.pitsaw.json', 'utf8'));
  if (!read.ok) throw new Error(read.problems[0]!.text);
  const given = { job: read.value.job, log: read.value.events };
  const made = async (what: 'handover' | 'record') => {
    const paper = await makePack(given, { what, paper: 'a4' }, { fonts });
    if (!paper.ok) throw new Error(paper.problems[0]!.text);
    return paper.value;
  };
  const [short, long] = [await made('handover'), await made('record')];
  const [words, all] = [short, long].map((p) => readPdf(p).pages.join('\n'));
  for (const title of ['Your floor', 'Gaps by wall', 'Through the year', 'What voids the warranty', 'K 1142'])
    expect(words).toContain(title);
  expect(words).not.toContain('The log, line by line');
  for (const title of ['Your floor', 'The log, line by line', 'The rooms', 'Laying began.']) expect(all).toContain(title);
  expect(readPdf(long).pages.length).toBeGreaterThan(readPdf(short).pages.length);
  expect(Buffer.from(await made('handover')).equals(Buffer.from(short))).toBe(true);
  expect(await makePack({ job, log: [] }, { what: 'handover', paper: 'a4' }, { fonts })).toMatchObject({ ok: false });
});
