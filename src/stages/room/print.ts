import { roomName } from '@/core/given';
import { polygonArea } from '@/core/geometry';
import { formatArea, formatLength } from '@/core/units';
import { surveyPicture, type PrintPart } from '@/formats/paper';
import type { Ask, Printing } from '../stage';

/** The survey on paper: every wall with its length, and what stands there. */
function printed({ job }: Ask): readonly PrintPart[] {
  const length = (mm: number) => formatLength(mm, job.display);
  const name = (id: string | null) => (id === null ? 'out' : roomName(job, id));
  const sizes = (outline: readonly (readonly [number, number])[]) => {
    const span = (k: 0 | 1) => Math.max(...outline.map((p) => p[k])) - Math.min(...outline.map((p) => p[k]));
    return `${length(span(0))} × ${length(span(1))}`;
  };
  const rows = [
    ...job.spaces.map((s) => ({ key: s.id, cells: [s.name || s.id, 'room', sizes(s.outline), formatArea(Math.abs(polygonArea([s.outline])), job.display)] })),
    ...(job.openings ?? []).map((o) => ({ key: o.id, cells: [o.between.map(name).join(' to '), 'doorway', sizes(o.outline), o.finish === 'stop' ? 'wall' : o.finish.replace('-', ' ')] })),
    ...(job.obstacles ?? []).map((o) => ({ key: o.id, cells: [o.kind, 'stands there', sizes(o.outline), o.gap === undefined ? '' : `gap ${formatLength(o.gap, job.display, { decimals: 1 })}`] })),
  ]; // prettier-ignore
  return [
    { kind: 'drawing', drawing: surveyPicture(job), caption: 'Rooms and walls as they were measured', true: true },
    {
      kind: 'table',
      caption: 'Rooms, doorways and what stands there',
      columns: [{ title: 'Where' }, { title: 'What' }, { title: 'Over all' }, { title: 'Area, or more' }],
      rows,
    },
  ];
}

export const printing: Printing = { wants: [], parts: printed };
