'use client';
import { useMemo } from 'react';
import { isSawn, usePlan, useSite } from '@/ui/desk';
import { PlankMarks, Sawn } from '@/ui/sheet/PieceMarks';
import { RowNumbers } from '@/ui/sheet/RowNumbers';
import type { View } from '@/ui/sheet/view';

/** Row numbers, planks that give two pieces, and what is sawn. */
export function Overlay({ view }: { view: View }) {
  const plan = usePlan();
  const site = useSite();
  const sawn = useMemo(() => plan?.floors.flatMap((floor) => floor.pieces.filter((p) => isSawn(site, floor.id, p))) ?? [], [plan, site]);
  if (!plan) return null;
  return (
    <>
      <Sawn pieces={sawn} view={view} />
      <RowNumbers plan={plan} view={view} />
      <PlankMarks plan={plan} view={view} />
    </>
  );
}
