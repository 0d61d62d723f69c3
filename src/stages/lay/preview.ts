import { create } from 'zustand';
import type { Replanned } from '@/core/replan';

/** The way on that is looked at on the sheet before it is taken. */
export const usePreview = create<{ readonly way: Replanned | null }>(() => ({ way: null }));
export const lookAt = (way: Replanned | null): void => usePreview.setState({ way });
