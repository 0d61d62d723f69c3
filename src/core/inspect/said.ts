/** What is to be said of the gaps of a floor as it lies. */
import { offWall, wallFrames } from '../floors';
import { boxOf, roundPoint } from '../geometry';
import type { Job, Placed } from '../given';
import { wallLetter } from '../survey';
import { formatLength } from '../units';
import type { ThingLook, WallLook } from './inspect';

type Said = Pick<Job, 'spaces' | 'display'>;

const levelOf = ({ holds }: Pick<WallLook, 'holds'>): Placed['level'] => (holds === 'none' ? 'must' : 'should');
const lengthIn = ({ display }: Said) => (mm: number) => formatLength(mm, display, { decimals: 1 }); // prettier-ignore

/** Where less than the wanted gap is left: at walls, round things (which hold the floor, then), and before an end cap. */
export const saidOfGaps = (job: Said, walls: readonly WallLook[], things: readonly ThingLook[]): readonly Placed[] => [
  ...walls.filter((w) => w.holds !== 'wanted').map((w) => ofWall(job, w)),
  ...things.filter((t) => t.holds !== 'wanted').map((t) => ofThing(job, t)),
];

function ofWall(job: Said, wall: WallLook): Placed {
  const length = lengthIn(job);
  const space = job.spaces.find((s) => s.id === wall.space)!;
  const frame = wallFrames(space.outline)[wall.wall]!;
  // a wall that nothing lies before has what is wanted
  const is = wall.measured ?? wall.least!;
  return {
    rule: 'gap',
    level: levelOf(wall),
    floor: wall.floor,
    at: roundPoint(offWall(frame, frame.length / 2, 0)),
    measured: is,
    limit: wall.wanted,
    text: `${space.name || space.id}, wall ${wallLetter(wall.wall)}: the gap is ${length(is)}, wanted ${length(wall.wanted)}; the floor grows ${length(wall.grows)} towards it in a year. Take the trim off and saw it free.`,
  };
}

function ofThing(job: Said, { thing, least, wanted, foot, floor, holds }: ThingLook): Placed {
  const length = lengthIn(job);
  const { minX, maxX, minY, maxY } = boxOf(thing.outline);
  const name = `${thing.kind} ${thing.id}`;
  return {
    rule: foot > 0 ? 'end-cap' : 'pinned',
    level: levelOf({ holds }),
    floor,
    at: roundPoint([(minX + maxX) / 2, (minY + maxY) / 2]),
    measured: least,
    limit: wanted,
    text:
      foot > 0
        ? `Before the ${name} the floor ends after ${length(least)}; foot (${length(foot)}) and gap together want ${length(wanted)}. The end cap does not go in, or the floor has no room: saw the strip narrower.`
        : `The floor is held at the ${name}: ${length(least)} free, wanted ${length(wanted)}. Held there and somewhere else, it tears a joint open: cut it free.`,
  };
}
