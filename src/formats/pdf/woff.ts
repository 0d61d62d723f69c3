import { inflateSync } from 'node:zlib';

/** "wOFF" */
const WOFF = 0x774f4646;
const HEAD = { woff: 44, sfnt: 12 } as const;
const ENTRY = { woff: 20, sfnt: 16 } as const;
const to4 = (n: number): number => (n + 3) & ~3;

/**
 * A WOFF font as the font that was packed into it: read as it is, every glyph would unpack its table anew. W3C WOFF 1.0, sections 4 and 5.
 *
 * @returns what is no WOFF as it came
 */
export function unpacked(font: Uint8Array): Uint8Array {
  const from = Buffer.from(font);
  if (from.length < HEAD.woff || from.readUInt32BE(0) !== WOFF) return font;
  const many = from.readUInt16BE(12);
  const tables = Array.from({ length: many }, (_, i) => {
    const at = HEAD.woff + i * ENTRY.woff;
    const [offset, packed, length] = [from.readUInt32BE(at + 4), from.readUInt32BE(at + 8), from.readUInt32BE(at + 12)];
    const bytes = from.subarray(offset, offset + packed);
    return { tag: from.subarray(at, at + 4), sum: from.readUInt32BE(at + 16), bytes: packed < length ? inflateSync(bytes) : bytes };
  });
  const whole = Buffer.alloc(HEAD.sfnt + many * ENTRY.sfnt + tables.reduce((sum, t) => sum + to4(t.bytes.length), 0));
  from.copy(whole, 0, 4, 8);
  whole.writeUInt16BE(many, 4);
  const power = Math.floor(Math.log2(many));
  whole.writeUInt16BE(2 ** power * 16, 6);
  whole.writeUInt16BE(power, 8);
  whole.writeUInt16BE(many * 16 - 2 ** power * 16, 10);
  let end = HEAD.sfnt + many * ENTRY.sfnt;
  tables.forEach(({ tag, sum, bytes }, i) => {
    const at = HEAD.sfnt + i * ENTRY.sfnt;
    tag.copy(whole, at);
    whole.writeUInt32BE(sum, at + 4);
    whole.writeUInt32BE(end, at + 8);
    whole.writeUInt32BE(bytes.length, at + 12);
    bytes.copy(whole, end);
    end += to4(bytes.length);
  });
  return whole;
}
