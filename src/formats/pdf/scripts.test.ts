import { readFileSync } from 'node:fs';
import { typeOf } from './type';

const file = (font: string, name: string): Uint8Array => readFileSync(`node_modules/@fontsource/${font}/files/${font}-${name}-normal.woff`);
const plain = [
  file('archivo', 'latin-400'),
  file('archivo', 'latin-ext-400'),
  ...['latin-ext', 'vietnamese', 'cyrillic', 'cyrillic-ext', 'greek', 'greek-ext', 'devanagari'].map((n) => file('noto-sans', `${n}-400`)),
];

test('names in Greek, Cyrillic, Vietnamese and Devanagari are set in a face that holds them, and only what is used is opened', () => {
  const opened: string[] = [];
  const type = typeOf(
    { plain, strong: plain.slice(0, 1) },
    (face) => opened.push(face),
    (_, word) => word.length,
  );
  type.lines('Kitchen, groß', 'plain', 1, 99);
  expect(opened).toEqual(['plain0', 'strong0']);
  for (const name of ['Κουζίνα', 'Кухня', 'Phòng bếp', 'रसोई']) {
    const [line] = type.lines(name, 'plain', 1, 99);
    expect(line!.runs.map((r) => r.text).join('')).toBe(name);
  }
  expect([...type.missing]).toEqual([]);
  type.lines('台所 מטבח', 'plain', 1, 99);
  expect(type.missing.size).toBe(6);
});
