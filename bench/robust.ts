import { boxOf, frameOf, turnedPolygon } from '../src/core/geometry';
import { floorsOf } from '../src/core/floors';
import { newJob, type Job, type Plan } from '../src/core/given';
import { planJob } from '../src/core/plan';
import { randomFrom, type Random } from '../src/core/rows';
import { untruths } from '../test/truth';

type Ring = [number, number][];

/** Rooms whose walls lie in one line or all but do: L, T, U and Z shapes, and two rooms with a doorway between them. */
const SHAPES: readonly ((a: number, b: number, c: number, d: number) => Ring)[] = [
  (a, b) => [[0, 0], [a, 0], [a, b], [0, b]],
  (a, b, c, d) => [[0, 0], [a, 0], [a, b - d], [a - c, b - d], [a - c, b], [0, b]],
  (a, b, c, d) => [[0, 0], [a, 0], [a, b - d], [a - c, b - d], [a - c, b], [c, b], [c, b - d], [0, b - d]],
  (a, b, c, d) => [[0, 0], [a, 0], [a, b], [a - c, b], [a - c, b - d], [c, b - d], [c, b], [0, b]],
  (a, b, c, d) => [[c, 0], [a, 0], [a, b - d], [a - c, b - d], [a - c, b], [0, b], [0, d], [c, d]],
]; // prettier-ignore

/** A random job: a shape turned by any angle, moved, each corner off by up to a thousandth of a millimetre and written to three decimals. */
export function jitteredJob(random: Random, n: number): Job {
  const between = (low: number, high: number) => Math.round(low + random() * (high - low));
  const shape = SHAPES[Math.floor(random() * SHAPES.length)]!;
  const [a, b] = [between(2600, 7000), between(2600, 6000)];
  const outline = shape(a, b, between(700, a / 2 - 400), between(600, b / 2));
  const degrees = [0, 0, 14, 90, between(0, 359), random() * 360][Math.floor(random() * 6)]!;
  const frame = frameOf(degrees);
  const [dx, dy] = [between(-3000, 3000), between(-3000, 3000)];
  const off = () => (random() - 0.5) * 0.002;
  const placed = ([x, y]: [number, number]): [number, number] =>
    [x * frame.cos - y * frame.sin + dx + off(), x * frame.sin + y * frame.cos + dy + off()].map((v) => Math.round(v * 1000) / 1000) as [
      number,
      number,
    ];
  const openings: Job['openings'] = [];
  const [x0, x1] = [150, 150 + between(700, 900)];
  const strip: Ring = [[x0, 0], [x1, 0], [x1, -120], [x0, -120]]; // prettier-ignore
  const spaces: Job['spaces'] = [{ id: 'room', name: 'Room', outline: outline.map(placed) }];
  const first = outline[0]!;
  const doored = first[0] === 0 && first[1] === 0 && random() < 0.6;
  if (doored) {
    const other = random() < 0.5;
    openings.push({ id: 'd1', between: ['room', other ? 'next' : null], outline: strip.map(placed), finish: 'through' });
    if (other) {
      const next: Ring = [[0, -120], [0, -120 - between(900, 2600)], [a, 0], [a, -120]]; // prettier-ignore
      next[2] = [a, next[1]![1]];
      spaces.push({ id: 'next', name: 'Next', outline: next.map(placed) });
    }
  }
  const mode = (['auto', 'auto', 'auto', 'full-first', 'balanced'] as const)[Math.floor(random() * 5)]!;
  const along = random() < 0.5 ? 'auto' : (Math.round(degrees * 1e6) / 1e6 + (random() < 0.5 ? 0 : 90)) % 360;
  const job = newJob(`Jittered ${n}`, 'metric', 1, 1);
  return { ...job, kerf: 3, spaces, openings, layout: { ...job.layout, direction: along, setOut: { mode } } };
}

/** The narrowest piece of a plan, by its box in the row frame, mm. */
export const narrowest = ({ floors }: Pick<Plan, 'floors'>): number =>
  Math.min(
    ...floors.flatMap((f) =>
      f.pieces.map((p) => {
        const { minX, minY, maxX, maxY } = boxOf(turnedPolygon(frameOf(f.direction), p.outline)[0]!);
        return Math.min(maxX - minX, maxY - minY);
      }),
    ),
  );

/** Random jobs with turned and jittered coordinates: what is untrue of their plans, and pieces that no saw could cut. */
export function measureRobust(): void {
  const random = randomFrom(15);
  const jobs = Number(process.env.PITSAW_JOBS ?? 5000);
  const count = { untrue: 0, needles: 0, narrow: 0, narrowAuto: 0 };
  for (let n = 0; n < jobs; n++) {
    const job = jitteredJob(random, n);
    const plan = planJob(job, { steps: 1200 });
    const floors = floorsOf(job);
    if (!plan.ok || !floors.ok) throw new Error(`${job.name}: ${(plan.ok ? floors : plan) as unknown as string}`);
    const said = untruths(job, floors.value, plan.value);
    const least = narrowest(plan.value);
    if (said.length > 0) count.untrue++;
    if (least < 0.02) count.needles++;
    if (least < 1) count.narrow++;
    if (least < 1 && job.layout.setOut.mode === 'auto') count.narrowAuto++;
    if ((said.length > 0 || least < 1) && count.untrue + count.narrow <= 8)
      console.log(`  ${job.name} (${job.layout.setOut.mode}): ${said[0] ?? ''} narrowest ${least.toFixed(4)}`);
  }
  console.log(
    `${jobs} random jobs, turned and jittered: untrue ${count.untrue}, with a piece under 1 mm wide ${count.narrow} (set out by auto ${count.narrowAuto}), under 0.02 mm ${count.needles}`,
  );
}
