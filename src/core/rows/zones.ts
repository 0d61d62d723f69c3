import type { SearchRun } from './ties';

/** So many runs are laid before one begins to look elsewhere for what fits. */
const RUNS_A_ZONE = 24;

/**
 * Zones: stretches of the laying order, of whole rows, within which starters and closers share planks first. What is left over in each is paired over the
 * whole job. That costs hardly a plank, and most remainders are used soon after they are cut.
 *
 * @param runs in laying order
 * @param runsAZone how many runs a zone has at least
 * @returns the zone of each run, from 0
 */
export function zonesOf(runs: readonly Pick<SearchRun, 'row'>[], runsAZone = RUNS_A_ZONE): Int32Array {
  const zones = new Int32Array(runs.length);
  let [zone, many] = [0, 0];
  runs.forEach(({ row }, i) => {
    const before = runs[i - 1]?.row ?? row;
    // rows of different floors are more than one apart
    if (Math.abs(row - before) > 1 || (row !== before && many >= runsAZone)) {
      zone++;
      many = 0;
    }
    zones[i] = zone;
    many++;
  });
  return zones;
}
