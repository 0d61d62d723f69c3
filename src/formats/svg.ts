import { boxOf, insideRing, type Point, type Ring } from '../core/geometry';
import { type Job, type Plan } from '../core/given';
import { obstacleLayer, openingLayer } from './layers';
import { oneLine } from './plain';

const escape = (text: string): string =>
  oneLine(text).replace(/[&<>"]/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[c]!);

/** Room kept round the drawing, mm. */
const MARGIN = 200;

/**
 * The floor as a drawing at true scale: one unit of the drawing is one millimetre of the floor, the page as large as the floor. Groups
 * `WALLS`, `OPENINGS_…`, `OBSTACLES_…`, `NAMES`, `LAID` and one of pieces for each row; y points up on the floor and down on the page.
 */
export function planSvg(job: Job, plan: Plan): string {
  const box = boxOf([...job.spaces, ...(job.openings ?? [])].flatMap((s) => s.outline));
  const [width, height] = [box.maxX - box.minX + 2 * MARGIN, box.maxY - box.minY + 2 * MARGIN];
  const n = (value: number) => `${Math.round(value * 1000) / 1000 || 0}`;
  const path = (ring: Ring) => `M${ring.map(([x, y]) => `${n(x)} ${n(-y)}`).join('L')}Z`;
  const group = (id: string, style: string, content: readonly string[]) => `<g id="${escape(id)}" ${style}>\n${content.join('\n')}\n</g>`;
  const shape = (id: string, rings: readonly Ring[]) => `<path id="${escape(id)}" fill-rule="evenodd" d="${rings.map(path).join('')}"/>`;
  const layers = <T extends { id: string; outline: Ring }>(things: readonly T[], layerOf: (thing: T) => string, style: string) =>
    [...new Set(things.map(layerOf))].map((layer) =>
      group(
        layer,
        style,
        things.filter((t) => layerOf(t) === layer).map((t) => shape(t.id, [t.outline])),
      ),
    );
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${n(width)}mm" height="${n(height)}mm" viewBox="${n(box.minX - MARGIN)} ${n(-box.maxY - MARGIN)} ${n(width)} ${n(height)}">`,
    `<title>${escape(job.name)}</title>`,
    ...layers(job.spaces, () => 'WALLS', 'fill="none" stroke="#000" stroke-width="8"'),
    ...layers(job.openings ?? [], openingLayer, 'fill="none" stroke="#000" stroke-width="8"'),
    ...layers(job.obstacles ?? [], obstacleLayer, 'fill="#bbb" stroke="#000" stroke-width="4"'),
    group(
      'NAMES',
      'font-family="sans-serif" font-size="120"',
      job.spaces.map((s) => {
        const [x, y] = nameAt(s.outline);
        return `<text x="${n(x)}" y="${n(-y)}">${escape(s.name)}</text>`;
      }),
    ),
    ...plan.floors.flatMap((floor) => [
      group(
        `LAID_${floor.id}`,
        'fill="none" stroke="#777" stroke-width="2"',
        floor.laid.map((polygon, i) => shape(`${floor.id}-laid-${i + 1}`, polygon)),
      ),
      ...floor.rows.map((row) =>
        group(
          `ROWS_${floor.id}_${row.n}`,
          'fill="none" stroke="#a3814b" stroke-width="2"',
          floor.pieces.filter((p) => p.row === row.n).map((p) => shape(`${floor.id}-${p.id}`, p.outline)),
        ),
      ),
    ]),
    '</svg>',
    '',
  ].join('\n');
}

/** A point inside an outline where its name begins: on the widest stretch at a middling height. */
export function nameAt(ring: Ring): Point {
  const box = boxOf(ring);
  let best: Point = ring[0]!;
  let widest = 0;
  for (const share of [0.5, 0.35, 0.65]) {
    const y = box.minY + (box.maxY - box.minY) * share;
    const crossings = ring
      .flatMap((a, i) => {
        const b = ring[(i + 1) % ring.length]!;
        return a[1] > y === b[1] > y ? [] : [a[0] + ((y - a[1]) / (b[1] - a[1])) * (b[0] - a[0])];
      })
      .sort((p, q) => p - q);
    for (let i = 0; i + 1 < crossings.length; i += 2) {
      const stretch = crossings[i + 1]! - crossings[i]!;
      const at: Point = [crossings[i]! + Math.min(stretch / 2, 200), y];
      if (stretch > widest + 1 && insideRing(at, ring)) {
        widest = stretch;
        best = at;
      }
    }
  }
  return best;
}
