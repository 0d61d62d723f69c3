import * as fontkit from 'fontkit';
import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { typeOf } from './type';
import { unpacked } from './woff';

const file = (name: string): Uint8Array => readFileSync(`node_modules/@fontsource/archivo/files/archivo-${name}-normal.woff`);
const plain = [file('latin-400'), file('latin-ext-400')];

test('an unpacked font is the font that was packed: the same glyphs at the same widths', () => {
  const read = (bytes: Uint8Array) => fontkit.create(Buffer.from(bytes)) as fontkit.Font;
  const [packed, whole] = [read(plain[0]!), read(unpacked(plain[0]!))];
  for (const text of ['Row 12', '1285 × 192 mm', '½', 'fi']) expect(whole.layout(text).advanceWidth).toBe(packed.layout(text).advanceWidth);
  for (const letter of 'AgR7') expect(whole.glyphForCodePoint(letter.codePointAt(0)!).path.toSVG()).toBe(packed.glyphForCodePoint(letter.codePointAt(0)!).path.toSVG()); // prettier-ignore
  // what is none stays as it is
  const other = new Uint8Array([1, 2, 3]);
  expect(unpacked(other)).toBe(other);
});

// every letter as wide as it is high
const type = typeOf({ plain, strong: plain }, () => undefined, (_, word) => word.length); // prettier-ignore

test('lines are no wider than they may be and lose no word', () => {
  fc.assert(
    fc.property(fc.array(fc.stringMatching(/^[a-z]{1,12}$/), { maxLength: 20 }), fc.integer({ min: 3, max: 30 }), (words, width) => {
      const lines = type.lines(words.join(' '), 'plain', 1, width);
      for (const line of lines) expect(line.width).toBeLessThanOrEqual(width);
      expect(lines.flatMap((l) => l.runs.map((r) => r.text)).join('').replaceAll(' ', '')).toBe(words.join('')); // prettier-ignore
    }),
  );
});

test('letters of another file are a run of their own, unknown ones are counted, and a new line is kept', () => {
  const [line] = type.lines('Łódka', 'plain', 1, 99);
  expect(line!.runs.map((r) => [r.text, r.face])).toEqual([['Ł', 'plain1'], ['ódka', 'plain0']]); // prettier-ignore
  expect(
    type
      .lines('a → 木', 'plain', 1, 99)[0]!
      .runs.map((r) => r.text)
      .join(''),
  ).toBe('a > 木');
  expect([...type.missing]).toEqual(['木']);
  expect(type.lines('one\ntwo', 'plain', 1, 99)).toHaveLength(2);
});
