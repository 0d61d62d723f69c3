import { lately } from '../lately';
import type { Stage } from '../stage';
import { backOneStep, layInHand, sawInHand } from './actions';
import { Overlay } from './Overlay';

/** Row by row on the day: what to take, what to saw, what lies; and what to do when it went otherwise. */
export const lay: Stage = {
  name: 'lay',
  title: 'Lay',
  standing({ plan, site, working }) {
    if (!site?.plan) return working || !plan ? 'working' : 'untouched';
    if (site.otherwise) return 'decide';
    return site.plan.floors.every((f) => f.pieces.every((p) => site.lying.has(`${f.id}/${p.id}`))) ? 'settled' : 'under-way';
  },
  sheet: { plan: 'boards', faults: 'none', pick: 'none', hand: true },
  Reading: lately(() => import('./Reading')),
  Overlay,
  keys: [
    { press: 's', shows: 'S', does: 'the piece in hand is sawn', run: sawInHand },
    { press: 'l', shows: 'L', does: 'the piece in hand lies', run: layInHand },
    { press: 'b', shows: 'B', does: 'back one step', run: backOneStep },
  ],
};
