import { create } from 'zustand';
import type { Point } from '@/core/geometry';

/** What of the base is looked at: which point is read next, where the straightedge lies, which surface is shown, in which season. */
type Looking = {
  /** the point that the next height is for, by its number */
  readonly next: number;
  /** where a person laid the straightedge in a space; elsewhere it lies where it finds most */
  readonly laid: { readonly space: string; readonly ends: readonly [Point, Point] } | null;
  readonly shows: 'before' | 'least' | 'flush';
  /** whether a tap on the sheet sets a place for a moisture reading, a hole, something that holds the floor */
  readonly placing: 'moisture' | 'leak' | 'fixing' | null;
  readonly placed: Point | null;
  /** the air in which the floor is shown, from the least of the year (0) over the day of laying (1) to the greatest (2); null: not shown */
  readonly season: number | null;
};

export const useLooking = create<Looking>(() => ({ next: 0, laid: null, shows: 'before', placing: null, placed: null, season: null }));
export const look = (at: Partial<Looking>): void => useLooking.setState(at);
