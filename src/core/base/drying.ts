import { hoursOf, type Moisture } from '../given';

/*
 * How long a base still dries. Moisture leaves a base the slower the less there is: the excess over what the air holds it at falls by about the
 * same part each day. Two readings know neither that level nor how exact they were, so what comes out is a range of days, never a day.
 */

/** From when to when a base is likely to be dry enough: days after its latest reading; `last` null where it may never be at this rate. */
export type DryingRange = { readonly first: number; readonly last: number | null };

/** What one reading by a meter may be off by, as a part of it; a preset. */
const METER_ERROR = 0.05;
/** The base comes to rest somewhere between nothing and this part of the limit. */
const REST_UP_TO = 0.75;

/**
 * @param readings of one place by one method, in any order
 * @param limit what it has to come down to
 * @returns null where fewer than two days were read, or it is dry enough already
 */
export function dryingRange(readings: readonly Moisture[], limit: number): DryingRange | null {
  const sorted = [...readings].sort((a, b) => (a.on < b.on ? -1 : a.on > b.on ? 1 : 0));
  const [first, last] = [sorted[0], sorted[sorted.length - 1]];
  if (!first || !last) return null;
  const days = (hoursOf(last.on) - hoursOf(first.on)) / 24;
  if (days <= 0 || last.value <= limit) return null;
  const until = (from: number, to: number, rest: number): number => {
    if (from <= to || rest >= limit) return Infinity;
    const rate = Math.log((from - rest) / (to - rest)) / days;
    return Math.log((to - rest) / (limit - rest)) / rate;
  };
  const soonest = until(first.value * (1 + METER_ERROR), last.value * (1 - METER_ERROR), 0);
  const latest = until(first.value * (1 - METER_ERROR), last.value * (1 + METER_ERROR), limit * REST_UP_TO);
  if (!Number.isFinite(soonest)) return { first: Infinity, last: null };
  return { first: Math.max(0, soonest), last: Number.isFinite(latest) ? latest : null };
}
