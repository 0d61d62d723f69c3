import { formatLength, type Display } from './length';

/* Amounts as people on site read them, by the units of the job. */

export const LITRES_PER_GALLON = 3.785411784;
export const POUNDS_PER_KILOGRAM = 2.2046226218;

/** A number with so many decimals at most, none of them a trailing nought. */
const plain = (n: number, decimals: number): string => `${Number(n.toFixed(decimals)) || 0}`;

/** A long run, such as trim or tape, given in mm: metres to a tenth, or feet and whole inches. */
export const formatRun = (mm: number, display: Display): string =>
  display === 'metric' ? `${plain(mm / 1000, 1)} m` : formatLength(Math.round(mm / 25.4) * 25.4, display);

/** What is poured or spread, given in litres: millilitres where it is less than a litre; gallons, or quarts where it is less than a gallon. */
export function formatVolume(litres: number, display: Display): string {
  if (display === 'metric') return litres < 1 ? `${Math.round(litres * 1000)} ml` : `${plain(litres, 1)} l`;
  const gallons = litres / LITRES_PER_GALLON;
  if (gallons >= 1) return `${plain(gallons, 1)} gal`;
  return `${plain(gallons * 4, gallons * 4 < 0.1 ? 2 : 1)} qt`;
}

/** A weight given in kg: kg or lb. */
export const formatWeight = (kg: number, display: Display): string =>
  display === 'metric' ? `${plain(kg, 1)} kg` : `${plain(kg * POUNDS_PER_KILOGRAM, kg < 2 ? 1 : 0)} lb`;

/** °F of °C. */
export const fahrenheit = (celsius: number): number => (celsius * 9) / 5 + 32;
/** °C of °F, to a thousandth. */
export const celsius = (degrees: number): number => Math.round((((degrees - 32) * 5) / 9) * 1000) / 1000;
/** A temperature as a display has it, without its unit. */
export const temperatureIn = (degrees: number, display: Display): number => (display === 'metric' ? degrees : fahrenheit(degrees));
/** The temperature that is meant by a number which somebody wrote. */
export const temperatureFrom = (written: number, display: Display): number => (display === 'metric' ? written : celsius(written));
export const temperatureUnit = (display: Display): string => (display === 'metric' ? '°C' : '°F');
/** A temperature given in °C. */
export const formatTemperature = (degrees: number, display: Display, decimals = 1): string =>
  `${plain(temperatureIn(degrees, display), decimals)} ${temperatureUnit(display)}`;

/** An area given in mm², to a tenth: m², or whole sq ft. */
export const formatRoughArea = (mm2: number, display: Display): string =>
  display === 'metric' ? `${plain(mm2 / 1e6, 1)} m²` : `${Math.round(mm2 / 304.8 ** 2)} sq ft`;
