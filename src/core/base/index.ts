/**
 * The base: what is beneath the floor. Takes the heights, moistures and air that were read, gives how flat and dry it is, what fills or
 * builds it up, what has to be looked at first, and how far the floor on it moves over the year.
 */
export { surfaceOf, whyNoSurface, type Level, type Surface } from './surface';
export { roomOf } from './reach';
export { straightedgeOver } from './straightedge';
export { contourOf, type Mesh } from './mesh';
export { measureFlat, type FillSum, type Flat, type Flatness, type Found, type Place } from './flat';
export { pointsToRead, presetSpacing } from './grid';
export { depthsAt, profileUnder, type Profile } from './profile';
export * from './inspection';
export * from './mend';
export * from './moisture';
export * from './drying';
export * from './movement';
export * from './rest';
export type { Grinding } from './grind';
export { base, flatness, flatnessOf, grinding, PRESET_FLATNESS, type BaseReport, type SpaceFlat } from './answer';
