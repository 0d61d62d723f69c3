import { create } from 'zustand';

/** Which edge is looked at, and whether the trims are drawn. */
type Looking = { readonly edge: string | null; readonly trims: boolean };

export const useLooking = create<Looking>(() => ({ edge: null, trims: false }));
export const look = (at: Partial<Looking>): void => useLooking.setState(at);
