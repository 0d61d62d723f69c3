/** What each way of repairing asks for, in the order of work. Cautions are general; the product's own instructions and local rules decide. */
import type { Product } from '../given';
import { formatLength, type Display, formatRun } from '../units';
import type { ComesOff, WallAt } from './beside';
import type { Needed } from './needed';
import type { Side } from './runs';

type Words = { readonly why: string; readonly tools: readonly string[]; readonly steps: readonly string[]; readonly cautions: readonly string[] }; // prettier-ignore

const many = (n: number, one: string, more: string): string => `${n} ${n === 1 ? one : more}`;
const lengthIn = (display: Display) => (mm: number) => formatLength(mm, display, { decimals: 1 });
/** A length of trim, to a tenth of a metre or in feet. */
const trimWords = (metres: number, display: Display): string => formatRun(metres * 1000, display);
const listed = (words: readonly string[]): string => words.join(', ');

const SAW = 'Eyes, ears and dust mask at the saw; its depth set to the plank and no deeper: cables, pipes and film lie beneath.';
const PRY = 'Trim has nails and old paint: gloves and glasses. Paint from before about 1980 may hold lead; do not sand it dry.';
const GLUE = 'Glue: read its sheet, open a window, gloves.';

/** What cuts the new piece. */
const CUTTING = ['tape, pencil and square', 'saw for the piece'];
/** What takes off that which stands on the floor's edge, and puts it back. */
const offTools = ({ trims, profiles, casings }: ComesOff): readonly string[] => [
  ...(trims.length > 0 ? ['knife, flat bar and a shim for the trim', 'nails or glue to put it back'] : []),
  ...(profiles.length > 0 ? ['screwdriver for the profile'] : []),
  ...(casings.length > 0 ? ['pull bar for planks under casings'] : []),
];

/** Where a new piece comes from. */
function takeWords({ from, length, width, plank }: Needed, display: Display): string {
  const mm = lengthIn(display);
  const size = `${mm(length)} × ${mm(width)}`;
  if (from === 'spare') return `a spare plank of ${plank.product}, cut to ${size}`;
  if (from === 'new') return `a plank of ${plank.product} that has to be bought, of the same batch if there is one, cut to ${size}`;
  return `what is left of plank ${from.remainder}, cut to ${size}`;
}

const cutStep = (needed: readonly Needed[], display: Display): string =>
  `Cut ${needed.map((n) => `${n.piece} from ${takeWords(n, display)}${n.shaped ? ', its shape marked from the old piece' : ''}`).join('; ')}. Mark it with the face up and the ends the way the old one lay.`;

const trimSteps = ({ trims }: ComesOff, nameOf: (wall: WallAt) => string): string[] =>
  trims.length > 0 ? [`Score the paint line and take the trim off ${listed(trims.map(nameOf))}; number its back.`] : [];

const doorwaySteps = ({ profiles, casings }: ComesOff, doorwayOf: (opening: string) => string): string[] => [
  ...(profiles.length > 0 ? [`Take the profile off in ${listed(profiles.map(doorwayOf))}.`] : []),
  ...(casings.length > 0 ? [`Planks stand under the casings of ${listed(casings.map(doorwayOf))}: slide them out, do not lever against the casing.`] : []), // prettier-ignore
];

export function liftWords(given: {
  rows: number;
  pieces: number;
  wall: string | null;
  side: Side;
  off: ComesOff;
  metres: number;
  stuck: readonly string[];
  needed: readonly Needed[];
  product: Product;
  nameOf: (wall: WallAt) => string;
  doorwayOf: (opening: string) => string;
  display: Display;
}): Words {
  const { rows, pieces, wall, side, off, metres, stuck, needed, product, nameOf, doorwayOf, display } = given;
  const from = wall ?? (side === 'first' ? 'the side of row 1' : 'the side of the last row');
  const flat = product.lock === 'tap';
  return {
    why: `From ${from}: ${many(rows, 'row', 'rows')}, ${many(pieces, 'piece', 'pieces')}${metres > 0 ? `, ${trimWords(metres, display)} of trim` : ''}${stuck.length > 0 ? `; ${many(stuck.length, 'piece was', 'pieces were')} slid in and may be glued` : ''}.`,
    tools: [
      ...offTools(off),
      'tape to number the pieces',
      flat ? 'block and mallet' : product.lock === 'angle-drop' ? 'soft mallet for the ends' : 'pull bar',
      ...(stuck.length > 0 ? ['fine saw where glue holds'] : []),
      ...CUTTING,
      'vacuum cleaner',
      'spacers',
    ],
    steps: [
      'Clear the room as far as the rows that come up, and photograph them: every piece goes back where it was.',
      ...trimSteps(off, nameOf),
      ...doorwaySteps(off, doorwayOf),
      `Number the pieces on tape, row by row from ${from}.`,
      flat
        ? 'Take up a row at a time: lift its long edge just enough, knock it apart along the row with a block; never prise a lip.'
        : 'Take up a row at a time: lift it along its whole length until the lock lets go, then part its ends by sliding, not by bending.',
      ...(stuck.length > 0 ? [`${listed(stuck)}: slid in when the floor was laid. Slide them out with a pull bar; where glue holds, cut the joint and count the piece as spoilt.`] : []), // prettier-ignore
      'Look what lies beneath: wet pad, film that is torn, a hump. Mend that first.',
      cutStep(needed, display),
      'Vacuum every lock, lay the rows back in their order, push them to their gap, spacers in.',
      'Trim and profiles back; spacers out.',
    ],
    cautions: [
      PRY,
      SAW,
      ...(stuck.length > 0 ? ['A lock that has been glued does not close again: order a plank for each such piece.'] : []),
    ],
  };
}

export function slideWords(given: {
  isKnown: boolean;
  isFlat: boolean;
  isNear: boolean;
  has: number;
  needs: number;
  ends: readonly { readonly end: 'left' | 'right'; readonly between: number; readonly gap: number }[];
  across: { readonly side: Side; readonly needs: number; readonly has: number; readonly rows: number; readonly wall: string | null };
  off: ComesOff;
  needed: readonly Needed[];
  nameOf: (wall: WallAt) => string;
  display: Display;
}): Words {
  const { isKnown, isFlat, isNear, has, needs, ends, across, off, needed, nameOf, display } = given;
  const mm = lengthIn(display);
  const at = across.wall ?? (across.side === 'first' ? 'the side of row 1' : 'the side of the last row');
  const isOff = has < needs || across.has < across.needs;
  const why = !isKnown
    ? 'Nobody has said how its lock goes in: it is taken for one that is tipped in, whose ends cannot be slid apart.'
    : !isFlat
      ? 'Its ends are not knocked together flat: they cannot be slid apart.'
      : !isNear
        ? 'More than one piece lies between it and both ends of its run.'
        : has < needs
          ? `The gap at the end of its run is ${mm(has)}; its lock lets go after ${mm(needs)}.`
          : across.has < across.needs
            ? `The gap at ${at} is ${mm(across.has)}; ${many(across.rows, 'row', 'rows')} would have to be knocked ${mm(needs)} that way.`
            : across.rows === 0
              ? `The gap at the end of its run is ${mm(has)}, and the lock needs ${mm(needs)}; no other row is moved.`
              : `The lock needs ${mm(needs)}: the gap at the end of its run is ${mm(has)}, the one at ${at} ${mm(across.has)}; ${many(across.rows, 'row is', 'rows are')} knocked that way.`;
  if (!isFlat || !isNear || isOff) return { why, tools: [], steps: [], cautions: [] };
  const outer = ends.map((e) => e.end).join(' and ');
  return {
    why,
    tools: [...offTools({ ...off, profiles: [], casings: [] }), 'drill', 'circular saw, its depth set to the plank', 'chisel', 'block and pull bar', ...CUTTING, 'spacers'], // prettier-ignore
    steps: [
      ...trimSteps(off, nameOf),
      'Drill the corners of a strip down the middle of the damaged plank, saw along it to the depth of the plank, take the middle out, then its edges inwards.',
      ...(across.rows > 0
        ? [`Knock the ${many(across.rows, 'row', 'rows')} on that side towards ${at} with a block and pull bar, a little at a time along their length, ${mm(needs)} in all.`] // prettier-ignore
        : []),
      ...(ends.some((e) => e.between > 0)
        ? [`Knock the piece at the ${outer} end into its gap with a block and pull bar, as far as the lock reaches (${mm(needs)}).`]
        : []),
      cutStep(needed, display),
      'Drop the new piece in, knock its ends together flat, then every row and piece back until both gaps are what they were.',
      'Spacers in, trim back, spacers out.',
    ],
    cautions: [SAW, PRY, 'A knocked lock is driven with a block along its length; a single hard blow breaks the lip.'],
  };
}

export function inlayWords(given: { many: number; needed: readonly Needed[]; product: Product; display: Display }): Words {
  const { many: count, needed, product, display } = given;
  return {
    why: `${count === 1 ? 'The plank is' : `${count} planks are`} cut out where ${count === 1 ? 'it lies' : 'they lie'}, and the new ${count === 1 ? 'one is' : 'ones are'} glued: no lock holds there any more.`,
    tools: ['tape for the edges', 'circular saw, its depth set to the plank', 'chisel', ...CUTTING, 'knife with a new blade', 'glue that the product allows', 'weights', 'vacuum cleaner'], // prettier-ignore
    steps: [
      'Tape the planks beside it. Set the saw to the thickness of the plank.',
      `Saw along it ${lengthIn(display)(40)} inside each edge and from corner to corner short of them; take the middle out, then each edge out of its neighbour’s lock with a chisel.`,
      'Vacuum the locks; cut nothing off the neighbours but what holds the new plank up.',
      cutStep(needed, display),
      'Shave the lower lip off its groove sides with a knife, away from the body, until it drops in level.',
      'Glue on the lips that carry it, none on what lies beneath: the floor still has to move. Drop it in, wipe, weigh it down until the glue is dry.',
      `Level and lips looked at under a lamp: ${lengthIn(display)(product.thickness)} above what lies beneath, all round.`,
    ],
    cautions: [
      SAW,
      GLUE,
      'Glued at four edges it no longer takes part in the locks: not beside a doorway or a plank that was glued already.',
    ],
  };
}
