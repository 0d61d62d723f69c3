'use client';
import { useSite } from '@/ui/desk';
import { AsItLies } from '@/ui/sheet/AsItLies';
import { matrixOf, type View } from '@/ui/sheet/view';

/** The floor as it lies: what is handed over. */
export function Overlay({ view }: { view: View }) {
  const site = useSite((s) => s.site);
  if (!site?.plan) return null;
  return (
    <g transform={matrixOf(view)}>
      <AsItLies site={site} />
    </g>
  );
}
