/**
 * Drawings of other programs: reads the outlines of DXF, SVG and CSV files, says what each may be, and puts them into a job.
 */
export { readDrawing } from './read';
export { likelyUnit, offersOf, takenOver, type Offer, type Role } from './takeOver';
export type { RawDrawing, ReadDrawing } from './raw';
