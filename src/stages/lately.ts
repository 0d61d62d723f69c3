import { createElement, lazy, type ComponentType } from 'react';
import { Why } from '@/ui/kit';

const loads: (() => Promise<unknown>)[] = [];

const Unfetched = () =>
  createElement(
    Why,
    { tone: 'must' },
    'This stage could not be fetched. Is the server running? Load the page again; what you did is kept.',
  );

/** A stage's reading that is fetched when it is shown, or when the page has nothing else to do: a first load brings one reading, not all. */
export function lately(load: () => Promise<{ Reading: ComponentType }>): ComponentType {
  loads.push(load);
  return lazy(async () => ({ default: (await load().catch(() => ({ Reading: Unfetched }))).Reading }));
}

/** Fetches every reading, so that a stage opens at once, and without a server too. What cannot be fetched now is fetched when it is shown. */
export const fetchReadings = (): Promise<unknown> => Promise.allSettled(loads.map((load) => load()));
