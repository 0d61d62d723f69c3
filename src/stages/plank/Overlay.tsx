'use client';
import { boxOf, frameOf, intersection, polygonArea, turned, turnedMulti, type MultiPolygon, type Point } from '@/core/geometry';
import type { Product } from '@/core/given';
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
  return (
    <>
      <SizeOverlay job={job} view={view} />
      {here && <Planks view={view} {...here} display={job.display} />}
    </>
  );
}

type Props = NonNullable<ReturnType<typeof useFloor>> & { readonly view: View; readonly display: 'metric' | 'imperial' };

function Planks({ view, floor, setOut, display }: Props) {
  const { product } = floor;
  const [size] = product.planks;
  const frame = frameOf(setOut.direction);
  const laid = turnedMulti(frame, floor.laid);
  const first = setOut.rows[Math.min(1, setOut.rows.length - 1)];
  if (!size || !first) return null;
  const box = boxOf(laid.flatMap((p) => p[0]!));
  const covered = boxCovers(product, laid, first.from);
  const begins = boxOf(inRow(laid, first.from, first.to).flatMap((p) => p[0]!)).minX;
  const from = Number.isFinite(begins) ? begins : box.minX;
  const plank = rectangle(from, first.from, size.length, size.width).map((p) => turned(frame, p));
  const back = (multi: MultiPolygon) => multi.map((polygon) => polygon.map((ring) => ring.map((p) => turned(frame, p))));
  const length = (mm: number) => formatLength(mm, display, { bare: true });
  const at = (u: number, w: number): Point => toScreen(view, turned(frame, [u, w]));
  const middle = at(from + size.length / 2, first.from + size.width / 2);
  const wide = size.length * scaleOf(view);
  const gap = at((box.minX + box.maxX) / 2, box.maxY);
  const area = polygons(covered) / 1e6;
  const low = covered.length > 0 ? boxOf(covered.flatMap((p) => p[0]!)) : null;
  return (
    <g>
      <g transform={matrixOf(view)}>
        <path
          d={multiPath(back(covered))}
          fill="var(--board-3)"
          fillRule="evenodd"
          stroke="var(--joint)"
          strokeWidth={1}
          vectorEffect="non-scaling-stroke"
        />
        <path d={multiPath([[plank]])} fill="var(--board-0)" stroke="var(--ink)" strokeWidth={2.5} vectorEffect="non-scaling-stroke" />
      </g>
      {wide > 90 && (
        <text className="dim" x={middle[0]} y={middle[1]}>
          {length(size.length)} × {length(size.width)}
        </text>
      )}
      {low && (
        <text className="label small" x={at((low.minX + low.maxX) / 2, 0)[0]} y={at(0, low.maxY)[1] + 18}>
          a box of {product.perBox} covers {formatArea(area * 1e6, display)}
        </text>
      )}
      <text className="label small" x={gap[0]} y={gap[1] - 8}>
        gap {formatLength(product.limits.gap, display)} all round
      </text>
    </g>
  );
}

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
