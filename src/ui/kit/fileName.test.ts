import fc from 'fast-check';
import { fileName } from './fileName';

test.each([
  ['Weir Cottage.pitsaw.json', 'Weir Cottage.pitsaw.json'],
  ['../../etc/passwd.csv', '-..-etc-passwd.csv'],
  ['a\r\nb: "c".ics', 'a b- -c-.ics'],
  ['con.csv', '_con.csv'],
  ['.dxf', 'file.dxf'],
  ['  ', 'file'],
])('%j is kept as %j', (text, name) => expect(fileName(text)).toBe(name));

test('a name has no folder, no control character, no leading dot and is never long or empty', () => {
  fc.assert(
    fc.property(fc.string({ unit: 'grapheme', maxLength: 300 }), fc.constantFrom('.csv', '.dxf', '.pitsaw.json', ''), (text, ending) => {
      const name = fileName(`${text}${ending}`);

      expect(name).not.toMatch(/[\\/:*?"<>|\u0000-\u001f\u007f-\u009f\u2028\u2029]/);
      expect(name).not.toMatch(/^\.|^\s|^(con|nul)(\.|$)/i);
      expect(name.length).toBeGreaterThan(0);
      expect(Buffer.byteLength(name)).toBeLessThanOrEqual(255);
      if (ending) expect(name.endsWith(ending.slice(ending.lastIndexOf('.')))).toBe(true);
    }),
  );
});
