import { partsOf, type Floor, type FloorPart } from '../floors';
import {
  boxOf,
  clipBand,
  frameOf,
  modulo,
  polygonArea,
  turnedMulti,
  turnedPolygon,
  type Frame,
  type MultiPolygon,
  type Point,
} from '../geometry';
import type { Material } from '../given';
import type { SetOut } from '../setout';
import { boardsOver } from './boards';
import type { Chosen } from './choose';
import { filmIn } from './film';
import { cutFromRolls, type Cut, type Wanted } from './rolls';
import { plainStrips, stripsOver, type Strip, type Strips } from './strips';
import { tapeOver } from './tape';

/** A piece of a layer: where it lies, and where on which roll it is cut. */
export type BeneathPiece = {
  readonly id: string;
  readonly space: string;
  /** rings, mm in plan: the outer one first */
  readonly outline: readonly (readonly Point[])[];
  readonly roll: number;
  readonly cut: { readonly from: number; readonly to: number; readonly low: number; readonly high: number };
};

export type Layer = {
  readonly floor: string;
  readonly kind: 'film' | 'pad';
  readonly material: Material;
  readonly spaces: readonly string[];
  readonly direction: number;
  readonly reasons: readonly string[];
  readonly pieces: readonly BeneathPiece[];
  /** metres, whether or not the material is taped */
  readonly seams: number;
  /** mm² */
  readonly laid: number;
  /** seams that lie under a long edge of planks */
  readonly underEdges: number;
};

export type Roll = { readonly n: number; readonly material: Material };

/** A floor with its set-out and what was chosen for each of its rooms. */
export type Ground = { readonly floor: Floor; readonly setOut: SetOut; readonly chosen: readonly Chosen[] };

/** What lies beneath some rooms of one floor, before it is known which way it runs. */
type Task = {
  readonly ground: Ground;
  readonly kind: Layer['kind'];
  readonly material: Material;
  readonly spaces: readonly string[];
  /** shapes to be covered, room by room */
  readonly parts: readonly { readonly space: string; readonly shape: MultiPolygon }[];
  readonly laid: number;
  readonly asked: number | null;
  readonly why: string;
};

/** One way of laying it. */
type Way = { readonly direction: number; readonly frame: Frame; readonly rooms: readonly Strips[]; readonly words: string };
type Laid = { readonly task: Task; readonly way: Way };
type Placed = { readonly task: Task; readonly way: Way; readonly space: string; readonly cut: Cut<Strip> };

export type Layers = {
  /** from the base up, floor by floor */
  readonly layers: readonly Layer[];
  readonly rolls: readonly Roll[];
  /** rolls that strip-by-strip practice would open, by material; none for boards */
  readonly plain: ReadonlyMap<string, number>;
};

/** Everything that lies beneath, and the rolls that it is cut from. */
export function layersOf(grounds: readonly Ground[]): Layers {
  const tasks = grounds.flatMap(tasksOf);
  const placed: Placed[] = [];
  const rolls: Roll[] = [];
  for (const material of new Set(tasks.map((t) => t.material))) {
    const own = tasks.filter((t) => t.material === material);
    const cuts = material.kind === 'board' ? boardsFor(own, rolls) : rollsFor(own, material, rolls);
    placed.push(...cuts);
  }
  const layers = tasks.map((task, i) =>
    layerOf(
      task,
      placed.filter((p) => p.task === task),
      i,
    ),
  );
  return { layers, rolls, plain: plainRolls(tasks) };
}

const keyOf = (material: Material | null, { direction }: Chosen): string => `${material?.id ?? ''} ${direction ?? 'auto'}`;

/** Layers of a floor: rooms of the same material and direction are one; films first. */
function tasksOf(ground: Ground): Task[] {
  const { floor, chosen } = ground;
  return (['film', 'pad'] as const).flatMap((kind): Task[] => {
    const of = (id: string) => chosen.find((c) => c.space.id === id)!;
    const key = (id: string) => keyOf(of(id)[kind], of(id));
    const alike = (one: string, other: string) => key(one) === key(other);
    const keys = [...new Set(chosen.filter((c) => c[kind]).map((c) => key(c.space.id)))];
    if (keys.length === 0) return [];
    const shares = partsOf(floor, alike);
    return keys.map((k): Task => {
      const own = chosen.filter((c) => key(c.space.id) === k);
      const first = own[0]!;
      const material = first[kind]!;
      const mine = shares.filter((s) => own.some((c) => c.space === s.space));
      const whole = mine.length === shares.length;
      return {
        ground,
        kind,
        material,
        spaces: own.map((c) => c.space.id),
        parts: shapesFor(floor, mine, whole, kind, material, alike),
        laid: mine.reduce((sum, m) => sum + m.laid.reduce((s, p) => s + polygonArea(p), 0), 0),
        asked: first.direction,
        why: first.why[kind],
      };
    });
  });
}

function shapesFor(
  floor: Floor,
  mine: readonly FloorPart[],
  whole: boolean,
  kind: Layer['kind'],
  material: Material,
  alike: (one: string, other: string) => boolean,
): Task['parts'] {
  if (kind === 'film') return mine.map(({ space }) => ({ space: space.id, shape: filmIn(space, floor, alike, material) }));
  // boards keep their bond through the doorways: all rooms are one to them
  if (material.kind === 'board') return [{ space: mine[0]!.space.id, shape: whole ? floor.laid : mine.flatMap((m) => m.laid) }];
  return mine.map(({ space, laid }) => ({ space: space.id, shape: laid }));
}

/** Directions nearer to each other than this (degrees) are one. */
const SAME_WAY = 0.5;

/** The way of the longest wall of a floor, in degrees. */
function longestWall({ spaces }: Floor): number {
  const walls = spaces.flatMap(({ outline }) => outline.map((a, i) => [a, outline[(i + 1) % outline.length]!] as const));
  const lengthOf = ([a, b]: (typeof walls)[number]) => Math.hypot(b[0] - a[0], b[1] - a[1]);
  const [a, b] = walls.reduce((longest, wall) => (lengthOf(wall) > lengthOf(longest) ? wall : longest));
  return (Math.atan2(b[1] - a[1], b[0] - a[0]) * 180) / Math.PI;
}

/** The ways in which a layer may run: as asked, else across the planks and along them, and where planks lie aslant as the longest wall runs. */
function waysFor(task: Task): readonly { readonly direction: number; readonly words: string; readonly along: boolean }[] {
  const { direction } = task.ground.setOut;
  if (task.asked !== null) return [{ direction: modulo(task.asked, 360), words: 'runs the way you asked for', along: Math.abs(Math.sin(((task.asked - direction) * Math.PI) / 180)) < 0.1 }]; // prettier-ignore
  const byPlanks = [
    { direction: modulo(direction + 90, 180), words: 'runs across the planks, so that no seam lies along their edges', along: false },
    { direction: modulo(direction, 180), words: 'runs with the planks: across them it would take more', along: true },
  ];
  const wall = longestWall(task.ground.floor);
  const off = modulo(wall - direction, 90);
  if (Math.min(off, 90 - off) < SAME_WAY) return byPlanks;
  const words = 'runs square to the walls: by the planks it would take more';
  return [...byPlanks, ...[0, 90].map((turn) => ({ direction: modulo(wall + turn, 180), words, along: false }))];
}

const lapOf = (m: Material): number => (m.kind === 'film' ? (m.lap ?? 0) : 0);

/** Ways to cut a layer into strips: for each direction the one with the fewest strips, and the one that takes least of the roll. */
function stripWays(task: Task): readonly Way[] {
  const { width } = task.material;
  return waysFor(task).flatMap(({ direction, words, along }) => {
    const frame = frameOf(direction);
    const edges = along ? plankEdges(task.ground.setOut, frame) : [];
    const rooms = task.parts.map(({ shape }) => stripsOver(turnedMulti(frame, shape), width, lapOf(task.material), edges));
    return [rooms.map((r) => r.fewest), rooms.map((r) => r.thrifty)].map((strips): Way => ({ direction, frame, rooms: strips, words }));
  });
}

/** w of the rows' edges in a layer's frame that runs with them. */
function plankEdges({ rows, frame: planks }: SetOut, frame: Frame): readonly number[] {
  const same = planks.cos * frame.cos + planks.sin * frame.sin > 0 ? 1 : -1;
  return rows.map((r) => r.from * same);
}

/** Cuts all layers of one material from its rolls: each across the planks in the fewest strips, unless another way saves a roll. */
function rollsFor(tasks: readonly Task[], material: Material, rolls: Roll[]): Placed[] {
  const ways = tasks.map(stripWays);
  const least = tasks.reduce((sum, t) => sum + t.laid, 0) / (material.length * material.width);
  let best = fewestRolls(tasks, ways, material);
  // no way that they might all have run costs fewer
  for (const direction of new Set(ways.flatMap((own) => own.map((w) => w.direction)))) {
    if (best.many - 1 < least) break;
    const alike = ways.map((own) => {
      const same = own.filter((w) => w.direction === direction);
      return same.length > 0 ? same : own;
    });
    const next = fewestRolls(tasks, alike, material);
    if (next.many < best.many) best = next;
  }
  const before = rolls.length;
  for (let n = 0; n < best.many; n++) rolls.push({ n: before + n + 1, material });
  return best.cuts.map(({ of, ...cut }) => ({
    task: of.laid.task,
    way: of.laid.way,
    space: of.space,
    cut: { ...cut, of: of.strip, roll: before + cut.roll },
  }));
}

/** Each layer as it would rather run, unless thriftier strips or another of its ways save a roll. */
function fewestRolls(tasks: readonly Task[], ways: readonly (readonly Way[])[], material: Material): ReturnType<typeof cutAll> {
  const takes = (w: Way) => w.rooms.reduce((sum, r) => sum + r.takes, 0);
  let trial = ways.map((w) => w[0]!);
  let best = cutAll(tasks, trial, material);
  // first thriftier strips the same way, then any way: what saves most goes first
  for (const reach of [2, Infinity]) {
    const thriftiest = ways.map((own) => own.slice(0, reach).reduce((least, w) => (takes(w) < takes(least) - 1 ? w : least)));
    const gain = (i: number) => takes(trial[i]!) - takes(thriftiest[i]!);
    for (const i of tasks.map((_, k) => k).sort((a, b) => gain(b) - gain(a))) {
      if (gain(i) <= 0) break;
      trial = trial.map((w, k) => (k === i ? thriftiest[i]! : w));
      const next = cutAll(tasks, trial, material);
      if (next.many < best.many) best = next;
    }
  }
  return best;
}

type Tagged = { readonly laid: Laid; readonly space: string; readonly strip: Strip };

function cutAll(tasks: readonly Task[], ways: readonly Way[], material: Material) {
  const wanted = tasks.flatMap((task, i) =>
    ways[i]!.rooms.flatMap((room, k) =>
      room.strips.map(({ of, ...size }): Wanted<Tagged> => ({
        ...size,
        of: { laid: { task, way: ways[i]! }, space: task.parts[k]!.space, strip: of },
      })),
    ),
  );
  const cuts = cutFromRolls(wanted, { length: material.length, width: material.width, parts: true, lap: lapOf(material) });
  return { cuts, many: cuts.reduce((most, c) => Math.max(most, c.roll), 0) };
}

/** Lays and cuts boards, layer by layer. */
function boardsFor(tasks: readonly Task[], rolls: Roll[]): Placed[] {
  return tasks.flatMap((task) => {
    const { length, width } = task.material;
    const tried = waysFor(task).map(({ direction, words }) => {
      const frame = frameOf(direction);
      return { direction, frame, words, made: boardsOver(turnedMulti(frame, task.parts[0]!.shape), length, width) };
    });
    const { made, ...way } = tried.reduce((best, next) => (next.made.boards < best.made.boards ? next : best));
    const before = rolls.length;
    for (let n = 0; n < made.boards; n++) rolls.push({ n: before + n + 1, material: task.material });
    return made.cuts.map((cut) => ({
      task,
      way: { ...way, rooms: [] },
      space: task.parts[0]!.space,
      cut: { ...cut, roll: before + cut.roll },
    }));
  });
}

function layerOf(task: Task, placed: readonly Placed[], index: number): Layer {
  const { ground, kind, material, spaces, laid } = task;
  const way = placed[0]?.way ?? { direction: 0, frame: frameOf(0), rooms: [], words: '' };
  const pieces = placed.flatMap((p) => piecesOf(p)).map((p, n): BeneathPiece => ({ ...p, id: `${letterOf(index)}${n + 1}` }));
  return {
    floor: ground.floor.id,
    kind,
    material,
    spaces,
    direction: way.direction,
    reasons: [task.why, way.words],
    pieces,
    seams: tapeOver(
      pieces.flatMap((p) => p.outline),
      ground.floor.laid,
    ),
    laid,
    underEdges: way.rooms.reduce((sum, r) => sum + r.underEdges, 0),
  };
}

/** A strip, or the part of it that was cut, in plan. Where a part of a strip falls into several, each is a piece. */
function piecesOf({ way, space, cut }: Placed): Omit<BeneathPiece, 'id'>[] {
  const whole = boxOf(cut.of.shape[0]!);
  const from = whole.minX + cut.begins;
  const part =
    cut.begins === 0 && Math.abs(whole.maxX - whole.minX - cut.length) < 1e-6
      ? [cut.of.shape]
      : clipBand([cut.of.shape], 0, from, from + cut.length);
  return part.map((shape) => {
    const box = boxOf(shape[0]!);
    const [along, across] = [cut.from + (box.minX - from), cut.low + (box.minY - whole.minY)];
    return {
      space,
      outline: turnedPolygon(way.frame, shape),
      roll: cut.roll,
      cut: { from: along, to: along + box.maxX - box.minX, low: across, high: across + box.maxY - box.minY },
    };
  });
}

/** A, B … Z, AA: a layer's letter, by which its pieces are called. */
const letterOf = (i: number): string => (i < 26 ? '' : letterOf(Math.floor(i / 26) - 1)) + String.fromCharCode(65 + (i % 26));

/** Rolls by strip-by-strip practice: across the planks from the first wall on, each strip in one length, rests used where they are long enough. */
function plainRolls(tasks: readonly Task[]): ReadonlyMap<string, number> {
  const opened = new Map<string, number[]>();
  for (const task of tasks) {
    const { material } = task;
    if (material.kind === 'board') continue;
    const frame = frameOf(waysFor(task)[0]!.direction);
    const used = opened.get(material.id) ?? [];
    opened.set(material.id, used);
    for (const { shape } of task.parts) {
      for (const { length } of plainStrips(turnedMulti(frame, shape), material.width, lapOf(material)).strips) {
        let rest = length;
        for (; rest > material.length; rest -= material.length - lapOf(material)) used.push(material.length);
        const i = used.findIndex((u) => u + rest <= material.length);
        if (i < 0) used.push(rest);
        else used[i]! += rest;
      }
    }
  }
  return new Map([...opened].map(([id, used]) => [id, used.length]));
}
