import { create } from 'zustand';

/** The stages that a first look goes through, in the order of the work. */
export const TOUR = ['room', 'base', 'setout', 'rows', 'lay', 'repair'] as const;

/** Where the tour is; null where nobody takes it. */
export const useTour = create<{ readonly step: number | null }>(() => ({ step: null }));

const KEPT_AS = 'pitsaw:tour';
let left: boolean | null = null;

/** Whether it was taken, left or refused on this device: then it is not offered again. */
export function tourIsOver(): boolean {
  try {
    left ??= localStorage.getItem(KEPT_AS) !== null;
  } catch {
    left ??= true; // storage is blocked: it would come back at every visit
  }
  return left;
}

export const beginTour = (): void => useTour.setState({ step: 0 });

export function leaveTour(): void {
  left = true;
  try {
    localStorage.setItem(KEPT_AS, 'over');
  } catch {
    // it is over for this visit
  }
  useTour.setState({ step: null });
}

/** Goes on; gives the stage that comes next, or null at the end. */
export function nextInTour(): string | null {
  const { step } = useTour.getState();
  const next = TOUR[(step ?? -1) + 1];
  if (step === null || next === undefined) {
    leaveTour();
    return null;
  }
  useTour.setState({ step: step + 1 });
  return next;
}
