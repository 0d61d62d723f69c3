import { frameOf } from '@/core/geometry';
import type { PlanFloor } from '@/core/given';
import type { CutLine } from '@/core/plan';
import { formatLength } from '@/core/units';
import { cutWords, pieceWords, restWords, slideWords, takeWords } from '@/formats';
import { isDrawn, plankPicture, type PrintPart, type Sticker } from '@/formats/paper';
import type { Ask, Printing } from '../stage';

const COLUMNS = [
  { title: 'Piece', width: '8%' },
  { title: 'Length', width: '12%' },
  { title: 'Take', width: '19%' },
  { title: 'Cut', width: '38%' },
  { title: 'What is left' },
] as const;

/** The cut list on paper: how it is read, and then every row. */
function printed({ job, floors, plan, answer }: Ask): readonly PrintPart[] {
  if (!plan) return [];
  const { display } = job;
  const slid = new Map((answer('edges')?.untippable ?? []).map((u) => [`${u.floor}/${u.piece}`, u] as const));
  const slides = (floor: string, piece: string) => {
    const one = slid.get(`${floor}/${piece}`);
    return one ? ` ${slideWords(one)}` : '';
  };
  const [first] = plan.floors;
  const atTop = plan.floors.length === 1 && first && frameOf(first.direction).direction === 0;
  return [
    {
      kind: 'words',
      text: `Row 1 lies at the starting wall${atTop ? ' (top of the drawing)' : ''}. Left is left for someone facing that wall. Eyes, ears and lungs covered at the saw.`,
    },
    ...(answer('cuts') ?? []).map(({ floor, row, lines }): PrintPart => ({
      kind: 'table',
      caption: `${plan.floors.length > 1 ? `${roomsOf(floors, floor)}, ` : ''}Row ${row}`,
      columns: COLUMNS,
      rows: lines.map((line) => ({
        key: line.piece.id,
        cells: [
          line.piece.id,
          formatLength(line.length, display),
          takeWords(line, display),
          `${cutWords(line, display)}${slides(floor, line.piece.id)}`,
          restWords(line, display),
        ],
        ...(isDrawn(line) ? { picture: { in: 'Cut', drawing: plankPicture(line, plan.planks[line.piece.plank - 1]!, display) } } : {}),
      })),
    })),
  ];
}

export const printing: Printing = { wants: ['cuts', 'edges'], parts: printed };

const roomsOf = (floors: Ask['floors'], id: string): string =>
  floors
    .find((f) => f.id === id)
    ?.spaces.map((s) => s.name || s.id)
    .join(' + ') ?? id;

/** Labels for rows that are cut ahead, and for what is cut off and goes elsewhere: number, hand, length, where it goes. */
export function labels({ job, floors, plan, answer }: Ask): readonly PrintPart[] {
  if (!plan) return [];
  const rooms = (floor: string) => (plan.floors.length > 1 ? roomsOf(floors, floor) : '');
  const cuts = answer('cuts') ?? [];
  const rows = plan.floors.flatMap((f) =>
    f.rows.map((r): Sticker => ({ key: `${f.id} ${r.n}`, large: `Row ${r.n}`, words: rowWords(f, r.n, rooms(f.id)) })),
  );
  const offcuts = cuts.flatMap((r) => r.lines).flatMap((line) => offcutLabels(line, rooms, job.display));
  return [
    { kind: 'stickers', caption: 'Labels for offcuts: stick one on each as it is cut off', stickers: offcuts },
    { kind: 'stickers', caption: 'Labels for rows that are cut ahead', stickers: rows },
  ];
}

const rowWords = (floor: PlanFloor, row: number, rooms: string): string[] => {
  const many = floor.pieces.filter((p) => p.row === row).length;
  return [...(rooms === '' ? [] : [rooms]), `${many} piece${many === 1 ? '' : 's'}, left to right`];
};

/** What a cut leaves for another piece: its factory end says on which side of a run it can lie. */
const offcutLabels = (line: CutLine, rooms: (floor: string) => string, display: 'metric' | 'imperial'): Sticker[] =>
  line.remainders.flatMap((r): Sticker[] => {
    if (r.becomes === null) return [];
    const where = rooms(r.floor ?? line.floor);
    return [
      {
        key: `${line.floor}/${line.piece.id} ${r.becomes}`,
        large: r.becomes,
        words: [
          `goes to ${pieceWords(r.becomes)}${where === '' ? '' : `, ${where}`}`,
          `${formatLength(r.length, display)}${r.slanted ? ' on its longer edge' : ''}, cut off ${line.piece.id}`,
          r.rippedOff ? 'ripped: mind its edges' : handOf(line, r.length),
        ],
      },
    ];
  });

/** Which factory end an offcut has kept. */
const handOf = ({ crosscuts, piece }: CutLine, length: number): string => {
  const from = crosscuts.length === 1 ? crosscuts[0]!.from : null;
  if (from === null || length <= 0) return `plank ${piece.plank}`;
  // what is kept is measured from one end: the other end goes with what is left
  return from === 'left' ? 'right-handed: starts a run' : 'left-handed: closes a run';
};
