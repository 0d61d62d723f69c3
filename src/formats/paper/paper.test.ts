import fc from 'fast-check';
import { boxOf } from '../../core/geometry';
import { newJob, type Job } from '../../core/given';
import { planJob } from '../../core/plan';
import { labelSize, planPicture, surveyPicture, type Drawing } from '.';

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
        if (size === null) return expect(Math.min(high * scale * 0.86, (wide * scale) / (text.length * 0.62))).toBeLessThan(3.4);
        expect(size).toBeLessThanOrEqual(high * scale);
        expect(size * 0.62 * text.length).toBeLessThanOrEqual(wide * scale + 1e-9);
      }), // prettier-ignore
  );
  expect(labelSize({ at: [0, 0], text: 'Hall' }, 0.001, 12)).toBe(12);
});
