import { createAsker } from '@/core/answer';
import { beneath } from '@/core/beneath';
import { newJob, PRESET_MATERIALS, type Job } from '@/core/given';
import { cuttingsOf, isTrimmed, markWords, rollDrawing, sizeOf } from './cutting';
import { laidAlike, layingWords } from './words';

const job: Job = {
  ...newJob('Lock office', 'metric', 5200, 3400),
  obstacles: [{ id: 'r', kind: 'register', gap: 3, outline: [[2000, 900], [2300, 900], [2300, 1000], [2000, 1000]] }], // prettier-ignore
  bases: [{ space: 'room', substrate: 'concrete' }],
  beneath: { materials: [...PRESET_MATERIALS] },
};
const reportOf = (of: Job) => {
  const made = createAsker().ask(beneath, { job: of, log: [] });
  if (!made.ok) throw new Error(made.problems[0]!.text);
  return made.value;
};
const report = reportOf(job);

test('every piece stands in the cut list of its roll once, in the order of cutting', () => {
  const cuttings = cuttingsOf(report);
  expect(cuttings.flatMap((c) => c.pieces.map((p) => p.id)).sort()).toEqual(report.layers.flatMap((l) => l.pieces.map((p) => p.id)).sort());
  for (const { pieces } of cuttings) for (let i = 1; i < pieces.length; i++) expect(pieces[i]!.cut.from).toBeGreaterThanOrEqual(pieces[i - 1]!.cut.from); // prettier-ignore
});

test('boards that are laid whole are not cut, and not listed', () => {
  const boards = reportOf({ ...job, beneath: { materials: PRESET_MATERIALS.filter((m) => m.kind !== 'foam') } });
  const cuttings = cuttingsOf(boards).filter((c) => c.roll.material.kind === 'board');
  expect(cuttings.length).toBeGreaterThan(0);
  expect(cuttings.length).toBeLessThan(boards.rolls.filter((r) => r.material.kind === 'board').length);
  for (const { pieces } of cuttings) if (pieces.length === 1) expect(sizeOf(pieces[0]!)).not.toEqual([790, 590]);
});

test('a piece round a register is trimmed in place; where it is marked is said from the roll’s end', () => {
  const pad = cuttingsOf(report).find((c) => c.roll.material.kind === 'foam')!;
  expect(pad.pieces.some(isTrimmed)).toBe(true);
  expect(markWords(pad.pieces[0]!, pad.roll, 'metric')).toMatch(/^from 0 mm to \d+ mm, (full width|0 mm to \d+ mm of its width)$/);
});

test('a roll is drawn with its pieces in it', () => {
  for (const cutting of cuttingsOf(report)) {
    const { box, shapes, labels } = rollDrawing(cutting, 'metric');
    expect(labels.map((l) => l.text)).toEqual(cutting.pieces.map((p) => p.id));
    for (const [x, y] of shapes.flatMap((s) => s.rings.flat())) {
      expect(x).toBeGreaterThanOrEqual(box.minX - 0.01);
      expect(x).toBeLessThanOrEqual(box.maxX + 0.01);
      expect(y).toBeGreaterThanOrEqual(box.minY - 0.01);
      expect(y).toBeLessThanOrEqual(box.maxY + 0.01);
    }
  }
});

test('how it is laid: foam is never lapped, film by its lap and up the walls', () => {
  const words = laidAlike(report.layers).map((l) => layingWords(l, job).join(' '));
  expect(words).toEqual([expect.stringMatching(/lie 200 mm over each other.*50 mm up every wall/), expect.stringMatching(/butted, never lapped/)]); // prettier-ignore
});
