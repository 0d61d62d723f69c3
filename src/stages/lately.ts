import { lazy, type ComponentType } from 'react';

const loads: (() => Promise<unknown>)[] = [];

/** A stage's reading that is fetched when it is shown, or when the page has nothing else to do: a first load brings one reading, not all. */
export function lately(load: () => Promise<{ Reading: ComponentType }>): ComponentType {
  loads.push(load);
  return lazy(async () => ({ default: (await load()).Reading }));
}

/** Fetches every reading, so that a stage opens at once, and without a server too. What cannot be fetched now is fetched when it is shown. */
export const fetchReadings = (): Promise<unknown> => Promise.allSettled(loads.map((load) => load()));
