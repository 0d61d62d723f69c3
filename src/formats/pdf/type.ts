import * as fontkit from 'fontkit';
import { unpacked } from './woff';

/*
 * Type in a document: two weights, each of several files that hold different letters. A text is parted into runs that one file can set, and
 * broken into lines that are as wide as they may be.
 */

/** The files of one weight, those that are asked first, first. */
export type Weight = 'plain' | 'strong';
export type FontFiles = Readonly<Record<Weight, readonly Uint8Array[]>>;

type Face = { readonly name: string; readonly has: (code: number) => boolean; readonly width: (text: string) => number };
/** A stretch of text in one face. */
export type Run = { readonly text: string; readonly face: string; readonly width: number };
export type TextLine = { readonly runs: readonly Run[]; readonly width: number };

/** Signs that our own files do not hold, and what stands for them. */
const INSTEAD: Readonly<Record<string, string>> = { '→': '>', '←': '<', '↑': '^', '◆': '*', '≤': '<=', '≥': '>=', '\u00a0': ' ' };

/** Everything that is set, in sizes of one point. */
export type Type = {
  /** Parts a text into lines no wider than `width`, at a size; a word that is wider is broken. */
  lines(text: string, weight: Weight, size: number, width: number): readonly TextLine[];
  widthOf(text: string, weight: Weight, size: number): number;
  /** letters that no file holds, of all that has been set */
  readonly missing: ReadonlySet<string>;
};

/**
 * Reads the files of both weights.
 *
 * @param register told of each face, before anything is set in it
 * @param measure how wide a word is in a face, in its size: asked of whoever sets it, so that no word is shaped twice
 */
export function typeOf(
  files: FontFiles,
  register: (face: string, file: Uint8Array) => void,
  measure: (face: string, word: string) => number,
): Type {
  const faceOf = (weight: Weight, i: number): Face => {
    const file = unpacked(files[weight][i]!);
    const name = `${weight}${i}`;
    register(name, file);
    // a file holds one font
    const font = fontkit.create(Buffer.from(file)) as fontkit.Font;
    const known = new Map<string, number>();
    const ofWord = (word: string) => {
      const found = known.get(word) ?? measure(name, word);
      known.set(word, found);
      return found;
    };
    // word by word: the same words come again and again, the same lines do not
    const width = (text: string) => {
      const words = text.split(' ');
      return words.reduce((sum, w) => sum + (w === '' ? 0 : ofWord(w)), 0) + (words.length - 1) * ofWord(' ');
    };
    return { name, has: (code) => font.hasGlyphForCodePoint(code), width };
  };
  // most documents need the first files only: the others are opened when a letter asks for them
  const opened: Readonly<Record<Weight, Face[]>> = { plain: [faceOf('plain', 0)], strong: [faceOf('strong', 0)] };
  const missing = new Set<string>();
  const homes: Readonly<Record<Weight, Map<string, Face | null>>> = { plain: new Map(), strong: new Map() };
  /** The first face that holds a letter. */
  const homeOf = (weight: Weight, letter: string): Face | null => {
    const known = homes[weight].get(letter);
    if (known !== undefined) return known;
    const code = letter.codePointAt(0)!;
    let found: Face | null = null;
    for (let i = 0; i < files[weight].length && !found; i++) {
      const face = (opened[weight][i] ??= faceOf(weight, i));
      if (face.has(code)) found = face;
    }
    homes[weight].set(letter, found);
    return found;
  };
  const runsOf = (text: string, weight: Weight): readonly { readonly text: string; readonly face: Face }[] => {
    const runs: { text: string; face: Face }[] = [];
    for (const letter of text) {
      const face = INSTEAD[letter] === undefined || opened[weight][0]!.has(letter.codePointAt(0)!) ? homeOf(weight, letter) : null;
      // what no file holds is set in the first, which draws a box for it
      const set = face ? letter : (INSTEAD[letter] ?? letter);
      if (!face && set === letter && letter.trim() !== '') missing.add(letter);
      const by = face ?? opened[weight][0]!;
      const last = runs.at(-1);
      if (last?.face === by) last.text += set;
      else runs.push({ text: set, face: by });
    }
    return runs;
  };
  const widthOf = (text: string, weight: Weight, size: number): number =>
    runsOf(text, weight).reduce((sum, r) => sum + r.face.width(r.text), 0) * size;
  const lineOf = (text: string, weight: Weight, size: number): TextLine => {
    const runs = runsOf(text, weight).map(({ text: t, face }): Run => ({ text: t, face: face.name, width: face.width(t) * size }));
    return { runs, width: runs.reduce((sum, r) => sum + r.width, 0) };
  };
  /** Parts of a page are measured before they are written. */
  const broken = new Map<string, readonly TextLine[]>();
  const lines: Type['lines'] = (text, weight, size, width) => {
    const key = `${weight} ${size} ${width} ${text}`;
    const found = broken.get(key) ?? brokenInto(text, weight, size, width);
    broken.set(key, found);
    return found;
  };
  const brokenInto: Type['lines'] = (text, weight, size, width) => {
    const made: string[] = [];
    const space = widthOf(' ', weight, size);
    for (const paragraph of text.split('\n')) {
      let line = '';
      let long = 0;
      for (const word of wordsOf(paragraph, (w) => widthOf(w, weight, size) <= width)) {
        const wide = widthOf(word, weight, size);
        if (line !== '' && long + space + wide > width) {
          made.push(line);
          line = word;
          long = wide;
        } else {
          long += (line === '' ? 0 : space) + wide;
          line = line === '' ? word : `${line} ${word}`;
        }
      }
      made.push(line);
    }
    return made.map((l) => lineOf(l, weight, size));
  };
  return { widthOf, lines, missing };
}

/** The words of a text; one that does not fit by itself in parts that do. */
function wordsOf(text: string, fits: (word: string) => boolean): readonly string[] {
  return text.split(/\s+/).flatMap((word) => {
    if (fits(word)) return word === '' ? [] : [word];
    const parts: string[] = [];
    let part = '';
    for (const letter of word) {
      if (part !== '' && !fits(part + letter)) {
        parts.push(part);
        part = '';
      }
      part += letter;
    }
    return [...parts, part];
  });
}
