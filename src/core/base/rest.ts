import { formatTemperature, type Display } from '../units';
import { hoursOf, type Air, type Product } from '../given';
import { restOfBoxes } from './movement';

/** The air that a product may be laid in, °C and % humidity; presets: the product's sheet decides. */
export const PRESET_AIR = { temperature: [18, 28], humidity: [35, 65] } as const;
export const airOf = (product: Product) => ({
  temperature: product.air?.temperature ?? PRESET_AIR.temperature,
  humidity: product.air?.humidity ?? PRESET_AIR.humidity,
});

/** Why some air is outside a product's range, or null. */
export function whyOutside(air: Pick<Air, 'temperature' | 'humidity'>, product: Product, display: Display): string | null {
  const { temperature, humidity } = airOf(product);
  if (air.temperature < temperature[0])
    return `${formatTemperature(air.temperature, display)}, colder than ${formatTemperature(temperature[0], display)}`;
  if (air.temperature > temperature[1])
    return `${formatTemperature(air.temperature, display)}, warmer than ${formatTemperature(temperature[1], display)}`;
  if (air.humidity < humidity[0]) return `${air.humidity} % humidity, drier than ${humidity[0]}`;
  if (air.humidity > humidity[1]) return `${air.humidity} % humidity, damper than ${humidity[1]}`;
  return null;
}

/** The rest of the boxes: since when they have rested unbroken, until when, and what broke it last. */
export type Rest = {
  readonly hours: number;
  readonly since: string;
  readonly rested: number;
  readonly left: number;
  readonly brokenBy: { readonly time: string; readonly why: string } | null;
};

/** A log with a longer hole than this (hours) says nothing of the time between. */
const LONGEST_HOLE = 6;

/**
 * How long the boxes have rested in air that suits the product. A reading outside its range begins the rest anew.
 *
 * @param boxesSince when they were laid flat in the room
 * @returns null where they are not there yet, or the product needs none
 */
export function restOf(climate: readonly Air[], product: Product, boxesSince: string | undefined, display: Display): Rest | null {
  const hours = restOfBoxes(product);
  if (boxesSince === undefined || hours === 0) return null;
  let since = boxesSince;
  let latest = boxesSince;
  let brokenBy: Rest['brokenBy'] = null;
  for (const air of [...climate].sort((a, b) => (a.time < b.time ? -1 : 1))) {
    if (air.time < boxesSince) continue;
    if (hoursOf(air.time) - hoursOf(latest) > LONGEST_HOLE) {
      brokenBy = { time: latest, why: `nothing was logged for ${Math.round(hoursOf(air.time) - hoursOf(latest))} hours` };
      since = air.time;
    }
    const why = whyOutside(air, product, display);
    if (why) {
      brokenBy = { time: air.time, why };
      since = air.time;
    }
    latest = air.time;
  }
  const rested = Math.min(hours, hoursOf(latest) - hoursOf(since));
  return { hours, since, rested, left: hours - rested, brokenBy };
}
