import fc from 'fast-check';
import { lanesOf } from './lanes';

test('no two tasks stand in one lane at a time, and none reaches beyond the crew', () => {
  const task = fc.record({ at: fc.integer({ min: 0, max: 40 }), minutes: fc.integer({ min: 1, max: 20 }), people: fc.integer({ min: 1, max: 3 }) }); // prettier-ignore
  fc.assert(
    fc.property(fc.array(task, { maxLength: 14 }), (drawn) => {
      const crew = 4;
      // only as many at once as there are people, as a calendar has them
      const tasks = drawn
        .map((t, i) => ({ id: `t${i}`, ...t }))
        .sort((a, b) => a.at - b.at)
        .reduce<{ id: string; at: number; minutes: number; people: number }[]>((kept, t) => {
          const busy = (m: number) => kept.reduce((sum, k) => sum + (k.at <= m && m < k.at + k.minutes ? k.people : 0), 0);
          return busy(t.at) + t.people <= crew ? [...kept, t] : kept;
        }, []);
      const lanes = lanesOf(tasks, crew);
      for (const a of tasks) {
        const own = lanes.get(a.id)!;
        expect(own.lane).toBeGreaterThanOrEqual(0);
        expect(own.lane + own.wide).toBeLessThanOrEqual(crew);
        for (const b of tasks) {
          if (a.id >= b.id || a.at >= b.at + b.minutes || b.at >= a.at + a.minutes) continue;
          const other = lanes.get(b.id)!;
          expect(own.lane + own.wide <= other.lane || other.lane + other.wide <= own.lane).toBe(true);
        }
      }
    }),
    { numRuns: 300 },
  );
});

test('two who work together stand side by side where they can', () => {
  const lanes = lanesOf(
    [
      { id: 'a', at: 0, minutes: 10, people: 1 },
      { id: 'b', at: 0, minutes: 5, people: 2 },
      { id: 'c', at: 5, minutes: 5, people: 2 },
    ],
    3,
  );
  expect(lanes.get('b')).toEqual({ lane: 0, wide: 2 });
  expect(lanes.get('c')).toEqual({ lane: 0, wide: 2 });
  expect(lanes.get('a')).toEqual({ lane: 2, wide: 1 });
});
