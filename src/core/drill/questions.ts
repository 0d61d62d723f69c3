/** Sums that are done by hand on site, and judgements that are made at the saw. */
import { round3 } from '../geometry';
import { chanceFrom, type Chance } from './chance';

/** A number is asked for. */
export type Sum = { readonly text: string; readonly unit: string; readonly answer: number; readonly within: number; readonly why: string };
/** One of several is right. */
export type Choosing = { readonly text: string; readonly options: readonly string[]; readonly right: number; readonly why: string };

export const SUMS = ['last-strip', 'balanced', 'closer', 'boxes', 'movement', 'undercut', 'rest'] as const;
export type SumKind = (typeof SUMS)[number];
export const CHOICES = [
  'starter-end',
  'closer-end',
  'second-pad',
  'film',
  'pinned',
  'filled-gap',
  'jamb',
  'end-cap',
  'line-or-wall',
] as const;
export type ChoiceKind = (typeof CHOICES)[number];

const PLANK = { length: 1285, width: 192, perBox: 8 };
const tens = (chance: Chance, from: number, to: number): number => from + 10 * chance.below(Math.floor((to - from) / 10) + 1);

const MAKE_SUM: Readonly<Record<SumKind, (chance: Chance) => Sum>> = {
  'last-strip'(chance) {
    const wide = tens(chance, 2500, 4500);
    const gap = chance.pick([8, 10]);
    const answer = (wide - 2 * gap) % PLANK.width || PLANK.width;
    return {
      text: `A room is ${wide} mm across the planks. Planks are ${PLANK.width} mm wide, the gap is ${gap} mm on both sides. The first row is laid whole. How wide is the last row?`,
      unit: 'mm',
      answer,
      within: 1,
      why: `${wide} less two gaps is ${wide - 2 * gap}; ${Math.floor((wide - 2 * gap) / PLANK.width)} whole rows take ${Math.floor((wide - 2 * gap) / PLANK.width) * PLANK.width}; ${answer} is left.${answer < 50 ? ' That is a sliver: shift the first row.' : ''}`,
    };
  },
  balanced(chance) {
    const wide = tens(chance, 2500, 4500);
    const gap = chance.pick([8, 10]);
    const rest = (wide - 2 * gap) % PLANK.width;
    const answer = (rest + PLANK.width) / 2;
    return {
      text: `The same kind of room, ${wide} mm across, planks ${PLANK.width} mm, gaps ${gap} mm. First and last row are to be equally wide, and neither under half a plank. How wide is each?`,
      unit: 'mm',
      answer,
      within: 1,
      why: `${rest} is left after whole rows. Give one whole plank up: ${rest} and ${PLANK.width} shared by two is ${answer}.`,
    };
  },
  closer(chance) {
    const run = tens(chance, 3000, 5200);
    const starter = tens(chance, 320, 1200);
    const answer = (run - starter) % PLANK.length || PLANK.length;
    return {
      text: `A run is ${run} mm long between its gaps. It begins with ${starter} mm, then whole planks of ${PLANK.length} mm. How long is the piece that ends it?`,
      unit: 'mm',
      answer,
      within: 1,
      why: `${run} less ${starter} is ${run - starter}; whole planks take ${Math.floor((run - starter) / PLANK.length) * PLANK.length}; ${answer} is left.${answer < 300 ? ' That is short: begin with less.' : ''}`,
    };
  },
  boxes(chance) {
    const planks = 60 + chance.below(150);
    const spare = chance.pick([4, 6, 8]);
    const answer = Math.ceil((planks + spare) / PLANK.perBox);
    return {
      text: `The plan takes ${planks} planks; ${spare} are to be kept as spares. A box holds ${PLANK.perBox}. How many boxes are bought?`,
      unit: 'boxes',
      answer,
      within: 0,
      why: `${planks} and ${spare} is ${planks + spare}; by ${PLANK.perBox} that is ${round3((planks + spare) / PLANK.perBox)}: ${answer}, for boxes are whole.`,
    };
  },
  movement(chance) {
    const metres = 4 + chance.below(9);
    const [rate, change] = chance.pick([[0.05, 12], [0.05, 20], [0.09, 10]] as const); // prettier-ignore
    const answer = round3((metres * rate * change) / 2);
    return {
      text: `A vinyl floor is ${metres} m long. It moves ${rate} mm for each metre and degree. From laying to the hottest day it is ${change} degrees. By how much does the gap at each end close?`,
      unit: 'mm',
      answer,
      within: 0.2,
      why: `${metres} × ${rate} × ${change} is ${round3(metres * rate * change)} mm in all, shared between both ends: ${answer} mm each.`,
    };
  },
  undercut(chance) {
    const [plank, pad] = [chance.pick([7, 8, 10]), chance.pick([1, 1.5, 2])];
    const answer = plank + pad + 1;
    return {
      text: `Planks ${plank} mm thick on a pad of ${pad} mm. How high is the casing undercut, if 1 mm is left for air?`,
      unit: 'mm',
      answer,
      within: 0.2,
      why: `${plank} and ${pad} and 1 of air: ${answer} mm. A scrap of plank on a scrap of pad is the gauge.`,
    };
  },
  rest(chance) {
    const closer = tens(chance, 320, 900);
    const kerf = 3;
    const answer = PLANK.length - closer - kerf;
    return {
      text: `A row ends with ${closer} mm, cut from a plank of ${PLANK.length} mm. The saw takes ${kerf} mm. How long is what is left to begin another row?`,
      unit: 'mm',
      answer,
      within: 1,
      why: `${PLANK.length} less ${closer} less ${kerf} of sawdust is ${answer}.`,
    };
  },
};

/** Options with the right one first; they are shuffled. */
type Asked = { readonly text: string; readonly options: readonly [string, ...string[]]; readonly why: string };

const MAKE_CHOICE: Readonly<Record<ChoiceKind, (chance: Chance) => Asked>> = {
  'starter-end': (chance) => ({
    text: `Rows are laid from left to right. You cut the piece that begins a row, ${tens(chance, 320, 900)} mm, from a whole plank. Which end is sawn off?`,
    options: ['The left end: it goes to the wall', 'The right end: it goes to the wall', 'Either: both ends are alike'],
    why: 'The right end has to lock into the next plank; the sawn end stands at the wall, under the trim.',
  }),
  'closer-end': (chance) => ({
    text: `You cut the piece that ends a row, ${tens(chance, 320, 900)} mm. Which part of the plank is it, and what is left?`,
    options: [
      'Its left part; the right part is left, and can begin a row',
      'Its right part; the left part is left, and can begin a row',
      'Its middle; nothing of use is left',
    ],
    why: 'The closer keeps the left factory end, which locks into the row. What is left has the right one: that is what a starter needs.',
  }),
  'second-pad': () => ({
    text: 'The planks carry a pad of their own. The base is boards, flat and dry. The customer has bought another pad to make it softer. What goes beneath?',
    options: [
      'Nothing more: a second pad lets the locks flex and voids the warranty',
      'The bought pad, for the sound',
      'Both, but only in the bedroom',
    ],
    why: 'A floor that gives bends every lock with every step. One pad, the one that the product allows.',
  }),
  film: () => ({
    text: 'Laminate on a concrete floor that lies on the ground. It was measured and is dry enough. Is a vapour film laid?',
    options: ['Yes: concrete on the ground gives off damp for ever', 'No: it was measured dry', 'Only below the kitchen'],
    why: 'A reading says how it is today. The film keeps out what comes later; strips overlapped and taped, up the walls to the trim.',
  }),
  pinned: () => ({
    text: 'A kitchen island that is screwed to the base is to stand in the room. When is it set?',
    options: ['First; the floor is laid around it with a gap', 'Last, on the floor, with screws through it', 'Last, glued on the floor'],
    why: 'What is fixed through the floor pins it; two such places some metres apart tear a joint open with the seasons.',
  }),
  'filled-gap': () => ({
    text: 'At a tiled doorway the gap is in sight. The customer wants it filled with hard sealant, level. What do you do?',
    options: [
      'A profile or cork strip that gives; the gap stays free',
      'Fill it: the sealant holds the floor in place',
      'Push the floor up to the tiles',
    ],
    why: 'The gap is where the floor goes when it grows. Filled hard, it lifts or opens somewhere else.',
  }),
  jamb: () => ({
    text: 'A row meets a door casing. How does the plank end there?',
    options: [
      'The casing is undercut and the plank slid beneath',
      'The plank is cut round it with a gap, and the gap filled',
      'The casing is taken off for good',
    ],
    why: 'A cut round a casing shows for ever and needs a bead. Undercut by plank and pad, with a scrap as gauge. Mind wires in the wall.',
  }),
  'end-cap': () => ({
    text: 'An end cap goes along a hearth. Its foot is 12 mm wide and the gap is 8 mm. How far from the hearth does the floor end?',
    options: ['20 mm: foot and gap together', '8 mm: the gap', '12 mm: the foot'],
    why: 'The foot stands on the base between hearth and floor; the floor still needs its gap to the foot.',
  }),
  'line-or-wall': () => ({
    text: 'The starting wall bows by 9 mm. From what is the first row laid?',
    options: [
      'From a straight line snapped on the base; the first row is scribed to the wall',
      'From the wall, pushed tight',
      'From the wall, with spacers',
    ],
    why: 'A first row that follows a bow opens every joint after it. The line is straight; the wall is met with the saw.',
  }),
};

export const sumFor = (kind: SumKind, seed: number): Sum => MAKE_SUM[kind](chanceFrom(seed));

export function choiceFor(kind: ChoiceKind, seed: number): Choosing {
  const chance = chanceFrom(seed);
  const { text, options, why } = MAKE_CHOICE[kind](chance);
  const order = options.map((_, i) => ({ i, at: chance.next() })).sort((a, b) => a.at - b.at);
  return { text, why, options: order.map(({ i }) => options[i]!), right: order.findIndex(({ i }) => i === 0) };
}
