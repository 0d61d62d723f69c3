/**
 * The guide, a page a stage, in the order of the work: the only place where it is written. `npm run guide` makes docs/guide of it; the
 * application shows the same pages. A length stands as {millimetres} and is read in the person's units.
 */
export type Page = {
  /** the stage that it belongs to */
  readonly stage: string;
  readonly title: string;
  /** what it is for, in a sentence or two */
  readonly about: string;
  /** what is done, in order */
  readonly steps: readonly string[];
  /** what goes wrong, and what can hurt */
  readonly mind: readonly string[];
};

export const PAGES: readonly Page[] = [
  {
    stage: 'room',
    title: 'Survey the rooms',
    about:
      'Everything after this stands on the walls as they are. Walls bow, flare and are seldom square: what matters is the spread of the widths.',
    steps: [
      'Measure wall by wall, or walk the walls with tape or laser; give each room its doorways with how the floor ends there.',
      'Measure every width in at least three places, and both diagonals. A walk that does not close names the wall that was most likely misread.',
      'Put in what stands there: registers, pipes, hearths, islands, posts, flanges.',
    ],
    mind: ['A misread wall of {100} shows as a closing error of the same size: measure that wall again before you go on.'],
  },
  {
    stage: 'base',
    title: 'Look at the base',
    about:
      'Most failures begin beneath. Flat is what counts, not level: {3} under a straightedge of {2000} is a usual limit; the product says its own.',
    steps: [
      'Carpet, grippers, staples and proud screws out; vacuum every square hand.',
      'Read heights on a grid, with level or straightedge and feelers. Pitsaw shows each place that is not flat, what fills it and in how many pours.',
      'Measure moisture and log the air. Tick what was looked at.',
    ],
    mind: [
      'Old resilient tiles and glue may hold asbestos, old paint lead: have them tested before you scrape, sand or grind.',
      'Grinding concrete frees silica: suction and mask. Electrics, gas and structure go to licensed people; local rules come first.',
      'Too wet means stop. A vapour film is laid over concrete on the ground, however dry it reads today.',
    ],
  },
  {
    stage: 'plank',
    title: 'Enter the plank',
    about: 'The maker’s limits come first, because breaking one voids the warranty: gap, stagger, end piece, rip, longest run.',
    steps: [
      'Type the limits from the leaflet. What you leave is a preset and is marked so.',
      'Measure the face width: lock ten planks together, measure across, divide.',
      'Say how its ends lock and whether it carries a pad: laying, beneath and repair depend on it.',
    ],
    mind: ['A pad on the plank and another beneath it voids the warranty and lets the locks flex.'],
  },
  {
    stage: 'setout',
    title: 'Set out the rows',
    about: 'One question: how wide is the strip that is left at every wall that runs with the planks? All of it is one shift of the rows.',
    steps: [
      'Choose the direction: with the corridor, the longest wall, the light.',
      'Drag the line, or take the best one: the strip at every wall moves with it. The named stops are the schools that fitters use.',
      'Look at the doorways: a row’s edge should end well inside, not a finger past a jamb.',
    ],
    mind: [
      'A strip under {50} is hard to cut, hard to lock, and breaks.',
      'A wall that flares takes a taper: two widths, one at each end.',
    ],
  },
  {
    stage: 'rows',
    title: 'Settle the joints',
    about:
      'Each row is a starter, whole planks and a closer. What is cut off a closer can only begin a row, what is cut off a starter can only end one.',
    steps: [
      'Compare the schools by planks, faults and rack; turn from calm to thrifty.',
      'Tap a piece to see where its rest goes; pin a joint where you want it, with its price before it is kept.',
      'Mend what is listed: each finding says what would mend it.',
    ],
    mind: ['Never four corners together, no H, no stairs, no short piece at a wall where feet go.'],
  },
  {
    stage: 'beneath',
    title: 'Lay what goes beneath',
    about: 'One pad that the product allows, film where damp can come. Pitsaw cuts both from their rolls and numbers the strips.',
    steps: [
      'Choose pad and film by room; the plan says which are allowed.',
      'Film laps by a hand, is taped and turned up the wall; foam is butted and taped, never lapped.',
      'Roll out only what the next rows lie on: what lies open is walked to ruin.',
    ],
    mind: ['A lap of foam is a ridge. A seam does not go under a long edge of planks.'],
  },
  {
    stage: 'doors',
    title: 'Doorways, edges and trim',
    about:
      'Where the floor ends, a profile has to bring both floors together: by height, by lap and by gap. Pitsaw tries every stack of every kit.',
    steps: [
      'Say what lies beyond and how high it stands. What fits is listed; what does not, by how much.',
      'Undercut casings by plank and what lies beneath it; a scrap of both is the gauge.',
      'Trim is cut from its lengths wall by wall; its thickness must hide the gap at its widest.',
    ],
    mind: ['Trim is fixed to the wall, never to the floor.', 'Undercutting: eyes, ears, mask; look for wires in the wall first.'],
  },
  {
    stage: 'buy',
    title: 'Buy',
    about: 'What the plan cuts and the spares, not a flat percentage. All of one batch.',
    steps: [
      'Go through the list by counter; each line leads to its figure.',
      'Take in what came: count, batch, damage. What is missing shows at once.',
    ],
    mind: ['Boxes are heavy: the weight for each walk up the stairs stands in the list.'],
  },
  {
    stage: 'days',
    title: 'Plan the days',
    about: 'Compound cures, boxes rest, film has to lie before pads: the waits cannot be shortened, but the rest can go on beside them.',
    steps: [
      'Enter the crew and the first day.',
      'See which tasks decide the end, and when each room is free. Hold a task that waits for somebody else.',
    ],
    mind: ['The first three rows take as long as the next ten.'],
  },
  {
    stage: 'cuts',
    title: 'Take the cuts to the saw',
    about: 'Row by row: what to take, from which end to mark, what is left and where it goes.',
    steps: [
      'Print the pack, or use the list at the saw; label every rest.',
      'Cut six rows ahead where you can: the stop is set least often, and patterns show before they lie.',
    ],
    mind: ['Guards on, push sticks, eyes and ears. The knife away from the body, in many light passes.'],
  },
  {
    stage: 'lay',
    title: 'Lay, and go on when it went otherwise',
    about:
      'The piece in hand, its length as the biggest thing on the screen. Press Sawn and Laid; the row in one press. It works without a network.',
    steps: [
      'Three rows first, square to a line, pushed to their gap, spaced and weighted.',
      'What went otherwise is told in two taps: a broken plank, a wrong cut, a row that lies otherwise, a wall elsewhere. The rest is planned anew from what lies and what is left.',
      'Look at the way on before you take it: what changes is shown on the drawing.',
    ],
    mind: [
      'A joint that needs force is dirty or out of line: stop and look. An open joint cannot be closed later.',
      'Knees, dust and blades: pads, mask, and the blade away from the body.',
    ],
  },
  {
    stage: 'check',
    title: 'Go round the floor',
    about: 'Before anybody pays: the gap at every wall, and what is seen, felt and heard in every room.',
    steps: [
      'Measure the gap at each wall before the trim goes on. Beside it stand the gap that is wanted and what the year takes.',
      'Spacers out, nothing pinned, joints closed, no lip, no hollow click, profiles firm, trim on the wall.',
      'Tap a place and write a snag; it stays on the rule until it is settled.',
    ],
    mind: ['Two fixings some metres apart tear a joint open with a change of a few degrees.'],
  },
  {
    stage: 'handover',
    title: 'Hand over',
    about: 'What the customer needs years later: where hidden things are, which batch, where the spares lie, what voids the warranty.',
    steps: [
      'Write to whom, the batch and where the spares are.',
      'Make the PDF, have it signed.',
      'Keep the floor file: it opens again years later and says which plank to lift.',
    ],
    mind: ['Spare planks stay flat, dry and in this house: another batch is another colour.'],
  },
  {
    stage: 'repair',
    title: 'Repair',
    about:
      'Which way is least work follows from where the plank lies: lift rows from the better wall, slide into the gap, or cut out and inlay.',
    steps: [
      'Tap the damaged plank, or several. For water take in what lies around.',
      'Compare the ways by rows, pieces, trim and minutes; the piece that is needed stands with its cuts.',
      'Plan it, do it, and it becomes part of the floor’s record.',
    ],
    mind: [
      'The saw is set to the plank’s thickness and no deeper: cables, pipes and film lie beneath.',
      'A floor that is wet below is dried before it is closed.',
    ],
  },
];

/** Pages in which all words that are looked for stand, the closest first: in the title, then anywhere. */
export function pagesWith(words: string): readonly Page[] {
  const wanted = words.toLowerCase().split(/\s+/).filter(Boolean);
  if (wanted.length === 0) return PAGES;
  const texts = PAGES.map((page) => ({ page, title: page.title.toLowerCase(), all: [page.title, page.about, ...page.steps, ...page.mind].join(' ').toLowerCase() })); // prettier-ignore
  const found = texts.filter(({ all }) => wanted.every((w) => all.includes(w)));
  const rank = (t: (typeof texts)[number]) => wanted.filter((w) => !t.title.includes(w)).length;
  return found.sort((a, b) => rank(a) - rank(b)).map(({ page }) => page);
}

/** A text of the guide with its lengths in a person's units. */
export const inUnits = (text: string, length: (mm: number) => string): string =>
  text.replace(/\{(\d+(?:\.\d+)?)\}/g, (_, mm: string) => length(Number(mm)));
