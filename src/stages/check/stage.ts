import { ROUND } from '@/core/given';
import { lately } from '../lately';
import type { Stage } from '../stage';
import { openSnags, tapped } from './looking';
import { Overlay } from './Overlay';

/** The round over a floor that lies: wall by wall, room by room, and the snags that are found. */
export const check: Stage = {
  name: 'check',
  title: 'Check',
  standing({ job }) {
    if (openSnags(job).length > 0) return 'decide';
    const seen = job.round?.seen?.length ?? 0;
    if (seen === 0) return 'untouched';
    return seen < ROUND.length * job.spaces.length ? 'under-way' : 'settled';
  },
  sheet: { plan: 'none', faults: 'none', pick: 'place', whole: true },
  tapped,
  Reading: lately(() => import('./Reading')),
  Overlay,
};
