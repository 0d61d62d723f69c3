import { extentOf } from '../base';
import { doorwayName, floorsOf, type Floor, type Surveyed } from '../floors';
import { boxOf, turned, turnedMulti, type Frame, type Point } from '../geometry';

/** Where a floor that is too long is best broken. */
export type Break = {
  readonly floor: string;
  readonly why: string;
  /** a doorway, or a line across the floor */
  readonly at: string | readonly [Point, Point];
  /** by how much the longest part would still be too long, mm; 0 where the break is enough */
  readonly over: number;
};

/** A floor that is too long, in its row frame. */
export type TooLong = { readonly floor: Floor; readonly frame: Frame };

const limitsOf = ({ product }: Floor): readonly [number, number] => [product.limits.runAlong, product.limits.runAcross];
const overBy = (floor: Floor, parts: readonly (readonly [number, number])[]): number =>
  Math.max(0, ...parts.flatMap((p) => p.map((extent, k) => extent - limitsOf(floor)[k]!)));

/** Where to break a floor: of its doorways the one that leaves least too long; where it has none, a line across its middle. */
export function breakOf(job: Surveyed, long: TooLong): Break {
  const { floor } = long;
  const doorways = floor.ways.filter(
    ({ opening: { between, finish } }) => finish === 'through' && between.every((id) => floor.spaces.some((s) => s.id === id)),
  );
  const tried = doorways.flatMap((way) => {
    const made = floorsOf({
      ...job,
      openings: job.openings?.map((o) => (o.id === way.opening.id ? { ...o, finish: 't-mould' as const } : o)),
    });
    if (!made.ok) return [];
    const own = made.value.filter((f) => f.spaces.some((s) => floor.spaces.some((t) => t.id === s.id)));
    const parts = own.map((f) => extentOf({ floor: f, frame: long.frame }));
    return [{ way, over: overBy(floor, parts), longest: Math.max(...parts.map((p) => Math.max(...p))) }];
  });
  const best = tried.reduce<(typeof tried)[number] | null>(
    (b, t) => (!b || t.over < b.over || (t.over === b.over && t.longest < b.longest) ? t : b),
    null,
  );
  if (best)
    return {
      floor: floor.id,
      at: best.way.opening.id,
      over: best.over,
      why: `broken at ${doorwayName(floor, best.way.opening.id)}, ${best.over > 0 ? 'the rest is still too long: it wants another break' : 'every part is short enough'}`,
    };
  return acrossTheMiddle(long);
}

function acrossTheMiddle({ floor, frame }: TooLong): Break {
  const box = boxOf(turnedMulti(frame, floor.laid).flatMap((p) => [...p[0]!]));
  const spans = [box.maxX - box.minX, box.maxY - box.minY];
  const axis = spans[0]! - limitsOf(floor)[0] >= spans[1]! - limitsOf(floor)[1] ? 0 : 1;
  const middle = axis === 0 ? (box.minX + box.maxX) / 2 : (box.minY + box.maxY) / 2;
  const ends: [Point, Point] = axis === 0 ? [[middle, box.minY], [middle, box.maxY]] : [[box.minX, middle], [box.maxX, middle]]; // prettier-ignore
  const halves = spans.map((s, k) => (k === axis ? s / 2 : s)) as [number, number];
  return {
    floor: floor.id,
    at: [turned(frame, ends[0]), turned(frame, ends[1])],
    over: overBy(floor, [halves]),
    why: `no doorway inside it: a profile across its middle, ${axis === 0 ? 'square to' : 'along'} the planks`,
  };
}
