'use client';
import type { Floor } from '@/core/floors';
import type { Job } from '@/core/given';
import { RACK } from '@/core/rows';
import { useAnswer, type LayoutChange } from '@/ui/desk';
import { BigNumber, Why } from '@/ui/kit';
import { Weighed } from './Weighed';

/** Bounds that are offered for what waits. */
const BOUNDS = [8, RACK, 4, 3, 2, 1];

/** What waits on the rack: how much at once, how long, and what it costs to let less wait. */
export function RackPart({ job, floors, floor }: { readonly job: Job; readonly floors: readonly Floor[]; readonly floor: Floor }) {
  const { stagger } = floor.layout;
  const rack = useAnswer('summary').value?.rack;
  const bounds = [...new Set([...BOUNDS, ...(stagger.rack === undefined ? [] : [stagger.rack])])].sort((a, b) => b - a);
  const to = (bound: number | undefined): LayoutChange => ({ stagger: { ...stagger, rack: bound } });
  return (
    <>
      {rack && (
        <>
          <BigNumber value={rack.greatest} unit={rack.greatest === 1 ? 'offcut waits at once' : 'offcuts wait at once, at most'} />
          <Why>
            {rack.at && `Most in row ${rack.at.row}${floors.length > 1 ? ` of ${nameOf(floors, rack.at.floor)}` : ''}. `}
            Half of them are used within {rack.rowsBetween.median} {rack.rowsBetween.median === 1 ? 'row' : 'rows'}, the last after{' '}
            {rack.rowsBetween.most}. Number each as it is cut.
          </Why>
        </>
      )}
      <Weighed
        job={job}
        floors={floors}
        floor={floor}
        label="What less waiting costs"
        ways={[
          { name: 'As many as it takes', change: to(undefined), now: stagger.rack === undefined },
          ...bounds.map((bound) => ({ name: `At most ${bound}`, change: to(bound), now: stagger.rack === bound })),
        ]}
        columns={[{ name: 'Wait', of: (t) => `${t.summary.rack.greatest}` }]}
      />
    </>
  );
}

const nameOf = (floors: readonly Floor[], id: string): string =>
  floors
    .find((f) => f.id === id)
    ?.spaces.map((s) => s.name || s.id)
    .join(', ') ?? id;
