import { lately } from '../lately';
import type { Stage } from '../stage';
import { Overlay } from './Overlay';

/** The floor handed over: a document for the customer, the whole record, and the floor as one file. */
export const handover: Stage = {
  name: 'handover',
  title: 'Handover',
  standing: ({ job }) => (job.handover?.on ? 'settled' : job.handover ? 'under-way' : 'untouched'),
  sheet: { plan: 'none', faults: 'none', pick: 'none', whole: true },
  Reading: lately(() => import('./Reading')),
  Overlay,
};
