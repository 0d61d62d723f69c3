'use client';
import { useMemo } from 'react';
import type { Job } from '@/core/given';
import { useAnswer, useTrials } from '@/ui/desk';
import { Button, Stops, Why, Working } from '@/ui/kit';
import { putOpening } from './edits';
import { edgeName, mmIn } from './words';

/** Floors that are longer than the product allows: the best doorway for a break, and what it does to the plan. */
export function Breaks({ job }: { job: Job }) {
  const { value } = useAnswer('edges');
  const now = useAnswer('summary').value ?? null;
  const breaks = value?.breaks;
  const trials = useMemo(
    () =>
      (breaks ?? []).flatMap(({ at }) =>
        typeof at === 'string'
          ? [{ ...job, openings: job.openings?.map((o) => (o.id === at ? { ...o, finish: 't-mould' as const } : o)) }]
          : [],
      ),
    [breaks, job],
  );
  const tried = useTrials(trials);
  if (!value) return <Why tone="quiet">They follow from the plan.</Why>;
  if (value.breaks.length === 0) return <Why tone="good">No floor is longer than its product allows without a break.</Why>;
  let n = -1;
  return (
    <>
      {value.breaks.map(({ floor, at, why, over }) => {
        const then = typeof at === 'string' ? tried.results[++n] : undefined;
        const edge = value.openings.find((o) => o.id === at);
        return (
          <section key={floor}>
            <Why tone="must">
              {typeof at === 'string' && edge ? `Break it in the doorway ${edgeName(job, edge)}` : 'Break it on the dashed line'}: {why}.
              {over > 0 ? ` The longest part is still ${mmIn(job)(over)} too long.` : ''}
            </Why>
            {then && now && (
              <Why>
                {then.summary.planks} planks instead of {now.planks}, {then.summary.shoulds} faults of looks instead of {now.shoulds}.
              </Why>
            )}
            {typeof at === 'string' && (
              <Stops mt="1">
                <Button onClick={() => putOpening('a break in a long floor', at, { finish: 't-mould' })}>Break the floor there</Button>
              </Stops>
            )}
          </section>
        );
      })}
      {tried.running && trials.length > 0 && (
        <Working done={tried.done} label="How far the trial is" onCancel={tried.stop}>
          Planning it with the break …
        </Working>
      )}
    </>
  );
}
