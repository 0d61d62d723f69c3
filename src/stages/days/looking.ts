import { create } from 'zustand';

/** The task that is looked at, by its id. */
export const useLooking = create<{ task: string | null }>(() => ({ task: null }));
export const look = (task: string | null): void => useLooking.setState({ task });
