/** What leaves Pitsaw for paper and other programs: the cut list in words and as CSV, the floor as SVG at true scale. */
export * from './csv';
export { planSvg } from './svg';
export * from './words';
