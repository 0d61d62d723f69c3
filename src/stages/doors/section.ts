import { LEAF, leafOff } from '@/core/audit';
import { profileOf, type EdgeReport, type Fit } from '@/core/edges';
import { signedArea, type Point, type Ring } from '@/core/geometry';
import { roomName, kitsOf, type Job } from '@/core/given';
import { formatLength } from '@/core/units';
import type { BeneathReport } from '@/core/beneath';
import type { Drawing, Label, Measure, Shape } from '@/formats/paper';

/** What of the base is drawn below the floors, and of the leaf above them, mm. */
const DEEP = 9;
const ABOVE = 36;
/** How thick a cover is drawn at its edge and over the foot, mm: its real shape is on the shelf. */
const LIP = 2.4;
/** Half the width of what is drawn, mm, at the least. */
const HALF = 42;

const box = (x: number, y: number, X: number, Y: number): Ring => [[x, y], [X, y], [X, Y], [x, Y]]; // prettier-ignore

type Sides = { readonly near: number; readonly far: number };

/** An edge cut across its line, to scale: both floors with what lies beneath them, track and shims, cover, gaps, and the leaf above. */
export function sectionOf(job: Job, edge: EdgeReport, beneath: BeneathReport | null, fit: Fit | null): Drawing {
  const mm = (n: number) => formatLength(n, job.display, { decimals: 1, finest: 32 });
  const kit = fit && kitsOf(job).find((k) => k.id === fit.kit)!;
  const profile = fit && profileOf(kitsOf(job), fit);
  const foot = profile?.foot ?? edge.stops[0]?.foot ?? 0;
  const [near, far] = edge.sides;
  const atObstacle = edge.of === 'obstacle';
  // the middle of the foot stands at 0; an upright thing begins beyond its foot
  const keepsOff = (gap: number) => foot / 2 + gap;
  const through = edge.finish === 'through';
  const reach: Sides = reachOf(profile, fit);
  const half = Math.max(HALF, Math.max(reach.near, reach.far) + 14);
  const top = Math.max(near.height ?? 0, far?.height ?? 0, 6);
  const right = atObstacle ? foot / 2 : half;
  const shapes: Shape[] = [{ stuff: 'base', rings: [box(-half, -DEEP, half, 0)] }];
  const labels: Label[] = [];
  const measures: Measure[] = [];
  const rises: Measure[] = [];
  // far to the left, and mirrored to the right
  const floor = (side: -1 | 1, space: string | null, height: number | null, gap: number) => {
    if (height === null) return;
    const end = through ? 0 : side * keepsOff(gap);
    const [from, to] = side < 0 ? [-half, end] : [end, half];
    const lies = space === null ? 0 : (beneath?.stack.find((s) => s.space === space)?.height ?? 0);
    if (lies > 0) shapes.push({ stuff: 'pad', rings: [box(from, 0, to, lies)] });
    shapes.push({ stuff: space === null ? 'stone' : 'board', rings: [box(from, lies, to, height)] });
    const anchor = side < 0 ? ('start' as const) : ('end' as const);
    const name = space === null ? (job.openings?.find((o) => o.id === edge.id)?.beyond?.floor ?? 'beyond') : roomName(job, space);
    labels.push({ at: [side * (half - 1), top + ABOVE - 3], text: name, anchor });
    labels.push({ at: [side * (half - 1), top + ABOVE - 9.5], text: mm(height), anchor, strong: true });
    rises.push({ from: [side * (half - 6), 0], to: [side * (half - 6), height], text: '' });
    if (!through && gap > 0)
      measures.push({
        from: [Math.min(end, (side * foot) / 2), -DEEP - 2],
        to: [Math.max(end, (side * foot) / 2), -DEEP - 2],
        text: mm(gap),
      });
  };
  floor(-1, edge.spaces[0], near.height, near.gap);
  if (far) floor(1, edge.spaces[1], far.height, far.gap);
  if (atObstacle) shapes.push({ stuff: 'stone', rings: [box(right, 0, half, top + ABOVE * 0.7)] });
  if (fit && kit && profile) {
    const rise = fit.stack + kit.track.height;
    const [low, high] = [-kit.track.width / 2, kit.track.width / 2];
    if (fit.stack > 0) shapes.push({ stuff: 'shim', rings: [box(low, 0, high, fit.stack)] });
    shapes.push({ stuff: 'metal', rings: [box(low, fit.stack, high, rise)] });
    const [a, b] = [near.height!, far?.height ?? near.height!];
    shapes.push({ stuff: 'metal', rings: [box(-1.6, rise, 1.6, Math.max(rise + 0.5, Math.min(a, b)))] });
    shapes.push({
      stuff: 'cover',
      rings: [coverOf(reach, a, b, atObstacle ? right : null, { near: keepsOff(near.gap), far: keepsOff(far?.gap ?? 0) })],
    });
    labels.push({
      at: [0, -DEEP + 2.6],
      text: `track ${mm(kit.track.height)}${fit.stack > 0 ? `, ${fit.shims.join(' + ')} ${mm(fit.stack)}` : ''}`,
    });
    const laps = fit.turned ? [fit.laps[1]!, fit.laps[0]!] : fit.laps;
    labels.push({ at: [-reach.near, a + LIP + 3.5], text: `laps ${mm(laps[0]!)}` });
    if (!atObstacle && laps[1] !== undefined) labels.push({ at: [reach.far, b + LIP + 3.5], text: `laps ${mm(laps[1])}` });
  }
  const leaf = leafAt(job, edge);
  if (leaf !== null && Math.abs(leaf) + LEAF / 2 < half) {
    shapes.push({ stuff: 'leaf', rings: [box(leaf - LEAF / 2, top + 11, leaf + LEAF / 2, top + 21)] });
    labels.push({ at: [leaf, top + 14.5], text: 'leaf' });
  }
  return {
    title: `${edge.id}, cut across its line, to scale`,
    box: { minX: -half, maxX: half, minY: -DEEP - 12, maxY: top + ABOVE + 2 },
    shapes,
    labels,
    measures: [...measures, ...rises],
  };
}

/** How far the middle of the closed leaf stands from the line, towards the far side; null where there is none, or nobody said where. */
function leafAt(job: Job, { id, length }: EdgeReport): number | null {
  const opening = job.openings?.find((o) => o.id === id);
  if (!opening) return null;
  return opening.leaf === 'middle' ? 0 : leafOff(opening.leaf, Math.abs(signedArea(opening.outline)) / length);
}

/** How far the cover reaches to either side of the foot's middle, as it is turned. */
function reachOf(profile: { readonly cover: number; readonly nearCover?: number } | null, fit: Fit | null): Sides {
  if (!profile) return { near: 0, far: 0 };
  const near = profile.nearCover ?? profile.cover / 2;
  return fit?.turned ? { near: profile.cover - near, far: near } : { near, far: profile.cover - near };
}

/** A cover that rests on both floors, or on one and against an upright thing. */
function coverOf({ near, far }: Sides, a: number, b: number, wall: number | null, off: Sides): Ring {
  const middle = (a + b) / 2 + LIP * 1.3;
  const right: Point[] = wall === null ? [[far - 2.5, b + LIP], [far, b + LIP * 0.4], [far, b], [Math.min(off.far, far), b], [3, Math.min(a, b)]] : [[wall, a + LIP * 1.6], [wall, a - 1]]; // prettier-ignore
  return [[-near, a], [-near, a + LIP * 0.4], [-near + 2.5, a + LIP], ...(wall === null ? [[0, Math.max(middle, a + LIP, b + LIP)] as Point] : []), ...right, [-3, Math.min(a, b)], [-Math.min(off.near, near), a]]; // prettier-ignore
}
