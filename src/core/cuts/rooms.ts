/** The rooms in which pieces lie, and the labels that tell offcuts apart. */
import { boxOf, insideRing, polygonArea, signedArea, type Box, type Polygon, type Ring } from '../geometry';
import type { Job } from '../given';
import { before, lineThrough } from './wood';

/** What of a job decides in which room a piece lies. */
export type Roomed = Pick<Job, 'spaces' | 'openings'>;
type Space = Job['spaces'][number];

/** On less than this of a room (mm²) a piece does not lie. */
const LIES_ON = 100;

const meets = (a: Box, b: Box): boolean => a.minX < b.maxX && b.minX < a.maxX && a.minY < b.maxY && b.minY < a.maxY;

/** Whether all of a box lies within a ring. */
function boxInside({ minX, minY, maxX, maxY }: Box, ring: Ring): boolean {
  if (!insideRing([(minX + maxX) / 2, (minY + maxY) / 2], ring)) return false;
  return !ring.some(([ax, ay], i) => {
    const [bx, by] = ring[(i + 1) % ring.length]!;
    // an edge whose box stands clear, or with the whole box on one side of it, does not cut it
    if (Math.max(ax, bx) <= minX || Math.min(ax, bx) >= maxX || Math.max(ay, by) <= minY || Math.min(ay, by) >= maxY) return false;
    const sides = [[minX, minY], [maxX, minY], [maxX, maxY], [minX, maxY]].map(([x, y]) => (bx - ax) * (y! - ay) - (by - ay) * (x! - ax)); // prettier-ignore
    return sides.some((s) => s > 0) && sides.some((s) => s < 0);
  });
}

/** How much of a piece lies within an outline, mm²: summed over the triangles that its corners make with the first of them, each with its sign. */
function areaOn(piece: Polygon, box: Box, outline: Ring): number {
  if (boxInside(box, outline)) return polygonArea(piece);
  let area = 0;
  piece.forEach((ring, k) => {
    const own = signedArea(ring) > 0 === (k === 0) ? ring : [...ring].reverse();
    for (let i = 1; i + 1 < own.length; i++) {
      const triangle = [own[0]!, own[i]!, own[i + 1]!];
      const sense = signedArea(triangle);
      if (Math.abs(sense) < 1e-6) continue;
      const turned = sense > 0 ? triangle : [triangle[0]!, triangle[2]!, triangle[1]!];
      const shared = turned.reduce((left, a, e) => before(left, lineThrough(a, turned[(e + 1) % 3]!)), outline);
      area += Math.sign(sense) * Math.abs(signedArea(shared));
    }
  });
  return area;
}

/** Finds the rooms of a floor on which a piece lies, the largest part first; within a doorway, those that it joins. */
export function roomsFinder({ spaces, openings }: Roomed): (floor: readonly string[], piece: Polygon) => readonly Space[] {
  const boxes = new Map(spaces.map((s) => [s.id, boxOf(s.outline)]));
  const byId = new Map(spaces.map((s) => [s.id, s]));
  const ways = (openings ?? []).map((o) => ({ ...o, box: boxOf(o.outline) }));
  return (floor, piece) => {
    const box = boxOf(piece[0]!);
    const own = floor.flatMap((id) => byId.get(id) ?? []);
    const near = own.filter((s) => meets(box, boxes.get(s.id)!));
    const on = near
      .map((space) => ({ space, area: areaOn(piece, box, space.outline) }))
      .filter(({ area }) => area > LIES_ON)
      .sort((a, b) => b.area - a.area);
    if (on.length > 0) return on.map((o) => o.space);
    const through = ways.filter((o) => meets(box, o.box)).map((o) => ({ o, area: areaOn(piece, box, o.outline) }));
    const best = through.sort((a, b) => b.area - a.area)[0];
    return best ? best.o.between.flatMap((id) => own.filter((s) => s.id === id)) : near.slice(0, 1);
  };
}

export type Tagged = Pick<Space, 'tag' | 'name'>;
/** What a room is called on labels: its tag, or its name. */
export const tagOf = ({ tag, name }: Tagged): string => tag || name;

/** Gives out labels, each unlike every other: the same again with a letter after it. */
export function labeller(): (wanted: string) => string {
  const given = new Set<string>();
  return (wanted) => {
    let label = wanted;
    for (let k = 1; given.has(label); k++) label = `${wanted} ${lettersOf(k)}`;
    given.add(label);
    return label;
  };
}

/** b, c, … z, ba, bb … */
export function lettersOf(k: number): string {
  const letter = String.fromCharCode(97 + (k % 26));
  return k < 26 ? letter : lettersOf(Math.floor(k / 26)) + letter;
}
