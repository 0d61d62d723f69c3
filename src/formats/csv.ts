import Papa from 'papaparse';
import { formatLength, type Display } from '../core/units';
import type { CutRow } from '../core/plan';
import { cutWords, takeWords, restWords } from './words';

/**
 * The cut list as CSV, one piece a line; lengths as the person reads them, and in millimetres for programs.
 * Texts that a spreadsheet could take for a formula are quoted with a leading apostrophe.
 */
export function cutListCsv(rows: readonly CutRow[], display: Display): string {
  return Papa.unparse(
    rows.flatMap(({ floor, row, lines }) =>
      lines.map((line) => ({
        floor,
        row,
        piece: line.piece.id,
        length: formatLength(line.length, display),
        'length mm': Math.round(line.length * 10) / 10,
        plank: line.piece.plank,
        take: takeWords(line, display),
        cut: cutWords(line, display),
        remainder: restWords(line, display),
      })),
    ),
    { escapeFormulae: true, newline: '\n' },
  );
}
