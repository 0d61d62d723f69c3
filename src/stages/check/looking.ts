import { create } from 'zustand';
import { insideRing, roundPoint, type Point } from '@/core/geometry';
import type { Job } from '@/core/given';
import { useDeskState, useSaving } from '@/ui/desk';

/** Where the next snag is, once a place was tapped. */
export const useRound = create<{ readonly place: Point | null }>(() => ({ place: null }));

/** A tap on the sheet: the room that it lies in is looked at, and a snag would be there. */
export function tapped(at: Point): void {
  const { job } = useSaving.getState();
  const space = job?.spaces.find((s) => insideRing(at, s.outline));
  if (!space) return;
  useDeskState.setState({ space: space.id });
  useRound.setState({ place: roundPoint(at) });
}

export const openSnags = ({ snags }: Pick<Job, 'snags'>) => (snags ?? []).filter((s) => s.settled === undefined);
