'use client';
import { useMemo } from 'react';
import { useJob, useSite, useSiteAnswer } from '@/ui/desk';
import { AsItLies } from '@/ui/sheet/AsItLies';
import { matrixOf, type View } from '@/ui/sheet/view';
import { useDamaged } from './damaged';

/** The floor as it lies: what is damaged, and what comes up with it by the way that is looked at. */
export function Overlay({ view }: { view: View }) {
  const job = useJob();
  const site = useSite((s) => s.site);
  const { pieces, way } = useDamaged();
  const { state, value } = useSiteAnswer('repair', pieces.length > 0, pieces);
  const route = state === 'found' ? value?.routes[way] : undefined;
  const lifted = useMemo(() => new Set(route?.possible ? route.lifted : []), [route]);
  const damaged = useMemo(() => new Set(pieces), [pieces]);
  if (!site?.plan) return null;
  return (
    <g transform={matrixOf(view)} aria-label={`${job.name}: the floor as it lies`}>
      <AsItLies site={site} marked={lifted} strong={damaged} />
    </g>
  );
}
