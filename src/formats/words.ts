import type { REPAIR_WAYS } from '../core/given';
import { formatLength, type Display } from '../core/units';
import { isRippedBefore, type CutLine } from '../core/plan';

/** `7.2` → `row 7, piece 2` */
export const pieceWords = (id: string): string => id.replace(/^(\d+)\.(\d+)$/, 'row $1, piece $2');

/** The ways to replace a plank. */
export const REPAIR_WAY_NAMES: Readonly<Record<(typeof REPAIR_WAYS)[number], string>> = {
  lift: 'Lift rows',
  slide: 'Slide into the gap',
  inlay: 'Cut out and inlay',
  otherwise: 'Otherwise',
};

/** How long an offcut is, on its longer edge where it ends in a slant. */
const offcutWords = ({ length, slanted }: { length: number; slanted: boolean }, display: Display): string =>
  `${formatLength(length, display)}${slanted ? ' on its longer edge' : ''}`;

/** What to take for a piece. */
export function takeWords({ take, piece }: CutLine, display: Display): string {
  if (take.kind === 'plank') return `new plank ${piece.plank}`;
  return `offcut of ${pieceWords(take.of)} (${offcutWords(take, display)})`;
}

/** A, B, …, Z, A1, …: the corners of a shape, as its words and its drawing name them. */
export const cornerName = (k: number): string => String.fromCharCode(65 + (k % 26)) + (k < 26 ? '' : String(Math.floor(k / 26)));

/** What to cut, and from which end or edge to mark. */
export function cutWords({ early, crosscuts, rip, shape, outline }: CutLine, display: Display): string {
  const length = (mm: number) => formatLength(mm, display);
  const bare = (mm: number) => formatLength(mm, display, { bare: true });
  const words = early.map((cut, k) => {
    const when = k === 0 ? 'first' : 'then';
    return cut.kind === 'across'
      ? `${when} crosscut it ${length(cut.keep)} from the ${cut.from} end`
      : `${when} rip its whole length to ${length(cut.keep)}, keep the ${cut.keepEdge === 'near' ? 'starting-wall' : 'far'} edge: the other strip is needed`;
  });
  words.push(
    ...crosscuts.map(({ keep, from, slant }) =>
      slant
        ? `mark ${length(slant.near)} on the starting-wall edge and ${length(slant.far)} on the far edge from the ${from} end, cut from mark to mark (${slant.degrees < 0.05 ? 'square' : `${slant.degrees.toFixed(1)}° off square`})`
        : `mark ${length(keep)} from the ${from} end`,
    ),
  );
  const wholeShape = shape !== null && shape.includes(outline[0]!);
  if (rip && !wholeShape && !isRippedBefore({ early, rip })) {
    const edge = rip.keepEdge === 'near' ? 'starting-wall' : rip.keepEdge === 'far' ? 'far' : 'either';
    words.push(
      Math.abs(rip.left - rip.right) < 0.5
        ? `rip to ${length(rip.left)}, keep the ${edge} edge`
        : `rip ${length(rip.left)} at the left end to ${length(rip.right)} at the right, keep the ${edge} edge: mark both widths from it and snap a line`,
    );
  }
  if (shape) {
    let k = 0;
    const corners = shape.map((ring) => ring.map(([along, across]) => `${cornerName(k++)} ${bare(along)} × ${bare(across)}`).join(', '));
    words.push(
      `${wholeShape ? 'cut to shape' : shape.length > 1 ? 'cut holes' : 'cut a hole'}, along from the left end × across from the starting-wall edge: ${corners.join('; hole: ')}`,
    );
  }
  return words.length === 0 ? 'no cut' : words.join('; ');
}

/** What becomes of what is cut off. */
export function restWords({ remainders, piece }: CutLine, display: Display): string {
  return remainders
    .filter((r) => r.becomes !== null || !r.rippedOff)
    .map((r) => {
      const size = offcutWords(r, display);
      if (r.becomes === null) return `${size} left over`;
      return `${size} ${r.becomes.split('.')[0] === String(piece.row) ? 'ends this row' : `goes to ${pieceWords(r.becomes)}`}`;
    })
    .join('; ');
}

/** How a piece that cannot be tipped is laid. */
export const slideWords = ({ why }: { readonly why: string }): string =>
  `Slides in, ${why}: shave the lip off, glue, tap flat, hold with tape.`;
