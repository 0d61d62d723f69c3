import { lately } from '../lately';
import type { Stage } from '../stage';
import { Overlay } from './Overlay';
import { printing } from './print';

/** What to buy: one list by trade counter, what a supplier has of it, what came. */
export const buy: Stage = {
  name: 'buy',
  title: 'Buy',
  standing({ job, plan, working }) {
    if (working || !plan) return working ? 'working' : 'untouched';
    if ((job.spares?.planks ?? 0) === 0 && !job.order) return 'untouched';
    return (job.order?.received ?? []).some((r) => (r.damaged ?? 0) > 0) ? 'decide' : 'settled';
  },
  sheet: { plan: 'boards', faults: 'none', pick: 'none', whole: true },
  Reading: lately(() => import('./Reading')),
  Overlay,
  print: printing,
};
