import Papa from 'papaparse';
import { bad, good, type Result } from '../core/given';
import { parseHeight, type Display } from '../core/units';

/** A place and its height, mm. */
type Height = { readonly at: [number, number]; readonly height: number };

/**
 * Reads a table of heights as it comes from elsewhere: right, up and height in each line, parted by tabs, commas or semicolons.
 *
 * @returns the heights, or what line is wrong and why; a first line of names is passed over
 */
export function readHeights(text: string, display: Display): Result<readonly Height[]> {
  const { data } = Papa.parse<string[]>(text.trim(), { delimitersToGuess: ['\t', ';', ','], skipEmptyLines: 'greedy' });
  const found: Height[] = [];
  for (const [i, cells] of data.entries()) {
    const written = cells.map((c) => c.trim()).filter((c) => c !== '');
    const read = written.map((c) => parseHeight(c, display));
    if (i === 0 && read.every((r) => !r.ok)) continue;
    const wrong = read.find((r) => !r.ok);
    if (wrong && !wrong.ok) return bad({ path: '', text: `Line ${i + 1}: ${wrong.text}` });
    if (read.length !== 3) return bad({ path: '', text: `Line ${i + 1} has ${read.length} numbers; wanted three: right, up, height.` });
    const [x, y, height] = read.map((r) => (r.ok ? r.mm : 0)) as [number, number, number];
    found.push({ at: [x, y], height });
  }
  return found.length === 0 ? bad({ path: '', text: 'There is no height in it.' }) : good(found);
}
