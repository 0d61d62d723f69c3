import type { SpaceFlat } from '../../core/base';
import { boxOf, frameOf, insideRing, middleOfRing, turned, type Point, type Ring } from '../../core/geometry';
import type { Job, Piece, PlanFloor } from '../../core/given';
import type { SetOut } from '../../core/setout';
import { wallLetter } from '../../core/survey';
import { formatLength } from '../../core/units';
import type { Drawing, Label, Measure, Shape } from './shapes';

/* Drawings of a job's floor in plan, north as it is in the file: what each stage needs of it on paper. */

/** Room around the walls, mm. */
const AROUND = 120;
/** Walls shorter than this (mm) carry no words. */
const SHORTEST_WALL = 350;

type Drawn = { readonly shapes?: readonly Shape[]; readonly labels?: readonly Label[]; readonly measures?: readonly Measure[] };

/** Walls, doorways and what stands there, with more drawn beneath them. */
function floorPicture(job: Job, title: string, { shapes = [], labels = [], measures = [] }: Drawn): Drawing {
  const box = boxOf([...job.spaces, ...(job.openings ?? [])].flatMap((s) => s.outline));
  return {
    title,
    box: { minX: box.minX - AROUND, minY: box.minY - AROUND, maxX: box.maxX + AROUND, maxY: box.maxY + AROUND },
    shapes: [
      ...shapes,
      ...(job.obstacles ?? []).map((o): Shape => ({ stuff: 'thing', rings: [o.outline] })),
      ...job.spaces.map((s): Shape => ({ stuff: 'room', rings: [s.outline] })),
      ...(job.openings ?? []).filter((o) => o.finish !== 'stop').map((o): Shape => ({ stuff: 'doorway', rings: [o.outline] })),
    ],
    labels,
    measures,
  };
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

/** Bases with the heights that were read, and every place that is not flat with its greatest gap. */
export function basePicture(job: Job, flat: readonly SpaceFlat[]): Drawing {
  const mm = (n: number) => formatLength(n, job.display, { decimals: 1, finest: 32, bare: true });
  const places = flat.flatMap((f) => f.flat?.places ?? []);
  const read = (job.bases ?? []).flatMap((b) => b.levels ?? []);
  const apart =
    read.length > 1 ? Math.min(...read.slice(1).map((l) => Math.hypot(l.at[0] - read[0]!.at[0], l.at[1] - read[0]!.at[1]))) : 400;
  return floorPicture(job, `The bases of ${job.name}: heights, and where they are not flat`, {
    shapes: places.map((p) => ({ stuff: 'place', rings: [p.outline] })),
    labels: [
      ...read.map((l): Label => ({ at: l.at, text: mm(l.height), room: [apart * 0.95, apart * 0.5] })),
      ...places.map((p): Label => ({ at: p.at, text: `gap ${mm(p.worst)}`, strong: true, backed: true })),
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

/** A piece's number in its middle, as large as its row and its length let it be. */
function numbered({ direction }: PlanFloor, { id, outline, cut }: Piece): Label {
  const frame = frameOf(direction);
  const ps = outline[0]!.map((p) => turned(frame, p));
  const middle = (k: 0 | 1) => (Math.min(...ps.map((p) => p[k])) + Math.max(...ps.map((p) => p[k]))) / 2;
  return {
    at: turned(frame, [middle(0), middle(1)]),
    text: id,
    room: [cut.to - cut.from, cut.high - cut.low],
    turn: readable(direction),
  };
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
