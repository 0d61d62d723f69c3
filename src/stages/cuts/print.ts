import { boxOf, frameOf, grouped } from '@/core/geometry';
import type { PlanFloor } from '@/core/given';
import type { PieceCuts } from '@/core/cuts';
import type { Untippable } from '@/core/edges';
import { cutWords, pieceId, pieceWords, restWords, slideWords, takeWords } from '@/formats';
import { isDrawn, plankPicture, type PrintPart, type Sticker } from '@/formats/paper';
import type { Ask, Printing } from '../stage';

const COLUMNS = [
  { title: 'Piece', width: '8%' },
  { title: 'Take', width: '20%' },
  { title: 'Cut', width: '50%' },
  { title: 'What is left' },
] as const;

/** The cut list on paper: how it is read, and then every row. */
function printed({ floors, plan, answer }: Ask): readonly PrintPart[] {
  if (!plan) return [];
  const slid = new Map<string, Untippable>((answer('edges')?.untippable ?? []).map((u) => [`${u.floor}/${u.piece}`, u]));
  const slides = (piece: string) => {
    const one = slid.get(piece);
    return one ? ` ${slideWords(one)}` : '';
  };
  const [first] = plan.floors;
  const atTop = plan.floors.length === 1 && first && frameOf(first.direction).direction === 0;
  return [
    {
      kind: 'words',
      text: `Row 1 lies at the starting wall${atTop ? ' (top of the drawing)' : ''}. Left is left for someone facing that wall. Eyes, ears and lungs covered at the saw.`,
    },
    ...rowsOf(answer('cuts')?.pieces ?? []).map(({ floor, row, lines }): PrintPart => ({
      kind: 'table',
      caption: `${plan.floors.length > 1 ? `${roomsOf(floors, floor)}, ` : ''}Row ${row}`,
      columns: COLUMNS,
      rows: lines.map((line) => ({
        key: pieceId(line.piece),
        cells: [pieceId(line.piece), takeWords(line), `${cutWords(line)}${slides(line.piece)}`, restWords(line)],
        ...(isDrawn(line) ? { picture: { in: 'Cut', drawing: plankPicture(line) } } : {}),
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

/** The pieces of a cut list by rows. */
const rowsOf = (pieces: readonly PieceCuts[]) =>
  [...grouped(pieces, ({ floor, row }) => `${floor} ${row}`).values()].map((lines) => ({
    floor: lines[0]!.floor,
    row: lines[0]!.row,
    lines,
  }));

/** Labels for offcuts that become a piece or a spare, and for rows that are cut ahead. */
export function labels({ floors, plan, answer }: Ask): readonly PrintPart[] {
  if (!plan) return [];
  const rooms = (floor: string) => (plan.floors.length > 1 ? roomsOf(floors, floor) : '');
  const rows = plan.floors.flatMap((f) =>
    f.rows.map((r): Sticker => ({ key: `${f.id} ${r.n}`, large: `Row ${r.n}`, words: rowWords(f, r.n, rooms(f.id)) })),
  );
  return [
    {
      kind: 'stickers',
      caption: 'Labels for offcuts: stick one on each as it is cut off',
      stickers: (answer('cuts')?.pieces ?? []).flatMap(offcutLabels),
    },
    { kind: 'stickers', caption: 'Labels for rows that are cut ahead', stickers: rows },
  ];
}

const rowWords = (floor: PlanFloor, row: number, rooms: string): string[] => {
  const many = floor.pieces.filter((p) => p.row === row).length;
  return [...(rooms === '' ? [] : [rooms]), `${many} piece${many === 1 ? '' : 's'}, left to right`];
};

/** What a cut leaves for another piece, with the factory end that it keeps. */
const offcutLabels = (line: PieceCuts): Sticker[] =>
  line.leaves.flatMap(({ label, becomes, outline }): Sticker[] => {
    if (label === null) return [];
    const { minX, maxX } = boxOf(outline);
    return [
      {
        key: label,
        large: label,
        words: [
          becomes === null ? 'spare' : `becomes ${pieceWords(pieceId(becomes))}`,
          `cut off ${pieceId(line.piece)}, plank ${line.plank.n}`,
          endWords(minX, maxX, line.plank.length),
        ],
      },
    ];
  });

/** Ends this near (mm) to a plank's are its factory ends. */
const AT_END = 0.1;

/** Which factory end an offcut keeps. */
const endWords = (from: number, to: number, length: number): string =>
  to > length - AT_END
    ? from < AT_END
      ? 'keeps both factory ends'
      : 'keeps its right factory end'
    : from < AT_END
      ? 'keeps its left factory end'
      : 'sawn at both ends';
