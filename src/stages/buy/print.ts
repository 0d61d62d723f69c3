import { COUNTERS } from '@/core/order';
import type { PrintPart } from '@/formats/paper';
import type { Ask, Printing } from '../stage';
import { buyWords, COUNTER_WORDS, money, needWords, roomNames, weightWords } from './words';

/** The list that is ordered from, by counter, with room to tick off what came. */
function printed({ job, answer }: Ask): readonly PrintPart[] {
  const report = answer('order');
  if (!report) return [];
  const lines = [...report.items, ...report.sundries];
  return [
    {
      kind: 'words',
      text: `${report.boxes.map((b) => `${b.boxes} boxes ${b.product.name || 'of planks'} (${b.planks} planks opened, ${b.spare} spare; ${b.flat.percent} % flat would be ${b.flat.boxes})`).join('; ')}. All boxes of a product from one batch. To carry: ${weightWords(report.weight, job.display)}.`,
    },
    ...COUNTERS.flatMap((counter): PrintPart[] => {
      const own = lines.filter((l) => l.counter === counter);
      if (own.length === 0) return [];
      return [
        {
          kind: 'table',
          caption: COUNTER_WORDS[counter],
          columns: [{ title: 'Buy', width: '15%' }, { title: 'What', width: '33%' }, { title: 'Needed', width: '18%' }, { title: 'For' }, { title: 'Weight', width: '9%' }, { title: 'Came', width: '8%' }], // prettier-ignore
          rows: own.map((l) => ({
            key: l.id,
            cells: [
              buyWords(l, job.display),
              `${l.what}${l.cost === null ? '' : `, ${money(job, l.cost)}`}`,
              needWords(l, job.display),
              roomNames(job, l.for),
              l.weight === null ? '' : weightWords(l.weight, job.display),
              '',
            ],
          })),
        },
      ];
    }),
  ];
}

export const printing: Printing = { wants: ['order'], parts: printed };
