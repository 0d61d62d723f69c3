import { formatLength } from '@/core/units';
import { inUnits, PAGES, type Page } from './pages';

const metric = (text: string): string => inUnits(text, (mm) => formatLength(mm, 'metric'));

/** A page of the guide as it is kept in docs/guide, with the picture of its stage. */
export function markdownOf(page: Page, number: number): string {
  const [before, after] = [PAGES[number - 2], PAGES[number]];
  const way = [before && `[${before.title}](${fileOf(before, number - 1)})`, after && `[${after.title}](${fileOf(after, number + 1)})`];
  return [
    `# ${number}. ${page.title}`,
    metric(page.about),
    `![${page.title}](../screenshots/${page.stage}.png)`,
    page.steps.map((s, i) => `${i + 1}. ${metric(s)}`).join('\n'),
    '**Mind**',
    page.mind.map((m) => `- ${metric(m)}`).join('\n'),
    way.filter(Boolean).join(' · '),
    '',
  ].join('\n\n').trimEnd() + '\n'; // prettier-ignore
}

export const fileOf = (page: Page, number: number): string => `${String(number).padStart(2, '0')}-${page.stage}.md`;

/** Every file of the guide, by its name. */
export const guideFiles = (): readonly (readonly [name: string, text: string])[] => [
  [
    'README.md',
    `# The guide\n\nThe work in its order, a page a stage; in the application the same pages open with \`?\`.\n\n${PAGES.map((p, i) => `${i + 1}. [${p.title}](${fileOf(p, i + 1)})`).join('\n')}\n`,
  ],
  ...PAGES.map((p, i) => [fileOf(p, i + 1), markdownOf(p, i + 1)] as const),
];
