import { readFileSync } from 'node:fs';
import { readFloorText } from '@/core/given';
import { groundOfSite, siteOf } from '@/core/lay';
import { useSaving, useSite } from '@/ui/desk';
import { damagedAre, damagedAround, damagedNow, noneDamaged, pieceAt, tapped, toggleDamaged } from './damaged';

const read = readFloorText(readFileSync('test/kept/floor-2026-11.floor.pitsaw.json', 'utf8'));
if (!read.ok) throw new Error(read.problems[0]!.text);
const folded = siteOf(read.value.events, groundOfSite(read.value.job));
if (!folded.ok) throw new Error(folded.problems[0]!.text);
const site = folded.value;
const pieces = () => damagedNow().pieces;
const middle = (key: string): [number, number] => {
  const ring = site.lying.get(key)!.piece.outline[0]!;
  return [ring.reduce((s, p) => s + p[0], 0) / ring.length, ring.reduce((s, p) => s + p[1], 0) / ring.length];
};
beforeEach(() => {
  useSite.setState({ site });
  noneDamaged();
});

test('a tap finds the piece that lies there, a second one takes it back, one beside the floor finds none', () => {
  for (const key of [...site.lying.keys()].slice(0, 12)) expect(pieceAt(middle(key))).toBe(key);
  const [key] = site.lying.keys();
  tapped(middle(key!));
  expect(pieces()).toEqual([key]);
  tapped(middle(key!));
  tapped([-5000, -5000]);
  expect(pieces()).toEqual([]);
});

test('floors are repaired apart: another floor’s pieces are forgotten', () => {
  toggleDamaged('f1/1.1');
  toggleDamaged('f1/2.1');
  toggleDamaged('f2/1.1');
  expect(pieces()).toEqual(['f2/1.1']);
});

test('water takes in what lies around: whatever is nearer than that, and what was damaged stays', () => {
  toggleDamaged('f1/6.2');
  damagedAround(50);
  const once = pieces();
  expect(once).toContain('f1/6.2');
  expect(once.length).toBeGreaterThan(3);
  const rows = new Set(once.map((key) => site.lying.get(key)!.piece.row));
  expect(rows).toEqual(new Set([5, 6, 7]));
  damagedAround(50);
  expect(pieces().length).toBeGreaterThan(once.length);
  noneDamaged();
  damagedAround(50);
  expect(pieces()).toEqual([]);
});

test('of a planned repair only what lies is damaged', () => {
  damagedAre(['f1/1.1', 'f1/99.9']);
  expect(pieces()).toEqual(['f1/1.1']);
});

test('what was damaged on one job is not damaged on another', () => {
  toggleDamaged('f1/1.1');
  const { id } = useSaving.getState();
  useSaving.setState({ id: 'another' });
  expect(pieces()).toEqual([]);
  useSaving.setState({ id });
  expect(pieces()).toEqual(['f1/1.1']);
});
