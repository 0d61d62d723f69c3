'use client';
import { useMemo } from 'react';
import type { Floor } from '@/core/floors';
import type { Job } from '@/core/given';
import { edit, useTrials, withFloorLayout, type LayoutChange, type Trial } from '@/ui/desk';
import { Button, Table, Why, Working } from '@/ui/kit';

/** One way to lay the floor, as it is offered: what it is called, and how it changes the job. */
export type Way = { readonly name: string; readonly change: LayoutChange; readonly now: boolean };

type Props = {
  readonly job: Job;
  readonly floors: readonly Floor[];
  readonly floor: Floor;
  /** what is weighed, for those who do not see it */
  readonly label: string;
  readonly ways: readonly Way[];
  /** what is told of each way beside its planks */
  readonly columns: readonly { readonly name: string; readonly of: (trial: Trial) => string }[];
  /** drawn above the list, once ways are tried */
  readonly chart?: (results: readonly (Trial | null | undefined)[]) => React.ReactNode;
};

/** Ways to lay a floor side by side, each planned as it would be: what it costs, and one press to take it. */
export function Weighed({ job, floors, floor, label, ways, columns, chart }: Props) {
  const changes = JSON.stringify(ways.map((w) => w.change));
  const variants = useMemo(
    () => (JSON.parse(changes) as LayoutChange[]).map((change) => withFloorLayout(job, floor, floors.length, change)),
    [changes, job, floor, floors.length],
  );
  const { results, done, running, stop } = useTrials(variants, 500);
  return (
    <section aria-label={label}>
      {running && (
        <Working done={done} label="How many ways are planned" onCancel={stop}>
          Planning each way …
        </Working>
      )}
      {chart?.(results)}
      <Table.Root size="sm">
        <Table.Header>
          <Table.Row>
            <Table.ColumnHeader />
            <Table.ColumnHeader textAlign="end">Planks</Table.ColumnHeader>
            {columns.map((c) => (
              <Table.ColumnHeader key={c.name} textAlign="end">
                {c.name}
              </Table.ColumnHeader>
            ))}
            <Table.ColumnHeader />
          </Table.Row>
        </Table.Header>
        <Table.Body>
          {ways.map((way, i) => {
            const trial = results[i];
            return (
              <Table.Row key={way.name} aria-current={way.now || undefined}>
                <Table.Cell>
                  <b>{way.name}</b>
                </Table.Cell>
                <Table.Cell textAlign="end">{trial ? trial.summary.planks : '…'}</Table.Cell>
                {columns.map((c) => (
                  <Table.Cell key={c.name} textAlign="end">
                    {trial ? c.of(trial) : '…'}
                  </Table.Cell>
                ))}
                <Table.Cell textAlign="end">
                  {way.now ? (
                    <span className="quiet">now</span>
                  ) : (
                    <Button
                      aria-label={`Take ${way.name}`}
                      onClick={() => edit(way.name, (job) => withFloorLayout(job, floor, floors.length, way.change))}
                    >
                      Take
                    </Button>
                  )}
                </Table.Cell>
              </Table.Row>
            );
          })}
        </Table.Body>
      </Table.Root>
      {results.some((r) => r === null) && <Why tone="quiet">A way without figures cannot be laid.</Why>}
    </section>
  );
}
