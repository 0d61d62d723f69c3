/**
 * The job pack as a document: parts laid on pages, with an outline, tags for readers who do not see, and numbers on every page. Runs where
 * there is Node, off the thread that answers.
 */
import type { PrintPart, Sticker } from '../paper';
import { draw, drawnHeight, scaleBar, usualScale } from './drawing';
import { GREY, INK, LEADING, openPages, type Page, type PaperSize } from './page';
import type { FontFiles } from './type';

export type { PaperSize } from './page';
export type { FontFiles } from './type';

/** What is written: its title, and its sections, each on a page of its own. */
export type Pack = {
  readonly title: string;
  readonly sections: readonly { readonly title: string; readonly parts: readonly PrintPart[] }[];
  readonly paper: PaperSize;
  readonly imperial: boolean;
  /** said to be made then: the same job gives the same bytes */
  readonly stamp: Date;
};

const TEXT = 10;
const SMALL = 9;
const POINT = 72 / 25.4;
/** A pixel of the page on screen, in points. */
const PIXEL = 0.75;

/** Writes a pack; `progress` is told how far it is, 0 to 1. */
export async function packPdf(pack: Pack, fonts: FontFiles, progress: (done: number) => void = () => undefined): Promise<Uint8Array> {
  const { page, end, closed } = openPages(pack.title, pack.paper, fonts, pack.stamp);
  const all = pack.sections.reduce((sum, s) => sum + s.parts.length, 0);
  let done = 0;
  for (const { title, parts } of pack.sections) {
    page.section(title);
    for (const part of parts) {
      put(page, part, pack.imperial);
      progress(++done / all);
    }
  }
  const { size } = page.type.missing;
  if (size > 0) words(page, boxNote(size), false);
  end();
  return closed;
}

/** What is said once of letters that no font holds. */
const boxNote = (letters: number): string =>
  `A crossed box stands for ${letters === 1 ? 'a letter' : `${letters} letters`} of names whose script this paper cannot print; the screen shows ${letters === 1 ? 'it' : 'them'}.`;

function put(page: Page, part: PrintPart, imperial: boolean): void {
  switch (part.kind) {
    case 'heading':
      return heading(page, part.text);
    case 'words':
      return words(page, part.text, part.tone === 'must');
    case 'figures':
      return figures(page, part.figures);
    case 'drawing':
      return drawing(page, part, imperial);
    case 'table':
      return table(page, part);
    case 'blanks':
      return blanks(page, part.names, part.lines ?? 1);
    case 'stickers':
      return stickers(page, part.caption, part.stickers);
  }
}

function heading(page: Page, text: string): void {
  page.room(60);
  page.y += 8;
  page.mark('H2', () => page.line(text, page.left, page.y, 12.5, 'strong'));
  page.y += 18;
}

/** A paragraph; what must not be missed stands beside a bar. */
function words(page: Page, text: string, must: boolean): void {
  const inset = must ? 9 : 0;
  const high = page.heightOf(text, page.width - inset, TEXT, must ? 'strong' : 'plain');
  page.room(high + 4);
  const { y } = page;
  page.mark('P', () => {
    if (must) page.doc.rect(page.left, y + 1, 3, high - 2).fill(INK);
    page.block(text, page.left + inset, y, page.width - inset, TEXT, must ? 'strong' : 'plain');
  });
  page.y += high + 4;
}

function figures(page: Page, list: readonly { readonly name: string; readonly value: string }[]): void {
  page.room(48);
  const wide = page.width / list.length;
  const { y } = page;
  list.forEach(({ name, value }, i) =>
    page.mark('P', () => {
      page.line(name, page.left + i * wide, y, SMALL, 'plain', GREY);
      page.line(value, page.left + i * wide, y + 12, 22, 'strong');
    }),
  );
  page.y += 50;
}

/** Less of a page than this (points) is not begun with a drawing that needs more. */
const LEAST = 240;

function drawing(
  page: Page,
  { drawing: shown, caption, width, true: isTrue }: Extract<PrintPart, { kind: 'drawing' }>,
  imperial: boolean,
): void {
  const above = caption === undefined ? 0 : page.heightOf(caption, page.width, TEXT, 'strong') + 3;
  const bar = isTrue ? 18 : 0;
  const most = width === undefined ? page.width : Math.min(page.width, width * PIXEL);
  const tallest = page.tall - above - bar - 30;
  const wanted = drawnHeight(shown, most, tallest);
  page.room(above + bar + Math.min(wanted.high, LEAST));
  let space = page.bottom - page.y - above - bar;
  // on what is left of this page, unless a new one shows it much larger
  if (space < wanted.high && drawnHeight(shown, most, space).scale < wanted.scale * 0.8) {
    page.turn();
    space = page.bottom - page.y - above - bar;
  }
  const ratio = isTrue ? usualScale(shown, most, space) : null;
  const { scale } = ratio === null ? drawnHeight(shown, most, Math.min(space, tallest)) : { scale: POINT / ratio };
  const [wide, high] = [(shown.box.maxX - shown.box.minX) * scale, (shown.box.maxY - shown.box.minY) * scale];
  const { y } = page;
  page.mark(
    'Figure',
    () => {
      if (caption !== undefined) page.block(caption, page.left, y, page.width, TEXT, 'strong');
      draw(page, shown, page.left + (page.width - wide) / 2, y + above, scale);
      if (ratio !== null) scaleBar(page, ratio, page.left, y + above + high + 6, imperial);
    },
    shown.title,
  );
  page.y += above + high + bar + 10;
}

type TablePart = Extract<PrintPart, { kind: 'table' }>;
const PAD = { x: 4, y: 2.5 };

/** How wide each column is: as it says; the others share what is left by what they hold. */
function columnsOf(page: Page, { columns, rows }: TablePart): readonly number[] {
  const said = columns.map((c) => (c.width?.endsWith('%') ? (Number.parseFloat(c.width) / 100) * page.width : null));
  const rest = page.width - said.reduce<number>((sum, w) => sum + (w ?? 0), 0);
  const holds = columns.map(
    (c, i) =>
    said[i] !== null ? 0 : Math.min(rest * 0.6, Math.max(page.type.widthOf(c.title, 'strong', SMALL), ...rows.map((r) => page.type.widthOf(r.cells[i] ?? '', 'plain', SMALL)))) + 2 * PAD.x, // prettier-ignore
  );
  // no word is broken that a line of its own could hold
  const words = columns.map((c, i) => (said[i] !== null ? 0 : Math.min(rest / 3, longestWord(page, c.title, rows.map((r) => r.cells[i] ?? ''), i === 0))) + 2 * PAD.x); // prettier-ignore
  const least = words.reduce((sum, w, i) => sum + (said[i] !== null ? 0 : w), 0);
  const more = holds.map((h, i) => Math.max(0, h - words[i]!));
  const all = more.reduce((sum, w) => sum + w, 0);
  if (least > rest) return columns.map((_, i) => said[i] ?? (words[i]! / least) * rest);
  return columns.map((_, i) => said[i] ?? words[i]! + (all > 0 ? more[i]! / all : 1 / columns.length) * (rest - least));
}

/** The widest word of a column, title and cells. */
function longestWord({ type }: Page, title: string, cells: readonly string[], strong: boolean): number {
  const widest = (text: string, weight: 'plain' | 'strong') =>
    text.split(/\s+/).reduce((most, word) => Math.max(most, type.widthOf(word, weight, SMALL)), 0);
  return cells.reduce((most, cell) => Math.max(most, widest(cell, strong ? 'strong' : 'plain')), widest(title, 'plain'));
}

function table(page: Page, part: TablePart): void {
  const { caption, columns, rows } = part;
  const widths = columnsOf(page, part);
  const at = widths.map((_, i) => page.left + widths.slice(0, i).reduce((a, b) => a + b, 0));
  const inner = (i: number) => widths[i]! - 2 * PAD.x;
  const pictureIn = (row: TablePart['rows'][number], i: number) => {
    if (!row.picture || row.picture.in !== columns[i]!.title) return null;
    return { of: row.picture.drawing, ...drawnHeight(row.picture.drawing, inner(i), 120) };
  };
  const highs = rows.map(
    (row) =>
    Math.max(...columns.map((_, i) => page.heightOf(row.cells[i] ?? '', inner(i), SMALL, i === 0 ? 'strong' : 'plain') + (pictureIn(row, i)?.high ?? 0))) + 2 * PAD.y, // prettier-ignore
  );
  const head = Math.max(...columns.map((c, i) => page.heightOf(c.title, inner(i), SMALL, 'plain'))) + PAD.y * 2;
  const top = page.heightOf(caption, page.width, TEXT, 'strong') + 4;
  // the head stands with what is below it, a short table on one page
  const whole = highs.reduce((sum, h) => sum + h, 0);
  page.room(top + head + Math.min(whole, 130));
  const titles = (again: boolean) => {
    const { y } = page;
    const words = again ? `${caption}, continued` : caption;
    page.mark('P', () => page.block(words, page.left, y, page.width, TEXT, 'strong'));
    page.y += top;
    const line = page.y;
    page.mark('TR', () => columns.forEach((c, i) => page.block(c.title, at[i]! + PAD.x, line + PAD.y, inner(i), SMALL, 'plain', GREY)));
    page.y += head;
    rule(page, page.y, 0.9);
  };
  titles(false);
  rows.forEach((row, r) => {
    if (page.room(highs[r]!)) titles(true);
    const { y } = page;
    page.mark('TR', () =>
      columns.forEach((_, i) => {
        const high = page.block(row.cells[i] ?? '', at[i]! + PAD.x, y + PAD.y, inner(i), SMALL, i === 0 ? 'strong' : 'plain');
        const picture = pictureIn(row, i);
        if (picture) draw(page, picture.of, at[i]! + PAD.x, y + PAD.y + high, picture.scale, 7);
      }),
    );
    page.y += highs[r]!;
    rule(page, page.y, 0.3);
  });
  page.y += 10;
}

const rule = ({ doc, left, width }: Page, y: number, wide: number): void => {
  doc.markContent('Artifact', { type: 'Layout' });
  doc
    .save()
    .lineWidth(wide)
    .moveTo(left, y)
    .lineTo(left + width, y)
    .stroke(GREY)
    .restore();
  doc.endMarkedContent();
};

function blanks(page: Page, names: readonly string[], lines: number): void {
  for (const name of names) {
    page.room(24 * Math.min(lines, 4) + 16);
    const { y } = page;
    page.mark('P', () => page.line(name, page.left, y, SMALL, 'plain', GREY));
    page.y += SMALL * LEADING + 10;
    for (let n = 0; n < lines; n++) {
      page.room(24);
      page.y += 18;
      rule(page, page.y, 0.5);
    }
    page.y += 14;
  }
}

const ACROSS = 3;
const STICKER = { high: 73, pad: 8 };

function stickers(page: Page, caption: string, list: readonly Sticker[]): void {
  if (list.length === 0) return;
  heading(page, caption);
  const wide = page.width / ACROSS;
  for (let k = 0; k < list.length; k += ACROSS) {
    page.room(STICKER.high);
    const { y } = page;
    list.slice(k, k + ACROSS).forEach(({ large, words: lines }, i) => {
      const x = page.left + i * wide;
      page.mark('P', () => {
        page.doc.save().lineWidth(0.5).dash(3, {}).rect(x, y, wide, STICKER.high).stroke(GREY).undash().restore();
        page.line(large, x + STICKER.pad, y + 6, 19, 'strong');
        let down = y + 29;
        for (const line of lines) down += page.block(line, x + STICKER.pad, down, wide - 2 * STICKER.pad, 8);
      });
    });
    page.y += STICKER.high;
  }
}
