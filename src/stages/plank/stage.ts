import { lately } from '../lately';
import type { Stage } from '../stage';
import { printing } from './print';
import { Overlay } from './Overlay';

/** The product: its planks, its limits and where they come from. */
export const plank: Stage = {
  name: 'plank',
  title: 'Plank',
  standing({ job: { product } }) {
    const sources = Object.values(product.limitSources ?? {});
    return sources.length > 0 && sources.every((s) => s === 'preset') ? 'untouched' : 'settled';
  },
  sheet: { plan: 'none', faults: 'none', pick: 'none' },
  Reading: lately(() => import('./Reading')),
  Overlay,
  print: printing,
};
