import { PACE_UNITS } from '@/core/days';
import type { Pace } from '@/core/given';
import { LITRES_PER_GALLON, type Display } from '@/core/units';

/* Paces as people read and write them: by the hour, in the units of the job. */

/** What paces count in metres and litres is called where people measure in feet, and how many of those one is. */
const IN_FEET: readonly (readonly [metric: RegExp, name: string, factor: number])[] = [
  [/^m²/, 'sq ft', 1 / 0.3048 ** 2],
  [/^m\b/, 'ft', 1 / 0.3048],
  [/^litres/, 'gal', 1 / LITRES_PER_GALLON],
];
const inFeet = (pace: Pace, display: Display) =>
  display === 'imperial' ? IN_FEET.find(([metric]) => metric.test(PACE_UNITS[pace].of)) : undefined;

/** What a pace counts: `sq ft laid, after the first three rows`. */
export function paceOf(pace: Pace, display: Display): string {
  const found = inFeet(pace, display);
  return found ? PACE_UNITS[pace].of.replace(found[0], found[1]) : PACE_UNITS[pace].of;
}

/** A pace of the job as it is read, and one that was written as the job keeps it. */
export const paceIn = (value: number, pace: Pace, display: Display): number =>
  Math.round(value * (inFeet(pace, display)?.[2] ?? 1) * 1000) / 1000;
export const paceFrom = (written: number, pace: Pace, display: Display): number => written / (inFeet(pace, display)?.[2] ?? 1);
