'use client';
import { Table } from '@chakra-ui/react';
import { Download, Printer } from 'lucide-react';
import { Fragment, useEffect, useMemo, useRef, useState } from 'react';
import type { Untippable } from '@/core/edges';
import { floorText, type Job, type Plan } from '@/core/given';
import { BATCH_ROWS, sawCuts, type PieceCuts } from '@/core/cuts';
import { grouped } from '@/core/geometry';
import { cutListCsv, cutSentences, pieceId, planSvg, restWords, slideWords, takeWords } from '@/formats';
import {
  choose,
  fetchLog,
  isOtherPlan,
  isSawn,
  pieceChoice,
  sawn,
  useAnswer,
  useDeskState,
  useFloor,
  useJob,
  usePlan,
  useSaving,
  useSite,
} from '@/ui/desk';
import { BigNumber, Button, Mistake, ReadingTitle, Stops, Tick, Why } from '@/ui/kit';
import { download } from '@/ui/kit/download';
import { MakePack, Packing } from '@/ui/pack/MakePack';
import { isDrawn } from '@/formats/paper';
import { PlankDrawing } from '@/ui/sheet/PlankDrawing';
import styles from './cuts.module.css';
import { printCuts } from './open';

const NO_PIECES: readonly PieceCuts[] = [];

/** Row by row: what to take, what to cut, from which end to mark, what is left. */
export function Reading() {
  const job = useJob();
  const plan = usePlan();
  const asked = useAnswer('cuts');
  const floor = useFloor()?.floor;
  const summary = useAnswer('summary').value;
  const site = useSite();
  const all = asked.value?.pieces ?? NO_PIECES;
  const rows = useMemo(() => [...grouped(all, (l) => `${l.floor} ${l.row}`).values()], [all]);
  const untippable = useAnswer('edges').value?.untippable;
  const slid = useMemo(() => new Map((untippable ?? []).map((u) => [`${u.floor}/${u.piece}`, u] as const)), [untippable]);
  const pieces = useMemo(() => plan?.floors.flatMap((f) => f.pieces.map((p) => [f.id, p] as const)) ?? [], [plan]);
  const done = useMemo(() => pieces.filter(([id, p]) => isSawn(site, id, p)).length, [pieces, site]);
  const otherPlan = useMemo(() => plan !== null && isOtherPlan(site.site, plan), [plan, site.site]);
  if (!plan || !floor)
    return <Why tone="quiet">{asked.working ? 'The cuts are being worked out …' : 'The cut list comes with the plan.'}</Why>;
  return (
    <>
      <ReadingTitle>Saw cuts</ReadingTitle>
      <BigNumber value={sawCuts(all)} unit={`in ${rows.length} rows`} />
      {summary && (
        <Why>
          The stop is set <b>{summary.stops.rowByRow}</b> times cut by cut, {summary.stops.batches} times with {BATCH_ROWS} rows cut ahead.
          At most <b>{summary.rack.greatest}</b> {summary.rack.greatest === 1 ? 'offcut waits' : 'offcuts wait'} at once.
        </Why>
      )}
      {done > 0 && (
        <Why>
          <b>
            {done} of {pieces.length}
          </b>{' '}
          pieces are ticked off.
        </Why>
      )}
      {otherPlan && <Why tone="must">Laying is under way by a plan that was changed on site. What is to be sawn now stands in Lay.</Why>}
      {site.waits && site.unsent > 0 && <Why tone="should">{site.unsent} not on the server yet.</Why>}
      <Why>Mark each piece turned over its place; the gap is taken off already. Left is left for someone facing the starting wall.</Why>
      <Out job={job} plan={plan} pieces={all} />
      {rows
        .filter(([first]) => first!.floor === floor.id)
        .map((lines) => (
          <Row key={lines[0]!.row} lines={lines} plan={plan} slid={slid} />
        ))}
    </>
  );
}

/** What leaves for paper and other programs. */
function Out({ job, plan, pieces }: { job: Job; plan: Plan; pieces: readonly PieceCuts[] }) {
  const id = useSaving((s) => s.id);
  const name = job.name || 'job';
  const [trouble, setTrouble] = useState<string | null>(null);
  const exportDxf = async () => {
    setTrouble(null);
    const formats = await import('@/formats/dxf').catch(() => null);
    if (formats) download(`${name}.dxf`, 'image/vnd.dxf', formats.planDxf(job, plan));
    else setTrouble('No DXF was made: its code could not be fetched. Is the server running? Try again, or load the page again.');
  };
  /** The job as it is on screen; with its log, where the server answers. */
  const exportJob = async () => {
    setTrouble(null);
    const log = await fetchLog(id);
    if (log && log.length > 0) return download(`${name}.floor.pitsaw.json`, 'application/json', floorText(job, log));
    download(`${name}.pitsaw.json`, 'application/json', `${JSON.stringify(job, null, 2)}\n`);
    if (log === null) setTrouble('The server cannot be reached: the file holds the job as it is on screen, and not what happened on site.');
  };
  return (
    <>
      <Stops>
        <Button variant="solid" onClick={() => printCuts('a4')}>
          <Printer size={17} /> Print A4
        </Button>
        <Button onClick={() => printCuts('letter')}>
          <Printer size={17} /> Letter
        </Button>
        <Button onClick={() => download(`${name} cuts.csv`, 'text/csv', cutListCsv(pieces))}>
          <Download size={17} /> CSV
        </Button>
        <Button onClick={() => download(`${name}.svg`, 'image/svg+xml', planSvg(job, plan))}>
          <Download size={17} /> SVG
        </Button>
        <Button onClick={() => void exportDxf()}>
          <Download size={17} /> DXF
        </Button>
        <Button onClick={() => void exportJob()}>
          <Download size={17} /> Job file
        </Button>
        <MakePack labels />
      </Stops>
      <Packing />
      <Mistake text={trouble ?? undefined} />
    </>
  );
}

function Row({ lines, plan, slid }: { lines: readonly PieceCuts[]; plan: Plan; slid: ReadonlyMap<string, Untippable> }) {
  return (
    <Table.Root size="sm" className={styles.cuts}>
      <Table.Caption captionSide="top" className={styles.caption}>
        Row {lines[0]!.row}
      </Table.Caption>
      <Table.Header className="unseen">
        <Table.Row>
          {['Piece', 'Take and cut', 'Cut'].map((title) => (
            <Table.ColumnHeader key={title}>{title}</Table.ColumnHeader>
          ))}
        </Table.Row>
      </Table.Header>
      <Table.Body>
        {lines.map((line) => (
          <Line key={line.piece} line={line} plan={plan} slides={slid.get(line.piece)} />
        ))}
      </Table.Body>
    </Table.Root>
  );
}

/** One piece; a line of its own for its picture, where words do not say it all. */
function Line({ line, plan, slides }: { line: PieceCuts; plan: Plan; slides: Untippable | undefined }) {
  const { floor } = line;
  const id = pieceId(line.piece);
  const piece = plan.floors.find((f) => f.id === floor)?.pieces.find((p) => p.id === id);
  const chosen = useDeskState(({ choice }) => choice?.kind === 'piece' && choice.floor === floor && choice.piece === id);
  const ticked = useSite((s) => piece !== undefined && isSawn(s, floor, piece));
  const at = useRef<HTMLTableRowElement>(null);
  useEffect(() => {
    if (chosen) at.current?.scrollIntoView({ block: 'nearest' });
  }, [chosen]);
  const rest = restWords(line);
  const pick = () => choose(pieceChoice(floor, id));
  return (
    <Fragment>
      <Table.Row ref={at} data-chosen={chosen || undefined} data-drawn={isDrawn(line) || undefined} onClick={pick}>
        <Table.Cell className={styles.piece}>{id}</Table.Cell>
        <Table.Cell>
          <CutSteps line={line} />
          {rest && <div className="quiet">{rest}</div>}
          {slides && <Why tone="should">{slideWords(slides)}</Why>}
        </Table.Cell>
        <Table.Cell className={styles.tick} onClick={(e) => e.stopPropagation()}>
          <Tick label={`Piece ${id} is cut`} checked={ticked} onTick={(on) => piece && sawn(plan, floor, piece, on)} />
        </Table.Cell>
      </Table.Row>
      {isDrawn(line) && (
        <Table.Row data-chosen={chosen || undefined} onClick={pick}>
          <Table.Cell colSpan={3} className={styles.picture}>
            <PlankDrawing line={line} />
          </Table.Cell>
        </Table.Row>
      )}
    </Fragment>
  );
}

/** What is taken, and every cut in its order. */
function CutSteps({ line }: { line: PieceCuts }) {
  const steps = cutSentences(line);
  return (
    <>
      <div>Take {takeWords(line)}.</div>
      {steps.length === 0 && <div>No cut.</div>}
      {steps.map((step, k) => (
        <div key={k} className={styles.step}>
          {steps.length > 1 && `${k + 1}. `}
          {step}.
        </div>
      ))}
    </>
  );
}
