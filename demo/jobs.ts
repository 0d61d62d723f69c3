import { pointsToRead } from '../src/core/base';
import type { Point } from '../src/core/geometry';
import { newJob, ROUND, PRESET_KITS, PRESET_MATERIALS, PRESET_TRIM, type Base, type Job, type Product } from '../src/core/given';
import { cottageGround, cottageHouse } from '../src/devices';

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

export const office: Job = {
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

/** Heights of a room of the cottage as the crew read them: to half a millimetre, now and then a quarter off. */
const heightsOf = (space: string, spacing: number): NonNullable<Base['levels']> => {
  const { outline } = cottageHouse.spaces.find((s) => s.id === space)!;
  const openings = cottageHouse.openings.filter((o) => o.between.includes(space));
  return pointsToRead(outline, openings, spacing).map(([x, y]: Point, i) => ({
    at: [x, y],
    height: Math.round(2 * (cottageGround(x, y) + [0, 0.2, -0.2][i % 3]!)) / 2,
  }));
};

const done = (on: string, by: string, ...ids: string[]) => ids.map((id) => ({ id, on, by }));

/** Concrete at the back, boards at the front: what was found, read and ticked before anything is poured. */
const cottageBases: Base[] = [
  {
    space: 'reading',
    substrate: 'concrete',
    belowGround: true,
    built: 1954,
    spacing: 500,
    levels: heightsOf('reading', 500),
    moisture: [
      { at: [2400, 4600], on: '2026-10-12', method: 'mass', value: 3.1 },
      { at: [2450, 4650], on: '2026-11-09', method: 'mass', value: 2.6 },
      { at: [900, 2000], on: '2026-11-09', method: 'mass', value: 2.1 },
    ],
    cautions: done('2026-10-12', 'Wren', 'strips', 'asbestos', 'lead', 'silica'),
    checks: [...done('2026-10-12', 'Wren', 'strip-out', 'gripper', 'staples', 'glue'), ...done('2026-11-09', 'Moss', 'hollow', 'cracks')],
  },
  {
    space: 'kitchen',
    substrate: 'concrete',
    belowGround: true,
    built: 1954,
    spacing: 600,
    levels: heightsOf('kitchen', 600),
    moisture: [{ at: [5900, 2500], on: '2026-11-09', method: 'mass', value: 1.8 }],
    cautions: done('2026-10-12', 'Wren', 'strips', 'asbestos', 'lead', 'silica'),
  },
  {
    space: 'corridor',
    substrate: 'boards',
    built: 1911,
    spacing: 400,
    levels: heightsOf('corridor', 400),
    moisture: [{ at: [3000, 600], on: '2026-11-09', method: 'wood', value: 9.5 }],
    cautions: done('2026-10-12', 'Moss', 'strips', 'asbestos', 'lead', 'licensed'),
    checks: done('2026-10-13', 'Moss', 'strip-out', 'gripper', 'staples', 'fasteners', 'screw-boards', 'squeaks', 'missed-joist'),
  },
  { space: 'books', substrate: 'boards', built: 1911 },
];

/** The air of the reading room over two days in November. */
const cottageAir = Array.from({ length: 17 }, (_, i) => {
  const day = Math.sin((i / 8) * 2 * Math.PI);
  const hour = (i * 3) % 24;
  return {
    time: `2026-11-${String(9 + Math.floor((i * 3) / 24)).padStart(2, '0')}T${String(hour).padStart(2, '0')}:00`,
    temperature: Math.round((19.5 - 1.2 * day) * 10) / 10,
    humidity: Math.round(i === 5 ? 67 : 55 + 3 * day),
  };
});

export const cottage: Job = {
  ...newJob('Weir Cottage', 'metric', 7200, 1260),
  product: ashGrey,
  kerf: 3,
  spaces: cottageHouse.spaces,
  openings: cottageHouse.openings,
  obstacles: [
    { id: 'hearth', kind: 'hearth', outline: box(-60, 2400, 490, 1100), edge: { kit: 'low-sill', foot: 8 } },
    { id: 'cabinets', kind: 'cabinet', outline: box(6600, 1360, 600, 2740) },
    { id: 'kitchen-register', kind: 'register', gap: 3, outline: box(5200, 3700, 300, 100) },
  ],
  layouts: [{ space: 'kitchen', product: kitchenVinyl }],
  bases: cottageBases,
  beneath: { materials: [...PRESET_MATERIALS], choices: [] },
  kits: [...PRESET_KITS],
  trim: { ...PRESET_TRIM, name: 'Painted skirting', lengths: [2400, 3600] },
  lowThings: [{ id: 'low1', what: 'radiator', space: 'reading', wall: 1, from: 700, to: 1900, depth: 120, clear: 70 }],
  climate: cottageAir,
  boxesSince: '2026-11-09T06:00',
  spares: { planks: 4 },
  order: {
    currency: '£',
    sold: [
      { item: 'tape', pack: 25, price: 6.5 },
      { item: 'primer', pack: 1, price: 11 },
      { item: 'pad/foam', price: 24 },
      { item: 'film/film', price: 38 },
      { item: 'compound', price: 17.5 },
    ],
  },
  crew: { people: 2, from: '08:00', to: '16:30', break: 0.5, days: ['mo', 'tu', 'we', 'th', 'fr'], begin: '2026-11-30' },
};

const inch = 25.4;
const ticketOffice: Job = {
  ...newJob('Ferry ticket office', 'imperial', 174 * inch, 134.5 * inch),
  product: slate,
  kerf: 0,
};

/** Laid, checked and handed over; a plank of it was damaged since. */
export const gatehouse: Job = {
  ...newJob('Sluice gatehouse', 'metric', 3400, 2700),
  product: {
    ...ashGrey,
    name: 'Sluice smoked oak rigid vinyl',
    kind: 'rigid-vinyl',
    planks: [{ length: 1220, width: 228, share: 1 }],
    thickness: 5,
    perBox: 8,
    lock: 'tap',
    lockReach: 6,
    limits: { gap: 8, stagger: 200, endPiece: 200, rip: 50, runAlong: 15000, runAcross: 15000 },
  },
  kerf: 0,
  spaces: [
    { id: 'watch', name: 'Watch room', outline: [[0, 0], [3400, 0], [3400, 2700], [0, 2715]] }, // prettier-ignore
    { id: 'store', name: 'Store', outline: [[3500, 0], [5300, 0], [5300, 1900], [3500, 1900]] }, // prettier-ignore
  ],
  openings: [
    { id: 'd1', between: ['watch', 'store'], outline: [[3400, 600], [3500, 600], [3500, 1400], [3400, 1400]], finish: 'through', casing: 15 }, // prettier-ignore
  ],
  obstacles: [
    {
      id: 'valve',
      kind: 'pipe',
      gap: 8,
      outline: [
        [4900, 300],
        [4960, 300],
        [4960, 360],
        [4900, 360],
      ],
    },
  ],
  spares: { planks: 4 },
  round: {
    gaps: [
      { space: 'watch', wall: 0, gap: 8, on: '2026-11-18' },
      { space: 'watch', wall: 1, gap: 9, on: '2026-11-18' },
      { space: 'watch', wall: 3, gap: 8, on: '2026-11-18' },
    ],
    seen: ['watch', 'store'].flatMap((space) => ROUND.map((id) => ({ space, id, on: '2026-11-18' }))),
  },
  snags: [
    { id: 's1', space: 'watch', at: [3300, 1350], text: 'Spacer left behind the radiator', who: 'Moss', by: '2026-11-19', found: '2026-11-18', settled: '2026-11-19' }, // prettier-ignore
  ],
  handover: { on: '2026-11-20', to: 'The harbour office', by: 'Wren', batch: 'K 1142', sparesAt: 'on the shelf in the store' },
};

/** The jobs of the demo, the main one last, so that it stands first in the list. */
export const demoJobs: readonly Job[] = [
  gatehouse,
  { ...ticketOffice, spaces: [{ ...ticketOffice.spaces[0]!, name: 'Ticket office' }] },
  office,
  cottage,
];
