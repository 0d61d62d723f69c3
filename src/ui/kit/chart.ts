/** What all charts have in common: the theme's colours, the type of figures, and that nothing moves. */

/** A colour of the theme that is shown, by its token. */
export const css = (name: string): string => getComputedStyle(document.documentElement).getPropertyValue(`--${name}`).trim();

const font = { family: "'Archivo Narrow Variable'", size: 13 };

/** Figures along an axis. */
export const ticks = <More extends object>(more: More) => ({ color: css('pencil'), font, ...more });

/** What an axis is of, with its unit. */
export const axisTitle = (text: string) => ({ display: true, text, color: css('pencil'), font });

/** A chart is read, not played with: it fills its place, and neither moves nor listens. */
export const STILL = { animation: false as const, responsive: true, maintainAspectRatio: false, events: [] };
