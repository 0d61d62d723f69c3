import { planPictures, type PrintPart } from '@/formats/paper';
import type { Ask, Printing } from '../stage';

/** Every piece with its number, and what breaks a limit. */
function printed({ job, plan }: Ask): readonly PrintPart[] {
  if (!plan) return [];
  return [
    ...planPictures(job, plan.floors).map((drawing, i, all): PrintPart => ({
      kind: 'drawing',
      drawing,
      caption: `Every piece with its number: row, and place from the left; strips too narrow for a number count too${all.length > 1 ? ` (part ${i + 1} of ${all.length})` : ''}`,
      true: true,
    })),
    ...plan.findings.map((f): PrintPart => ({ kind: 'words', text: f.text, ...(f.level === 'must' ? { tone: 'must' } : {}) })),
  ];
}

export const printing: Printing = { wants: [], parts: printed };
