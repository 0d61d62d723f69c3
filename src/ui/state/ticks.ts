import type { Job, Piece } from '@/core/given';

/** What a tick is for: a piece of just this cut. Another plan's piece of the same number is another piece. */
export const tickOf = (floor: string, { id, plank, cut }: Piece): string =>
  `${floor}/${id}:${plank}:${cut.from}-${cut.to}:${cut.low}-${cut.high}`;

export const isTicked = (job: Job, tick: string): boolean => job.ticks?.includes(tick) ?? false;

/** Puts a tick or takes it away. Ticks of earlier plans go with the next one that is put. */
export function ticked(job: Job, tick: string, on: boolean, valid: ReadonlySet<string>): Job {
  const kept = (job.ticks ?? []).filter((t) => t !== tick && valid.has(t));
  return { ...job, ticks: on ? [...kept, tick] : kept };
}
