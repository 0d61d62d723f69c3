import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import { demoJobs } from '../../../demo/jobs';
import { signedArea } from '../../core/geometry';
import { newJob, readJob } from '../../core/given';
import { planJob } from '../../core/plan';
import { planSvg } from '..';
import { planDxf } from '../dxf';
import { facesOf } from './faces';
import { likelyUnit, offersOf as offeredBy, readDrawing, takenOver, type Offer, type RawDrawing } from '.';

const read = (name: string, text: string, display: 'metric' | 'imperial' = 'metric') => {
  const result = readDrawing(name, text, display);
  if (!result.ok) throw new Error(result.text);
  return result.drawing;
};
const fixture = (name: string) => read(name, readFileSync(join('test/drawings', name), 'utf8'));
const offersOf = (drawing: RawDrawing, unit: number) => offeredBy(drawing, unit).offers;
const area = (offer: Offer) => Math.abs(signedArea(offer.ring)) / 1e6;
const rooms = (offers: readonly Offer[]) => offers.filter((o) => o.role === 'room');

test.each(demoJobs.map((job) => [job.name, job] as const))('%s goes out as DXF and SVG and comes back the same', (_, job) => {
  const plan = planJob(job, { steps: 50 });
  if (!plan.ok) throw new Error('no plan');
  for (const [name, text] of [
    ['x.dxf', planDxf(job, plan.value)],
    ['x.svg', planSvg(job, plan.value)],
  ] as const) {
    const drawing = read(name, text);
    expect(drawing.unit).toBe(1);
    expect(drawing.left).toEqual([]);
    const back = takenOver(job, offersOf(drawing, 1));
    expect(back).toEqual({ left: [], job });
    // and into a job that knew nothing of it
    const fresh = takenOver(newJob('New', 'metric', 900, 900), offersOf(drawing, 1)).job;
    expect(readJob(fresh).ok).toBe(true);
    expect(fresh.spaces.map((s) => [s.name, s.outline])).toEqual(job.spaces.map((s) => [s.name, s.outline]));
    expect((fresh.openings ?? []).map((o) => [o.finish, o.busy])).toEqual((job.openings ?? []).map((o) => [o.finish, o.busy]));
    expect((fresh.obstacles ?? []).map((o) => [o.kind, o.gap])).toEqual((job.obstacles ?? []).map((o) => [o.kind, o.gap]));
  }
});

test('a house drawn in inches by lines: rooms by their names, walls and the house itself left, the rest listed', () => {
  const drawing = fixture('lines-inches.dxf');
  expect(drawing.unit).toBe(25.4);
  expect(drawing.left).toEqual(['spline on layer 0', 'point on layer 0']);
  const offers = offersOf(drawing, 25.4);
  expect(rooms(offers).map((o) => [o.name, area(o).toFixed(2)])).toEqual([
    ['Parlour', '9.29'],
    ['Wash house', '8.98'],
  ]);
  expect(offers.find((o) => o.why.includes('lies round'))).toBeDefined();
  // the block, turned by a quarter where it was put
  expect(offers.some((o) => o.role === 'leave' && Math.abs(area(o) - (16 * 25.4) ** 2 / 1e6) < 1e-6)).toBe(true);
});

test('arcs, bulges and old polylines without a unit: metres are likely', () => {
  const drawing = fixture('arcs-r12.dxf');
  expect(drawing.unit).toBeNull();
  expect(likelyUnit(drawing)).toBe(1000);
  // a rectangle of 4 × 2 m with half a circle at one end, drawn twice in two ways
  for (const offer of rooms(offersOf(drawing, 1000))) expect(area(offer)).toBeCloseTo(8 + Math.PI / 2, 1);
  expect(rooms(offersOf(drawing, 1000))).toHaveLength(2);
});

test('filled areas, polylines of old drawings and traced pictures', () => {
  expect(rooms(offersOf(fixture('hatches.dxf'), 1000)).map((o) => area(o).toFixed(2))).toEqual(['15.62', '8.37']);
  expect(rooms(offersOf(fixture('polylines.dxf'), 1000))).toHaveLength(2);
  const traced = fixture('traced.svg');
  expect(traced.unit).toBeCloseTo(25.4 / 72);
  expect(rooms(offersOf(traced, 40)).map((o) => area(o).toFixed(2))).toEqual(['30.72', '15.36']);
});

test('tables of points, of walls and turns, with or without a head, in the person’s units', () => {
  const points = offersOf(
    read('a.csv', 'room,x,y\nHall,0,0\nHall,3000,0\nHall,3000,2000\nHall,0,2000\nDen,4000,0\nDen,6000,0\nDen,6000,2000\n'),
    1,
  );
  expect(rooms(points).map((o) => [o.name, area(o)])).toEqual([
    ['Hall', 6],
    ['Den', 2],
  ]);
  const walked = offersOf(read('a.csv', 'wall;turn\n3 m;90\n2 m;90\n3 m;90\n2 m;90\n'), 1);
  expect(area(walked[0]!)).toBeCloseTo(6);
  const bare = offersOf(read('a.csv', '120,90\n96,90\n120,90\n96,90\n', 'imperial'), 25.4);
  expect(area(bare[0]!)).toBeCloseTo((120 * 96 * 25.4 ** 2) / 1e6);
  const open = read('a.csv', 'wall,turn\n3000,90\n2000,90\n2500,90\n2000,90\n');
  expect(open.left).toEqual([expect.stringContaining('end 500 mm from where they began')]);
  expect(read('a.csv', 'x,y\n0,0\n1,zzz\n3000,0\n3000,2000').left).toEqual(['line 3: “1, zzz”']);
});

test.each([
  ['x.dxf', 'nonsense'],
  ['x.dxf', '0\nSECTION\n2\nENTITIES\n0\nLWPOLYLINE\n90\n0\n10\n1\n'],
  ['x.svg', '<svg><path d="M0 0L1 1"'],
  ['x.svg', '<!DOCTYPE svg [<!ENTITY a "aaaa">]><svg>&a;</svg>'],
  ['x.html', '<html></html>'],
  ['x.csv', 'a,b,c\n1,2,3\n'],
  ['x.pdf', '%PDF-1.4'],
  ['x.csv', ''],
])('%s that cannot be read is refused in a sentence (%s)', (name, text) => {
  const result = readDrawing(name, text, 'metric');
  expect(result.ok).toBe(false);
  if (!result.ok) expect(result.text.length).toBeGreaterThan(10);
});

test('no text makes a reader throw', () => {
  // the DXF package grumbles on the console about groups that it does not know
  jest.spyOn(console, 'log').mockImplementation(() => undefined);
  const piece = fc.constantFrom('0\n', 'SECTION\n', '2\n', 'ENTITIES\n', 'LINE\n', 'LWPOLYLINE\n', '90\n', '3\n', '10\n', '1.5\n', 'HATCH\n', '92\n', '<svg>', '<path d="', 'M0 0L', 'A', '1e9 ', '"/>', 'NaN', '</svg>', ',', 'x,y\n'); // prettier-ignore
  fc.assert(
    fc.property(fc.constantFrom('a.dxf', 'a.svg', 'a.csv'), fc.array(piece, { maxLength: 40 }), (name, pieces) => {
      const result = readDrawing(name, pieces.join(''), 'metric');
      if (result.ok) offersOf(result.drawing, likelyUnit(result.drawing));
    }),
    { numRuns: 400 },
  );
});

test('faces of lines: a grid of rooms, whatever order and however their ends just miss', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 4 }), fc.integer({ min: 1, max: 4 }), fc.integer(), (columns, rows, seed) => {
      const wobble = (k: number) => Math.sin(seed + k * 7.3) * 0.6;
      const lines: [[number, number], [number, number]][] = [];
      // whole lines across the house: they cross, and are split there
      for (let c = 0; c <= columns; c++) lines.push([[c * 3000 + wobble(c), 0], [c * 3000 + wobble(c), rows * 2000]]); // prettier-ignore
      for (let r = 0; r <= rows; r++) lines.push([[0, r * 2000 + wobble(r + 9)], [columns * 3000, r * 2000 + wobble(r + 9)]]); // prettier-ignore
      lines.push([[100, 100], [900, 700]]); // prettier-ignore
      const { faces } = facesOf(lines, 2);
      expect(faces).toHaveLength(columns * rows);
      for (const face of faces) expect(signedArea(face) / 6e6).toBeCloseTo(1, 2);
    }),
    { numRuns: 30 },
  );
});

/** A DXF of entities, in blocks where they have names. */
const dxf = (entities: string, blocks = '') =>
  `0\nSECTION\n2\nBLOCKS\n${blocks}0\nENDSEC\n0\nSECTION\n2\nENTITIES\n${entities}0\nENDSEC\n0\nEOF\n`;
const line = (x1: number, y1: number, x2: number, y2: number) => `0\nLINE\n8\n0\n10\n${x1}\n20\n${y1}\n11\n${x2}\n21\n${y2}\n`;
const walls = [line(0, 0, 4000, 0), line(4000, 0, 4000, 3000), line(4000, 3000, 0, 3000), line(0, 3000, 0, 0)].join('');
const polyline = (count: number, closed = 1) =>
  `0\nLWPOLYLINE\n8\nWALLS\n90\n${count}\n70\n${closed}\n10\n0\n20\n0\n10\n5000\n20\n0\n10\n5000\n20\n2000\n10\n0\n20\n2000\n`;
const insert = (name: string) => `0\nINSERT\n2\n${name}\n10\n0\n20\n0\n`;

test.each<[string, string, number, RegExp]>([
  ['an old polyline that is followed by a line', `0\nPOLYLINE\n8\n0\n70\n1\n0\nVERTEX\n10\n0\n20\n0\n0\nVERTEX\n10\n6000\n20\n0\n0\nVERTEX\n10\n6000\n20\n2000\n${walls}`, 2, /^$/], // prettier-ignore
  ['a polyline that claims a thousand million points', polyline(1e9), 1, /^$/],
  ['a polyline that claims none', polyline(0), 1, /^$/],
  ['a polyline with groups that nobody knows', polyline(4).replace('20\n0\n', '91\n7\n'), 1, /^$/],
  ['a coordinate beyond any place', `${walls}${line(0, 0, 1e20, 5)}`, 1, /beyond any place/],
  ['a coordinate that is no number', `${walls}${line(0, 0, NaN, 5)}`, 1, /^$/],
  ['a corner of nothing', `${walls}0\nVERTEX\n10\n1\n20\n1\n`, 1, /point/],
])('%s is read to its end', (_, entities, count, left) => {
  const drawing = read('x.dxf', dxf(entities));
  expect(rooms(offersOf(drawing, 1))).toHaveLength(count);
  expect(drawing.left.join()).toMatch(left);
});

test('a block that inserts itself, again and again, comes to an end that is said', () => {
  const block = `0\nBLOCK\n8\n0\n2\nB\n10\n0\n20\n0\n${insert('B').repeat(30)}0\nENDBLK\n`;
  const drawing = read('x.dxf', dxf(`${insert('B')}${walls}`, block));
  expect(drawing.left.join()).toMatch(/blocks within blocks/);
});

test('half a file is refused, not read as half a house', () => {
  const text = dxf(walls);
  for (const part of [0.5, 0.9]) {
    const result = readDrawing('x.dxf', text.slice(0, text.length * part), 'metric');
    expect(result.ok ? '' : result.text).toMatch(/ends in the middle/);
  }
});

test('lines that cross each other by the thousand are left, and that is said; closed rooms beside them are not', () => {
  let state = 1;
  const random = () => (state = (Math.imul(state, 1664525) + 1013904223) >>> 0) / 2 ** 32;
  const tangle = Array.from({ length: 5000 }, () => line(random() * 9000, random() * 9000, random() * 9000, random() * 9000)).join('');
  const { offers, left } = offeredBy(read('x.dxf', dxf(`${tangle}${polyline(4)}`)), 1);
  expect(rooms(offers)).toHaveLength(1);
  expect(left).toEqual(['5000 loose lines, which cross each other far too often to be walls']);
});

test('what stands before an SVG does not hold up its recognition', () => {
  expect(readDrawing('x', `${'<!---->'.repeat(3000)}<html/>`, 'metric').ok).toBe(false);
  expect(read('x', `<?xml version="1.0"?><!-- a --><!-- b --><svg width="4000mm" viewBox="0 0 4000 3000"><rect width="4000" height="3000"/></svg>`).format).toBe('SVG'); // prettier-ignore
  expect(read('x.svg', `<svg><g transform="${'a'.repeat(200_000)}"><rect width="4000" height="3000"/></g></svg>`).paths).toHaveLength(1);
});
