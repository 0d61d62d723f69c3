import { round3 } from '../geometry';
import type { Job, LimitName, LimitSource, Limits, Product } from './schema';

/**
 * What limits usually are for each kind of plank, until the product's own instructions are read.
 * Every one is a preset: the instructions in the box decide.
 */
export const PRESET_LIMITS: Readonly<Record<Product['kind'], Limits>> = {
  laminate: { gap: 8, stagger: 300, endPiece: 300, rip: 50, runAlong: 12000, runAcross: 8000 },
  'rigid-vinyl': { gap: 6, stagger: 200, endPiece: 200, rip: 50, runAlong: 15000, runAcross: 15000 },
  'flexible-vinyl': { gap: 5, stagger: 150, endPiece: 200, rip: 50, runAlong: 10000, runAcross: 10000 },
  engineered: { gap: 12, stagger: 400, endPiece: 400, rip: 60, runAlong: 12000, runAcross: 7000 },
};

/** What one cut takes away by the tool that makes it, mm; a preset: measure a cut of your own blade. */
export const KERF_BY_TOOL = [
  { tool: 'Fine circular saw', kerf: 2 },
  { tool: 'Mitre or table saw', kerf: 3 },
  { tool: 'Jigsaw', kerf: 1.5 },
  { tool: 'Hand saw', kerf: 1 },
  { tool: 'Shear, or score and snap', kerf: 0 },
] as const;

/** By how much a tape errs over a room, mm, where nobody says it: a preset. */
export const TAPE_ERRS = 3;

export const sourceOf = (product: Product, limit: LimitName): LimitSource => product.limitSources?.[limit] ?? 'product';

/** The words for where a limit comes from. */
export const sourceText = (source: LimitSource): string =>
  source === 'product' ? 'the product asks for it' : source === 'preset' ? 'a preset; the product’s instructions decide' : 'you set it';

/** A plank to start with: one size, laminate, every limit a preset. */
export function presetProduct(): Product {
  return {
    name: 'Laminate 1285 × 192 × 8',
    kind: 'laminate',
    planks: [{ length: 1285, width: 192, share: 1 }],
    thickness: 8,
    attachedPad: 0,
    perBox: 8,
    prints: 6,
    lock: 'angle-drop',
    limits: { ...PRESET_LIMITS.laminate },
    limitSources: { gap: 'preset', stagger: 'preset', endPiece: 'preset', rip: 'preset', runAlong: 'preset', runAcross: 'preset' },
  };
}

/** A job of one rectangular room, lengths in mm. */
export function newJob(name: string, display: Job['display'], length: number, width: number): Job {
  return {
    format: 'pitsaw/job',
    version: 1,
    name,
    display,
    product: presetProduct(),
    kerf: 2,
    spaces: [{ id: 'room', name: 'Room', tag: 'ROO', outline: rectangle(length, width) }],
    openings: [],
    obstacles: [],
    layout: { direction: 'auto', setOut: { mode: 'auto' }, stagger: { school: 'offcut', seed: 1 } },
    layouts: [],
  };
}

/** The outline of a rectangle from the origin, to the three decimals that files carry. */
export const rectangle = (length: number, width: number): [number, number][] => [
  [0, 0],
  [round3(length), 0],
  [round3(length), round3(width)],
  [0, round3(width)],
];
