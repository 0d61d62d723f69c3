import { calledOf, roomName } from '@/core/given';
import { formatLength, formatRun } from '@/core/units';
import { layerPicture, type PrintPart } from '@/formats/paper';
import type { Ask, Printing } from '../stage';
import { aheadOf, cuttingsOf, isTrimmed, markWords, rollDrawing, sizeWords } from './cutting';
import { laidAlike, layingWords } from './words';

const COLUMNS = [
  { title: 'Piece', width: '8%' },
  { title: 'Cut', width: '22%' },
  { title: 'Room', width: '20%' },
  { title: 'On the roll' },
] as const;

/** The roll plan on paper: what lies beneath which room, how each roll is cut, with its drawing, and how it is laid. */
function printed({ job, plan, answer }: Ask): readonly PrintPart[] {
  const report = answer('beneath');
  if (!plan || !report || !job.beneath) return [];
  const name = (id: string) => roomName(job, id);
  const { layers, totals, tape } = report;
  const cuttings = cuttingsOf(report);
  const pad = layers.find((l) => l.kind === 'pad');
  return [
    ...report.findings.map((f): PrintPart => ({ kind: 'words', tone: 'must', text: f.text })),
    {
      kind: 'table',
      caption: 'Beneath the planks',
      columns: [{ title: 'Material' }, { title: 'To open' }, { title: 'Rooms' }, { title: 'How' }],
      rows: totals.map(({ material, rolls, packs }) => ({
        key: material.id,
        cells: [
          `${calledOf(material)}, ${formatLength(material.length, job.display)} × ${formatLength(material.width, job.display)}`,
          `${rolls}${(material.perPack ?? 1) > 1 ? ` (${packs} packs)` : ''}`,
          [...new Set(layers.filter((l) => l.material === material).flatMap((l) => l.spaces))].map(name).join(', '),
          laidAlike(layers.filter((l) => l.material === material)).flatMap((l) => layingWords(l, job)).join(' '),
        ],
      })), // prettier-ignore
    },
    {
      kind: 'words',
      text: `Tape in all ${formatRun(tape * 1000, job.display)}.${pad ? ` Lay the pad only ${formatLength(aheadOf(pad), job.display)} ahead of the rows.` : ''} Write each piece’s name on it; what is not square is cut so large and trimmed where it lies. Registers and pipes are cut out as they are reached.`,
    },
    ...layers.map((l): PrintPart => ({ kind: 'drawing', true: true, drawing: layerPicture(job, `${calledOf(l.material)}: where its pieces lie`, l.pieces), caption: `${calledOf(l.material)}: where its pieces lie` })), // prettier-ignore
    ...cuttings.flatMap((c): PrintPart[] => [
      {
        kind: 'table',
        caption: `${c.roll.material.kind === 'board' ? 'Board' : 'Roll'} ${c.roll.n}, ${calledOf(c.roll.material)}`,
        columns: COLUMNS,
        rows: c.pieces.map((p) => ({
          key: p.id,
          cells: [
            p.id,
            sizeWords(p, job.display),
            `${name(p.space)}${isTrimmed(p) ? ', trimmed there' : ''}`,
            markWords(p, c.roll, job.display),
          ],
        })),
      },
      ...(c.roll.material.kind === 'board' ? [] : [{ kind: 'drawing' as const, drawing: rollDrawing(c, job.display) }]),
    ]),
  ];
}

export const printing: Printing = { wants: ['beneath'], parts: printed };
