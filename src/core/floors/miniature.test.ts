import fc from 'fast-check';
import { newJob, type Job } from '../given';
import { miniatureOf } from './miniature';

const base = newJob('Toll house', 'metric', 8000, 4000);
const pointsOf = (d: string) => [...d.matchAll(/(-?[\d.]+) (-?[\d.]+)/g)].map(([, x, y]) => [Number(x), Number(y)] as const);

test('rooms stand in their box at true proportions, y downwards', () => {
  const { width, height, rooms } = miniatureOf(base);
  expect([width, height]).toEqual([200, 100]);
  expect(rooms).toBe('M0 100L200 100L200 0L0 0Z');
});

const around = (n: number, x: number, y: number, r: number): [number, number][] =>
  Array.from({ length: n }, (_, k) => {
    const a = (2 * Math.PI * k) / n;
    return [x + r * Math.cos(a) * (1 + 0.3 * (k % 2)), y + r * Math.sin(a)];
  });

test('however many points a job has, its drawing is short and within its box', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 60 }),
      fc.integer({ min: 3, max: 900 }),
      fc.integer({ min: 0, max: 40 }),
      (rooms, corners, things) => {
        const job: Job = {
          ...base,
          spaces: Array.from({ length: rooms }, (_, i) => ({ id: `s${i}`, name: '', outline: around(corners, i * 9000, 0, 3000) })),
          obstacles: Array.from({ length: things }, (_, i) => ({
            id: `o${i}`,
            kind: 'post' as const,
            outline: around(40, i * 900, 500, 60),
          })),
        };
        const made = miniatureOf(job);
        expect(JSON.stringify(made).length).toBeLessThan(20_000);
        expect(pointsOf(made.rooms).length).toBeGreaterThan(0);
        for (const [x, y] of pointsOf(made.rooms)) {
          expect(x).toBeGreaterThanOrEqual(-0.1);
          expect(x).toBeLessThanOrEqual(made.width + 0.1);
          expect(y).toBeGreaterThanOrEqual(-0.1);
          expect(y).toBeLessThanOrEqual(made.height + 0.1);
        }
      },
    ),
    { numRuns: 30 },
  );
});
