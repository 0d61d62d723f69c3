/**
 * Plane geometry of floors: points, rings and polygons in millimetres, the row frame, cutting by lines along and across the rows,
 * and drawing an outline in by its gaps. Knows nothing of planks.
 */
export * from './point';
export * from './ring';
export * from './frame';
export * from './grouped';
export { clipBand, clipBox, clipHalf, commonSpans, fewerBeyond, spansAt, type Span } from './clip';
export * from './inset';
export * from './middle';
export * from './places';
export { unfolded } from './unfolded';
