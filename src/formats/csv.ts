import Papa from 'papaparse';
import type { PieceCuts } from '../core/cuts';
import type { OrderLine, OrderReport } from '../core/order';
import { FORMULA } from './plain';
import { cutWords, pieceId, restWords, takeWords } from './words';

/**
 * The cut list as CSV, one piece a line, in the order of laying; figures as they are read off the tape.
 * Texts that a spreadsheet could take for a formula are quoted with a leading apostrophe.
 */
export const cutListCsv = (pieces: readonly PieceCuts[]): string =>
  Papa.unparse(
    pieces.map((line) => ({
      floor: line.floor,
      row: line.row,
      piece: pieceId(line.piece),
      room: line.rooms.join(' + '),
      plank: line.plank.n,
      take: takeWords(line),
      cut: cutWords(line),
      'what is left': restWords(line),
    })),
    { escapeFormulae: FORMULA, newline: '\n' },
  );

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
    { escapeFormulae: FORMULA, newline: '\n' },
  );
}
