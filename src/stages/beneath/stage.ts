import { lately } from '../lately';
import type { Stage } from '../stage';
import { look, useLooking } from './looking';
import { Overlay } from './Overlay';
import { printing } from './print';

/** What lies between base and planks: pads, film, boards, cut and laid. */
export const beneath: Stage = {
  name: 'beneath',
  title: 'Beneath',
  wants: ['beneath'],
  standing({ job, answer }) {
    if (!job.beneath) return 'untouched';
    const report = answer('beneath');
    if (!report) return 'working';
    return report.findings.length > 0 ? 'decide' : 'settled';
  },
  sheet: { plan: 'none', faults: 'none', pick: 'space' },
  Reading: lately(() => import('./Reading')),
  Overlay,
  keys: [
    {
      press: 'l',
      shows: 'L',
      does: 'the other layer: film or pad',
      run: () => look({ shows: useLooking.getState().shows === 'film' ? 'pad' : 'film' }),
    },
  ],
  print: printing,
};
