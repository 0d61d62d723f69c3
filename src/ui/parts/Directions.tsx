'use client';
import { Button } from '@chakra-ui/react';
import { useEffect, useMemo, useState } from 'react';
import type { Floor } from '@/core/floors';
import type { Job, Problem } from '@/core/given';
import type { Summary } from '@/core/plan';
import { groundOf, judgedDirections, reasonsFor } from '@/core/setout';
import { formatLength } from '@/core/units';
import { createPlanner } from '@/workers';
import { directionWords } from '../state/names';
import { withFloorLayout } from '../state/setOutEdit';

type Props = { job: Job; floors: readonly Floor[]; floor: Floor; onChange: (next: Job) => readonly Problem[] };

/** The sensible directions side by side, each with its best set-out: what one gives up, what one gains. */
export function Directions({ job, floors, floor, onChange }: Props) {
  const now = useMemo(() => groundOf(floor).direction, [floor]);
  const judged = useMemo(() => judgedDirections(floor), [floor]);
  const directions = useMemo(() => judged.map((j) => j.direction), [judged]);
  const variants = useMemo(
    () =>
      directions.map((direction) => ({
        direction,
        job: withFloorLayout(job, floor, floors.length, { direction, setOut: { mode: 'auto' } }),
      })),
    [directions, job, floor, floors.length],
  );
  const [results, setResults] = useState<{ for: unknown; list: readonly (Summary | null)[] }>({ for: null, list: [] });
  useEffect(() => {
    const planner = createPlanner();
    let current = true;
    const list: (Summary | null)[] = [];
    // one after the other, and not before the line has come to rest
    const timer = setTimeout(async () => {
      for (const variant of variants) {
        const result = await planner.plan(variant.job);
        if (!current) return;
        list.push(result?.ok ? result.value.summary : null);
        setResults({ for: variants, list: [...list] });
      }
      planner.cancel();
    }, 350);
    return () => {
      current = false;
      clearTimeout(timer);
      planner.cancel();
    };
  }, [variants]);
  const list = results.for === variants ? results.list : [];
  const length = (mm: number | null | undefined) => (mm === null || mm === undefined ? '–' : formatLength(mm, job.display, { bare: true }));
  return (
    <table className="compare">
      <thead>
        <tr>
          <th>Strip</th>
          <th>Planks</th>
          <th>Waste</th>
          <th>Cuts</th>
          <th>Faults</th>
          <th>At doors</th>
        </tr>
      </thead>
      {directions.map((direction, i) => {
        const s = list[i];
        const here = Math.abs(((direction - now + 270) % 180) - 90) < 1e-4;
        return (
          <tbody key={direction} aria-current={here || undefined}>
            <tr className="compare-name">
              <th scope="rowgroup" colSpan={4}>
                {directionWords(direction)}
                <small className="quiet">{reasonsFor(judged[i]!)}</small>
              </th>
              <td colSpan={2} style={{ textAlign: 'right' }}>
                {here ? (
                  'now'
                ) : (
                  <Button
                    h="44px"
                    px="3"
                    variant="outline"
                    onClick={() => onChange(withFloorLayout(job, floor, floors.length, { direction }))}
                    aria-label={`Run the planks ${directionWords(direction)}`}
                  >
                    Take
                  </Button>
                )}
              </td>
            </tr>
            <tr className="figures">
              <td>{s ? length(s.worstStrip) : '…'}</td>
              <td>{s ? s.planks : '…'}</td>
              <td>{s ? `${s.wastePercent.toFixed(0)} %` : '…'}</td>
              <td>{s ? s.cuts : '…'}</td>
              <td className={s && s.musts > 0 ? 'must' : undefined}>{s ? s.musts + s.shoulds : '…'}</td>
              <td>{s ? s.doorways : '…'}</td>
            </tr>
          </tbody>
        );
      })}
    </table>
  );
}
