import { lately } from '../lately';
import type { Stage } from '../stage';
import { Overlay } from './Overlay';
import { printCuts } from './open';
import { printing } from './print';

/** What to take, what to cut, what is left: row by row. */
export const cuts: Stage = {
  name: 'cuts',
  title: 'Cuts',
  standing({ plan, working }) {
    if (working) return 'working';
    return plan?.findings.some((f) => f.level === 'must') ? 'decide' : plan ? 'settled' : 'untouched';
  },
  sheet: { plan: 'boards', faults: 'over', pick: 'piece' },
  Reading: lately(() => import('./Reading')),
  Overlay,
  keys: [{ press: 'p', shows: 'P', does: 'print the cut list', run: printCuts }],
  print: printing,
};
