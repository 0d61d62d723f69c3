'use client';
import { useMemo } from 'react';
import { useFloor, useJob, usePlan } from '@/ui/desk';
import { PlankMarks } from '@/ui/sheet/PieceMarks';
import { RowNumbers } from '@/ui/sheet/RowNumbers';
import type { View } from '@/ui/sheet/view';
import { HandMarks } from './HandMarks';
import { useLooking } from './looking';
import { entrancesOf, LooksView } from './LooksView';

/** Row numbers, planks that give two pieces, what a hand settled; or the floor as one walks in. */
export function Overlay({ view, size }: { view: View; size: { width: number; height: number } }) {
  const job = useJob();
  const plan = usePlan();
  const floor = useFloor()?.floor;
  const { how, entrance } = useLooking();
  const entrances = useMemo(() => (floor ? entrancesOf(floor) : []), [floor]);
  const by = entrances[Math.min(entrance, entrances.length - 1)];
  return (
    <>
      <HandMarks job={job} view={view} />
      {plan && (
        <>
          <RowNumbers plan={plan} view={view} />
          <PlankMarks plan={plan} view={view} />
        </>
      )}
      {plan && how !== null && by && <LooksView job={job} plan={plan} entrance={by} width={size.width} height={size.height} />}
    </>
  );
}
