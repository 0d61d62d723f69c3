/** What each planted fault is called, why it matters, and how it would have been avoided. */
import type { Fault } from './faults';

export const FAULT_WORDS: Readonly<Record<Fault, { readonly is: string; readonly why: string; readonly avoid: string }>> = {
  corners: {
    is: 'Four corners meet',
    why: 'Joints of neighbouring rows in one line: nothing bridges it, the locks work there with every step until they open.',
    avoid: 'Look at the row that lies before you cut the starter: its joints and yours have to be a stagger apart.',
  },
  near: {
    is: 'Joints too near to each other',
    why: 'Nearer than the product allows, the planks between them are held by too little; a warranty ends there.',
    avoid: 'Measure from joint to joint along the edge, before the row is locked.',
  },
  short: {
    is: 'A short end piece',
    why: 'A short piece at a wall tips and clicks: its lock is too short to hold it down.',
    avoid: 'Work out the closer before you cut the starter; where it comes out short, take some off the starter.',
  },
  'letter-h': {
    is: 'An H',
    why: 'Joints of every other row in line read as a letter. It breaks no limit, and everybody sees it.',
    avoid: 'Look two rows back, not one.',
  },
  stairs: {
    is: 'Stairs',
    why: 'Joints that climb one way by the same step draw a diagonal through the room.',
    avoid: 'Shuffle the starters: a long one after a short one, from several planks cut ahead.',
  },
  butt: {
    is: 'A saw-cut butt joint',
    why: 'Two sawn ends have no lock: they part, and dirt and water get in.',
    avoid: 'Between two pieces only factory ends; a fresh plank, where the offcut has the wrong hand.',
  },
  sliver: {
    is: 'A sliver along the wall',
    why: 'A strip this narrow is hard to saw straight, hard to lock, breaks underfoot and shows how the wall runs.',
    avoid: 'Work out the last row before the first is laid; where it comes out narrow, give some of it to the first row.',
  },
  register: {
    is: 'A joint at a register',
    why: 'The hole has taken the plank’s middle; a joint beside it leaves a strip that breaks.',
    avoid: 'Mark registers on the rows before you begin, and let a whole plank run through.',
  },
  'wrong-end': {
    is: 'The wrong end was kept',
    why: 'A sawn end has no lock. Inside the floor every end has to be a factory end; sawn ends belong to the walls, under the trim.',
    avoid:
      'Before you saw: a starter keeps its right end, a closer its left. Lay the plank over its place, turned round, and mark what is cut away.',
  },
  'equal-faces': {
    is: 'Equal faces beside each other',
    why: 'A product has only so many printed faces. Two alike side by side or end to end are found from the door, every day.',
    avoid: 'Deal from several open boxes, or from piles sorted by face; look at the row before you lock it.',
  },
  jamb: {
    is: 'One plank wraps both jambs',
    why: 'Where a row’s edge ends a finger’s width from the wall’s face, one plank has to be notched round both casings at once. It hardly goes in, and shows.',
    avoid: 'Move the line before you begin, so that the long edge ends in the middle of the doorway.',
  },
  'no-gap': {
    is: 'No gap at a wall',
    why: 'A floor grows. Where it has no room it lifts off the base or presses its joints open, in the first wet summer.',
    avoid: 'Spacers at both ends of each row and along both sides, and measure once more before the trim goes on.',
  },
  pinned: {
    is: 'The floor is pinned',
    why: 'A plank that is tight round a post, or screwed through, holds the floor there. Held at two places some metres apart, a joint tears open with the seasons.',
    avoid: 'A hole as wide as the pipe and two gaps; around posts the same gap as at walls. Nothing is fixed through the floor.',
  },
  'end-cap': {
    is: 'No room for the end cap’s foot',
    why: 'The foot stands on the base between hearth and floor. The floor keeps its gap to the foot, not to the hearth.',
    avoid:
      'Strip = space to the hearth, less the foot, less the gap. Do the sum before the row is ripped; and the cover must still lap the plank.',
  },
  'second-pad': {
    is: 'A second pad',
    why: 'These planks carry a pad. With another one beneath, the locks flex with every step until they break, and the warranty is void.',
    avoid: 'Read the box. One pad, the one that the product allows; a harder floor is no reason for two.',
  },
  film: {
    is: 'No film over concrete',
    why: 'Concrete gives off vapour for years, however dry it reads today. It swells planks from beneath and feeds mould.',
    avoid: 'Film over concrete and screed always, and below ground: laps of a hand’s width, taped, turned up the wall.',
  },
};
