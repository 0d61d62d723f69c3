/** Sums that are done by hand on site, and judgements that are made at the saw. */
import { round3 } from '../geometry';
import { formatLength, MM_PER_INCH, type Display } from '../units';
import { chanceFrom, type Chance } from './chance';

/** A number is asked for: a length in mm, to be given in the person's units, or so many of something. */
export type Sum = {
  readonly text: string;
  readonly asked: 'length' | 'boxes';
  readonly answer: number;
  readonly within: number;
  readonly why: string;
};
/** One of several is right. */
export type Choosing = { readonly text: string; readonly options: readonly string[]; readonly right: number; readonly why: string };

export const SUMS = ['last-strip', 'balanced', 'closer', 'boxes', 'movement', 'undercut', 'rest'] as const;
export type SumKind = (typeof SUMS)[number];
export const CHOICES = [
  'starter-end',
  'closer-end',
  'pad-to-add',
  'dry-concrete',
  'island',
  'filled-gap',
  'casing',
  'cap-sum',
  'line-or-wall',
] as const;
export type ChoiceKind = (typeof CHOICES)[number];

const PER_BOX = 8;

/** What a tape has in one system of units: lengths that stand on its marks, and how they are said. */
type Tape = {
  readonly display: Display;
  readonly say: (mm: number) => string;
  /** a length between two, on a mark that is easily reckoned with */
  readonly some: (chance: Chance, from: number, to: number) => number;
  /** figures of planks and tools as they are sold and said */
  readonly plank: { readonly length: number; readonly width: number; readonly thick: readonly number[] };
  readonly gaps: readonly number[];
  readonly pads: readonly number[];
  readonly air: number;
  readonly kerf: number;
  readonly feet: readonly number[];
  /** how far off an answer may be */
  readonly within: number;
};

const inch = (parts: number, of = 1): number => (MM_PER_INCH * parts) / of;
const onMarks =
  (mark: number) =>
  (chance: Chance, from: number, to: number): number =>
    mark * (Math.ceil(from / mark) + chance.below(Math.floor(to / mark) - Math.ceil(from / mark) + 1));

const TAPES: Readonly<Record<Display, Tape>> = {
  metric: {
    display: 'metric',
    say: (mm) => formatLength(mm, 'metric', { decimals: 2 }),
    some: onMarks(10),
    plank: { length: 1285, width: 192, thick: [7, 8, 10] },
    gaps: [8, 10],
    pads: [1, 1.5, 2],
    air: 1,
    kerf: 3,
    feet: [8, 10, 12],
    within: 1,
  },
  imperial: {
    display: 'imperial',
    say: (mm) => formatLength(mm, 'imperial'),
    some: onMarks(inch(1, 4)),
    plank: { length: inch(48), width: inch(15, 2), thick: [inch(5, 16), inch(3, 8), inch(1, 2)] },
    gaps: [inch(5, 16), inch(3, 8)],
    pads: [inch(1, 16), inch(1, 8)],
    air: inch(1, 16),
    kerf: inch(1, 8),
    feet: [inch(5, 16), inch(3, 8), inch(1, 2)],
    within: inch(1, 16),
  },
};

/** What is left of a length after whole planks, a whole one where nothing is; and how many they are. */
function leftOf(long: number, plank: number): { readonly whole: number; readonly left: number } {
  const whole = Math.ceil(round3(long / plank)) - 1;
  return { whole, left: round3(long - whole * plank) };
}

const MAKE_SUM: Readonly<Record<SumKind, (chance: Chance, tape: Tape) => Sum>> = {
  'last-strip'(chance, { say, some, plank, gaps, within }) {
    const wide = some(chance, 2500, 4500);
    const gap = chance.pick(gaps);
    const { whole, left } = leftOf(wide - 2 * gap, plank.width);
    return {
      text: `A room is ${say(wide)} across the planks. Planks are ${say(plank.width)} wide, the gap is ${say(gap)} on both sides. The first row is laid whole. How wide is the last row?`,
      asked: 'length',
      answer: left,
      within,
      why: `${say(wide)} less two gaps is ${say(wide - 2 * gap)}; ${whole} whole rows take ${say(whole * plank.width)}; ${say(left)} is left.${left < 50 ? ' That is a sliver: shift the first row.' : ''}`,
    };
  },
  balanced(chance, { say, some, plank, gaps, within }) {
    const wide = some(chance, 2500, 4500);
    const gap = chance.pick(gaps);
    const { left } = leftOf(wide - 2 * gap, plank.width);
    const answer = round3((left + plank.width) / 2);
    return {
      text: `A room is ${say(wide)} across the planks, planks are ${say(plank.width)} wide, the gap is ${say(gap)} on both sides. First and last row are to be equally wide, and neither under half a plank. How wide is each?`,
      asked: 'length',
      answer,
      within,
      why: `${say(left)} is left after whole rows. Give one whole plank up: ${say(left)} and ${say(plank.width)} shared by two is ${say(answer)}.`,
    };
  },
  closer(chance, { say, some, plank, within }) {
    const run = some(chance, 3000, 5200);
    const starter = some(chance, 320, 1200);
    const { whole, left } = leftOf(run - starter, plank.length);
    return {
      text: `A run is ${say(run)} long between its gaps. It begins with ${say(starter)}, then whole planks of ${say(plank.length)}. How long is the piece that ends it?`,
      asked: 'length',
      answer: left,
      within,
      why: `${say(run)} less ${say(starter)} is ${say(run - starter)}; whole planks take ${say(whole * plank.length)}; ${say(left)} is left.${left < 300 ? ' That is short: begin with less.' : ''}`,
    };
  },
  boxes(chance) {
    const planks = 60 + chance.below(150);
    const spare = chance.pick([4, 6, 8]);
    const answer = Math.ceil((planks + spare) / PER_BOX);
    return {
      text: `The plan takes ${planks} planks; ${spare} are to be kept as spares. A box holds ${PER_BOX}. How many boxes are bought?`,
      asked: 'boxes',
      answer,
      within: 0,
      why: `${planks} and ${spare} is ${planks + spare}; by ${PER_BOX} that is ${round3((planks + spare) / PER_BOX)}: ${answer}, for boxes are whole.`,
    };
  },
  movement: (chance, tape) => (tape.display === 'metric' ? metricMovement(chance, tape) : imperialMovement(chance, tape)),
  undercut(chance, { say, plank, pads, air, within }) {
    const [thick, pad] = [chance.pick(plank.thick), chance.pick(pads)];
    const answer = round3(thick + pad + air);
    return {
      text: `Planks ${say(thick)} thick on a pad of ${say(pad)}. How high is the casing undercut, if ${say(air)} is left for air?`,
      asked: 'length',
      answer,
      within: within / 4,
      why: `${say(thick)} and ${say(pad)} and ${say(air)} of air: ${say(answer)}. A scrap of plank on a scrap of pad is the gauge.`,
    };
  },
  rest(chance, { say, some, plank, kerf, within }) {
    const closer = some(chance, 320, 900);
    const answer = round3(plank.length - closer - kerf);
    return {
      text: `A row ends with ${say(closer)}, cut from a plank of ${say(plank.length)}. The saw takes ${say(kerf)}. How long is what is left to begin another row?`,
      asked: 'length',
      answer,
      within,
      why: `${say(plank.length)} less ${say(closer)} less ${say(kerf)} of sawdust is ${say(answer)}.`,
    };
  },
};

function metricMovement(chance: Chance, { say }: Tape): Sum {
  const metres = 4 + chance.below(9);
  const [rate, change] = chance.pick([[0.05, 12], [0.05, 20], [0.09, 10]] as const); // prettier-ignore
  const answer = round3((metres * rate * change) / 2);
  return {
    text: `A vinyl floor is ${metres} m long. It moves ${rate} mm for each metre and degree. From laying to the hottest day it is ${change} degrees. By how much does the gap at each end close?`,
    asked: 'length',
    answer,
    within: 0.2,
    why: `${metres} × ${rate} × ${change} is ${round3(metres * rate * change)} mm in all, shared between both ends: ${say(answer)} each.`,
  };
}

/** The same in feet and sixteenths, of lengths and degrees that come out even. */
function imperialMovement(chance: Chance, { say, within }: Tape): Sum {
  const [feet, change] = chance.pick([[20, 20], [20, 40], [40, 20], [40, 30], [40, 40]] as const); // prettier-ignore
  const all = inch((feet / 10) * (change / 10), 32);
  return {
    text: `A vinyl floor is ${feet} ft long. It moves 1/32" over 10 ft for every 10 degrees. From laying to the hottest day it is ${change} degrees. By how much does the gap at each end close?`,
    asked: 'length',
    answer: round3(all / 2),
    within,
    why: `${feet / 10} × ${change / 10} thirty-seconds is ${say(all)} in all, shared between both ends: ${say(all / 2)} each.`,
  };
}

/** Options with the right one first; they are shuffled. */
type Asked = { readonly text: string; readonly options: readonly [string, ...string[]]; readonly why: string };

const MAKE_CHOICE: Readonly<Record<ChoiceKind, (chance: Chance, tape: Tape) => Asked>> = {
  'starter-end': (chance, { say, some }) => ({
    text: `Rows are laid from left to right. You cut the piece that begins a row, ${say(some(chance, 320, 900))}, from a whole plank. Which end is sawn off?`,
    options: ['The left end: it goes to the wall', 'The right end: it goes to the wall', 'Either: both ends are alike'],
    why: 'The right end has to lock into the next plank; the sawn end stands at the wall, under the trim.',
  }),
  'closer-end': (chance, { say, some }) => ({
    text: `You cut the piece that ends a row, ${say(some(chance, 320, 900))}. Which part of the plank is it, and what is left?`,
    options: [
      'Its left part; the right part is left, and can begin a row',
      'Its right part; the left part is left, and can begin a row',
      'Its middle; nothing of use is left',
    ],
    why: 'The closer keeps the left factory end, which locks into the row. What is left has the right one: that is what a starter needs.',
  }),
  'pad-to-add': () => ({
    text: 'The planks carry a pad of their own. The base is boards, flat and dry. The customer has bought another pad to make it softer. What goes beneath?',
    options: [
      'Nothing more: a second pad lets the locks flex and voids the warranty',
      'The bought pad, for the sound',
      'Both, but only in the bedroom',
    ],
    why: 'A floor that gives bends every lock with every step. One pad, the one that the product allows.',
  }),
  'dry-concrete': () => ({
    text: 'Laminate on a concrete floor that lies on the ground. It was measured and is dry enough. Is a vapour film laid?',
    options: ['Yes: concrete on the ground gives off damp for ever', 'No: it was measured dry', 'Only below the kitchen'],
    why: 'A reading says how it is today. The film keeps out what comes later; strips overlapped and taped, up the walls to the trim.',
  }),
  island: () => ({
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
  casing: () => ({
    text: 'A row meets a door casing. How does the plank end there?',
    options: [
      'The casing is undercut and the plank slid beneath',
      'The plank is cut round it with a gap, and the gap filled',
      'The casing is taken off for good',
    ],
    why: 'A cut round a casing shows for ever and needs a bead. Undercut by plank and pad, with a scrap as gauge. Mind wires in the wall.',
  }),
  'cap-sum'(chance, { say, feet, gaps }) {
    const [foot, gap] = [chance.pick(feet), gaps[0]!];
    // a foot that is as wide as the gap would make two answers one
    const wide = foot === gap ? foot + gap / 2 : foot;
    return {
      text: `An end cap goes along a hearth. Its foot is ${say(wide)} wide and the gap is ${say(gap)}. How far from the hearth does the floor end?`,
      options: [`${say(wide + gap)}: foot and gap together`, `${say(gap)}: the gap`, `${say(wide)}: the foot`],
      why: 'The foot stands on the base between hearth and floor; the floor still needs its gap to the foot.',
    };
  },
  'line-or-wall': (_, { say, gaps }) => ({
    text: `The starting wall bows by ${say(gaps[1]!)}. From what is the first row laid?`,
    options: [
      'From a straight line snapped on the base; the first row is scribed to the wall',
      'From the wall, pushed tight',
      'From the wall, with spacers',
    ],
    why: 'A first row that follows a bow opens every joint after it. The line is straight; the wall is met with the saw.',
  }),
};

export const sumFor = (kind: SumKind, seed: number, display: Display = 'metric'): Sum => MAKE_SUM[kind](chanceFrom(seed), TAPES[display]);

export function choiceFor(kind: ChoiceKind, seed: number, display: Display = 'metric'): Choosing {
  const chance = chanceFrom(seed);
  const { text, options, why } = MAKE_CHOICE[kind](chance, TAPES[display]);
  const order = options.map((_, i) => ({ i, at: chance.next() })).sort((a, b) => a.at - b.at);
  return { text, why, options: order.map(({ i }) => options[i]!), right: order.findIndex(({ i }) => i === 0) };
}
