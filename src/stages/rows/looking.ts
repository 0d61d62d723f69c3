'use client';
import { create } from 'zustand';
import { cover } from '@/ui/desk';

/** The floor as one walks in: as long as V is held, or shown by its button; and by which entrance. */
export const useLooking = create<{ readonly how: 'held' | 'shown' | null; readonly entrance: number }>(() => ({ how: null, entrance: 0 }));

export const look = (how: 'held' | 'shown' | null): void => {
  useLooking.setState({ how });
  cover(how === null ? null : 'rows');
};
export const letGo = (): void => {
  if (useLooking.getState().how === 'held') look(null);
};
export const enterBy = (entrance: number): void => useLooking.setState({ entrance });
