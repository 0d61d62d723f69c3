import { lately } from '../lately';
import type { Stage } from '../stage';
import { Overlay } from './Overlay';
import { printing } from './print';

/** Who works when. */
export const days: Stage = {
  name: 'days',
  title: 'Days',
  standing({ job, working }) {
    if (job.crew?.begin === undefined) return 'untouched';
    return working ? 'working' : 'settled';
  },
  sheet: { plan: 'none', faults: 'none', pick: 'none', whole: true },
  Reading: lately(() => import('./Reading')),
  Overlay,
  keys: [{ press: '', shows: '↑ ↓', does: 'move the task that has the focus by half an hour; with Shift by a day' }],
  print: printing,
};
