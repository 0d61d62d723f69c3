import type { Planned } from '@/core/days';

/** Where a task stands in a chart with a lane for each of the crew: its first lane, and over how many it reaches. */
export type Lane = { readonly lane: number; readonly wide: number };

/**
 * Lanes for tasks: free for all of their time, side by side where they can be. Where a task's people are not side by side it stands in the
 * first of their lanes alone; nobody else stands in the others meanwhile.
 */
export function lanesOf(tasks: readonly Pick<Planned, 'id' | 'at' | 'minutes' | 'people'>[], people: number): ReadonlyMap<string, Lane> {
  const until = Array.from({ length: people }, () => 0);
  const lanes = new Map<string, Lane>();
  for (const t of [...tasks].sort((a, b) => a.at - b.at || b.people - a.people)) {
    const free = [...until.keys()].filter((i) => until[i]! <= t.at);
    const beside = free.find((i) => Array.from({ length: t.people }, (_, k) => i + k).every((k) => free.includes(k)));
    const taken = beside === undefined ? free.slice(0, t.people) : free.filter((i) => i >= beside && i < beside + t.people);
    for (const i of taken) until[i] = t.at + t.minutes;
    lanes.set(t.id, { lane: taken[0] ?? 0, wide: beside === undefined ? 1 : t.people });
  }
  return lanes;
}
