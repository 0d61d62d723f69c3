import { lately } from '../lately';
import type { Stage } from '../stage';
import { noneDamaged, tapped } from './damaged';
import { Overlay } from './Overlay';

/** Years later: which way a damaged plank is best replaced, and what was done. */
export const repair: Stage = {
  name: 'repair',
  title: 'Repair',
  standing({ job: { repairs = [] } }) {
    if (repairs.some((r) => r.on === undefined)) return 'decide';
    return repairs.length > 0 ? 'settled' : 'untouched';
  },
  sheet: { plan: 'none', faults: 'none', pick: 'place', whole: true },
  tapped,
  Reading: lately(() => import('./Reading')),
  Overlay,
  keys: [{ press: 'n', shows: 'N', does: 'nothing is damaged any more: begin again', run: noneDamaged }],
};
