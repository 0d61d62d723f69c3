/**
 * What the stages put on paper, in their order: the only list of it. Plain data and no interface, so that the page, the job pack on the server
 * and the command line are made of the same.
 */
import type { AnswerName } from '@/core/answers';
import { formatArea, formatLength } from '@/core/units';
import { cautionsOf } from '@/core/base';
import { certificateWords } from '@/core/plan';
import { planPicture, type PrintPart } from '@/formats/paper';
import { printing as base } from './base/print';
import { printing as beneath } from './beneath/print';
import { printing as buy } from './buy/print';
import { labels, printing as cuts } from './cuts/print';
import { printing as days } from './days/print';
import { printing as doors } from './doors/print';
import { handoverOf, type HandedOver } from './handover/print';
import { calledIn, eventWords } from './lay/words';
import { printing as plank } from './plank/print';
import { printing as room } from './room/print';
import { printing as rows } from './rows/print';
import { printing as setout } from './setout/print';
import type { Ask, Printing } from './stage';

export const PRINTS: readonly (readonly [title: string, printing: Printing])[] = [
  ['The rooms', room],
  ['The base', base],
  ['The planks', plank],
  ['Set-out', setout],
  ['Rows', rows],
  ['Beneath the planks', beneath],
  ['Doorways, edges and trim', doors],
  ['What to buy', buy],
  ['Days', days],
  ['Cut list, row by row', cuts],
];

/** A part of the pack, with the title under which it is found. */
export type Section = { readonly title: string; readonly parts: readonly PrintPart[] };

/** Every answer that the pack is made of. */
export const PACK_WANTS: readonly AnswerName[] = [...new Set<AnswerName>(['summary', ...PRINTS.flatMap(([, p]) => p.wants)])];

/** The job pack: all that a crew works from when every screen is dark. */
export const packOf = (ask: Ask): readonly Section[] =>
  // nothing is printed half
  (ask.plan === null
    ? []
    : [
        { title: 'The job', parts: coverOf(ask) },
        ...PRINTS.map(([title, printing]): Section => ({ title, parts: printing.parts(ask) })),
        { title: 'Notes and signatures', parts: NOTES },
        { title: 'Labels', parts: labels(ask) },
      ]
  ).filter((s) => s.parts.length > 0);

/** What the customer gets with the floor: one section, so that it is a few pages and not one a heading. */
export const handoverSections = (given: HandedOver): readonly Section[] => {
  const parts = handoverOf(given).flatMap(({ title, parts: own }): PrintPart[] => [{ kind: 'heading', text: title }, ...own]);
  return parts.length === 0 ? [] : [{ title: 'Handed over', parts }];
};

/** Parts of the pack that belong to the record of a floor that lies. */
const OF_RECORD = new Set(['The rooms', 'The base', 'The planks', 'Beneath the planks', 'Doorways, edges and trim', 'What to buy']);

const logOf = ({ lines, job, site }: HandedOver): Section => ({
  title: 'What happened',
  parts: [
    {
      kind: 'table',
      caption: 'The log, line by line',
      columns: [{ title: 'No.', width: '8%' }, { title: 'When', width: '20%' }, { title: 'Who', width: '14%' }, { title: 'What' }],
      rows: lines.map((e) => ({
        key: `${e.n}`,
        cells: [`${e.n}`, e.time.slice(0, 16).replace('T', ' '), e.by, eventWords(e, job.display, calledIn(job, site.plan))],
      })),
    },
  ],
});

/** All that is known of a floor: what the customer gets, how it was surveyed and made, and everything that happened, line by line. */
export const recordSections = (given: HandedOver, ask: Ask): readonly Section[] =>
  [
    ...handoverSections(given),
    ...PRINTS.filter(([title]) => OF_RECORD.has(title)).map(([title, printing]): Section => ({ title, parts: printing.parts(ask) })),
    logOf(given),
  ].filter((s) => s.parts.length > 0);

/** Nothing but the labels, to print on a sheet that sticks. */
export const labelsOf = (ask: Ask): readonly Section[] => [{ title: 'Labels', parts: labels(ask) }];

const NOTES: readonly PrintPart[] = [
  { kind: 'blanks', names: ['What was found, what was changed'], lines: 14 },
  { kind: 'blanks', names: ['Batch of the planks', 'Spare planks kept at', 'Laid by', 'Date', 'Taken over by', 'Date, signature'] },
];

/** What is laid, the few numbers, the whole floor, and what can hurt somebody. */
function coverOf({ job, floors, plan, answer }: Ask): readonly PrintPart[] {
  if (!plan) return [];
  const length = (mm: number) => formatLength(mm, job.display, { decimals: 1 });
  const { planks, boxes, laidArea, wastePercent } = plan.totals;
  const summary = answer('summary');
  const bought = answer('order')?.boxes.reduce((sum, b) => sum + b.boxes, 0) ?? boxes;
  const products = [...new Map(floors.map((f) => [f.product.name, f.product])).values()];
  const open = [
    ...plan.findings.filter((f) => f.level === 'must').map((f) => f.text),
    ...(answer('beneath')?.findings ?? []).map((f) => f.text),
  ];
  return [
    {
      kind: 'figures',
      figures: [
        { name: 'Laid', value: formatArea(laidArea * 1e6, job.display) },
        { name: 'Planks', value: `${planks}` },
        { name: job.spares?.planks ? 'Boxes, with the spares' : 'Boxes', value: `${bought}` },
        { name: 'Waste', value: `${wastePercent.toFixed(1)} %` },
      ],
    },
    ...(summary
      ? [
          {
            kind: 'words' as const,
            text: `${planks} planks: ${certificateWords(summary)}. At most ${summary.rack.greatest} offcuts wait at once.`,
          },
        ]
      : []),
    ...products.map((p): PrintPart => ({
      kind: 'words',
      text: `${p.name || 'Planks'}: ${p.planks.map((s) => `${length(s.length)} × ${length(s.width)}`).join(', ')}; ${p.perBox} in a box; gap ${length(p.limits.gap)}; ${floors
        .filter((f) => f.product.name === p.name)
        .flatMap((f) => f.spaces.map((s) => s.name || s.id))
        .join(', ')}.`,
    })),
    ...open.map((text): PrintPart => ({ kind: 'words', tone: 'must', text })),
    { kind: 'drawing', drawing: planPicture(job, plan.floors, false), caption: 'The whole floor', width: 420, true: true },
    { kind: 'heading', text: 'Before anybody begins' },
    ...cautionWords(job).map((text): PrintPart => ({ kind: 'words', tone: 'must', text })),
    {
      kind: 'words',
      text: 'Limits that are presets are marked as such: the product’s own instructions decide, and local rules come first.',
    },
  ];
}

/** What can hurt somebody at the bases of this job, and at the saw. */
const cautionWords = (job: Ask['job']): readonly string[] => {
  const bases = job.bases?.length ? job.bases : [{ substrate: 'concrete' as const }];
  const cautions = new Map(bases.flatMap((b) => cautionsOf(b)).map((c) => [c.id, `${c.title}. ${c.text}`]));
  return [
    ...cautions.values(),
    'Saws and knives: eyes, ears and lungs covered, guards on, push sticks; the blade away from the body, in many light passes.',
  ];
};
