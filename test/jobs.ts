/**
 * Jobs by chance, as unlike each other as floors are: rooms turned, sheared, flared, with bays and jogs, rings of rooms, columns, pipes, hearths and
 * cabinets that stand free, touch or stand two gaps from a wall; one to three products of several lengths and widths; every stagger pattern; both units.
 */
import { newJob, SCHOOLS, type Job, type Product } from '@/core/given';
import { signedArea, type Point } from '@/core/geometry';
import { floorsOf } from '@/core/floors';
import { randomFrom, type Random } from '@/core/rows';

type Ring = [number, number][];
type Obstacle = NonNullable<Job['obstacles']>[number];

/** Draws what a job is made of. */
class Draw {
  constructor(readonly random: Random) {}
  between = (low: number, high: number): number => Math.round(low + this.random() * (high - low));
  chance = (share: number): boolean => this.random() < share;
  pick = <T>(list: readonly T[]): T => list[Math.floor(this.random() * list.length)]!;
}

function productBy(draw: Draw, n: number): Product {
  const { product } = newJob('', 'metric', 1, 1);
  const length = draw.pick([1285, 1210, 885, 600, 1035, 1500]);
  const width = draw.pick([192, 146, 122, 240, 96]);
  const kind = draw.random();
  const planks =
    kind < 0.55
      ? [{ length, width, share: 1 }]
      : kind < 0.8
        ? [1, 0.75, 0.5].map((by) => ({ length: Math.round(length * by), width, share: by === 1 ? 0.5 : 0.25 }))
        : [width, Math.round(width * 0.7), width + 40].map((w) => ({ length, width: w, share: 0.333 }));
  const sequence =
    kind < 0.8
      ? undefined
      : draw.chance(0.5)
        ? planks.map((p) => p.width)
        : [planks[0]!.width, planks[2]!.width, planks[1]!.width, planks[0]!.width];
  const gap = draw.pick([8, 8, 0, 5, 10, 13]);
  return {
    ...product,
    name: `Plank ${n}`,
    planks,
    ...(sequence ? { widthSequence: sequence } : {}),
    perBox: draw.between(5, 11),
    prints: draw.between(2, 6),
    limits: {
      ...product.limits,
      gap,
      stagger: draw.pick([20, 150, 300]),
      endPiece: draw.pick([150, 300, 460]),
      rip: draw.pick([30, 50, 65]),
    },
  };
}

/** A room's outline about its lower left corner, anticlockwise: its bottom wall runs from [0, 0] to [a, 0]. */
function outlineBy(draw: Draw, a: number, b: number): Ring {
  const c = draw.between(500, a / 2 - 300);
  const d = draw.between(500, b / 2 - 200);
  const flare = draw.pick([0, 0, 1, 20, draw.between(-60, 60)]);
  switch (draw.between(0, 6)) {
    case 0:
      return [[0, 0], [a, 0], [a, b - d], [a - c, b - d], [a - c, b], [0, b]];
    case 1:
      return [[0, 0], [a, 0], [a + flare, b], [a - c, b], [a - c, b - d], [c, b - d], [c, b], [0, b]];
    case 2:
      // jogs of 1 and of 20 mm
      return [[0, 0], [a, 0], [a, d], [a + 1, d], [a + 1, b], [c, b], [c, b + 20], [0, b + 20]];
    case 3: {
      // a bay of thirty edges
      const r = a / 2 - 200;
      const arc = Array.from({ length: 31 }, (_, k): [number, number] => [a / 2 + r * Math.cos((Math.PI * k) / 30), b + 0.6 * r * Math.sin((Math.PI * k) / 30)]);
      return [[0, 0], [a, 0], [a, b], ...arc, [0, b]];
    }
    case 4:
      // a splayed bay
      return [[0, 0], [a, 0], [a, b], [a - c / 2, b], [a - c, b + 400], [c, b + 400], [c / 2, b], [0, b]];
    default:
      return [[0, 0], [a, 0], [a + flare, b], [0, b + draw.pick([0, flare])]];
  }
} // prettier-ignore

const box = (x: number, y: number, w: number, h: number): Ring => [[x, y], [x + w, y], [x + w, y + h], [x, y + h]]; // prettier-ignore
const circle = (x: number, y: number, r: number, n: number): Ring =>
  Array.from({ length: n }, (_, k): [number, number] => [x + r * Math.cos((2 * Math.PI * k) / n), y + r * Math.sin((2 * Math.PI * k) / n)]);

function obstaclesBy(draw: Draw, a: number, b: number, gap: number): Obstacle[] {
  const found: Obstacle[] = [];
  const add = (kind: Obstacle['kind'], outline: Ring, own?: number) =>
    found.push({ id: `o${found.length + 1}`, kind, outline, ...(own === undefined ? {} : { gap: own }) });
  if (draw.chance(0.3))
    add('pipe', circle(draw.between(300, a - 300), draw.between(300, b - 300), draw.between(8, 30), draw.pick([8, 12, 24])));
  if (draw.chance(0.2)) add('post', circle(draw.between(600, a - 600), draw.between(500, b - 500), draw.between(60, 200), 30));
  if (draw.chance(0.25)) add('register', box(draw.between(300, a - 700), draw.between(300, b - 500), 300, draw.between(60, 150)), 3);
  if (draw.chance(0.2)) add('hearth', box(draw.between(500, a - 1300), 0, draw.between(400, 800), draw.between(200, 400)));
  if (draw.chance(0.15))
    add(
      'hearth',
      circle(a / 2, 0, draw.between(300, 500), 40).filter(([, y]) => y > -1e-6),
    );
  if (draw.chance(0.2)) {
    // two gaps from the wall, touching it, or touching each other
    const [x, off] = [draw.between(300, a - 1100), draw.pick([2 * gap, 0, gap])];
    add('cabinet', box(x, off, 400, 300));
    if (draw.chance(0.5)) add('cabinet', box(x + 400, off, draw.between(200, 400), draw.between(200, 500)));
  }
  if (draw.chance(0.15)) add('island', [[a / 2, b / 2 - 300], [a / 2 + 350, b / 2], [a / 2, b / 2 + 300], [a / 2 - 350, b / 2]]); // prettier-ignore
  return found;
}

/** Rooms in a ring round a core of walls, all run through: the floor goes round it. */
function ringOfRooms(draw: Draw): Pick<Job, 'spaces' | 'openings'> {
  const [w, a, b] = [draw.between(900, 1500), draw.between(3500, 6000), draw.between(3000, 5000)];
  const t = 100;
  const spaces: Job['spaces'] = [
    { id: 's', name: 'South', outline: box(0, 0, a, w) },
    { id: 'n', name: 'North', outline: box(0, b - w, a, w) },
    { id: 'w', name: 'West', outline: box(0, w + t, w, b - 2 * w - 2 * t) },
    { id: 'e', name: 'East', outline: box(a - w, w + t, w, b - 2 * w - 2 * t) },
  ];
  const door = (id: string, x: number, y: number, between: [string, string]) => ({
    id,
    between,
    outline: box(x, y, w - 200, t),
    finish: 'through' as const,
  });
  return {
    spaces,
    openings: [
      door('d1', 100, w, ['s', 'w']),
      door('d2', a - w + 100, w, ['s', 'e']),
      door('d3', 100, b - w - t, ['w', 'n']),
      door('d4', a - w + 100, b - w - t, ['e', 'n']),
    ],
  };
}

/** A job by chance; null where what was drawn cannot be laid. */
function drawnJob(random: Random, name: string): Job | null {
  const draw = new Draw(random);
  const display = draw.chance(0.3) ? 'imperial' : 'metric';
  const job = newJob(name, display, 1, 1);
  const products = [1, 2, 3].map((n) => productBy(draw, n));
  const { gap } = products[0]!.limits;
  let spaces: Job['spaces'] = [];
  let openings: NonNullable<Job['openings']> = [];
  let obstacles: Obstacle[] = [];
  if (draw.chance(0.15)) ({ spaces, openings = [] } = ringOfRooms(draw));
  else {
    const [a, b] = [draw.between(2000, 5200), draw.between(1800, 4600)];
    spaces.push({ id: 'r1', name: 'Reading room', outline: outlineBy(draw, a, b) });
    obstacles = obstaclesBy(draw, a, b, gap);
    // rooms below the first, each behind a doorway
    for (let k = 2, x = 100; k <= 3 && draw.chance(0.55) && x + 1300 < a; k++) {
      const [t, width, depth] = [draw.between(60, 160), draw.between(1000, Math.min(2600, a - x)), draw.between(900, 2600)];
      spaces.push({
        id: `r${k}`,
        name: draw.pick(['Tea kitchen', 'Book store', 'Porch']),
        ...(draw.chance(0.5) ? { tag: `R${k}` } : {}),
        outline: box(x, -t - depth, width, depth),
      });
      const door = draw.between(600, 850);
      openings.push({
        id: `d${k}`,
        between: ['r1', `r${k}`],
        outline: box(x + 80, -t, door, t),
        finish: draw.pick(['through', 'through', 't-mould', 'reducer', 'stop']),
      });
      x += width + 120;
    }
  }
  const shear = draw.pick([0, 0, 0, draw.random() * 0.3 - 0.15]);
  const angle = draw.pick([0, 0, 90, 30, 45, draw.between(0, 359), draw.random() * 360]);
  const [dx, dy] = draw.pick([[0, 0], [0, 0], [-3000, 2000], [812345.678, -456789.123]]); // prettier-ignore
  const [cos, sin] = [Math.cos((angle * Math.PI) / 180), Math.sin((angle * Math.PI) / 180)];
  const put = ([x, y]: Point): [number, number] => {
    const u = x + shear * y;
    return [u * cos - y * sin + dx!, u * sin + y * cos + dy!].map((v) => Math.round(v * 1000) / 1000) as [number, number];
  };
  const all = { ring: (r: readonly Point[]): Ring => r.map(put) };
  const direction = draw.pick([
    'auto' as const,
    0,
    90,
    30,
    Math.round(angle * 1e6) / 1e6,
    (Math.round(angle * 1e6) / 1e6 + 180) % 360,
    draw.between(0, 359),
  ]);
  const own =
    draw.chance(0.5) && spaces.length > 1 ? spaces.slice(1).map((s, k) => ({ space: s.id, product: products[1 + (k % 2)]! })) : [];
  const product = products[0]!;
  return {
    ...job,
    name,
    kerf: draw.pick([2, 3, 3, 0, 12]),
    product,
    spaces: spaces.map((s) => ({ ...s, outline: all.ring(s.outline) })),
    openings: openings.map((o) => ({ ...o, outline: all.ring(o.outline) })),
    obstacles: obstacles.filter((o) => Math.abs(signedArea(o.outline)) > 100).map((o) => ({ ...o, outline: all.ring(o.outline) })),
    layout: {
      ...job.layout,
      direction,
      setOut: { mode: draw.pick(['auto', 'auto', 'auto', 'full-first', 'balanced'] as const) },
      stagger: { school: draw.pick(SCHOOLS), seed: draw.between(0, 99), ...(draw.chance(0.2) ? { butts: draw.between(1, 6) } : {}) },
    },
    ...(own.length > 0 ? { layouts: own } : {}),
  };
}

/** Jobs by chance that can be laid, as many as are asked for. */
export function oddJobs(count: number, seed: number): Job[] {
  const random = randomFrom(seed);
  const jobs: Job[] = [];
  while (jobs.length < count) {
    const job = drawnJob(random, `Odd job ${seed}.${jobs.length + 1}`);
    if (job && floorsOf(job).ok) jobs.push(job);
  }
  return jobs;
}
