import PDFDocument from 'pdfkit';
import { typeOf, type FontFiles, type Type, type Weight } from './type';

/*
 * Pages: where the next thing goes, what stands on every one of them, and what a reader who does not see is told of each part.
 */

export type PaperSize = 'a4' | 'letter';
/** Points. */
const SIZES: Readonly<Record<PaperSize, readonly [number, number]>> = { a4: [595.28, 841.89], letter: [612, 792] };
const MARGIN = 42;
const FOOT = 30;
export const INK = '#111111';
export const GREY = '#555555';
/** From the top of a line to where its letters stand, as a part of their size. */
const ASCENT = 0.88;
export const LEADING = 1.28;

/** A size in which words are measured, points. */
const UNIT = 1000;

export type Pdf = PDFKit.PDFDocument;

/** The page that is written on. */
export type Page = {
  readonly doc: Pdf;
  readonly type: Type;
  readonly left: number;
  readonly width: number;
  readonly bottom: number;
  /** the whole height that can be written on */
  readonly tall: number;
  /** where the next thing begins */
  y: number;
  /** Begins a new page where so much does not fit on this one; whether it did. */
  room(height: number): boolean;
  turn(): void;
  /** Marks what is drawn as one part for readers who do not see; `alt` says what a figure shows. */
  mark(as: string, draw: () => void, alt?: string): void;
  /** Writes a line of words with its top at a place, and gives its height. */
  line(text: string, x: number, y: number, size: number, weight?: Weight, colour?: string): number;
  /** Writes words broken into lines; gives their height. */
  block(text: string, x: number, y: number, width: number, size: number, weight?: Weight, colour?: string): number;
  heightOf(text: string, width: number, size: number, weight?: Weight): number;
  /** Begins a section: an entry of the outline and a heading on a page of its own. */
  section(title: string): void;
};

/** Opens a document; `closed` is kept with its bytes once `end` was called. */
export function openPages(
  title: string,
  paper: PaperSize,
  fonts: FontFiles,
  stamp: Date,
): { readonly page: Page; end(): void; readonly closed: Promise<Uint8Array> } {
  const [wide, high] = SIZES[paper];
  const doc = new PDFDocument({
    size: [wide, high],
    margins: { left: MARGIN, right: MARGIN, top: MARGIN, bottom: 0 },
    // no font but ours: the types do not know that there may be none
    font: null as unknown as string,
    autoFirstPage: false,
    bufferPages: true,
    tagged: true,
    lang: 'en',
    displayTitle: true,
    pdfVersion: '1.7',
    // the same job gives the same bytes
    info: { Title: title, Creator: 'Pitsaw', Producer: 'Pitsaw', CreationDate: stamp, ModDate: stamp },
  });
  const parts: Uint8Array[] = [];
  const closed = new Promise<Uint8Array>((resolve, reject) => {
    doc.on('data', (part: Uint8Array) => parts.push(part));
    doc.on('end', () => resolve(Buffer.concat(parts)));
    doc.on('error', reject);
  });
  const type = typeOf(
    fonts,
    (face, file) => doc.registerFont(face, Buffer.from(file)),
    (face, word) => doc.font(face).fontSize(UNIT).widthOfString(word) / UNIT,
  );
  const whole = doc.struct('Document');
  doc.addStructure(whole);
  let within = whole;
  const heads: string[] = [];
  let head = '';
  const page: Page = {
    doc,
    type,
    left: MARGIN,
    width: wide - 2 * MARGIN,
    bottom: high - MARGIN - FOOT + 12,
    tall: high - 2 * MARGIN - FOOT,
    y: MARGIN,
    turn() {
      doc.addPage();
      heads.push(head);
      page.y = MARGIN + 20;
    },
    room(height) {
      if (page.y + height <= page.bottom) return false;
      page.turn();
      return true;
    },
    mark(as, draw, alt) {
      const part = doc.struct(as as 'P', { ...(alt === undefined ? {} : { alt }) }, [draw]);
      within.add(part);
      part.end();
    },
    line(text, x, y, size, weight = 'plain', colour = INK) {
      const [line] = type.lines(text, weight, size, Infinity);
      writeLine(doc, line!.runs, x, y + size * ASCENT, size, colour);
      return size * LEADING;
    },
    block(text, x, y, width, size, weight = 'plain', colour = INK) {
      const lines = type.lines(text, weight, size, width);
      lines.forEach((l, i) => writeLine(doc, l.runs, x, y + i * size * LEADING + size * ASCENT, size, colour));
      return lines.length * size * LEADING;
    },
    heightOf: (text, width, size, weight = 'plain') => type.lines(text, weight, size, width).length * size * LEADING,
    section(name) {
      head = name;
      page.turn();
      doc.outline.addItem(name);
      if (within !== whole) within.end();
      within = doc.struct('Sect', { title: name });
      whole.add(within);
      page.mark('H1', () => page.line(name, page.left, page.y, 20, 'strong'));
      page.y += 34;
    },
  };
  const end = () => {
    if (within !== whole) within.end();
    whole.end();
    const { count } = doc.bufferedPageRange();
    for (let i = 0; i < count; i++) {
      doc.switchToPage(i);
      doc.markContent('Artifact', { type: 'Pagination' });
      page.line(title, page.left, MARGIN - 14, 8.5, 'plain', GREY);
      const named = heads[i] ?? '';
      page.line(named, page.left + page.width - type.widthOf(named, 'plain', 8.5), MARGIN - 14, 8.5, 'plain', GREY);
      const number = `Page ${i + 1} of ${count}`;
      page.line(number, page.left + page.width - type.widthOf(number, 'plain', 9), high - MARGIN - 4, 9, 'plain', GREY);
      page.line('Presets are marked; the product’s own instructions decide.', page.left, high - MARGIN - 4, 8.5, 'plain', GREY);
      doc.endMarkedContent();
    }
    doc.end();
  };
  return { page, end, closed };
}

/** Writes runs one after the other, their letters standing at `y`. */
export function writeLine(
  doc: Pdf,
  runs: readonly { readonly text: string; readonly face: string; readonly width: number }[],
  x: number,
  y: number,
  size: number,
  colour: string,
): void {
  let at = x;
  for (const { text, face, width } of runs) {
    if (text !== '') doc.font(face).fontSize(size).fillColor(colour).text(text, at, y, { lineBreak: false, baseline: 'alphabetic' });
    at += width;
  }
}
