import { createAsker } from '@/core/answer';
import { ANSWERS } from '@/core/answers';
import { boxOf } from '@/core/geometry';
import type { Job } from '@/core/given';
import { cottageHouse } from '@/devices';
import { newJob, PRESET_KITS, PRESET_MATERIALS } from '@/core/given';
import { sectionOf } from './section';
import { missWords, stackWords, stopWords } from './words';

const job: Job = {
  ...newJob('Weir Cottage', 'metric', 1, 1),
  ...cottageHouse,
  obstacles: [{ id: 'h', kind: 'hearth', outline: [[-60, 2400], [430, 2400], [430, 3500], [-60, 3500]], edge: { kit: 'low-sill' } }], // prettier-ignore
  kits: [...PRESET_KITS],
  beneath: { materials: [...PRESET_MATERIALS] },
};
const ask = (of: Job) => {
  const asker = createAsker();
  const [doors, beneath] = [asker.ask(ANSWERS.doorways, { job: of, log: [] }), asker.ask(ANSWERS.beneath, { job: of, log: [] })];
  if (!doors.ok || !beneath.ok) throw new Error('cannot be laid');
  return { openings: doors.value.openings, beneath: beneath.value };
};
const { openings, beneath } = ask(job);
const edge = (id: string) => openings.find((o) => o.id === id)!;
const section = (id: string) => sectionOf(job, edge(id), beneath, edge(id).fits[0] ?? null);
const stuffs = (id: string) => section(id).shapes.map((s) => s.stuff);

test.each(openings.map((o) => o.id))('everything of the section of %s lies in its picture, and every measure has its unit', (id) => {
  const { box, shapes, labels, measures } = section(id);
  for (const { rings } of shapes) {
    const own = boxOf(rings.flat());
    expect(own.minX).toBeGreaterThanOrEqual(box.minX);
    expect(own.maxX).toBeLessThanOrEqual(box.maxX);
    expect(own.maxY).toBeLessThanOrEqual(box.maxY);
  }
  for (const { at } of labels) expect([at[0] >= box.minX, at[0] <= box.maxX, at[1] <= box.maxY]).toEqual([true, true, true]);
  for (const { text } of measures) expect(text).toMatch(/^(\d[\d.]* mm)?$/);
});

test('floors stop at half the foot and the gap, and stand on what lies beneath', () => {
  const boards = section('kitchen-door').shapes.filter((s) => s.stuff === 'board').map((s) => boxOf(s.rings[0]!)); // prettier-ignore
  const gap = job.product.limits.gap;
  expect(boards.map((b) => [b.maxX, b.minX]).flat()).toContain(-6 - gap);
  expect(boards[0]!.minY).toBe(2);
  expect(boards[0]!.maxY).toBe(2 + job.product.thickness);
});

test('track, cover and leaf stand where there are any; a way through has none', () => {
  expect(stuffs('kitchen-door')).toEqual(expect.arrayContaining(['metal', 'cover', 'leaf']));
  expect(stuffs('reading-door')).not.toContain('cover');
  expect(stuffs('h')).toEqual(expect.arrayContaining(['stone', 'cover']));
  expect(stuffs('h')).not.toContain('leaf');
});

test('what lacks is told by the rooms, also of a profile that is turned round', () => {
  const high: Job = { ...job, openings: job.openings!.map((o) => (o.id === 'porch-door' ? { ...o, beyond: { floor: 'slate', height: 40 } } : o)) }; // prettier-ignore
  const porch = ask(high).openings.find((o) => o.id === 'porch-door')!;
  expect(porch.misses.every((m) => /Corridor|slate/.test(missWords(high, porch, m)))).toBe(true);
  const turned = porch.misses.find((m) => m.turned && m.what === 'near-height' && m.over)!;
  expect(missWords(high, porch, turned)).toMatch(/turned round: slate stands [\d.]+ mm too high for it$/);
});

test('a stack and a stop are words with their units', () => {
  expect(stackWords(job, edge('kitchen-door').fits[0]!)).toMatch(/^Low sill, reducer 48 mm wide, /);
  expect(stopWords(job, edge('h'))).toEqual([expect.stringMatching(/^The planks stop 16 mm before it: foot 8 mm and gap 8 mm/)]);
});
