import type { Floor } from '@/core/floors';
import { round3, round6, turned } from '@/core/geometry';
import type { Job, Layout, SetOutMode } from '@/core/given';
import { autoPlace, groundOf, originFor, periodOf, type SetOutGround } from '@/core/setout';

/** What of a floor's layout is changed. */
export type LayoutChange = Partial<Pick<Layout, 'setOut' | 'direction' | 'stagger' | 'light'>>;

/** Changes the layout of one floor: the job's own where it is the only floor, else the override of its first space. */
export function withFloorLayout(job: Job, floor: Floor, floors: number, change: LayoutChange): Job {
  const own = new Set(floor.spaces.map((s) => s.id));
  const overridden = job.layouts?.some((l) => own.has(l.space)) ?? false;
  if (floors === 1 && !overridden) return { ...job, layout: { ...job.layout, ...change } };
  // the last override wins, so it is the one that changes
  const layouts = [...(job.layouts ?? [])];
  const at = layouts.findLastIndex((l) => own.has(l.space));
  if (at < 0) layouts.push({ space: floor.spaces[0]!.id, ...change });
  else layouts[at] = { ...layouts[at]!, ...change };
  return { ...job, layouts };
}

/** The line let go at w: a row's edge passes through that point, in the middle of the floor along the planks. */
export function lineAt(ground: SetOutGround, w: number): Layout['setOut'] {
  const us = ground.floor.laid.flatMap((polygon) => polygon[0]!.map((p) => turned(ground.frame, p)[0]));
  const u = (Math.min(...us) + Math.max(...us)) / 2;
  const [x, y] = turned(ground.frame, [u, w]);
  return { mode: 'row-edge-at', at: [round3(x), round3(y)] };
}

export type Stop = { readonly mode: SetOutMode; readonly name: string; readonly origin: number };

/** The named places on the circle. */
export function stopsOf(ground: SetOutGround): readonly Stop[] {
  const names = [
    ['auto', 'Best'],
    ['full-first', 'Full first'],
    ['balanced', 'Balanced'],
    ['edge-on-centre', 'Edge on centre'],
    ['plank-on-centre', 'Plank on centre'],
  ] as const;
  return names.map(([mode, name]) => ({ mode, name, origin: originFor(ground, mode) }));
}

/** What a stop does, in a sentence. */
export function reasonFor(mode: SetOutMode, ground: SetOutGround): string {
  switch (mode) {
    case 'auto':
      switch (autoPlace(ground).reason) {
        case 'thrift':
          return 'First and last row come out of one plank’s width, which saves a row of planks, and both stay wide.';
        case 'registers':
          return 'Registers lie within one plank’s width; of the places where they do, this leaves the widest narrowest strip.';
        case 'strips':
      }
      return ground.doorways.length > 0
        ? 'Of the places that end a row’s edge well inside every doorway they can, none leaves a wider narrowest strip.'
        : 'No other place for the line leaves a wider narrowest strip.';
    case 'full-first':
      return 'The first row is a whole plank wide; the far side takes what comes.';
    case 'balanced':
      return 'First and last strip are equal, between half a plank and a whole one.';
    case 'edge-on-centre':
      return `A row’s edge lies on the centre line, ${centreText(ground)}.`;
    case 'plank-on-centre':
      return `The middle of a row lies on the centre line, ${centreText(ground)}.`;
    case 'row-edge-at':
      return 'You placed the line; a row’s edge runs along it.';
  }
}

function centreText(ground: SetOutGround): string {
  const space = ground.floor.spaces.find((s) => s.id === ground.floor.layout.setOut.space) ?? ground.floor.spaces[0]!;
  return `midway between the two sides of ${space.name || 'the room'}`;
}

/** The row edge nearest to a place. */
export function edgeNear(origin: number, widths: readonly number[], w: number): number {
  const period = periodOf(widths);
  let best = Infinity;
  let at = origin;
  for (const width of widths) {
    const near = at + Math.round((w - at) / period) * period;
    if (Math.abs(near - w) < Math.abs(best - w)) best = near;
    at += width;
  }
  return best;
}

/** The direction a quarter turn on. */
export const quarterOn = (floor: Floor): number => round6((groundOf(floor).direction + 90) % 180);
