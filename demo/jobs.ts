import { newJob, type Job, type Product } from '../src/core/given';
import { cottageHouse } from '../src/devices';

/*
 * The demo's scenario, all of it invented: a lock-keeper's cottage beside a disused canal becomes a village reading room, and a ferry
 * ticket office gets a new floor.
 */

const ashGrey: Product = {
  name: 'Towpath ash-grey laminate',
  kind: 'laminate',
  planks: [{ length: 1285, width: 192, share: 1 }],
  thickness: 8,
  attachedPad: 0,
  perBox: 8,
  prints: 6,
  lock: 'angle-drop',
  limits: { gap: 8, stagger: 300, endPiece: 300, rip: 50, runAlong: 12000, runAcross: 8000 },
  limitSources: { gap: 'product', stagger: 'product', endPiece: 'product', rip: 'preset', runAlong: 'product', runAcross: 'product' },
};

const slate: Product = {
  name: 'Ferry deck rigid vinyl',
  kind: 'rigid-vinyl',
  planks: [{ length: 1219.2, width: 177.8, share: 1 }],
  thickness: 5.5,
  attachedPad: 1,
  perBox: 10,
  prints: 8,
  lock: 'angle-drop',
  limits: { gap: 6.35, stagger: 203.2, endPiece: 203.2, rip: 50.8, runAlong: 15240, runAcross: 15240 },
  limitSources: { gap: 'product', stagger: 'product', endPiece: 'preset', rip: 'preset', runAlong: 'product', runAcross: 'product' },
};

const office: Job = {
  ...newJob('Canal warehouse office', 'metric', 4600, 3340),
  product: ashGrey,
  kerf: 3,
  spaces: [
    {
      id: 'office',
      name: 'Office',
      outline: [
        [0, 0],
        [5400, 0],
        [5400, 2350],
        [3300, 2350],
        [3300, 4140],
        [0, 4200],
      ],
    },
  ],
  obstacles: [
    {
      id: 'hearth',
      kind: 'hearth',
      outline: [
        [0, 1500],
        [450, 1500],
        [450, 2700],
        [0, 2700],
      ],
    },
    {
      id: 'register',
      kind: 'register',
      gap: 3,
      outline: [
        [3900, 150],
        [4200, 150],
        [4200, 250],
        [3900, 250],
      ],
    },
  ],
};

const kitchenVinyl: Product = {
  name: 'Lock gate rigid vinyl',
  kind: 'rigid-vinyl',
  planks: [{ length: 1220, width: 180, share: 1 }],
  thickness: 6,
  attachedPad: 1,
  perBox: 10,
  prints: 8,
  lock: 'angle-drop',
  limits: { gap: 6, stagger: 200, endPiece: 200, rip: 50, runAlong: 15000, runAcross: 15000 },
  limitSources: { gap: 'product', stagger: 'product', endPiece: 'product', rip: 'preset', runAlong: 'product', runAcross: 'product' },
};

const box = (x: number, y: number, length: number, width: number): [number, number][] => [
  [x, y],
  [x + length, y],
  [x + length, y + width],
  [x, y + width],
];

export const cottage: Job = {
  ...newJob('Weir Cottage', 'metric', 7200, 1260),
  product: ashGrey,
  kerf: 3,
  spaces: cottageHouse.spaces,
  openings: cottageHouse.openings,
  obstacles: [
    { id: 'hearth', kind: 'hearth', outline: box(-60, 2400, 490, 1100) },
    { id: 'cabinets', kind: 'cabinet', outline: box(6600, 1360, 600, 2740) },
    { id: 'kitchen-register', kind: 'register', gap: 3, outline: box(5200, 3700, 300, 100) },
  ],
  layouts: [{ space: 'kitchen', product: kitchenVinyl }],
};

const inch = 25.4;
const ticketOffice: Job = {
  ...newJob('Ferry ticket office', 'imperial', 174 * inch, 134.5 * inch),
  product: slate,
  kerf: 0,
};

/** The jobs of the demo, the main one last, so that it stands first in the list. */
export const demoJobs: readonly Job[] = [
  { ...ticketOffice, spaces: [{ ...ticketOffice.spaces[0]!, name: 'Ticket office' }] },
  office,
  cottage,
];
