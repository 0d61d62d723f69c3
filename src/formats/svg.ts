import { boxOf, type Ring } from '../core/geometry';
import type { Job } from '../core/job';
import { ringsOf, type Plan } from '../core/plan';

const escape = (text: string): string => text.replace(/[&<>"]/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[c]!);

/** Room kept round the drawing, mm. */
const MARGIN = 200;

/**
 * The floor as a drawing at true scale: one unit of the drawing is one millimetre of the floor, the page as large as the floor. Groups
 * `walls`, `obstacles`, `laid` and a group of pieces for each row; y points up on the floor and down on the page.
 */
export function planSvg(job: Job, plan: Plan): string {
  const box = boxOf(job.spaces.flatMap((s) => s.outline));
  const [width, height] = [box.maxX - box.minX + 2 * MARGIN, box.maxY - box.minY + 2 * MARGIN];
  const n = (value: number) => `${Math.round(value * 1000) / 1000 || 0}`;
  const path = (ring: Ring) => `M${ring.map(([x, y]) => `${n(x - box.minX + MARGIN)} ${n(box.maxY - y + MARGIN)}`).join('L')}Z`;
  const group = (id: string, style: string, content: string[]) => `<g id="${escape(id)}" ${style}>\n${content.join('\n')}\n</g>`;
  const shape = (id: string, rings: readonly Ring[]) => `<path id="${escape(id)}" fill-rule="evenodd" d="${rings.map(path).join('')}"/>`;
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${n(width)}mm" height="${n(height)}mm" viewBox="0 0 ${n(width)} ${n(height)}">`,
    `<title>${escape(job.name)}</title>`,
    group('walls', 'fill="none" stroke="#000" stroke-width="8"', [
      ...job.spaces.map((s) => shape(s.id, [s.outline])),
      ...(job.openings ?? []).map((o) => shape(o.id, [o.outline])),
    ]),
    group(
      'obstacles',
      'fill="#bbb" stroke="#000" stroke-width="4"',
      (job.obstacles ?? []).map((o) => shape(o.id, [o.outline])),
    ),
    ...plan.floors.flatMap((floor) => [
      group(
        `${floor.id} laid`,
        'fill="none" stroke="#777" stroke-width="2"',
        floor.laid.map((polygon, i) => shape(`${floor.id} laid ${i + 1}`, polygon)),
      ),
      ...floor.rows.map((row) =>
        group(
          `${floor.id} row ${row.n}`,
          'fill="none" stroke="#a3814b" stroke-width="2"',
          floor.pieces.filter((p) => p.row === row.n).map((p) => shape(`${floor.id} ${p.id}`, ringsOf(p))),
        ),
      ),
    ]),
    '</svg>',
    '',
  ].join('\n');
}
