import type { Job } from '../core/given';

const box = (x: number, y: number, length: number, width: number): [number, number][] => [
  [x, y],
  [x + length, y],
  [x + length, y + width],
  [x, y + width],
];

/** The lock-keeper's cottage as it stands: the truth that the simulated instruments measure. */
export const cottageHouse: Required<Pick<Job, 'spaces' | 'openings'>> = {
  spaces: [
    { id: 'corridor', name: 'Corridor', outline: box(0, 0, 7200, 1260) },
    {
      id: 'reading',
      name: 'Reading room',
      outline: [
        [0, 1360],
        [4600, 1360],
        [4600, 4700],
        [3700, 4700],
        [3200, 5440],
        [1800, 5440],
        [1300, 4700],
        [-38, 4700],
      ],
    },
    { id: 'kitchen', name: 'Tea kitchen', outline: box(4720, 1360, 2480, 2740) },
    { id: 'books', name: 'Book store', outline: box(5500, -1100, 1700, 1000) },
  ],
  openings: [
    { id: 'reading-door', between: ['corridor', 'reading'], outline: box(1500, 1260, 900, 100), finish: 'through', busy: true },
    {
      id: 'kitchen-door',
      between: ['corridor', 'kitchen'],
      outline: box(5300, 1260, 800, 100),
      finish: 'reducer',
      leaf: 'middle',
      kit: 'low-sill',
      foot: 12,
    },
    { id: 'books-door', between: ['corridor', 'books'], outline: box(6000, -100, 700, 100), finish: 'through' },
    {
      id: 'porch-door',
      between: ['corridor', null],
      outline: box(-100, 200, 100, 900),
      finish: 'reducer',
      busy: true,
      leaf: 'middle',
      kit: 'low-sill',
      foot: 12,
      beyond: { floor: 'stone', height: 14 },
    },
  ],
};
