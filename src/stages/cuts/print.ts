import { frameOf } from '@/core/geometry';
import { isDrawn } from '@/ui/sheet/PlankDrawing';
import { formatLength } from '@/core/units';
import { cutWords, restWords, slideWords, takeWords } from '@/formats';
import type { Ask, PrintPart } from '../stage';

const COLUMNS = [
  { title: 'Piece', width: '8%' },
  { title: 'Length', width: '12%' },
  { title: 'Take', width: '19%' },
  { title: 'Cut', width: '38%' },
  { title: 'What is left' },
] as const;

/** The cut list on paper: the drawing, what breaks a limit, and then every row. */
export function print({ job, floors, plan, answer }: Ask): readonly PrintPart[] {
  if (!plan) return [];
  const { display } = job;
  const slid = new Map((answer('edges')?.untippable ?? []).map((u) => [`${u.floor}/${u.piece}`, u] as const));
  const slides = (floor: string, piece: string) => {
    const one = slid.get(`${floor}/${piece}`);
    return one ? ` ${slideWords(one)}` : '';
  };
  const roomsOf = (id: string) =>
    floors
      .find((f) => f.id === id)
      ?.spaces.map((s) => s.name || s.id)
      .join(' + ') ?? id;
  const [first] = plan.floors;
  const atTop = plan.floors.length === 1 && first && frameOf(first.direction).direction === 0;
  return [
    { kind: 'drawing' },
    ...plan.findings.filter((f) => f.level === 'must').map((f): PrintPart => ({ kind: 'words', tone: 'must', text: `◆ ${f.text}` })),
    {
      kind: 'words',
      text: `Row 1 lies at the starting wall${atTop ? ' (top of the drawing)' : ''}. Left is left for someone facing that wall. Eyes, ears and lungs covered at the saw.`,
    },
    ...(answer('cuts') ?? []).map(({ floor, row, lines }): PrintPart => ({
      kind: 'table',
      caption: `${plan.floors.length > 1 ? `${roomsOf(floor)}, ` : ''}Row ${row}`,
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
        ...(isDrawn(line) ? { picture: line } : {}),
      })),
    })),
  ];
}
