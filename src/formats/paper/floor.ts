import type { SpaceFlat } from '../../core/base';
import { doorwaysIn, offWall, wallFrames, wayOf, without } from '../../core/floors';
import {
  boxOf,
  distanceToSegment,
  frameOf,
  insideRing,
  middleOfRing,
  spansAt,
  turned,
  turnedPolygon,
  type Point,
  type Ring,
} from '../../core/geometry';
import type { Job, Piece, PlanFloor, Space } from '../../core/given';
import type { SetOut } from '../../core/setout';
import { wallLetter } from '../../core/survey';
import { formatLength } from '../../core/units';
import type { Drawing, Label, Measure, Shape } from './shapes';

/* Drawings of a job's floor in plan, north as it is in the file: what each stage needs of it on paper. */

/** Room around the walls, mm. */
const AROUND = 120;
/** Walls shorter than this (mm) carry no words. */
const SHORTEST_WALL = 350;

type Drawn = {
  /** one room alone, and what is in it */
  readonly only?: string;
  readonly shapes?: readonly Shape[];
  readonly labels?: readonly Label[];
  readonly measures?: readonly Measure[];
};

/** Walls, doorways and what stands there, with more drawn beneath them. */
function floorPicture(job: Job, title: string, { only, shapes = [], labels = [], measures = [] }: Drawn): Drawing {
  const spaces = job.spaces.filter((s) => only === undefined || s.id === only);
  const openings = (job.openings ?? []).filter((o) => only === undefined || o.between.includes(only));
  const box = boxOf((only === undefined ? [...spaces, ...openings] : spaces).flatMap((s) => s.outline));
  const isIn = ({ outline }: { outline: Ring }) => only === undefined || outline.some((p) => insideRing(p, spaces[0]!.outline));
  return {
    title,
    box: { minX: box.minX - AROUND, minY: box.minY - AROUND, maxX: box.maxX + AROUND, maxY: box.maxY + AROUND },
    shapes: [
      ...shapes,
      ...(job.obstacles ?? []).filter(isIn).map((o): Shape => ({ stuff: 'thing', rings: [o.outline] })),
      ...wallsOf(job, spaces),
      ...openings.filter((o) => o.finish !== 'stop').map((o): Shape => ({ stuff: 'doorway', rings: [o.outline] })),
    ],
    labels,
    measures,
  };
}

/** Walls as far as no doorway opens them: a floor that goes through is seen to. */
function wallsOf({ spaces: all, openings = [] }: Job, spaces: readonly Space[]): readonly Shape[] {
  const known = new Map(all.map((s) => [s.id, s]));
  const ways = openings.flatMap((opening, i) => {
    const way = opening.finish === 'stop' ? null : wayOf(opening, i, known);
    return way?.ok ? [way.value] : [];
  });
  return spaces.map(({ outline }): Shape => ({
    stuff: 'room',
    rings: wallFrames(outline).flatMap((wall) =>
      without(wall.length, doorwaysIn(wall, ways)).map(([from, to]): Ring => [offWall(wall, from, 0), offWall(wall, to, 0)]),
    ),
  }));
}

/** A drawing cut down to a part of it. */
function partOf(whole: Drawing, box: Drawing['box']): Drawing {
  const within = ([x, y]: Point): boolean => x >= box.minX && x <= box.maxX && y >= box.minY && y <= box.maxY;
  const reaches = ({ rings }: Shape): boolean => {
    const own = boxOf(rings.flat());
    return own.minX < box.maxX && own.maxX > box.minX && own.minY < box.maxY && own.maxY > box.minY;
  };
  return { ...whole, box, shapes: whole.shapes.filter(reaches), labels: whole.labels.filter((l) => within(l.at)) };
}

const nameOf = (job: Job, id: string): string => job.spaces.find((s) => s.id === id)?.name || id;
const roomNames = (job: Job): Label[] =>
  job.spaces.map((s) => ({ at: middleOfRing(s.outline), text: s.name || s.id, strong: true, backed: true }));

/** The rooms with the length of every wall, doorways with their widths. */
export function surveyPicture(job: Job): Drawing {
  const length = (mm: number) => formatLength(mm, job.display);
  const walls = job.spaces.flatMap(({ outline }) =>
    outline.flatMap((a, i): Label[] => {
      const b = outline[(i + 1) % outline.length]!;
      const long = Math.hypot(b[0] - a[0], b[1] - a[1]);
      if (long < SHORTEST_WALL) return [];
      const [nx, ny] = inwards(outline, a, b);
      const off = 110;
      return [
        {
          at: [(a[0] + b[0]) / 2 + nx * off, (a[1] + b[1]) / 2 + ny * off],
          text: `${wallLetter(i)} ${length(long)}`,
          turn: readable((Math.atan2(b[1] - a[1], b[0] - a[0]) * 180) / Math.PI),
          backed: true,
        },
      ];
    }),
  );
  return floorPicture(job, `The rooms of ${job.name}, with their walls`, { labels: [...walls, ...roomNames(job)] });
}

/** A direction along which words are not upside down, degrees. */
const readable = (degrees: number): number => {
  const turn = ((degrees % 180) + 180) % 180;
  return turn > 90 + 1e-6 ? turn - 180 : turn;
};

/** From a wall into its room. */
function inwards(ring: Ring, a: Point, b: Point): Point {
  const long = Math.hypot(b[0] - a[0], b[1] - a[1]);
  const normal: Point = [-(b[1] - a[1]) / long, (b[0] - a[0]) / long];
  const near: Point = [(a[0] + b[0]) / 2 + normal[0], (a[1] + b[1]) / 2 + normal[1]];
  return insideRing(near, ring) ? normal : [-normal[0], -normal[1]];
}

/** So far off a wall a height is written that was read at it, and a gap above the place that it is of, mm. */
const OFF_WALL = 170;
const ABOVE = 70;

/** A place inside a room, off the walls that it is at. */
const offWalls = (at: Point, outline: Ring): Point =>
  outline.reduce<Point>(([x, y], a, i) => {
    const b = outline[(i + 1) % outline.length]!;
    const off = distanceToSegment([x, y], a, b);
    if (off >= OFF_WALL) return [x, y];
    const [nx, ny] = inwards(outline, a, b);
    return [x + nx * (OFF_WALL - off), y + ny * (OFF_WALL - off)];
  }, at);

/** A base with the heights that were read, and every place that is not flat with its greatest gap above it. */
export function basePicture(job: Job, { id, outline }: Space, flat: readonly SpaceFlat[]): Drawing {
  const mm = (n: number) => formatLength(n, job.display, { decimals: 1, finest: 32, bare: true });
  const places = flat.find((f) => f.space === id)?.flat?.places ?? [];
  const read = job.bases?.find((b) => b.space === id)?.levels ?? [];
  const above = (ring: Ring): Point => {
    const { minX, maxX, maxY } = boxOf(ring);
    return [(minX + maxX) / 2, maxY + ABOVE];
  };
  return floorPicture(job, `The base of ${nameOf(job, id)}: heights, and where it is not flat`, {
    only: id,
    shapes: places.map((p) => ({ stuff: 'place', rings: [p.outline] })),
    labels: [
      ...places.map((p): Label => ({ at: offWalls(above(p.outline), outline), text: `gap ${mm(p.worst)}`, strong: true, backed: true })),
      ...read.map((l): Label => ({ at: offWalls(l.at, outline), text: mm(l.height), yields: true })),
    ],
  });
}

/** The strip at every wall that runs with the planks, and the rows. */
export function setOutPicture(job: Job, floors: readonly PlanFloor[], setOuts: readonly { readonly setOut: SetOut }[]): Drawing {
  const mm = (n: number) => formatLength(n, job.display, { bare: true, down: true });
  const labels = setOuts.flatMap(({ setOut: { strips, frame } }) =>
    strips.map(
      ({
        wall: {
          ends: [a, b],
          side,
        },
        least,
        greatest,
      }): Label => {
        // beside the wall, on the floor
        const sign = side === 'start' ? 1 : -1;
        const into: Point = [frame.sin * sign, -frame.cos * sign];
        return {
          at: [(a[0] + b[0]) / 2 + into[0] * 150, (a[1] + b[1]) / 2 + into[1] * 150],
          text: greatest - least < 0.5 ? mm(least) : `${mm(least)} – ${mm(greatest)}`,
          strong: true,
          backed: true,
        };
      },
    ),
  );
  return floorPicture(job, `The set-out of ${job.name}: the strip at every wall`, { shapes: piecesOf(floors), labels });
}

const piecesOf = (floors: readonly PlanFloor[]): Shape[] =>
  floors.flatMap((f) => f.pieces.map((p): Shape => ({ stuff: 'piece', rings: p.outline })));

/** Every piece with its number. */
export const planPicture = (job: Job, floors: readonly PlanFloor[], numbers = true): Drawing =>
  floorPicture(job, `${job.name}: every piece${numbers ? ' with its number' : ''}`, {
    shapes: piecesOf(floors),
    labels: numbers ? floors.flatMap((f) => f.pieces.map((p) => numbered(f, p))) : [],
  });

/** A piece's number in the middle of the largest part of it that is straight across, as large as that lets it be. */
function numbered({ direction }: PlanFloor, { id, outline }: Piece): Label {
  const frame = frameOf(direction);
  const shape = turnedPolygon(frame, outline);
  const levels = [...new Set(shape.flatMap((ring) => ring.map((p) => Math.round(p[1] * 10) / 10)))].sort((a, b) => a - b);
  let best = { area: 0, at: middleOfRing(shape[0]!), room: [0, 0] as [number, number] };
  // from one level on which a corner lies to any other: what is between the ends all the way
  levels.forEach((low, i) =>
    levels.slice(i + 1).forEach((high) => {
      const inner = [low + 0.2, (low + high) / 2, high - 0.2].map((w) => spansAt([shape], 1, w, 1));
      for (const [a, b] of inner[1]!) {
        const spans = inner.map((s) => s.find(([from, to]) => from < b && to > a) ?? ([0, 0] as const));
        const [from, to] = [Math.max(...spans.map((s) => s[0])), Math.min(...spans.map((s) => s[1]))];
        const area = (to - from) * (high - low);
        if (to > from && area > best.area) best = { area, at: [(from + to) / 2, (low + high) / 2], room: [to - from, high - low] };
      }
    }),
  );
  return { at: turned(frame, best.at), text: id, room: best.room, turn: readable(direction) };
}

/** As much of a floor is drawn on one page (mm) that the numbers of its pieces can be read. */
const READABLE = { wide: 8600, high: 10_500 };

/** The same, in as many parts as it takes to read the numbers. */
export function planPictures(job: Job, floors: readonly PlanFloor[]): readonly Drawing[] {
  const whole = planPicture(job, floors);
  const { box } = whole;
  const [columns, rows] = [Math.ceil((box.maxX - box.minX) / READABLE.wide), Math.ceil((box.maxY - box.minY) / READABLE.high)];
  if (columns * rows === 1) return [whole];
  const [wide, high] = [(box.maxX - box.minX) / columns, (box.maxY - box.minY) / rows];
  return Array.from({ length: rows * columns }, (_, k) => {
    const [c, r] = [k % columns, Math.floor(k / columns)];
    // from the top left on, as a page is read
    const own = { minX: box.minX + c * wide, maxX: box.minX + (c + 1) * wide, minY: box.maxY - (r + 1) * high, maxY: box.maxY - r * high };
    return { ...partOf(whole, own), title: `${whole.title}, part ${k + 1} of ${rows * columns}` };
  }).filter((part) => part.shapes.some((s) => s.stuff === 'piece'));
}

/** Named pieces of a layer where they lie on the floor. */
export const layerPicture = (
  job: Job,
  title: string,
  pieces: readonly { readonly id: string; readonly outline: readonly Ring[] }[],
): Drawing =>
  floorPicture(job, title, {
    shapes: pieces.map((p): Shape => ({ stuff: 'board', rings: p.outline })),
    labels: pieces.map((p): Label => {
      const box = boxOf(p.outline[0]!);
      return { at: middleOfRing(p.outline[0]!), text: p.id, room: [box.maxX - box.minX, box.maxY - box.minY], backed: true };
    }),
  });

/** The rooms with a word in each, such as the days on which they are laid. */
export const roomsPicture = (job: Job, title: string, words: ReadonlyMap<string, string>): Drawing =>
  floorPicture(job, title, {
    labels: job.spaces.flatMap((s): Label[] => {
      const at = middleOfRing(s.outline);
      const word = words.get(s.id);
      return [
        { at, text: nameOf(job, s.id), strong: true },
        ...(word === undefined ? [] : [{ at: [at[0], at[1] - 260] as Point, text: word }]),
      ];
    }),
  });
