import type { Job, Kit, Material, Obstacle, Profile, Trim } from './schema';

/*
 * Presets of what lies beneath and of what floors end at, and the foot of an end cap: what decides how far a floor is laid. All of it is
 * invented; measure what the shop sells, its own figures decide.
 */

export const PRESET_MATERIALS: readonly Material[] = [
  { id: 'foam', name: 'Thin foam on a roll', kind: 'foam', width: 1000, length: 15000, thickness: 2, perPack: 1, tape: true },
  { id: 'boards', name: 'Stiff boards', kind: 'board', width: 590, length: 790, thickness: 5, perPack: 15, tape: true },
  {
    id: 'film',
    name: 'Vapour film',
    kind: 'film',
    width: 2000,
    length: 25000,
    thickness: 0.2,
    perPack: 1,
    lap: 200,
    turnUp: 50,
    tape: true,
  },
];

export const PRESET_KITS: readonly Kit[] = [
  {
    id: 'low-sill',
    name: 'Low sill',
    track: { height: 4, width: 8 },
    stacks: [
      { shims: [], height: 0 },
      { shims: ['low'], height: 2 },
      { shims: ['low', 'high'], how: 'nested', height: 3 },
      { shims: ['high'], height: 5 },
    ],
    profiles: [
      { kind: 't-mould', near: [2, 6], far: [2, 6], foot: 12, cover: 44, lengths: [900, 2700] },
      { kind: 'reducer', near: [2, 7], far: [-5, 3], foot: 12, cover: 48, nearCover: 24, lengths: [900, 2700] },
      { kind: 'carpet-edge', near: [2, 6], far: [-2, 8], foot: 12, cover: 40, nearCover: 24, lengths: [900, 2700] },
      { kind: 'end-cap', near: [2, 6], far: [-10, 30], foot: 8, cover: 28, nearCover: 24, lengths: [900, 2700] },
      { kind: 'nosing', near: [2, 5], far: [-40, 0], foot: 12, cover: 60, nearCover: 26, lengths: [1200, 2700] },
    ],
  },
  {
    id: 'tall-sill',
    name: 'Tall sill',
    track: { height: 7, width: 10 },
    stacks: [
      { shims: [], height: 0 },
      { shims: ['step'], height: 3 },
      { shims: ['step', 'step'], how: 'stacked', height: 6 },
    ],
    profiles: [
      { kind: 't-mould', near: [1, 6], far: [1, 6], foot: 14, cover: 52, lengths: [1000, 2000] },
      { kind: 'reducer', near: [1, 6], far: [-9, 3], foot: 14, cover: 58, nearCover: 26, lengths: [1000, 2000] },
      { kind: 'end-cap', near: [1, 6], far: [-15, 40], foot: 10, cover: 34, nearCover: 29, lengths: [1000, 2000] },
    ],
  },
];

export const PRESET_TRIM: Trim = { name: 'Skirting', thickness: 18, lap: 3, lengths: [2400], kerf: 3, kept: false };

export const kitsOf = ({ kits }: Pick<Job, 'kits'>): readonly Kit[] => kits ?? PRESET_KITS;
export const trimOf = ({ trim }: Pick<Job, 'trim'>): Trim => ({ ...PRESET_TRIM, ...trim });

/** The end cap that stands before an obstacle: the first of its kit, with the foot that was said where one was. */
export const endCapOf = ({ kit, foot }: NonNullable<Obstacle['edge']>, job: Pick<Job, 'kits'>): Profile | null =>
  kitsOf(job)
    .find((k) => k.id === kit)
    ?.profiles.find((p) => p.kind === 'end-cap' && (foot === undefined || p.foot === foot)) ?? null;

/** How wide the foot before an obstacle is, mm: as said, else that of its kit's first end cap; a job that was read has one or the other. */
export const footOf = (edge: NonNullable<Obstacle['edge']>, job: Pick<Job, 'kits'>): number => edge.foot ?? endCapOf(edge, job)?.foot ?? 0;
