import type { REPAIR_WAYS } from '../core/given';
import {
  isStraight,
  type CornerMark,
  type LineMark,
  type LongEdge,
  type PieceCuts,
  type SawCut,
  type ShapedCut,
  type Side,
  type StraightCut,
} from '../core/cuts';

/** `7.2` → `row 7, piece 2` */
export const pieceWords = (id: string): string => id.replace(/^(\d+)\.(\d+)$/, 'row $1, piece $2');

/** The ways to replace a plank. */
export const REPAIR_WAY_NAMES: Readonly<Record<(typeof REPAIR_WAYS)[number], string>> = {
  lift: 'Lift rows',
  slide: 'Slide into the gap',
  inlay: 'Cut out and inlay',
  otherwise: 'Otherwise',
};

/** A piece by its key: `f1/7.2` → `7.2`. */
export const pieceId = (key: string): string => key.slice(key.lastIndexOf('/') + 1);

/** What to take for a piece. */
export function takeWords({ take, plank }: Pick<PieceCuts, 'take' | 'plank'>): string {
  switch (take.from) {
    case 'new':
      return `new plank ${plank.n}`;
    case 'sawn':
      return `the piece sawn for ${pieceWords(pieceId(take.left))}`;
    case 'found':
      return `the piece you found, labelled ${take.label}`;
    case 'offcut':
      return `offcut ${take.label}`;
  }
}

/** A, B, …, Z, A1, …: the corners of a shape, as its words and its drawing name them. */
export const cornerName = (k: number): string => String.fromCharCode(65 + (k % 26)) + (k < 26 ? '' : String(Math.floor(k / 26)));

export const EDGE_WORDS = { near: 'starting-wall edge', far: 'far edge' } as const;
const keptWords = (keep: Side): string => (keep === 'near' || keep === 'far' ? `keep the ${EDGE_WORDS[keep]}` : `keep the ${keep} part`);

/** Where to mark one end of a cut. */
const markWords = ({ on, from, text }: LineMark): string =>
  on === 'near' || on === 'far'
    ? `${text} from the ${from} end on the ${EDGE_WORDS[on]}`
    : `${text} from the ${EDGE_WORDS[from as LongEdge]} at the ${on} end`;

/** A straight cut: where to mark it, and what to keep. */
function straightWords(cut: StraightCut): string {
  const [a, b] = cut.marks;
  const what = cut.kind === 'cross' ? 'Crosscut' : 'Rip';
  if (a.from === b.from && a.text === b.text)
    return cut.kind === 'cross'
      ? `${what} ${a.text} from the ${a.from} end, ${keptWords(cut.keep)}`
      : `${what} to ${a.text} wide, ${keptWords(cut.keep)}`;
  if (cut.kind === 'cross' && a.from === b.from)
    return `${what} from mark to mark: ${a.text} on the ${EDGE_WORDS.near}, ${b.text} on the ${EDGE_WORDS.far}, both from the ${a.from} end, ${keptWords(cut.keep)}`;
  return `${what} from mark to mark: ${markWords(a)}; ${markWords(b)}; ${keptWords(cut.keep)}`;
}

const placeWords = ({ along, across }: Pick<CornerMark, 'along' | 'across'>): string => `${along.text} × ${across.text}`;
const datumWords = ({ along, across }: Pick<CornerMark, 'along' | 'across'>): string =>
  `along from the ${along.from} end × in from the ${EDGE_WORDS[across.from]}`;

/** A notch or a hole: its corners, or its centre and how wide it is. */
function shapedWords(cut: ShapedCut, names: readonly string[]): string {
  const { round, relief, marks } = cut;
  if (round) {
    const what = cut.kind === 'hole' ? 'Drill a hole' : 'Cut a round notch';
    const sawn = relief
      ? `. Saw from the hole to the ${relief.to === 'near' || relief.to === 'far' ? EDGE_WORDS[relief.to] : `${relief.to} end`}, glue the piece back behind the pipe`
      : '';
    return `${what} of ${round.diameter.text}, centre ${placeWords(round)}, ${datumWords(round)}${sawn}`;
  }
  const first = marks[0];
  if (!first) return cut.kind === 'hole' ? 'Cut a hole' : 'Cut a notch';
  if (marks.length === 1)
    return `Cut a ${cut.kind} up to ${names[0]}: ${first.along.text} from the ${first.along.from} end, ${first.across.text} in from the ${EDGE_WORDS[first.across.from]}`;
  return `Cut a ${cut.kind}, ${datumWords(first)}: ${marks.map((m, k) => `${names[k]} ${placeWords(m)}`).join(', ')}`;
}

/** The names of the corners of each cut of a piece, in their order. */
export function cornerNames({ cuts }: Pick<PieceCuts, 'cuts'>): readonly (readonly string[])[] {
  let k = 0;
  return cuts.map((cut) => (isStraight(cut) ? [] : cut.marks.map(() => cornerName(k++))));
}

/** The figures of one cut, each once. */
export const cutFigures = (cut: SawCut): readonly string[] => [
  ...new Set(
    isStraight(cut) ? cut.marks.map((m) => m.text) : cut.round ? [cut.round.diameter.text] : cut.marks.slice(0, 1).map(placeWords),
  ),
];

/** Every cut of a piece, in the order in which it is sawn. */
export const cutSentences = (piece: Pick<PieceCuts, 'cuts'>): readonly string[] => {
  const names = cornerNames(piece);
  return piece.cuts.map((cut, k) => (isStraight(cut) ? straightWords(cut) : shapedWords(cut, names[k]!)));
};

/** What to cut, and from which end or edge to mark. */
export const cutWords = (piece: Pick<PieceCuts, 'cuts'>): string => (piece.cuts.length === 0 ? 'No cut' : cutSentences(piece).join('. '));

/** What falls off and is kept, by its label. */
export const restWords = ({ leaves }: Pick<PieceCuts, 'leaves'>): string =>
  leaves.flatMap(({ label, becomes }) => (label === null ? [] : [becomes === null ? `spare: ${label}` : `offcut: ${label}`])).join('; ');

/** How a piece that cannot be tipped is laid. */
export const slideWords = ({ why }: { readonly why: string }): string =>
  `Slides in, ${why}: shave the lip off, glue, tap flat, hold with tape.`;
