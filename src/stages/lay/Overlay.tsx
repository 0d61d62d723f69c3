'use client';
import { useMemo } from 'react';
import type { MultiPolygon } from '@/core/geometry';
import { useJob, usePlan, useSite } from '@/ui/desk';
import { multiPath } from '@/ui/sheet/paths';
import { RowNumbers } from '@/ui/sheet/RowNumbers';
import { matrixOf, type View } from '@/ui/sheet/view';
import { stepsOf, useInHand } from './hand';
import { useGrowing, usePreview } from './preview';
import styles from './lay.module.css';

/** The floor as it lies by now, the plan for the rest, what is sawn, and the row in hand. */
export function Overlay({ view }: { view: View }) {
  const site = useSite((s) => s.site);
  const hand = useInHand();
  const preview = usePreview((s) => s.way);
  const planned = usePlan();
  const job = useJob();
  const growing = useGrowing((s) => s.step);
  const plan = preview?.plan ?? site?.plan ?? (growing === null ? null : planned);
  const drawn = useMemo(() => {
    if (!plan || !site) return null;
    const path = (outlines: readonly (readonly (readonly (readonly [number, number])[])[])[]) => multiPath(outlines as MultiPolygon);
    const waiting = plan.floors.flatMap((f) =>
      f.pieces.filter((p) => !site.lying.has(`${f.id}/${p.id}`)).map((p) => ({ key: `${f.id}/${p.id}`, p })),
    );
    const changed = new Set(preview?.changes.rows.map(([floor, row]) => `${floor} ${row}`) ?? []);
    return {
      laid: path([...site.lying.values()].map((l) => l.piece.outline)),
      waiting: path(waiting.map((w) => w.p.outline)),
      sawn: path(waiting.filter((w) => site.sawn.has(w.key)).map((w) => w.p.outline)),
      changed: path(
        plan.floors.flatMap((f) =>
          f.pieces.filter((p) => changed.has(`${f.id} ${p.row}`) && !site.lying.has(`${f.id}/${p.id}`)).map((p) => p.outline),
        ),
      ),
    };
  }, [plan, site, preview]);
  const grown = useMemo(() => {
    if (!plan || growing === null) return null;
    const done = new Set(stepsOf(plan, job).slice(0, growing).flatMap((s) => s.pieces.map((p) => `${s.floor}/${p}`))); // prettier-ignore
    return multiPath(plan.floors.flatMap((f) => f.pieces.filter((p) => done.has(`${f.id}/${p.id}`)).map((p) => p.outline)));
  }, [plan, growing, job]);
  if (plan && grown !== null)
    return (
      <>
        <g transform={matrixOf(view)} aria-hidden>
          <path className={styles.waiting} d={multiPath(plan.floors.flatMap((f) => f.pieces.map((p) => p.outline)))} fillRule="evenodd" />
          <path className={styles.laid} d={grown} fillRule="evenodd" />
        </g>
        <RowNumbers plan={plan} view={view} />
      </>
    );
  if (!plan || !site || !drawn) return null;
  return (
    <>
      <g transform={matrixOf(view)} aria-hidden>
        <path className={styles.waiting} d={drawn.waiting} fillRule="evenodd" />
        <path className={styles.laid} d={drawn.laid} fillRule="evenodd" />
        <path className="sawn" d={drawn.sawn} fillRule="evenodd" />
        <path className={styles.changed} d={drawn.changed} fillRule="evenodd" />
        {hand && !preview && <path className={styles.inHand} d={multiPath([hand.piece.outline])} fillRule="evenodd" />}
      </g>
      <RowNumbers plan={plan} view={view} />
    </>
  );
}
