'use client';
import {
  boxOf,
  frameOf,
  intersection,
  polygonArea,
  turned,
  spansAt,
  turnedMulti,
  type MultiPolygon,
  type Point,
  type Span,
} from '@/core/geometry';
import type { Job, Product } from '@/core/given';
import { formatArea, formatLength } from '@/core/units';
import { useFloor, useJob } from '@/ui/desk';
import { multiPath } from '@/ui/sheet/paths';
import { SizeOverlay } from '@/ui/sheet/SizeOverlay';
import { matrixOf, scaleOf, toScreen, type View } from '@/ui/sheet/view';

/** A floor takes so many boxes at least before what one covers is shown: a smaller one is covered by the first. */
const SHOWS_BOX = 1.5;

/** The plank at true scale where the first one lies, what a box covers, and the gap all round. */
export function Overlay({ view }: { view: View }) {
  const job = useJob();
  const here = useFloor();
  return here ? <Planks view={view} {...here} job={job} /> : <SizeOverlay job={job} view={view} />;
}

type Props = NonNullable<ReturnType<typeof useFloor>> & { readonly view: View; readonly job: Job };

function Planks({ view, floor, setOut, job }: Props) {
  const { product } = floor;
  const { display } = job;
  const [size] = product.planks;
  const frame = frameOf(setOut.direction);
  const laid = turnedMulti(frame, floor.laid);
  // in the longest row there is room to see a whole plank
  const spans = setOut.rows.map((row) => ({ row, span: longestSpan(laid, (row.from + row.to) / 2) }));
  const [best] = spans.filter((r) => r.span !== null).sort((p, q) => q.span![1] - q.span![0] - (p.span![1] - p.span![0]));
  if (!size || !best?.span) return <SizeOverlay job={job} view={view} />;
  const { row, span } = best;
  const from = span[0];
  const covered = boxCovers(product, laid, row.from);
  const plank = rectangle(from, row.from, Math.min(size.length, span[1] - from), size.width).map((p) => turned(frame, p));
  const back = (multi: MultiPolygon) => multi.map((polygon) => polygon.map((ring) => ring.map((p) => turned(frame, p))));
  const length = (mm: number) => formatLength(mm, display, { bare: true });
  const at = (u: number, w: number): Point => toScreen(view, turned(frame, [u, w]));
  const middle = at(from + size.length / 2, row.from + size.width / 2);
  const wide = size.length * scaleOf(view);
  const area = polygons(covered) / 1e6;
  const low = covered.length > 0 ? boxOf(covered.flatMap((p) => p[0]!)) : null;
  const note: Point = [at(from, 0)[0] + 10, at(0, low ? low.maxY : row.to)[1] + 18];
  return (
    <g>
      <SizeOverlay job={job} view={view} beside={note} />
      <g transform={matrixOf(view)}>
        <path
          d={multiPath(back(covered))}
          fill="var(--board-3)"
          fillRule="evenodd"
          stroke="var(--pencil)"
          strokeWidth={1.5}
          vectorEffect="non-scaling-stroke"
        />
        <path d={multiPath([[plank]])} fill="var(--board-0)" stroke="var(--ink)" strokeWidth={2.5} vectorEffect="non-scaling-stroke" />
      </g>
      {wide > 90 && (
        <text className="dim" x={middle[0]} y={middle[1]} style={{ strokeWidth: 0, fontSize: 14 }}>
          {length(size.length)} × {length(size.width)}
        </text>
      )}
      <text className="label small" x={note[0]} y={note[1]} style={{ textAnchor: 'start' }}>
        {low && `a box of ${product.perBox}: ${formatArea(area * 1e6, display)}; `}
        gap {formatLength(product.limits.gap, display)}
      </text>
    </g>
  );
}

/** The longest stretch of floor along a line of equal w. */
const longestSpan = (laid: MultiPolygon, w: number): Span | null =>
  spansAt(laid, 1, w, 1).reduce<Span | null>((best, s) => (!best || s[1] - s[0] > best[1] - best[0] ? s : best), null);

const rectangle = (u: number, w: number, length: number, width: number): Point[] => [
  [u, w],
  [u + length, w],
  [u + length, w + width],
  [u, w + width],
];

const inRow = (laid: MultiPolygon, from: number, to: number): MultiPolygon => {
  const { minX, maxX } = boxOf(laid.flatMap((p) => p[0]!));
  return intersection(laid, [[rectangle(minX, from, maxX - minX, to - from)]]);
};
const polygons = (multi: MultiPolygon): number => multi.reduce((sum, p) => sum + polygonArea(p), 0);

/** What one box covers, laid row by row from a row's edge on; nothing where it would cover the most of the floor. */
function boxCovers(product: Product, laid: MultiPolygon, begin: number): MultiPolygon {
  const area = product.planks.reduce((sum, p) => sum + p.length * p.width * p.share * product.perBox, 0);
  if (polygons(laid) < SHOWS_BOX * area) return [];
  const widths = product.widthSequence ?? [product.planks[0]!.width];
  const covered: MultiPolygon[] = [];
  let left = area;
  let w = begin;
  const { maxY } = boxOf(laid.flatMap((p) => p[0]!));
  for (let k = 0; left > 1 && w < maxY; k++) {
    const width = widths[k % widths.length]!;
    const row = inRow(laid, w, w + width);
    const whole = polygons(row);
    w += width;
    if (whole === 0) continue;
    const box = boxOf(row.flatMap((p) => p[0]!));
    const part = whole <= left ? row : intersection(row, [[rectangle(box.minX, box.minY, ((box.maxX - box.minX) * left) / whole, width)]]);
    covered.push(part);
    left -= whole;
  }
  return covered.flat();
}
