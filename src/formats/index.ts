/** What leaves Pitsaw for paper and other programs: the cut list in words and as CSV, the floor as SVG at true scale; and tables of heights and air that come in. */
export * from './csv';
export { readHeights } from './heights';
export { readClimate } from './climate';
export { planSvg } from './svg';
export * from './words';
