import DxfParser from 'dxf-parser';
import { newJob, type Job } from '../core/given';
import { planJob } from '../core/plan';
import { planDxf } from './dxf';

const empty = newJob('Ferry office', 'metric', 3000, 2000);
const job: Job = {
  ...empty,
  spaces: empty.spaces.map((space) => ({ ...space, name: 'Counter hall' })),
  obstacles: [{ id: 'h', kind: 'hearth', outline: [[0, 800], [300, 800], [300, 1400], [0, 1400]] }], // prettier-ignore
};
const plan = planJob(job, { steps: 300 });
const text = plan.ok ? planDxf(job, plan.value) : '';

test('every piece goes out at true scale on a layer of pieces, with rooms and obstacles on theirs', () => {
  if (!plan.ok) throw new Error('no plan');
  const drawing = new DxfParser().parseSync(text)!;
  const lines = drawing.entities.filter((e) => e.type === 'LWPOLYLINE') as unknown as {
    layer: string;
    vertices: { x: number; y: number }[];
  }[];
  const on = (layer: RegExp) => lines.filter((l) => layer.test(l.layer));
  const pieces = plan.value.floors.flatMap((f) => f.pieces);
  const ends = (vertices: { x: number; y: number }[]) =>
    vertices
      .map((v) => `${v.x.toFixed(2)} ${v.y.toFixed(2)}`)
      .sort()
      .join();
  const drawn = new Set(lines.map((l) => ends(l.vertices)));
  for (const piece of pieces) expect(drawn).toContain(ends(piece.outline[0]!.map(([x, y]) => ({ x, y }))));
  expect(on(/^OBSTACLES/).length).toBe(1);
  expect(on(/^WALLS$/).length).toBe(1);
  const xs = lines.flatMap((l) => l.vertices.map((v) => v.x));
  expect([Math.min(...xs), Math.max(...xs)]).toEqual([0, 3000]);
});

test('millimetres are said, and the names of the rooms are written', () => {
  expect(text).toMatch(/\$INSUNITS\s+70\s+4\b/);
  expect(text).toMatch(/\bTEXT\s[\s\S]*\bCounter hall\b/);
});
