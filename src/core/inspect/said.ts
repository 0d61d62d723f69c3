/** What is to be said of the gaps of a floor as it lies. */
import { offWall, wallFrames } from '../floors';
import { boxOf, roundPoint } from '../geometry';
import type { Job, Placed } from '../given';
import { wallLetter } from '../survey';
import { formatLength } from '../units';
import type { ThingLook, WallLook } from './inspect';

/** Where less than the wanted gap is left: at walls, round things (which hold the floor, then), and before an end cap. */
export function saidOfGaps(
  job: Pick<Job, 'spaces' | 'display'>,
  walls: readonly WallLook[],
  things: readonly ThingLook[],
): readonly Placed[] {
  const length = (mm: number) => formatLength(mm, job.display, { decimals: 1 });
  const level = ({ holds }: { readonly holds: WallLook['holds'] }) => (holds === 'none' ? 'must' : 'should');
  const narrow = walls
    .filter((w) => w.holds !== 'wanted')
    .flatMap((w): Placed[] => {
      const space = job.spaces.find((s) => s.id === w.space);
      if (!space) return [];
      const wall = wallFrames(space.outline)[w.wall]!;
      const is = w.measured ?? w.least!;
      return [{
      rule: 'gap',
      level: level(w),
      floor: w.floor,
      at: roundPoint(offWall(wall, wall.length / 2, 0)),
      measured: is,
      limit: w.wanted,
      text: `${space.name || space.id}, wall ${wallLetter(w.wall)}: the gap is ${length(is)}, wanted ${length(w.wanted)}; the floor grows ${length(w.grows)} towards it in a year. Take the trim off and saw it free.`,
    }]; // prettier-ignore
    });
  const held = things.filter((t) => t.holds !== 'wanted').map((t): Placed => {
    const { minX, maxX, minY, maxY } = boxOf(t.thing.outline);
    const [before, is, wanted] = [`${t.thing.kind} ${t.thing.id}`, length(t.least!), length(t.wanted)];
    return {
      rule: t.foot > 0 ? 'end-cap' : 'pinned',
      level: level(t),
      floor: t.floor,
      at: roundPoint([(minX + maxX) / 2, (minY + maxY) / 2]),
      measured: t.least!,
      limit: t.wanted,
      text:
        t.foot > 0
          ? `Before the ${before} the floor ends after ${is}; foot (${length(t.foot)}) and gap together want ${wanted}. The end cap does not go in, or the floor has no room.`
          : `The floor is held at the ${before}: ${is} free, wanted ${wanted}. Held there and somewhere else, it tears a joint open: cut it free.`,
    };
  }); // prettier-ignore
  return [...narrow, ...held];
}
