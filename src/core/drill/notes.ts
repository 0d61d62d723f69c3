/** What stands written on a floor to practise on: what a tape, a meter or the eye would find there. */
import { METHOD_WORDS, SUBSTRATE_WORDS } from '../base';
import { chosenFor } from '../beneath';
import { offWall, wallFrames } from '../floors';
import { boxOf, frameOf, roundPoint, turned, type Point } from '../geometry';
import { calledOf, type Job } from '../given';
import { gapsAt } from '../inspect';
import { runningDoorways } from '../setout';
import { formatLength } from '../units';
import type { Laid } from './floor';

/** Lines of writing at a place of the plan. */
export type Note = { readonly at: Point; readonly lines: readonly string[] };

/** How far inside its wall (mm) a gap is written. */
const INSIDE = 170;

/** How far beside a doorway's middle (mm) something is written: what lies in it stays in sight. */
const BESIDE = 1150;

const lengthIn = (job: Job) => (mm: number) => formatLength(mm, job.display, { decimals: 1 });

/** The gap at every wall, as it was measured. */
export function gapNotes({ job, floor, plan }: Laid): readonly Note[] {
  const length = lengthIn(job);
  return gapsAt(job, [{ floor, own: plan }]).walls.flatMap(({ space, wall, least }): Note[] => {
    const frame = wallFrames(job.spaces.find((s) => s.id === space)!.outline)[wall]!;
    return least === null ? [] : [{ at: roundPoint(offWall(frame, frame.length / 2, INSIDE)), lines: [length(least)] }];
  });
}

/** What is free round everything in the floor; before an end cap, how wide its foot is, and where the floor ends. */
export function thingNotes({ job, floor, plan }: Laid): readonly Note[] {
  const length = lengthIn(job);
  return gapsAt(job, [{ floor, own: plan }]).things.map(({ thing, least, foot }): Note => {
    const { minX, maxX, minY, maxY } = boxOf(thing.outline);
    const lines = foot > 0 ? [`foot ${length(foot)}`, `floor ends ${length(least)} off`] : [`${length(least)} free`];
    // below what is drawn, so that both can be seen
    return { at: [(minX + maxX) / 2, foot > 0 ? (minY + maxY) / 2 : minY - INSIDE], lines };
  });
}

/** What each room stands on, what was read, and what lies beneath. */
export function roomNotes({ job, floor }: Laid): readonly Note[] {
  return floor.spaces.map((space): Note => {
    const base = job.bases?.find((b) => b.space === space.id);
    const read = base?.moisture?.[0];
    const { pad, film } = chosenFor(job, space, floor.product);
    const beneath = [film, pad].flatMap((m) => (m ? [calledOf(m)] : []));
    const { minX, maxX, minY, maxY } = boxOf(space.outline);
    return {
      at: [(minX + maxX) / 2, (minY + maxY) / 2],
      lines: [
        ...(base ? [SUBSTRATE_WORDS[base.substrate]] : []),
        ...(read ? [`${read.value} ${METHOD_WORDS[read.method].split(',')[0]}`] : []),
        ...(beneath.length === 0 ? ['nothing beneath'] : beneath),
      ],
    };
  });
}

/** How each row edge lies to the doorways that run with the planks. */
export function doorwayNotes({ job, floor, plan }: Laid): readonly Note[] {
  const length = lengthIn(job);
  const frame = frameOf(plan.direction);
  const edges = plan.rows.flatMap((r) => [r.from, r.to]);
  return runningDoorways(floor.ways, frame).map(({ low, high, u }, i): Note => {
    const middle = (low + high) / 2;
    const edge = edges.reduce((best, e) => (Math.abs(e - middle) < Math.abs(best - middle) ? e : best));
    const inside = Math.min(edge - low, high - edge);
    const lines = [`row edge ${length(Math.abs(inside))}`, inside >= 0 ? 'inside the wall' : 'past the wall'];
    // one on this side, the next on the other: on a phone they would lie over each other
    return { at: turned(frame, [u + (i % 2 === 0 ? BESIDE : -BESIDE), middle]), lines };
  });
}

/** What has to be known to judge a floor: what the product is, and what it asks for. */
export const factsOf = (job: Job): string => {
  const { product, obstacles = [] } = job;
  const length = lengthIn(job);
  const hasFoot = obstacles.some((o) => o.edge);
  return [
    `Planks are ${length(product.planks[0]!.length)} long and ${length(product.planks[0]!.width)} wide`,
    (product.attachedPad ?? 0) > 0 ? 'they carry a pad of their own' : '',
    `the gap wanted is ${length(product.limits.gap)}`,
    `joints of neighbouring rows at least ${length(product.limits.stagger)} apart`,
    `end pieces at least ${length(product.limits.endPiece)}, strips at least ${length(product.limits.rip)}`,
    hasFoot ? 'an end cap stands on its foot, and the floor keeps its gap to that' : '',
  ].filter((t) => t !== '').join('; ') + '.'; // prettier-ignore
};
