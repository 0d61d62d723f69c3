import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { STAGES } from '@/stages';
import { guideFiles } from './markdown';
import { inUnits, PAGES, pagesWith } from './pages';
import { PICTURES } from './pictures';
import { beginTour, nextInTour, TOUR, tourIsOver, useTour } from './tour';

test('every stage has its page, in the order of the work', () => {
  expect(PAGES.map((p) => p.stage)).toEqual(STAGES.map((s) => s.name));
});

test('docs/guide is what the application shows, each page with its picture', () => {
  const files = guideFiles();
  expect(readdirSync('docs/guide').sort()).toEqual(files.map(([name]) => name).sort());
  for (const [name, text] of files) expect(readFileSync(`docs/guide/${name}`, 'utf8')).toBe(text);
  for (const { stage } of PAGES) expect(existsSync(`docs/screenshots/${stage}.png`)).toBe(true);
  expect(Object.keys(PICTURES)).toEqual(PAGES.map((p) => p.stage));
});

test('what is looked for is found, in titles first; what nobody wrote is not', () => {
  expect(pagesWith('')).toEqual(PAGES);
  expect(pagesWith('Repair')[0]!.stage).toBe('repair');
  expect(pagesWith('asbestos').map((p) => p.stage)).toEqual(['base']);
  expect(pagesWith('gap wall').length).toBeGreaterThan(1);
  expect(pagesWith('unicorn')).toEqual([]);
});

test('lengths are read in the person’s units, and none is left unread', () => {
  expect(inUnits('under {2000} of {3}', (mm) => `<${mm}>`)).toBe('under <2000> of <3>');
  for (const { about, steps, mind } of PAGES) for (const text of [about, ...steps, ...mind]) expect(inUnits(text, () => '')).not.toMatch(/[{}]/); // prettier-ignore
});

test('the tour goes through its stages, each with a page, and is over at its end', () => {
  expect(TOUR.every((stage) => PAGES.some((p) => p.stage === stage))).toBe(true);
  beginTour();
  const seen = [TOUR[0] as string];
  for (let next = nextInTour(); next !== null; next = nextInTour()) seen.push(next);
  expect(seen).toEqual([...TOUR]);
  expect(useTour.getState().step).toBeNull();
  expect(tourIsOver()).toBe(true);
  expect(nextInTour()).toBeNull();
});
