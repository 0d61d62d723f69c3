import { create } from 'zustand';
import { insideRing, roundPoint, type Point } from '@/core/geometry';
import type { Job } from '@/core/given';
import { useDeskState, useSaving } from '@/ui/desk';

/** Where the next snag is, once a place of a job was tapped. */
const useTapped = create<{ readonly job: string; readonly place: Point | null }>(() => ({ job: '', place: null }));

/** The place on the floor that is open; one on another job's is none. */
export function usePlace(): Point | null {
  const id = useSaving((s) => s.id);
  return useTapped((s) => (s.job === id ? s.place : null));
}
export const place = (at: Point | null): void => useTapped.setState({ job: useSaving.getState().id, place: at });

/** A tap on the sheet: the room that it lies in is looked at, and a snag would be there. */
export function tapped(at: Point): void {
  const { job } = useSaving.getState();
  const space = job?.spaces.find((s) => insideRing(at, s.outline));
  if (!space) return;
  useDeskState.setState({ space: space.id });
  place(roundPoint(at));
}

export const openSnags = ({ snags }: Pick<Job, 'snags'>) => (snags ?? []).filter((s) => s.settled === undefined);
