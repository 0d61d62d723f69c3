import { lately } from '../lately';
import type { Stage } from '../stage';
import { printing } from './print';
import { Overlay } from './Overlay';

/** The survey: rooms, doorways, what stands there. */
export const room: Stage = {
  name: 'room',
  title: 'Room',
  standing: ({ plan, working, job }) => (job.spaces.some((s) => s.walk) ? 'decide' : working ? 'working' : plan ? 'settled' : 'decide'),
  sheet: { plan: 'none', faults: 'none', pick: 'space', walks: true },
  Reading: lately(() => import('./Reading')),
  Overlay,
  keys: [
    {
      press: '',
      shows: 'F2',
      does: 'a reading of the laser into the focused length; ⇧F2 readings that run on, F4 the next thing held against',
    },
    { press: '', shows: '↑ ↓', does: 'move the corner or the room that has the focus; with Shift by larger steps' },
    { press: '', shows: 'Del', does: 'take away the corner that has the focus' },
  ],
  print: printing,
};
