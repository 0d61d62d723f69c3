import { roomName } from '@/core/given';
import { wallLetter } from '@/core/survey';
import { formatLength } from '@/core/units';
import type { PrintPart } from '@/formats/paper';
import type { Ask, Printing } from '../stage';
import { sectionOf } from './section';
import { buyWords, stockName } from './stocks';
import { edgeName, END_WORDS, FIXING_WORDS, missWords, mmIn, shortBy, stackWords, stopWords } from './words';

/** On paper: every doorway with its section, undercuts, trims wall by wall, and what is cut from which length. */
function printed({ job, plan, answer }: Ask): readonly PrintPart[] {
  const report = answer('edges');
  if (!plan || !report || report.openings.length + report.trims.length === 0) return [];
  const mm = mmIn(job);
  const name = (id: string) => roomName(job, id);
  const edgeOf = (id: string) => report.openings.find((o) => o.id === id);
  return [
    ...report.openings.flatMap((o): PrintPart[] => {
      const fit = o.chosen === null ? null : o.fits[o.chosen]!;
      const words = [
        ...(o.missing ? [`Nothing fits: ${o.misses[0] ? missWords(job, o, o.misses[0]) : o.missing.text}.`] : []),
        ...(fit ? [`${stackWords(job, fit)}, ${mm(fit.stack)} of shims; ${mm(o.length)} long, cut ${shortBy(job)} short.`] : []),
        ...(o.finish === 'through' ? ['The floor runs through.'] : []),
        ...o.undercuts.map((u) => `Undercut in ${name(u.side)}: ${mm(u.height)}.`),
        ...stopWords(job, o),
        ...(fit && o.fixing ? [FIXING_WORDS[o.fixing]] : []),
      ];
      return [
        { kind: 'heading', text: edgeName(job, o) },
        { kind: 'words', text: words.join(' '), ...(o.missing ? { tone: 'must' as const } : {}) },
        { kind: 'drawing', drawing: sectionOf(job, o, answer('beneath'), fit), width: 420 },
      ];
    }),
    {
      kind: 'table',
      caption: 'Trim, wall by wall: fixed to the wall, never to the floor',
      columns: [{ title: 'No.', width: '8%' }, { title: 'Room and wall' }, { title: 'Length' }, { title: 'Ends' }, { title: 'Hides' }],
      rows: report.trims.map((t) => ({
        key: t.id,
        cells: [
          t.id,
          `${name(t.space)}, wall ${wallLetter(t.wall)}`,
          formatLength(t.length, job.display),
          `${END_WORDS[t.ends[0]]}, ${END_WORDS[t.ends[1]]}`,
          `${mm(t.widestGap)}${t.covers ? '' : ': not hidden'}`,
        ],
      })),
    },
    ...report.stock.map((list): PrintPart => ({
      kind: 'table',
      caption: `${stockName(job, list.of)}: ${buyWords(job, list)}`,
      columns: [{ title: 'Length', width: '16%' }, { title: 'Cut from it' }],
      rows: list.stock.map((s, i) => ({
        key: `${i}`,
        cells: [
          formatLength(s.length, job.display),
          s.pieces.map((p) => `${edgeOf(p.for) ? edgeName(job, edgeOf(p.for)!) : p.for} ${formatLength(p.length, job.display)}`).join(', '),
        ],
      })),
    })),
    ...report.breaks.map((b): PrintPart => ({ kind: 'words', tone: 'must', text: `A floor is too long: ${b.why}.` })),
  ];
}

export const printing: Printing = { wants: ['edges', 'beneath'], parts: printed };
