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
};
