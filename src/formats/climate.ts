import Papa from 'papaparse';
import { bad, good, isDate, type Air, type Result } from '../core/given';

/** What a column of a logger is called, whatever the logger. */
const NAMES = { time: /^(date|time|zeit|when)/i, temperature: /temp|°\s*c|celsius|°\s*f|fahrenheit/i, humidity: /hum|r\.?h|%/i } as const;

/** A time as loggers write it, as files have it; null where it is none. */
function timeOf(text: string): string | null {
  const [, year, month, day, hour, minute] = /^(\d{4})[-./](\d{1,2})[-./](\d{1,2})[T ]+(\d{1,2}):(\d{2})/.exec(text.trim()) ?? [];
  if (year === undefined) return null;
  const time = `${year}-${month!.padStart(2, '0')}-${day!.padStart(2, '0')}T${hour!.padStart(2, '0')}:${minute}`;
  return isDate(time) ? time : null;
}

const figure = (text: string | undefined): number => Number((text ?? '').trim().replace(',', '.') || NaN);

/**
 * Reads a logger's table: a time, a temperature and a humidity in each line, in columns that their names tell apart, else in that order.
 * A column whose name says Fahrenheit is turned into °C.
 *
 * @returns the readings in order of time, or which line is wrong and why
 */
export function readClimate(text: string): Result<readonly Air[]> {
  const { data } = Papa.parse<string[]>(text.trim(), { delimitersToGuess: ['\t', ';', ','], skipEmptyLines: 'greedy' });
  const head = data[0] ?? [];
  const named = timeOf(head[0] ?? '') === null && head.some((c) => NAMES.temperature.test(c));
  const column = (name: keyof typeof NAMES, otherwise: number) => (named ? head.findIndex((c) => NAMES[name].test(c)) : otherwise);
  const [when, warm, damp] = [column('time', 0), column('temperature', 1), column('humidity', 2)];
  if (when < 0 || warm < 0 || damp < 0)
    return bad({ path: '', text: 'Line 1 names no time, temperature and humidity; name its columns so.' });
  const fahrenheit = named && /°\s*f|fahrenheit/i.test(head[warm]!);
  const found: Air[] = [];
  for (const [i, cells] of data.entries()) {
    if (i === 0 && named) continue;
    const time = timeOf(cells[when] ?? '');
    const [temperature, humidity] = [figure(cells[warm]), figure(cells[damp])];
    if (time === null) return bad({ path: '', text: `Line ${i + 1}: no time in it; write it as 2026-03-02 08:00.` });
    if (!Number.isFinite(temperature) || !Number.isFinite(humidity))
      return bad({ path: '', text: `Line ${i + 1}: a temperature or a humidity is no number.` });
    found.push({ time, temperature: Math.round((fahrenheit ? ((temperature - 32) * 5) / 9 : temperature) * 10) / 10, humidity });
  }
  return found.length === 0
    ? bad({ path: '', text: 'There is no reading in it.' })
    : good(found.sort((a, b) => (a.time < b.time ? -1 : 1)));
}
