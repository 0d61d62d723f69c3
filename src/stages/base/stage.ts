import { moistureOf, openAt } from '@/core/base';
import { lately } from '../lately';
import type { Stage } from '../stage';
import { Overlay } from './Overlay';
import { printing } from './print';

/** The base: flat, dry and rested enough, and what mends it. */
export const base: Stage = {
  name: 'base',
  title: 'Base',
  wants: ['flatness'],
  standing({ job, answer }) {
    if (!job.bases || job.bases.length === 0) return 'untouched';
    const flat = answer('flatness');
    if (!flat) return 'working';
    const settled = job.spaces.every((space) => {
      const one = job.bases?.find((b) => b.space === space.id);
      const measured = flat.find((f) => f.space === space.id)?.flat;
      const verdict = moistureOf(one, job.moistureLimits).verdict;
      return (
        one && measured && measured.places.length === 0 && (verdict === 'fine' || verdict === 'film') && openAt(one).cautions.length === 0
      );
    });
    return settled ? 'settled' : 'decide';
  },
  sheet: { plan: 'none', faults: 'none', pick: 'space' },
  Reading: lately(() => import('./Reading')),
  Overlay,
  keys: [
    { press: '', shows: 'F2', does: 'a reading of the level into the height that has the focus, and on to the next point' },
    { press: '', shows: 'F8', does: 'a reading of the moisture meter into the field that has the focus' },
    { press: '', shows: '↑ ↓', does: 'in a height: to the point before or after; at an end of the straightedge: moves it' },
  ],
  print: printing,
};
