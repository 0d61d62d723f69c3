import { oneOf } from './chance';

/** What stands in the place of a value that somebody wrote. */
const STRANGE: readonly unknown[] = [
  null, true, '', 'x', '\u0000', '../../etc', -1, 0, 1e-9, 1e20, 1e308, 0.1 + 0.2, 4294967296, [], {}, [[]], [null], [1e20, -1e20], { length: 1e9 },
  'ﷺ'.repeat(300), { toString: 1 }, { __proto__: { x: 1 } }, [[0, 0], [1, 0], [0, 1]],
]; // prettier-ignore

type Place = { readonly holder: Record<string, unknown> | unknown[]; readonly key: string | number };

function placesIn(value: unknown, into: Place[] = []): Place[] {
  if (typeof value !== 'object' || value === null) return into;
  for (const key of Array.isArray(value) ? value.keys() : Object.keys(value)) {
    into.push({ holder: value as Place['holder'], key });
    placesIn((value as Record<string | number, unknown>)[key], into);
  }
  return into;
}

/** A document with a few things in it changed as nobody would; now and then its text is hurt as well. */
export function mutated(document: unknown, chance: () => number): string {
  const copy: unknown = structuredClone(document);
  const times = chance() < 0.7 ? 1 : 1 + Math.floor(chance() * 3);
  for (let n = 0; n < times; n++) {
    const { holder, key } = oneOf(chance, placesIn(copy));
    const all = holder as Record<string | number, unknown>;
    const value = all[key];
    const how = chance();
    if (how < 0.12) delete all[key];
    else if (how < 0.3 && typeof value === 'number') all[key] = value * oneOf(chance, [-1, 0, 1e-6, 0.5, 1.0001, 10, 1000, 1e9]);
    else if (how < 0.4 && Array.isArray(holder))
      holder.splice(Number(key), 0, ...Array.from({ length: oneOf(chance, [1, 3, 400]) }, () => structuredClone(value)));
    else if (how < 0.5)
      all[key] = oneOf(chance, placesIn(copy).map((p) => (p.holder as Record<string | number, unknown>)[p.key])); // prettier-ignore
    else all[key] = oneOf(chance, STRANGE);
    // what now holds itself is no document
    try {
      JSON.stringify(copy);
    } catch {
      all[key] = null;
    }
  }
  const text = JSON.stringify(copy);
  return chance() < 0.1 ? hurt(text, chance) : text;
}

/** A text with stretches of it cut out, doubled, swapped or overwritten. */
export function hurt(text: string, chance: () => number): string {
  let now = text;
  for (let n = 1 + Math.floor(chance() * 4); n > 0; n--) {
    const at = Math.floor(chance() * now.length);
    const length = Math.floor(chance() ** 3 * Math.min(now.length - at, 4000));
    const piece = now.slice(at, at + length);
    const other = oneOf(chance, [
      '',
      piece + piece,
      '\u0000',
      '9'.repeat(40),
      '0\nLINE\n',
      '0\nPOLYLINE\n',
      '90\n1000000000\n',
      '1e20',
      '[',
      '{"a":',
      '<g>',
      '-',
    ]);
    now = now.slice(0, at) + other + now.slice(at + length);
  }
  return now;
}

/** A file of lines in pairs with pairs taken out, doubled, moved, or one of their lines changed: it stays in step, and makes no sense. */
export function hurtPairs(text: string, chance: () => number): string {
  const lines = text.split('\n');
  for (let n = 1 + Math.floor(chance() * 6); n > 0; n--) {
    const at = 2 * Math.floor((chance() * lines.length) / 2);
    const length = 2 * (1 + Math.floor(chance() ** 3 * 60));
    const how = chance();
    if (how < 0.25) lines.splice(at, length);
    else if (how < 0.4) lines.splice(at, 0, ...lines.slice(at, at + length));
    else if (how < 0.55) lines.splice(2 * Math.floor((chance() * lines.length) / 2), 0, ...lines.splice(at, length));
    else if (how < 0.75)
      lines[at + 1] = oneOf(chance, [
        '1e20',
        '-1e308',
        'NaN',
        '',
        '0',
        '1000000000',
        'LINE',
        'POLYLINE',
        'VERTEX',
        'BLOCK',
        'ENDSEC',
        'INSERT',
        '-1',
      ]);
    else lines[at] = oneOf(chance, ['0', '8', '10', '20', '42', '70', '72', '90', '92', '210', '1001', '2']);
  }
  return lines.join('\n');
}
