import DxfParser from 'dxf-parser';
import fc from 'fast-check';
import ICAL from 'ical.js';
import Papa from 'papaparse';
import { SaxesParser } from 'saxes';
import { createAsker } from '../core/answer';
import { ANSWERS } from '../core/answers';
import { newJob, type Job } from '../core/given';
import { cutListCsv } from './csv';
import { planDxf } from './dxf';
import { daysIcs } from './ics';
import { oneLine, withoutApostrophe } from './plain';
import { planSvg } from './svg';
import '../../test/property';

/* Whatever a room is called, its name stays in its place in every file: read back by readers that are not ours. */

const job: Job = { ...newJob('Toll house', 'metric', 2600, 1900), crew: { begin: '2026-03-27' } };
const asker = createAsker();
const answered = <T>(result: { ok: true; value: T } | { ok: false }): T => {
  if (!result.ok) throw new Error('no answer');
  return result.value;
};
const plan = answered(asker.ask(ANSWERS.plan, { job, log: [] }, { steps: 50 }));
const cuts = answered(asker.ask(ANSWERS.cuts, { job, log: [] }, { steps: 50 })).pieces;
const days = answered(asker.ask(ANSWERS.days, { job, log: [] }, { steps: 50 }));
const named = (name: string): Job => ({ ...job, name, spaces: [{ ...job.spaces[0]!, name }] });

const TRICKS = [
  'A\r\n0\r\nLINE\r\n8\r\nWALLS\r\n10\r\n0',
  'Hall\nEND:VEVENT\r\nBEGIN:VEVENT\r\nSUMMARY:more',
  '=HYPERLINK("http://floors.test")',
  '+44 20',
  '-5',
  '@SUM(A1)',
  '\t=1+1',
  '</text><script>alert(1)</script>',
  ']]>&amp;<!--',
  '%%c %%%',
  'Küche; „alt“, groß',
  '台所',
  '\u0000\u0007\u2028',
  "'quoted",
];
const names = fc.oneof(fc.constantFrom(...TRICKS), fc.string({ unit: 'binary', maxLength: 60 }), fc.string({ unit: 'grapheme', maxLength: 60 })); // prettier-ignore

const entitiesOf = (text: string) => new DxfParser().parseSync(text)!.entities;
const plainEntities = entitiesOf(planDxf(named('Room'), plan)).map((e) => `${e.type} ${e.layer}`);

test('a drawing has the same lines and layers whatever a room is called, and one text with its name', () => {
  fc.assert(
    fc.property(names, (name) => {
      const entities = entitiesOf(planDxf(named(name), plan));
      const isName = (e: (typeof entities)[number]) => e.type === 'TEXT';
      expect(entities.filter((e) => !isName(e)).map((e) => `${e.type} ${e.layer}`)).toEqual(
        plainEntities.filter((e) => !e.startsWith('TEXT')),
      );
      expect(entities.filter(isName).length).toBe(oneLine(name) === '' ? 0 : 1);
    }),
  );
});

/** The elements of a document, and what stands in its only text. */
function readSvg(svg: string): { readonly tags: readonly string[]; readonly text: string } {
  const tags: string[] = [];
  let [text, within] = ['', false];
  const parser = new SaxesParser();
  parser.on('error', (error) => {
    throw error;
  });
  parser.on('opentag', ({ name }) => {
    tags.push(name);
    within = name === 'text';
  });
  parser.on('text', (part) => void (within && (text += part)));
  parser.on('closetag', () => void (within = false));
  parser.write(svg).close();
  return { tags, text };
}

test('a page of vectors is one document, its name as it was written', () => {
  const plain = readSvg(planSvg(named('Room'), plan)).tags;
  fc.assert(
    fc.property(names, (name) => {
      const { tags, text } = readSvg(planSvg(named(name), plan));
      expect(tags).toEqual(plain);
      expect(text).toBe(oneLine(name));
    }),
  );
});

test('a table has as many lines and cells, no cell that is a formula, and the name comes back', () => {
  fc.assert(
    fc.property(names, (name) => {
      const text = cutListCsv(cuts.map((c) => ({ ...c, rooms: [name] })));
      const { data } = Papa.parse<string[]>(text);
      expect(data.length).toBe(cuts.length + 1);
      for (const row of data) expect(row.length).toBe(data[0]!.length);
      for (const row of data.slice(1)) {
        expect(row[3]).not.toMatch(/^[=@\t\r]|^[+-](?!\d+([.,]\d+)?$)/);
        expect(withoutApostrophe(row[3]!)).toBe(name);
      }
    }),
  );
  // a number stays one
  expect(cutListCsv([{ ...cuts[0]!, rooms: ['-5'] }])).toContain(',-5,');
});

test('a calendar has as many entries, all of them its own', () => {
  fc.assert(
    fc.property(names, (name) => {
      const text = daysIcs(days, named(name));
      expect(text.split('\r\n').every((line) => !/[\r\n]/.test(line) && Buffer.byteLength(line) <= 75)).toBe(true);
      const events = new ICAL.Component(ICAL.parse(text)).getAllSubcomponents('vevent').map((e) => new ICAL.Event(e));
      expect(events.length).toBe(days.tasks.length + days.waits.length);
      const lay = events.find((e) => e.uid.startsWith('lay/'))!;
      expect(lay.summary).toBe(oneLine(`Lay: ${name || job.spaces[0]!.id}`));
    }),
    { numRuns: 60 },
  );
});
