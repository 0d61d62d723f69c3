import fc from 'fast-check';
import { comesApart } from '../../wood';
import { reuse, type Blank } from './reuse';

const PLANK = { length: 1285, width: 192 };
const KERF = 3;

const blank = (plank: number, from: number, to: number, low: number, high: number, needs: Partial<Blank> = {}): Blank => ({
  box: { from, to, low, high },
  plank,
  size: 0,
  left: false,
  right: false,
  low: false,
  high: false,
  ...needs,
});

/** One or two blanks on each plank, each at the ends and edges that it needs. */
const blanks = fc
  .array(
    fc.record({
      long: fc.integer({ min: 100, max: 1285 }),
      wide: fc.constantFrom(192, 60, 80, 101, 130),
      end: fc.constantFrom('left', 'right', 'none'),
      edge: fc.constantFrom('low', 'high'),
      size: fc.integer({ min: 0, max: 1 }),
    }),
    { minLength: 1, maxLength: 30 },
  )
  .map((list) =>
    list.map(({ long, wide, end, edge, size }, k): Blank => {
      const from = end === 'right' ? PLANK.length - long : 0;
      const low = edge === 'high' ? PLANK.width - wide : 0;
      const full = wide === PLANK.width;
      return {
        ...blank(k + 1, from, from + long, low, low + wide),
        size,
        left: end === 'left',
        right: end === 'right',
        low: full || edge === 'low',
        high: full || edge === 'high',
      };
    }),
  );

test('whatever moves keeps its measures, its size of plank and the factory ends and edges that it needs; planks only become fewer', () => {
  fc.assert(
    fc.property(blanks, (list) => {
      const places = reuse(list, [PLANK, PLANK], KERF);
      const byPlank = new Map<number, number[]>();
      places.forEach(({ plank, box }, i) => {
        const b = list[i]!;
        byPlank.set(plank, [...(byPlank.get(plank) ?? []), i]);
        expect(box.to - box.from).toBeCloseTo(b.box.to - b.box.from, 6);
        expect(box.high - box.low).toBeCloseTo(b.box.high - b.box.low, 6);
        if (b.left) expect(box.from).toBeCloseTo(0, 6);
        if (b.right) expect(box.to).toBeCloseTo(PLANK.length, 6);
        if (b.low) expect(box.low).toBeCloseTo(0, 6);
        if (b.high) expect(box.high).toBeCloseTo(PLANK.width, 6);
      });
      for (const own of byPlank.values()) {
        expect(new Set(own.map((i) => list[i]!.size)).size).toBe(1);
        const boxes = own.map((i) => places[i]!.box);
        expect(
          comesApart(
            boxes.map((b) => ({ box: b })),
            KERF,
          ),
        ).toBe(true);
        const area = boxes.reduce((sum, b) => sum + (b.to - b.from) * (b.high - b.low), 0);
        expect(area).toBeLessThanOrEqual(PLANK.length * PLANK.width + 1);
      }
      expect(byPlank.size).toBeLessThanOrEqual(list.length);
      // nothing moves unless a plank is saved
      if (byPlank.size === list.length) expect(places.map((p) => p.plank)).toEqual(list.map((b) => b.plank));
    }),
  );
});

test('a strip ripped off a long row serves two short ones, by the edge that locks', () => {
  const first = blank(1, 0, 1285, 112, 192, { left: true, right: true, high: true });
  const last = (plank: number) => blank(plank, 0, 600, 0, 100, { low: true });
  const planks = (list: Blank[]) => new Set(reuse(list, [PLANK], KERF).map((p) => p.plank)).size;
  expect(planks([first, last(2), last(3)])).toBe(1);
  // another first row needs the edge that the strip has not got
  expect(planks([first, { ...last(2), low: false, high: true, box: { from: 0, to: 600, low: 92, high: 192 } }])).toBe(2);
  // two of 642 and a kerf between them are a millimetre too long
  const long = (plank: number) => blank(plank, 0, 642, 0, 100, { low: true });
  expect(planks([first, long(2), long(3)])).toBe(2);
});

test('a closet’s single pieces come out of what lies beside a tapered row', () => {
  const taper = blank(1, 0, 1285, 60, 192, { left: true, right: true, high: true });
  const narrow = blank(2, 0, 900, 0, 55, { low: true });
  expect(reuse([taper, narrow], [PLANK], KERF)[1]).toEqual({ plank: 1, box: { from: 0, to: 900, low: 0, high: 55 } });
  expect(reuse([taper, { ...narrow, box: { ...narrow.box, high: 58 } }], [PLANK], KERF)[1]!.plank).toBe(2);
});
