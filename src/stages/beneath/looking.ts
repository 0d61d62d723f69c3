import { create } from 'zustand';

/** Which layer is looked at, by its kind, and which roll is taken in hand. */
type Looking = { readonly shows: 'film' | 'pad'; readonly roll: number | null };

export const useLooking = create<Looking>(() => ({ shows: 'pad', roll: null }));
export const look = (at: Partial<Looking>): void => useLooking.setState(at);
