import { checksOf, compoundOf, moistureOf, openAt, pourOf, poursFor, type FillSum } from '@/core/base';
import { formatLength, formatVolume, type Display } from '@/core/units';
import { basePicture, type PrintPart } from '@/formats/paper';
import type { Ask, Printing } from '../stage';

const many = (n: number, one: string): string => `${n} ${one}${n === 1 ? '' : 's'}`;

/** What a base takes to be filled. */
const fillWords = ({ litres }: FillSum, bags: number, pours: number, display: Display): string =>
  litres === 0 ? 'none' : `${formatVolume(litres, display)}, ${many(bags, 'bag')}, ${many(pours, 'pour')}`;

/** What goes on paper: each base, how flat and dry, what fills it, what is still to be looked at. */
function printed({ job, answer }: Ask): readonly PrintPart[] {
  const flat = answer('flatness');
  if (!job.bases?.length || !flat) return [];
  const mm = (n: number) => formatLength(n, job.display, { decimals: 1, finest: 32 });
  const compound = compoundOf(job);
  const rows = job.bases.map((base) => {
    const name = job.spaces.find((s) => s.id === base.space)?.name ?? '';
    const measured = flat.find((f) => f.space === base.space)?.flat;
    const pour = measured && pourOf([measured.least], compound);
    return {
      key: base.space,
      cells: [
        name,
        measured ? mm(measured.found.worst) : 'not read',
        measured ? fillWords(measured.least, pour!.bags, poursFor(measured.least.deepest, compound), job.display) : '',
        moistureOf(base, job.moistureLimits).verdict,
        openAt(base).checks.length === 0 ? 'all' : `${checksOf(base).length - openAt(base).checks.length} of ${checksOf(base).length}`,
      ],
    };
  });
  const cautions = [...new Map(job.bases.flatMap((b) => openAt(b).cautions).map((c) => [c.id, c])).values()];
  const wet = job.bases.filter((b) => moistureOf(b, job.moistureLimits).verdict === 'stop');
  return [
    ...wet.map((b): PrintPart => {
      const name = job.spaces.find((s) => s.id === b.space)?.name ?? '';
      return { kind: 'words', tone: 'must', text: `${name}: too wet to lay on. ${moistureOf(b, job.moistureLimits).reasons.join(' ')}` };
    }),
    ...cautions.map((c): PrintPart => ({ kind: 'words', tone: 'must', text: `${c.title}. ${c.text}` })),
    {
      kind: 'table',
      caption: 'The base',
      columns: [{ title: 'Room' }, { title: 'Greatest gap' }, { title: 'Least fill' }, { title: 'Moisture' }, { title: 'Looked at' }],
      rows,
    },
    ...job.spaces
      .filter((s) => job.bases!.some((b) => b.space === s.id && (b.levels?.length ?? 0) > 0))
      .map((space): PrintPart => ({
        kind: 'drawing',
        drawing: basePicture(job, space, flat),
        caption: `${space.name || space.id}: heights that were read, ${job.display === 'metric' ? 'mm' : 'inches'}; above each place that is not flat its greatest gap`,
        true: true,
      })),
  ];
}

export const printing: Printing = { wants: ['flatness'], parts: printed };
