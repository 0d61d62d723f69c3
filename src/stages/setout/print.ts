import { formatLength } from '@/core/units';
import { setOutPicture, type PrintPart } from '@/formats/paper';
import type { Ask, Printing } from '../stage';

/** Which way the planks run and where the rows fall: the strip at every wall, and the line to snap. */
function printed({ job, plan, answer }: Ask): readonly PrintPart[] {
  const setOuts = answer('setOut');
  if (!plan || !setOuts) return [];
  const length = (mm: number) => formatLength(mm, job.display);
  return [
    {
      kind: 'drawing',
      drawing: setOutPicture(job, plan.floors, setOuts),
      caption: 'The strip at every wall that runs with the planks',
      true: true,
    },
    {
      kind: 'table',
      caption: 'Which way, and the narrowest strip',
      columns: [{ title: 'Rooms' }, { title: 'Planks run' }, { title: 'Why' }, { title: 'Narrowest strip' }, { title: 'Row 1' }],
      rows: setOuts.map(({ setOut, ground }) => {
        const least = setOut.strips.length === 0 ? null : Math.min(...setOut.strips.map((s) => s.least));
        const [first] = plan.floors.find((f) => f.id === ground.floor.id)?.rows ?? [];
        return {
          key: ground.floor.id,
          cells: [
            ground.floor.spaces.map((s) => s.name || s.id).join(' + '),
            `${Math.round(setOut.direction * 10) / 10}°`,
            setOut.directionReason,
            least === null ? 'none runs with them' : formatLength(least, job.display, { down: true }),
            first ? `a plank of ${length(first.width)}; its far edge is the line, parallel to it every row` : '',
          ],
        };
      }),
    },
    {
      kind: 'words',
      text: 'Snap the line, and lay to the line and not to the wall. Measure it from both ends before the first row is fixed.',
    },
  ];
}

export const printing: Printing = { wants: ['setOut'], parts: printed };
