import type { Maker, OpenSite } from './site';
import type { RawLine } from './chain';

/*
 * References between lines are carried by id: a line's number, and the number of a plank that was begun on site, are given where the line is kept
 * and may be others there than on the device that recorded it.
 */

/** A plank that a line names by its number, the id of the line that began it, and as its how many-th. */
export type Carried = readonly (readonly [plank: number, id: string, k: number])[];

type Plankish = { readonly plank?: unknown };
const numbersIn = (line: RawLine): readonly number[] => {
  const pieces = Array.isArray(line.pieces) ? (line.pieces as readonly Plankish[]) : [];
  const all = [line as Plankish, ...pieces].flatMap(({ plank }) => (typeof plank === 'number' ? [plank] : []));
  return [...new Set(all)];
};

const isCarried = (value: unknown): value is Carried =>
  Array.isArray(value) &&
  value.every(
    (v) => Array.isArray(v) && v.length === 3 && typeof v[0] === 'number' && typeof v[1] === 'string' && typeof v[2] === 'number',
  );

/** What a line that is recorded now carries of the planks that it names; empty where plans have them all. */
export const carried = (line: RawLine, makerOf: (plank: number) => Maker | null, idOf: (line: number) => string | undefined): Carried =>
  numbersIn(line).flatMap((plank) => {
    const maker = makerOf(plank);
    const id = maker && idOf(maker.line);
    return maker && id !== undefined && id !== null ? [[plank, id, maker.k] as const] : [];
  });

/**
 * A line with its references as the log that keeps it numbers them; a sentence where it refers to what that log does not have.
 *
 * @param numberOf the number of a line by its id
 */
export function resolved(line: RawLine, numberOf: (id: string) => number | undefined, site: OpenSite): RawLine | string {
  if (typeof line.of === 'string' && line.what === 'undone') {
    const event = numberOf(line.of);
    return event === undefined ? 'takes back a line that is not in the log' : { ...line, event };
  }
  if (line.begunBy === undefined) return line;
  if (!isCarried(line.begunBy)) return 'names planks by lines in a way that is not known';
  const now = new Map<number, number>();
  for (const [plank, id, k] of line.begunBy) {
    const own = numberOf(id);
    const number = own === undefined ? null : site.madeBy({ line: own, k });
    if (number === null) return `names plank ${plank}, whose line is not in the log`;
    now.set(plank, number);
  }
  if ([...now].every(([a, b]) => a === b)) return line;
  const renumbered = <One extends Plankish>(one: One): One =>
    typeof one.plank === 'number' && now.has(one.plank) ? { ...one, plank: now.get(one.plank) } : one;
  return {
    ...renumbered(line),
    ...(Array.isArray(line.pieces) ? { pieces: (line.pieces as readonly Plankish[]).map(renumbered) } : {}),
    begunBy: line.begunBy.map(([plank, id, k]) => [now.get(plank)!, id, k]),
  };
}
