/** Control characters, and what some programs take for the end of a line. */

const BREAKS = /[\u0000-\u001f\u007f-\u009f\u2028\u2029]+/g;

/** Longest name of a file, its ending apart: systems allow 255 octets, and a letter has up to four. */
const LONGEST_NAME = 60;
/** Names that some systems keep for themselves. */
const KEPT = /^(con|prn|aux|nul|com\d|lpt\d)(\.|$)/i;

/** A text as the name of a file on every system: no folders, no control characters, no leading dot, and never empty. */
export function fileName(text: string): string {
  const dot = text.lastIndexOf('.');
  const [stem, ending] = /^\.[a-z0-9.]{1,20}$/i.test(text.slice(dot)) ? [text.slice(0, dot), text.slice(dot)] : [text, ''];
  const plain = [...stem.replace(BREAKS, ' ').replace(/[\\/:*?"<>|]+/g, '-')].slice(0, LONGEST_NAME).join('');
  const bare = plain.replace(/^[. ]+|[. ]+$/g, '');
  const name = bare === '' ? 'file' : KEPT.test(bare) ? `_${bare}` : bare;
  return `${name}${ending}`;
}
