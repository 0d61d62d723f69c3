import Papa from 'papaparse';
import type { Point } from '../../core/geometry';
import { cornersOf, closingOf, type WalkedWall } from '../../core/survey';
import { parseLength, type Display } from '../../core/units';
import { withoutApostrophe } from '../plain';
import { gathering, MOST_PATHS, tallyOf, type RawPath, type ReadDrawing } from './raw';

/**
 * Reads rooms from a table: points (`room, x, y`) or walls as walked (`room, wall, turn`: a length, then how far one turns right at its
 * end, in degrees). The room's column may be left out; then an empty line begins a new room. Lengths are written as people write them.
 *
 * @param display how a number without a unit is meant where it is not plain millimetres
 */
export function readCsv(text: string, display: Display): ReadDrawing {
  const { data } = Papa.parse<string[]>(text.trim(), { skipEmptyLines: false });
  const rows = data.map((row) => row.map((cell) => cell.trim()));
  if (rows.length > MOST_PATHS) return { ok: false, text: `more than ${MOST_PATHS} lines in this table` };
  const head = (rows[0] ?? []).map((cell) => cell.toLowerCase());
  const named = head.some((cell) => /[a-z]/.test(cell) && !parseLength(cell, display).ok);
  const column = (...names: string[]) => head.findIndex((cell) => names.some((name) => cell === name || cell.startsWith(`${name} `)));
  const room = named ? column('room', 'space', 'name') : -1;
  const walked = named && column('wall', 'length') >= 0 && column('turn', 'angle') >= 0;
  const first = named ? (walked ? column('wall', 'length') : column('x')) : 0;
  const second = named ? (walked ? column('turn', 'angle') : column('y')) : 1;
  if (first < 0 || second < 0) return { ok: false, text: 'the first line names neither x and y nor wall and turn' };

  const left = tallyOf();
  const rooms: { name: string; rows: [number, number, number][] }[] = [];
  let fresh = true;
  rows.slice(named ? 1 : 0).forEach((row, i) => {
    const line = i + (named ? 2 : 1);
    if (row.every((cell) => cell === '')) {
      fresh = true;
      return;
    }
    const name = room >= 0 ? withoutApostrophe(row[room] ?? '') : '';
    const a = lengthIn(row[first] ?? '', display);
    const b = walked ? plain(row[second] ?? '') : lengthIn(row[second] ?? '', display);
    if (a === null || b === null || !Number.isFinite(b)) return left.add(`line ${line}: “${row.join(', ').slice(0, 40)}”`);
    const last = rooms[rooms.length - 1];
    if (!last || (fresh && room < 0) || (room >= 0 && last.name !== name)) rooms.push({ name, rows: [] });
    rooms[rooms.length - 1]!.rows.push([a, b, plain(row[second] ?? '')]);
    fresh = false;
  });
  const { paths, take } = gathering(left);
  let beside = 0;
  for (const { name, rows: list } of rooms) {
    // without a head, lengths and turns show by turns that come to a full turn
    const turns = list.reduce((sum, [, , turn]) => sum + turn, 0);
    const isWalk = walked || (!named && list.length >= 3 && Math.abs(Math.abs(turns) - 360) < 1 && list.every(([l]) => l > 0));
    if (!isWalk) take({ points: list.map(([x, y]): Point => [x, y]), closed: true, layer: '', name });
    else {
      const walk: WalkedWall[] = list.map(([length, , turn]) => ({ length, turn }));
      const { error } = closingOf(walk);
      if (error > 3) left.add(`${name || `room ${paths.length + 1}`}: the walls end ${Math.round(error)} mm from where they began`);
      const corners: Point[] = cornersOf(walk).slice(0, -1);
      // walked rooms have no place of their own: side by side, to be moved on the drawing
      const least = Math.min(...corners.map((c) => c[0]));
      take({ points: corners.map(([x, y]): Point => [x - least + beside, y]), closed: true, layer: '', name });
      beside += Math.max(...corners.map((c) => c[0])) - least + 500;
    }
  }
  if (paths.length === 0) return { ok: false, text: 'there is no room in this table' };
  return {
    ok: true,
    drawing: { format: 'CSV', unit: display === 'imperial' ? 25.4 : 1, paths: scaled(paths, display), labels: [], left: left.lines() },
  };
}

const plain = (text: string): number => Number(text.replace('°', '').replace(',', '.'));

/** A plain number stays as it is, so that it can be negative; anything else is read as a length. */
function lengthIn(text: string, display: Display): number | null {
  if (/^[-+]?\d+(\.\d+)?$/.test(text)) return Number(text) * (display === 'imperial' ? 25.4 : 1);
  const minus = /^-/.test(text);
  const read = parseLength(minus ? text.slice(1) : text, display);
  return read.ok ? (minus ? -read.mm : read.mm) : null;
}

/** Back into the table's own unit, so that another unit can still be chosen. */
const scaled = (paths: readonly RawPath[], display: Display): RawPath[] =>
  display === 'metric' ? [...paths] : paths.map((p) => ({ ...p, points: p.points.map(([x, y]): Point => [x / 25.4, y / 25.4]) }));
