'use client';
import { Table } from '@chakra-ui/react';
import { useEffect } from 'react';
import { formatArea, formatLength } from '@/core/units';
import type { Plan } from '@/core/given';
import { STAGES, type PrintPart } from '@/stages';
import { useAnswer, useJob, useProgress, useSaving, type JobView } from '@/ui/desk';
import { Button, Problems, Stops, Why } from '@/ui/kit';
import { FloorDrawing } from '@/ui/sheet/FloorDrawing';
import { ShapesDrawing } from '@/ui/sheet/ShapesDrawing';
import { PlankDrawing } from '@/ui/sheet/PlankDrawing';
import { useAsk } from './useAsk';
import styles from './print.module.css';

type Paper = 'a4' | 'letter';

/** What goes on paper: every stage's own parts, in order. It is made of the same answers as the screen. */
export function PrintPage({ view, paper }: { view: JobView; paper: Paper }) {
  const opened = useSaving((s) => s.id === view.id && s.job !== null);
  const open = useSaving((s) => s.open);
  useEffect(() => open(view), [open, view]);
  return (
    <main className={styles.print}>
      <style>{`@page { size: ${paper === 'a4' ? 'A4' : 'letter'}; margin: 12mm }`}</style>
      <h1 style={{ fontSize: 24, fontWeight: 700 }}>{view.document.name}</h1>
      {opened ? <Parts id={view.id} paper={paper} /> : <Why tone="quiet">The plan is being worked out …</Why>}
    </main>
  );
}

function Parts({ id, paper }: { id: string; paper: Paper }) {
  const job = useJob();
  const ask = useAsk('print');
  const { problems } = useAnswer('plan');
  const progress = useProgress();
  const { plan } = ask;
  if (problems.length > 0) return <Problems list={[{ text: 'Nothing to print yet.' }, ...problems]} />;
  // nothing is printed half
  if (!plan || ask.working) {
    return (
      <Why tone="quiet" role="status">
        The plan is being worked out …{progress === null ? '' : ` ${Math.round(progress * 100)} %`}
      </Why>
    );
  }
  const plank = job.product.planks[0]!;
  const length = (mm: number) => formatLength(mm, job.display);
  return (
    <>
      <Stops className="no-print" mt="0" mb="4">
        <Button variant="solid" onClick={() => window.print()}>
          Print on {paper === 'a4' ? 'A4' : 'Letter'}
        </Button>
        <Button asChild>
          <a href={`/jobs/${id}/cuts`}>Back to the job</a>
        </Button>
      </Stops>
      <p style={{ margin: '4px 0 10px' }}>
        {job.product.name} · {length(plank.length)} × {length(plank.width)} · <b>{plan.totals.planks} planks</b>, {plan.totals.boxes} boxes
        of {job.product.perBox} · {formatArea(plan.totals.laidArea * 1e6, job.display)} laid · gap {length(job.product.limits.gap)} · kerf{' '}
        {formatLength(job.kerf, job.display, { decimals: 1, finest: 64 })}
      </p>
      {STAGES.flatMap((stage) => (stage.print?.(ask) ?? []).map((part, i) => <Part key={`${stage.name} ${i}`} part={part} plan={plan} />))}
    </>
  );
}

function Part({ part, plan }: { part: PrintPart; plan: Plan }) {
  const job = useJob();
  if (part.kind === 'drawing') return <FloorDrawing job={job} plan={plan} numbers />;
  if (part.kind === 'shapes') return <ShapesDrawing drawing={part.drawing} width={part.width ?? 640} size={12} />;
  if (part.kind === 'pieces')
    return (
      <figure>
        <figcaption className={styles.caption}>{part.caption}</figcaption>
        <FloorDrawing job={job} named={part.pieces} />
      </figure>
    );
  if (part.kind === 'words') return <Why tone={part.tone}>{part.text}</Why>;
  return (
    <Table.Root size="sm" className={`print-row ${styles.table}`}>
      <Table.Caption captionSide="top" className={styles.caption}>
        {part.caption}
      </Table.Caption>
      <Table.Header>
        <Table.Row>
          {part.columns.map(({ title, width }) => (
            <Table.ColumnHeader key={title} style={{ width }}>
              {title}
            </Table.ColumnHeader>
          ))}
        </Table.Row>
      </Table.Header>
      <Table.Body>
        {part.rows.map(({ key, cells, picture }) => (
          <Table.Row key={key}>
            {cells.map((cell, i) => (
              <Table.Cell key={i}>
                {cell}
                {picture && part.columns[i]?.title === 'Cut' && (
                  <PlankDrawing line={picture} plank={plan.planks[picture.piece.plank - 1]!} display={job.display} />
                )}
              </Table.Cell>
            ))}
          </Table.Row>
        ))}
      </Table.Body>
    </Table.Root>
  );
}
