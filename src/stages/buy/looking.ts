import { create } from 'zustand';

/** The line of the list that is looked at, by its id: its rooms are marked on the sheet. */
export const useLooking = create<{ line: string | null }>(() => ({ line: null }));
export const look = (line: string | null): void => useLooking.setState({ line });
