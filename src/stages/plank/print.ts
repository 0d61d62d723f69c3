import { LIMIT_NAMES, sourceOf, sourceText, type LimitName, type Product } from '@/core/given';
import { formatLength, type Display } from '@/core/units';
import type { PrintPart } from '@/formats/paper';
import type { Ask, Printing } from '../stage';

const LIMIT_WORDS: Readonly<Record<LimitName, string>> = {
  gap: 'Gap at everything that is fixed',
  stagger: 'Least stagger of end joints',
  endPiece: 'Least length of an end piece',
  rip: 'Least width of a rip',
  runAlong: 'Longest floor along the planks',
  runAcross: 'Longest floor across the planks',
};
const LOCK_WORDS: Readonly<Record<NonNullable<Product['lock']>, string>> = {
  angle: 'tip the end in first, as near to the row before as can be, then the long edge',
  'angle-drop': 'long edge first, then a soft mallet on the end',
  tap: 'knocked together flat',
};

/** Each product with its limits and whose they are. */
function printed({ job, floors }: Ask): readonly PrintPart[] {
  const products = [...new Map(floors.map((f) => [JSON.stringify(f.product), f.product])).values()];
  return products.map((product): PrintPart => ({
    kind: 'table',
    caption: `${product.name || 'Planks'}: ${sizesOf(product, job.display)}; ${product.lock ? LOCK_WORDS[product.lock] : 'nobody has said how its lock goes in'}`,
    columns: [{ title: 'Limit' }, { title: 'Is' }, { title: 'Says who' }],
    rows: LIMIT_NAMES.map((limit) => ({
      key: limit,
      cells: [LIMIT_WORDS[limit], formatLength(product.limits[limit], job.display, { decimals: 1 }), sourceText(sourceOf(product, limit))],
    })),
  }));
}

const sizesOf = ({ planks, thickness }: Product, display: Display): string => {
  const length = (mm: number) => formatLength(mm, display, { decimals: 1 });
  return `${planks.map((p) => `${length(p.length)} × ${length(p.width)}`).join(', ')}, ${length(thickness)} thick`;
};

export const printing: Printing = { wants: [], parts: printed };
