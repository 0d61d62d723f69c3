import { roomName, type Job } from '@/core/given';
import type { BatchAnswer, Counter, Figure, OrderLine } from '@/core/order';
import { formatVolume, LITRES_PER_GALLON, type Display } from '@/core/units';

export const COUNTER_WORDS: Readonly<Record<Counter, string>> = {
  planks: 'Planks',
  base: 'For the base',
  beneath: 'Beneath the planks',
  profiles: 'Profiles, tracks and shims',
  trim: 'Trim',
  fixing: 'Fixings, glue, spacers, blades',
  safety: 'Protection and safety',
};

/** The stage that a figure is read off, and what it is called. */
export const FIGURE_STAGES: Readonly<Record<Figure, readonly [stage: string, title: string]>> = {
  plan: ['rows', 'Rows'],
  base: ['base', 'Base'],
  beneath: ['beneath', 'Beneath'],
  edges: ['doors', 'Doors'],
  crew: ['days', 'Days'],
};

const plain = (n: number): string => `${Number(n.toFixed(n < 10 ? 2 : 1))}`;

/** What a unit is called where people measure in feet, and how many of those one of it is. */
const IN_FEET: Readonly<Record<string, readonly [name: string, factor: number]>> = {
  metres: ['ft', 1 / 0.3048],
  'metres sawn': ['ft sawn', 1 / 0.3048],
  'm²': ['sq ft', 1 / 0.3048 ** 2],
  kg: ['lb', 1 / 0.45359237],
  litres: ['gal', 1 / LITRES_PER_GALLON],
};
/** A unit as the person reads it, and its factor. */
export const readIn = (unit: string, display: Display): { readonly name: string; readonly factor: number } => {
  const [name, factor] = (display === 'imperial' && IN_FEET[unit]) || [unit, 1];
  return { name, factor };
};

/** So much of a unit, as the person reads it. */
function amountWords(n: number, unit: string, display: Display): string {
  if (unit === 'litres') return formatVolume(n, display);
  const { name, factor } = readIn(unit, display);
  const many = n * factor;
  return `${plain(many)} ${many === 1 ? name.replace(/^(roll|board|length|plank|litre|metre|screw|piece|spacer)s/, '$1') : name}`;
}

/** What is needed, spares apart. */
export const needWords = ({ need, unit, spare }: OrderLine, display: Display): string =>
  `${amountWords(need, unit, display)}${spare > 0 ? ` and ${spare} spare` : ''}`;

/** What a pack of something is called, by its id or by its unit. */
const PACK_WORDS: Readonly<Record<string, string>> = {
  primer: 'can',
  tape: 'roll',
  'glue/track': 'cartridge',
  'glue/joint': 'bottle',
  planks: 'box',
  litres: 'bag',
  metres: 'piece',
  'metres sawn': 'blade',
  'm²': 'roll',
  people: 'piece',
};

/** What is bought: packs, or as much as is needed where nothing says the pack. */
export function buyWords({ id, unit, pack, packs, need, spare }: OrderLine, display: Display): string {
  if (packs === null) return amountWords(need + spare, unit, display);
  if (pack === 1 && ['rolls', 'boards', 'metres'].includes(unit)) return amountWords(packs, unit, display);
  const word = PACK_WORDS[id] ?? PACK_WORDS[unit] ?? 'pack';
  return `${packs} ${packs === 1 ? word : word === 'box' ? 'boxes' : `${word}s`}`;
}

export const roomNames = (job: Pick<Job, 'spaces'>, ids: readonly string[]): string =>
  ids.length === 0 || ids.length === job.spaces.length ? 'everywhere' : ids.map((id) => roomName(job, id)).join(', ');

/** What batches allow, and what to do. */
export function batchWords(
  answer: BatchAnswer,
  rooms: (floor: string) => string,
): { readonly text: string; readonly tone: 'good' | 'should' | 'must' } {
  if (answer.kind === 'one') return { tone: 'good', text: `All ${answer.packs} from batch ${answer.batch}.` };
  if (answer.kind === 'shared') {
    const shares = answer.shares.map((s) => `${s.packs} of ${s.batch} for ${s.floors.map(rooms).join(' and ')}`).join('; ');
    return {
      tone: 'should',
      text: `No batch holds all of it. Whole floors can be shared out: ${shares}. Two batches then meet under a doorway’s profile and never within a floor; look at a plank of each side by side first.`,
    };
  }
  return {
    tone: 'must',
    text: `The largest batch has ${answer.largest} of ${answer.packs} boxes, and no sharing by whole floors works${answer.missing > 0 ? `: ${answer.missing} are missing in all` : ''}. Wait for a batch that is large enough, or lay fewer floors now; do not mix batches within a floor.`,
  };
}

export function weightWords(kg: number, display: Display): string {
  const { name, factor } = readIn('kg', display);
  const many = kg * factor;
  return `${many < 10 ? Number(many.toFixed(1)) : Math.round(many)} ${name}`;
}
export const money = (job: Pick<Job, 'order'>, n: number): string => `${job.order?.currency ?? '£'}${n.toFixed(2)}`;
