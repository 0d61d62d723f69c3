import { planPicture, type PrintPart } from '@/formats/paper';
import type { Ask, Printing } from '../stage';

/** Every piece with its number, and what breaks a limit. */
function printed({ job, plan }: Ask): readonly PrintPart[] {
  if (!plan) return [];
  return [
    {
      kind: 'drawing',
      drawing: planPicture(job, plan.floors),
      caption: 'Every piece with its number: row, and place from the left',
      true: true,
    },
    ...plan.findings.map((f): PrintPart => ({ kind: 'words', text: f.text, ...(f.level === 'must' ? { tone: 'must' } : {}) })),
  ];
}

export const printing: Printing = { wants: [], parts: printed };
