import { pointsToRead, presetSpacing } from '@/core/base';
import { roundPoint, type Point } from '@/core/geometry';
import { SAME_PLACE, type Base, type Job, type Problem, type Space, type Substrate } from '@/core/given';
import { edit } from '@/ui/desk';

export const baseOf = (job: Job, space: string): Base | undefined => job.bases?.find((b) => b.space === space);

/** Changes the base of a space that has been said what it is; another one is left alone. */
export const withBase = (job: Job, space: string, change: (base: Base) => Base): Job => ({
  ...job,
  bases: job.bases?.map((b) => (b.space === space ? change(b) : b)),
});

export const editBase = (words: string, space: string, change: (base: Base) => Base): readonly Problem[] =>
  edit(words, (job) => withBase(job, space, change));

/** Says what a base is; what has been read of it stays. */
export const withSubstrate = (job: Job, space: string, substrate: Substrate): Job =>
  baseOf(job, space) ? withBase(job, space, (b) => ({ ...b, substrate })) : { ...job, bases: [...(job.bases ?? []), { space, substrate }] };

/** Whether two places are one to whoever reads heights: a foot of an instrument is wider. */
const same = (p: Point, q: Point): boolean => Math.hypot(p[0] - q[0], p[1] - q[1]) <= Math.max(SAME_PLACE, 5);

/** A point where a height is wanted, or was read, and what it read. */
export type Spot = { readonly at: Point; readonly height: number | null };

/** Where heights are wanted in a space, with those that were read, and those that were read elsewhere behind them. */
export function spotsOf(job: Job, space: Space): readonly Spot[] {
  const base = baseOf(job, space.id);
  const levels = base?.levels ?? [];
  const openings = (job.openings ?? []).filter((o) => o.between.includes(space.id) && o.finish !== 'stop');
  const wanted = pointsToRead(space.outline, openings, base?.spacing ?? presetSpacing(space.outline));
  const grid = wanted.map((at): Spot => ({ at, height: levels.find((l) => same(l.at, at))?.height ?? null }));
  const others = levels.filter((l) => !wanted.some((at) => same(l.at, at)));
  // a base that was read elsewhere has its own points: a grid between them would only be in the way
  return others.length > grid.length / 2 && grid.every((s) => s.height === null) ? others : [...grid, ...others];
}

/** Takes a height over at a place; null takes it away. */
export const withHeight = (base: Base, at: Point, height: number | null): Base => {
  const others = (base.levels ?? []).filter((l) => !same(l.at, at));
  return { ...base, levels: height === null ? others : [...others, { at: roundPoint(at), height }] };
};
