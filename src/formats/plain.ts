/* Texts that people write, as they may stand in files: a name never breaks out of its place. */

/** Control characters, and what some programs take for the end of a line. */

const BREAKS = /[\u0000-\u001f\u007f-\u009f\u2028\u2029]+/g;

/** A text in one line: breaks and control characters become a blank. */
export const oneLine = (text: string): string => text.replace(BREAKS, ' ').trim();

/** Texts that a spreadsheet would take for a formula; numbers are none. */
export const FORMULA = /^(?![+-]?\d+([.,]\d+)?$)[=+\-@\t\r]/;

/** A cell without the apostrophe that keeps it from being a formula. */
export const withoutApostrophe = (cell: string): string => (cell.startsWith("'") && FORMULA.test(cell.slice(1)) ? cell.slice(1) : cell);
