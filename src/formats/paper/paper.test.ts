import fc from 'fast-check';
import { boxOf, insideRing } from '../../core/geometry';
import { newJob, type Job } from '../../core/given';
import { planJob } from '../../core/plan';
import { basePicture, labelSize, planPicture, planPictures, surveyPicture, type Drawing } from '.';

const job: Job = { ...newJob('Toll house', 'metric', 4200, 3600), openings: [{ id: 'd', between: ['room', null], outline: [[1000, -120], [1800, -120], [1800, 0], [1000, 0]], finish: 'reducer' }] }; // prettier-ignore
const made = planJob(job, { steps: 300 });
if (!made.ok) throw new Error('no plan');

const within = ({ box, shapes, labels }: Drawing) => {
  for (const ring of shapes.flatMap((s) => s.rings)) {
    const own = boxOf(ring);
    expect(own.minX >= box.minX && own.maxX <= box.maxX && own.minY >= box.minY && own.maxY <= box.maxY).toBe(true);
  }
  for (const { at } of labels) expect(at[0] >= box.minX && at[0] <= box.maxX && at[1] >= box.minY && at[1] <= box.maxY).toBe(true);
};

test('a floor’s pictures lie within their boxes; every piece is drawn and numbered, every wall has its length', () => {
  const plan = planPicture(job, made.value.floors);
  within(plan);
  const pieces = made.value.floors.flatMap((f) => f.pieces);
  expect(plan.shapes.filter((s) => s.stuff === 'piece')).toHaveLength(pieces.length);
  expect(plan.labels.map((l) => l.text)).toEqual(pieces.map((p) => p.id));
  const survey = surveyPicture(job);
  within(survey);
  expect(survey.labels.map((l) => l.text)).toEqual(['A 4200 mm', 'B 3600 mm', 'C 4200 mm', 'D 3600 mm', 'Room']);
  // no words upside down
  for (const { turn = 0 } of survey.labels) expect(turn > -90 && turn <= 90).toBe(true);
});

test('a label with a room of its own never leaves it, and is left out where it could not be read', () => {
  fc.assert(
    fc.property(fc.double({ min: 10, max: 2000, noNaN: true }), fc.double({ min: 10, max: 300, noNaN: true }), fc.double({ min: 0.005, max: 1, noNaN: true }), fc.string({ minLength: 1, maxLength: 6 }), (wide, high, scale, text) => {
        const size = labelSize({ at: [0, 0], text, room: [wide, high] }, scale, 12);
        if (size === null) return expect(Math.min(high * scale * 0.86, (wide * scale) / (text.length * 0.62))).toBeLessThan(7);
        expect(size).toBeLessThanOrEqual(high * scale);
        expect(size * 0.62 * text.length).toBeLessThanOrEqual(wide * scale + 1e-9);
      }), // prettier-ignore
  );
  expect(labelSize({ at: [0, 0], text: 'Hall' }, 0.001, 12)).toBe(12);
});

test('numbers lie in the part of a piece that holds them, also where it goes through a doorway', () => {
  const house: Job = {
    ...newJob('Toll house', 'metric', 1, 1),
    spaces: [
      { id: 'hall', name: 'Hall', outline: [[0, 0], [4000, 0], [4000, 1230], [0, 1230]] },
      { id: 'room', name: 'Room', outline: [[0, 1330], [4000, 1330], [4000, 4000], [0, 4000]] },
    ],
    openings: [{ id: 'd', between: ['hall', 'room'], outline: [[1500, 1230], [2400, 1230], [2400, 1330], [1500, 1330]], finish: 'through' }],
  }; // prettier-ignore
  const both = planJob(house, { steps: 50 });
  if (!both.ok) throw new Error('no plan');
  const { labels, shapes } = planPicture(house, both.value.floors);
  const pieces = both.value.floors.flatMap((f) => f.pieces);
  labels.forEach(({ at, room }, i) => {
    const ring = pieces[i]!.outline[0]!;
    const [x, y] = at;
    const [wide, high] = room!.map((side) => side / 2 - 0.3) as [number, number];
    // rows run along x here: all four corners of what the number may take lie in its piece
    for (const p of [[x - wide, y - high], [x + wide, y - high], [x + wide, y + high], [x - wide, y + high]] as const) expect(insideRing(p, ring)).toBe(true); // prettier-ignore
  });
  // no wall is drawn across the doorway
  const walls = shapes.filter((s) => s.stuff === 'room').flatMap((s) => s.rings);
  const across = walls.filter(([a, b]) => Math.abs(a![1] - b![1]) < 1 && Math.abs(a![1] - 1280) < 60 && Math.min(a![0], b![0]) < 1900 && Math.max(a![0], b![0]) > 2000); // prettier-ignore
  expect(across).toEqual([]);
});

test('a base is drawn by itself, its heights off the walls, and a large floor in parts whose numbers can be read', () => {
  const levels = [
    [0, 0],
    [4200, 0],
    [4200, 3600],
    [0, 3600],
    [2100, 1800],
  ].map(([x, y]) => ({ at: [x!, y!] as [number, number], height: 0 }));
  const base: Job = { ...job, bases: [{ space: job.spaces[0]!.id, substrate: 'boards', levels }] };
  for (const { at: [x, y] } of basePicture(base, base.spaces[0]!, []).labels) expect(Math.min(x, 4200 - x, y, 3600 - y)).toBeGreaterThan(150); // prettier-ignore
  const hall = newJob('Hall', 'metric', 15_000, 6000);
  const large = planJob({ ...hall, product: { ...hall.product, limits: { ...hall.product.limits, runAlong: 30_000 } } }, { steps: 50 });
  if (!large.ok) throw new Error('no plan');
  const parts = planPictures(hall, large.value.floors);
  expect(parts).toHaveLength(2);
  const numbers = parts.flatMap((p) => p.labels.map((l) => l.text));
  expect(numbers.sort()).toEqual(large.value.floors.flatMap((f) => f.pieces.map((p) => p.id)).sort());
});
