import { taskWords } from '@/core/days';
import { roomsPicture, type PrintPart } from '@/formats/paper';
import type { Ask, Printing } from '../stage';
import { dayWords, hoursWords, momentWords, peopleWords, roomDays, spanWords } from './words';

/** The days: every task in order with who and after what, the waits, and when each room is free again. */
function printed({ job, answer }: Ask): readonly PrintPart[] {
  const report = answer('days');
  if (!report) return [];
  const name = (id: string) =>
    taskWords(
      report.tasks.find((t) => t.id === id)!,
      job,
    );
  const rooms = roomDays(job, report);
  return [
    {
      kind: 'words',
      text: `Done ${momentWords(report.finish)}, with ${peopleWords(report.crew.people)} from ${report.crew.from} to ${report.crew.to}.`,
    },
    {
      kind: 'drawing',
      width: 480,
      drawing: roomsPicture(
        job,
        'When each room is free again',
        new Map([...rooms].map(([id, { free }]) => [id, `free ${dayWords(free)}`])),
      ),
    },
    {
      kind: 'table',
      caption: 'Tasks',
      columns: [{ title: 'When', width: '24%' }, { title: 'What', width: '30%' }, { title: 'Who', width: '16%' }, { title: 'After' }],
      rows: [...report.tasks]
        .sort((a, b) => a.start - b.start)
        .map((t) => ({
          key: t.id,
          cells: [
            spanWords(t),
            `${taskWords(t, job)}${report.critical.includes(t.id) ? ' (decides the end)' : ''}`,
            `${peopleWords(t.people)}, ${hoursWords(t.minutes)}`,
            t.after.map((a) => `${name(a.task)}${a.wait > 0 ? ` + ${a.wait} h` : ''}`).join('; '),
          ],
        })),
    },
    ...(report.waits.length === 0
      ? []
      : [
          {
            kind: 'table' as const,
            caption: 'Waits that cannot be shortened',
            columns: [{ title: 'Over at', width: '24%' }, { title: 'Hours', width: '10%' }, { title: 'Why' }],
            rows: report.waits.map((w) => ({
              key: `${w.after} ${w.hours}`,
              cells: [momentWords(w.ends), `${w.hours}`, `${w.why}, after ${name(w.after)}`],
            })),
          },
        ]),
  ];
}

export const printing: Printing = { wants: ['days'], parts: printed };
