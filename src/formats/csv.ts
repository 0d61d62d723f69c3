import Papa from 'papaparse';
import { formatLength, type Display } from '../core/units';
import type { CutRow } from '../core/plan';
import type { OrderLine, OrderReport } from '../core/order';
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

/** The list that is ordered from as CSV, one thing a line; `names` gives the rooms by their ids. */
export function orderCsv({ items, sundries }: Pick<OrderReport, 'items' | 'sundries'>, names: (space: string) => string): string {
  const round = (n: number) => Math.round(n * 1000) / 1000;
  return Papa.unparse(
    [...items, ...sundries].map((l: OrderLine) => ({
      counter: l.counter,
      what: l.what,
      for: l.for.map(names).join(', '),
      need: round(l.need),
      spare: l.spare,
      unit: l.unit,
      'in a pack': l.pack === null ? '' : round(l.pack),
      packs: l.packs ?? '',
      'kg in all': l.weight === null ? '' : round(l.weight),
      price: l.price ?? '',
      cost: l.cost === null ? '' : round(l.cost),
      why: l.why,
      from: l.from,
    })),
    { escapeFormulae: true, newline: '\n' },
  );
}
