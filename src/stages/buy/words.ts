import type { Job } from '@/core/given';
import type { BatchAnswer, Counter, Figure, OrderLine } from '@/core/order';

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

/** A unit for so many of it. */
const unitOf = (n: number, unit: string): string =>
  n === 1 ? unit.replace(/^(roll|board|length|plank|litre|metre|screw|piece|spacer)s/, '$1') : unit;

/** What is needed, spares apart. */
export const needWords = ({ need, unit, spare }: OrderLine): string =>
  `${plain(need)} ${unitOf(need, unit)}${spare > 0 ? ` and ${spare} spare` : ''}`;

/** What a pack of something is called. */
const PACK_WORDS: Readonly<Record<string, string>> = {
  planks: 'box',
  litres: 'bag',
  metres: 'piece',
  'metres sawn': 'blade',
  'm²': 'roll',
  people: 'piece',
};
const packWord = ({ unit, id, pack }: Pick<OrderLine, 'unit' | 'id' | 'pack'>): string => {
  if (id === 'primer') return 'can';
  if (id === 'tape') return 'roll';
  if (id.startsWith('glue/')) return id === 'glue/track' ? 'cartridge' : 'bottle';
  if (pack === 1) return unitOf(1, unit);
  return PACK_WORDS[unit] ?? 'pack';
};
const plural = (word: string, n: number): string => (n === 1 ? word : word === 'box' ? 'boxes' : `${word}s`);

/** What is bought: packs, or as much as is needed where nothing says the pack. */
export function buyWords(line: OrderLine): string {
  if (line.packs === null) return `${plain(line.need + line.spare)} ${unitOf(line.need + line.spare, line.unit)}`;
  const word = line.unit === 'people' ? 'piece' : packWord(line);
  return `${line.packs} ${plural(word, line.packs)}`;
}

export const roomNames = (job: Pick<Job, 'spaces'>, ids: readonly string[]): string =>
  ids.length === 0 || ids.length === job.spaces.length
    ? 'everywhere'
    : ids.map((id) => job.spaces.find((s) => s.id === id)?.name || id).join(', ');

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

export const kg = (n: number): string => `${n < 10 ? Number(n.toFixed(1)) : Math.round(n)} kg`;
export const money = (job: Pick<Job, 'order'>, n: number): string => `${job.order?.currency ?? '£'}${n.toFixed(2)}`;
