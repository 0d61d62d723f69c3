import { inflateSync } from 'node:zlib';

/*
 * Reads back what a PDF of ours says: enough of the format for documents with embedded fonts and their tables of letters, written apart from
 * what makes them.
 */

type Objects = ReadonlyMap<number, { readonly text: string; readonly stream: Buffer | null }>;

function objectsOf(pdf: Uint8Array): Objects {
  const bytes = Buffer.from(pdf);
  const raw = bytes.toString('latin1');
  const objects = new Map<number, { text: string; stream: Buffer | null }>();
  for (const match of raw.matchAll(/(?:^|[\r\n])(\d+) 0 obj\b/g)) {
    const from = match.index + match[0].length;
    const end = raw.indexOf('endobj', from);
    const at = raw.indexOf('stream\n', from);
    if (at < 0 || at > end) {
      objects.set(Number(match[1]), { text: raw.slice(from, end), stream: null });
      continue;
    }
    const text = raw.slice(from, at);
    const length = Number(/\/Length (\d+)/.exec(text)?.[1] ?? 0);
    const data = bytes.subarray(at + 7, at + 7 + length);
    objects.set(Number(match[1]), { text, stream: text.includes('/FlateDecode') ? inflateSync(data) : data });
  }
  return objects;
}

/** Letters by the glyph numbers of a font. */
function lettersOf(cmap: string): ReadonlyMap<number, string> {
  const letters = new Map<number, string>();
  const utf16 = (hex: string) => String.fromCharCode(...(hex.match(/.{4}/g) ?? []).map((h) => parseInt(h, 16)));
  for (const [, from, , list] of cmap.matchAll(/<([0-9a-f]+)> <([0-9a-f]+)> \[([^\]]*)\]/gi)) {
    (list!.match(/<[^>]*>/g) ?? []).forEach((hex, i) => letters.set(parseInt(from!, 16) + i, utf16(hex.replace(/[<> ]/g, ''))));
  }
  return letters;
}

/** What stands on each page, in the order in which it was written, and what the document says of itself. */
export function readPdf(pdf: Uint8Array) {
  const objects = objectsOf(pdf);
  const ref = (text: string, key: string): number | null => Number(new RegExp(`/${key} (\\d+) 0 R`).exec(text)?.[1] ?? NaN) || null;
  const all = [...objects.values()];
  const pages = all.filter(({ text }) => /\/Type \/Page\b(?!s)/.test(text));
  const fonts = new Map<string, ReadonlyMap<number, string>>();
  for (const { text } of all)
    for (const [, name, n] of text.matchAll(/\/(F\d+) (\d+) 0 R/g)) {
      const map = objects.get(Number(n))?.text;
      const unicode = map === undefined ? null : ref(map, 'ToUnicode');
      if (unicode !== null) fonts.set(name!, lettersOf(objects.get(unicode)!.stream!.toString('latin1')));
    }
  const textOf = ({ text }: (typeof pages)[number]): string => {
    const content = objects.get(ref(text, 'Contents')!)!.stream!.toString('latin1');
    let font: ReadonlyMap<number, string> = new Map();
    const written: string[] = [];
    for (const [, name, array] of content.matchAll(/\/(F\d+) [\d.]+ Tf|\[([^\]]*)\] TJ/g)) {
      if (name !== undefined) font = fonts.get(name)!;
      else written.push((array!.match(/<([0-9a-f]*)>/gi) ?? []).map((h) => (h.replace(/[<>]/g, '').match(/.{4}/g) ?? []).map((g) => font.get(parseInt(g, 16)) ?? '\ufffd').join('')).join('')); // prettier-ignore
    }
    return written.join('\n');
  };
  const says = (pattern: RegExp) => all.some(({ text }) => pattern.test(text));
  return {
    pages: pages.map(textOf),
    sizes: pages.map(({ text }) => /\/MediaBox \[([^\]]*)\]/.exec(text)?.[1] ?? ''),
    outline: all.filter(({ text }) => /\/Parent \d+ 0 R/.test(text) && /\/Title/.test(text) && /\/Dest/.test(text)).length,
    tagged: says(/\/StructTreeRoot/) && says(/\/Marked true/),
    language: says(/\/Lang \(en\)/),
    embedded: all.filter(({ text }) => /\/FontDescriptor/.test(text) && /\/FontFile2/.test(text)).length,
  };
}
