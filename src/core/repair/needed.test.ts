import { newJob, type Job, type Piece, type Plan, type PlanFloor } from '../given';
import type { Site } from '../lay';
import { neededFor, type Taken } from './needed';

/* From what a damaged piece is cut anew, of planks of 1,285 by 192 that are begun by hand. */

const job: Job = { ...newJob('Lock house', 'metric', 3600, 2400), kerf: 3 };
const rect = (length: number, width: number): [number, number][] => [[0, 0], [length, 0], [length, width], [0, width]]; // prettier-ignore
/** A piece from `from` to `to` of its plank. */
const piece = (plank: number, from: number, to: number, high = 192): Piece => ({ id: `1.${plank}`, row: 1, plank, outline: [rect(to - from, high)], cut: { from, to, low: 0, high } }); // prettier-ignore
const floor = { id: 'f1', direction: 0, pieces: [], rows: [] } as unknown as PlanFloor;
/** Planks that are begun, each with a piece that lies of it; the rest is on the rack. */
function site(lying: readonly Piece[], products: readonly (string | undefined)[] = []): Site {
  return {
    plan: { floors: [], planks: [] } as unknown as Plan,
    begun: new Map(lying.map((p, i) => [p.plank, { n: p.plank, length: 1285, width: 192, product: products[i], gone: [], found: false }])),
    lying: new Map(lying.map((p) => [`f1/${p.id}`, { floor: 'f1', piece: p, line: 1, pushed: [0, 0] }])),
    parts: [],
    sawn: new Map(),
  } as unknown as Site;
}
const NOTHING: Taken = { remainders: new Set(), spares: 0 };
const from = (damaged: Piece, others: readonly Piece[], { taken = NOTHING, spares = 0, products }: { taken?: Taken; spares?: number; products?: (string | undefined)[] } = {}) =>
  neededFor({ ...job, spares: { planks: spares } }, site([damaged, ...others], products), floor, damaged, 'Slate', taken).from; // prettier-ignore

// what is left of a plank of which 0 to 800 lies is 803 to 1285, with its right end
const leftOf800 = 1285 - 803;

test('of what is left that which keeps the end that the piece has, long enough with a saw cut to it, the shortest of those', () => {
  const rights = [piece(2, 0, 800), piece(3, 0, 700)];
  expect(from(piece(1, 1285 - 300, 1285), rights)).toEqual({ remainder: 2 });
  expect(from(piece(1, 1285 - (leftOf800 - 3), 1285), rights)).toEqual({ remainder: 2 });
  expect(from(piece(1, 1285 - (leftOf800 - 2), 1285), rights)).toEqual({ remainder: 3 });
  // a piece with the left end finds none among right ones, one with neither any
  expect(from(piece(1, 0, 300), rights)).toBe('new');
  expect(from(piece(1, 0, 300), [piece(2, 800, 1285)])).toEqual({ remainder: 2 });
  // its own plank's rest is as good as any
  expect(from(piece(1, 400, 700), rights)).toEqual({ remainder: 1 });
  expect(from(piece(1, 200, 1200), rights)).toBe('new');
  expect(from(piece(1, 0, 1285), rights)).toBe('new');
});

test('the same offcut is never promised twice, nor the same spare; what is missing is bought', () => {
  const damaged = piece(1, 1285 - 300, 1285);
  const rights = [piece(2, 0, 800), piece(3, 0, 700)];
  const taken = (...remainders: number[]): Taken => ({ remainders: new Set(remainders), spares: 0 });
  expect(from(damaged, rights, { taken: taken(2) })).toEqual({ remainder: 3 });
  expect(from(damaged, rights, { taken: taken(2, 3), spares: 1 })).toBe('spare');
  expect(from(damaged, [], { taken: { remainders: new Set(), spares: 1 }, spares: 1 })).toBe('new');
  expect(from(damaged, [], { taken: { remainders: new Set(), spares: 1 }, spares: 2 })).toBe('spare');
});

test('what is left of another product is no help', () => {
  const damaged = piece(1, 1285 - 300, 1285);
  const rights = [piece(2, 0, 800), piece(3, 0, 700)];
  expect(from(damaged, rights, { products: ['Slate', 'Chalk', 'Slate'] })).toEqual({ remainder: 3 });
  expect(from(damaged, rights, { products: ['Slate', 'Chalk', 'Chalk'] })).toBe('new');
});

test('it is as large as the damaged one lies, shaped where that is no box', () => {
  const needed = (p: Piece) => neededFor(job, site([p]), floor, p, 'Slate', NOTHING);
  expect(needed(piece(1, 100, 700, 150))).toMatchObject({ piece: 'f1/1.1', length: 600, width: 150, shaped: false, plank: { length: 1285, width: 192, product: 'Slate' } }); // prettier-ignore
  expect(needed({ ...piece(1, 100, 700), outline: [[...rect(600, 192), [0, 90]]] }).shaped).toBe(true);
  expect(needed({ ...piece(1, 100, 700), outline: [rect(600, 192), rect(50, 50)] }).shaped).toBe(true);
});
