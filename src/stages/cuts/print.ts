import { frameOf } from '@/core/geometry';
import type { Piece, Plan, PlanFloor } from '@/core/given';
import { plankOf, type CutLine } from '@/core/plan';
import { formatLength, type Display } from '@/core/units';
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
        ...(isDrawn(line) ? { picture: { in: 'Cut', drawing: plankPicture(line, plankOf(plan, line.piece), display) } } : {}),
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
  const offcuts = cuts.flatMap((r) => r.lines).flatMap((line) => offcutLabels(line, rooms, plan, job.display));
  return [
    { kind: 'stickers', caption: 'Labels for offcuts: stick one on each as it is cut off', stickers: offcuts },
    { kind: 'stickers', caption: 'Labels for rows that are cut ahead', stickers: rows },
  ];
}

const rowWords = (floor: PlanFloor, row: number, rooms: string): string[] => {
  const many = floor.pieces.filter((p) => p.row === row).length;
  return [...(rooms === '' ? [] : [rooms]), `${many} piece${many === 1 ? '' : 's'}, left to right`];
};

/** What a cut leaves for another piece, with the factory end that it will lock by. */
const offcutLabels = (line: CutLine, rooms: (floor: string) => string, { floors, planks }: Plan, display: Display): Sticker[] =>
  line.remainders.flatMap((r): Sticker[] => {
    const floor = r.floor ?? line.floor;
    const becomes = floors.find((f) => f.id === floor)?.pieces.find((p) => p.id === r.becomes);
    if (!becomes) return [];
    const where = rooms(floor);
    return [
      {
        key: `${line.floor}/${line.piece.id} ${becomes.id}`,
        large: becomes.id,
        words: [
          `goes to ${pieceWords(becomes.id)}${where === '' ? '' : `, ${where}`}`,
          `${formatLength(r.length, display)}${r.slanted ? ' on its longer edge' : ''}, cut off ${line.piece.id}`,
          `${handOf(becomes, plankOf({ planks }, becomes).length)}${r.rippedOff ? '; ripped' : ''}`,
        ],
      },
    ];
  });

/** Ends this near (mm) to a plank's are its factory ends. */
const AT_END = 0.1;

/** Which factory end a piece keeps. */
const handOf = ({ cut }: Piece, length: number): string =>
  cut.to > length - AT_END
    ? 'right-handed: keeps its right factory end'
    : cut.from < AT_END
      ? 'left-handed: keeps its left factory end'
      : 'sawn at both ends';
