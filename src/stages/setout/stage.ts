import { ruleOf } from '@/core/audit';
import { lately } from '../lately';
import type { Stage } from '../stage';
import { printing } from './print';
import { halfOver, turnQuarter } from './line';
import { Overlay } from './Overlay';

/** Which way the planks run, and where the rows fall. */
export const setout: Stage = {
  name: 'setout',
  title: 'Set-out',
  standing({ plan, working }) {
    if (working || !plan) return working ? 'working' : 'decide';
    return plan.findings.some((f) => f.level === 'must' && ruleOf(f)?.stage === 'setout') ? 'decide' : 'settled';
  },
  // strips are what is read here: they lie over the faults
  sheet: { plan: 'faces', faults: 'under', pick: 'none' },
  Reading: lately(() => import('./Reading')),
  Overlay,
  keys: [
    { press: 'h', shows: 'H', does: 'the line half a plank over', run: halfOver },
    { press: 'd', shows: 'D', does: 'turn the planks by a quarter', run: turnQuarter },
    { press: '', shows: '↑ ↓', does: 'nudge the line, while it has the focus, by 1 mm or 1/16″; with Shift by 10 mm or 1″' },
  ],
  print: printing,
};
