import { lately } from '../lately';
import type { Stage } from '../stage';
import { Overlay } from './Overlay';
import { printing } from './print';

/** What the floor ends at: doorways, hard edges, casings, trims. */
export const doors: Stage = {
  name: 'doors',
  title: 'Doors',
  wants: ['doorways'],
  standing({ answer }) {
    const report = answer('doorways');
    if (!report) return 'working';
    if (report.openings.length === 0) return 'untouched';
    const open = report.openings.some((o) => o.missing !== null || (o.finish !== 'through' && o.stops.every((s) => s.foot === 0)));
    return open || report.trims.some((t) => !t.covers) ? 'decide' : 'settled';
  },
  sheet: { plan: 'boards', faults: 'none', pick: 'none', whole: true },
  Reading: lately(() => import('./Reading')),
  Overlay,
  keys: [{ press: '', shows: 'Tab, Enter', does: 'to the next doorway on the drawing; opens its section' }],
  print: printing,
};
