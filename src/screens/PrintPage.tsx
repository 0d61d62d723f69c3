'use client';
import { Table } from '@chakra-ui/react';
import { useEffect } from 'react';
import type { PrintPart } from '@/formats/paper';
import { handoverSections, packOf } from '@/stages/prints';
import { listenTo, useAnswer, useProgress, useSaving, useSite, type JobView } from '@/ui/desk';
import { Button, Heading2, Problems, Stops, Why } from '@/ui/kit';
import { ShapesDrawing } from '@/ui/sheet/ShapesDrawing';
import { useAsk } from './useAsk';
import styles from './print.module.css';

type Paper = 'a4' | 'letter';

/** What goes on paper: every stage's own parts, in order. It is made of the same answers as the screen. */
export function PrintPage({ view, paper, handover = false }: { view: JobView; paper: Paper; handover?: boolean }) {
  const opened = useSaving((s) => s.id === view.id && s.job !== null);
  const open = useSaving((s) => s.open);
  useEffect(() => open(view), [open, view]);
  useEffect(() => (handover ? listenTo(view.id) : undefined), [handover, view.id]);
  return (
    <main className={styles.print}>
      <style>{`@page { size: ${paper === 'a4' ? 'A4' : 'letter'}; margin: 12mm }`}</style>
      <h1 style={{ fontSize: 24, fontWeight: 700 }}>{view.document.name}</h1>
      {opened ? <Parts id={view.id} paper={paper} handover={handover} /> : <Why tone="quiet">The plan is being worked out …</Why>}
    </main>
  );
}

function Parts({ id, paper, handover }: { id: string; paper: Paper; handover: boolean }) {
  const ask = useAsk('print');
  const lines = useSite((s) => s.lines);
  const { problems } = useAnswer('plan');
  const progress = useProgress();
  if (problems.length > 0) return <Problems list={[{ text: 'Nothing to print yet.' }, ...problems]} />;
  const isReady = !handover || ask.site !== null;
  // nothing is printed half
  if (!ask.plan || ask.working || !isReady) {
    return (
      <Why tone="quiet" role="status">
        The plan is being worked out …{progress === null ? '' : ` ${Math.round(progress * 100)} %`}
      </Why>
    );
  }
  if (handover && ask.site && ask.site.lying.size === 0)
    return <Problems list={[{ text: 'Nothing lies yet; there is nothing to hand over. Begin at Lay.' }]} />;
  const handed = handover && ask.site ? { job: ask.job, site: ask.site, lines, beneath: ask.answer('beneath'), edges: ask.answer('edges') } : null; // prettier-ignore
  const sections = handed ? handoverSections(handed) : packOf(ask);
  return (
    <>
      <Stops className="no-print" mt="0" mb="4">
        <Button variant="solid" onClick={() => window.print()}>
          Print on {paper === 'a4' ? 'A4' : 'Letter'}
        </Button>
        <Button asChild>
          <a href={`/jobs/${id}/${handover ? 'handover' : 'cuts'}`}>Back to the job</a>
        </Button>
      </Stops>
      {sections.map(({ title, parts }) => (
        <section key={title} className={styles.section}>
          <Heading2>{title}</Heading2>
          {parts.map((part, i) => (
            <Part key={i} part={part} />
          ))}
        </section>
      ))}
    </>
  );
}

function Part({ part }: { part: PrintPart }) {
  switch (part.kind) {
    case 'heading':
      return <h3 className={styles.caption}>{part.text}</h3>;
    case 'words':
      return <Why tone={part.tone}>{part.text}</Why>;
    case 'figures':
      return (
        <dl className={styles.figures}>
          {part.figures.map(({ name, value }) => (
            <div key={name}>
              <dt>{name}</dt>
              <dd>{value}</dd>
            </div>
          ))}
        </dl>
      );
    case 'drawing':
      return (
        <figure>
          {part.caption !== undefined && <figcaption className={styles.caption}>{part.caption}</figcaption>}
          <ShapesDrawing drawing={part.drawing} width={part.width ?? 680} size={12} />
        </figure>
      );
    case 'table':
      return <PrintedTable part={part} />;
    case 'blanks':
      return part.names.map((name) => (
        <div key={name} className={styles.blank} style={{ minHeight: (part.lines ?? 1) * 28 }}>
          {name}
        </div>
      ));
    case 'stickers':
      return (
        <figure>
          <figcaption className={styles.caption}>{part.caption}</figcaption>
          <div className={styles.stickers}>
            {part.stickers.map(({ key, large, words }) => (
              <div key={key}>
                <b>{large}</b>
                {words.map((line) => (
                  <span key={line}>{line}</span>
                ))}
              </div>
            ))}
          </div>
        </figure>
      );
  }
}

const PrintedTable = ({ part }: { part: Extract<PrintPart, { kind: 'table' }> }) => (
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
              {picture && part.columns[i]?.title === picture.in && <ShapesDrawing drawing={picture.drawing} width={300} size={13} />}
            </Table.Cell>
          ))}
        </Table.Row>
      ))}
    </Table.Body>
  </Table.Root>
);
