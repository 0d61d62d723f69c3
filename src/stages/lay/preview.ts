import { create } from 'zustand';
import type { Replanned } from '@/core/replan';

/** The way on that is looked at on the sheet before it is taken. */
export const usePreview = create<{ readonly way: Replanned | null }>(() => ({ way: null }));
/** How many steps of the work lie, while the floor is looked at as it will grow; null while it is seen as it is. */
export const useGrowing = create<{ readonly step: number | null }>(() => ({ step: null }));
export const lookAt = (way: Replanned | null): void => usePreview.setState({ way });
