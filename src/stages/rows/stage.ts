import { ruleOf } from '@/core/audit';
import { lately } from '../lately';
import type { Stage } from '../stage';
import { printing } from './print';
import { act } from './actions';
import { letGo, look } from './looking';
import { Overlay } from './Overlay';

/** Where every joint falls. */
export const rows: Stage = {
  name: 'rows',
  title: 'Rows',
  standing({ plan, working }) {
    if (working || !plan) return working ? 'working' : 'decide';
    return plan.findings.some((f) => f.level === 'must' && ruleOf(f)?.stage === 'rows') ? 'decide' : 'settled';
  },
  sheet: { plan: 'faces', faults: 'over', pick: 'piece' },
  Reading: lately(() => import('./Reading')),
  Overlay,
  keys: [
    { press: 'n', shows: 'N', does: 'the next best arrangement of the joints, with its price', run: () => act('next') },
    { press: 'm', shows: 'M', does: 'mend the chosen finding, or the first', run: () => act('mend') },
    { press: 'v', shows: 'V', does: 'held: the floor as one walks in', run: () => look('held'), release: letGo },
  ],
  print: printing,
};
