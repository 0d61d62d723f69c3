'use client';
import { Button } from '@chakra-ui/react';
import { Download, Printer } from 'lucide-react';
import { Fragment, useEffect, useMemo, useRef } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { cutList } from '@/core/plan';
import { type Job, type Plan, type Problem } from '@/core/given';
import { formatLength } from '@/core/units';
import { cutListCsv, cutWords, planSvg, restWords, takeWords } from '@/formats';
import { BigNumber } from '../parts/Big';
import { isDrawn, PlankDrawing } from '../parts/PlankDrawing';
import { download } from '../parts/download';
import { isTicked, ticked, tickOf } from '../state/ticks';
import type { StageProps } from './props';

type Props = StageProps & {
  id: string;
  plan: Plan | null;
  chosen: string | null;
  onChoose: (id: string | null) => void;
  onChange: (next: Job) => readonly Problem[];
};

/** Row by row: what to take, what to cut, from which end to mark, what is left. */
export function CutsReading({ job, id, floor, plan, chosen, onChoose, onChange }: Props) {
  const { display } = job;
  const rows = useMemo(() => (plan ? cutList(plan, job.kerf) : []), [plan, job.kerf]);
  const saws = rows.reduce(
    (sum, r) => sum + r.lines.reduce((s, l) => s + l.early.length + l.crosscuts.length + (l.rip || l.shape ? 1 : 0), 0),
    0,
  );
  const print = (paper: string) => window.open(`/jobs/${id}/print?paper=${paper}`, '_blank');
  useHotkeys('p', () => print(display === 'metric' ? 'a4' : 'letter'), { useKey: true });
  const all = useMemo(() => new Set(rows.flatMap((r) => r.lines.map((l) => tickOf(l.floor, l.piece)))), [rows]);
  const done = [...all].filter((tick) => isTicked(job, tick)).length;
  const at = useRef<HTMLTableRowElement>(null);
  useEffect(() => void at.current?.scrollIntoView({ block: 'nearest' }), [chosen]);
  const exportDxf = async () => {
    if (!plan) return;
    const { planDxf } = await import('@/formats/dxf');
    download(`${job.name || 'job'}.dxf`, 'image/vnd.dxf', planDxf(job, plan));
  };
  if (!plan) return <p className="why">The cut list comes with the plan.</p>;
  return (
    <>
      <h1>Saw cuts</h1>
      <BigNumber value={saws} unit={`in ${rows.length} rows`} />
      {done > 0 && (
        <p className="why">
          <b>
            {done} of {all.size}
          </b>{' '}
          pieces are ticked off.
        </p>
      )}
      <p className="why">
        Mark each piece turned over its place; the gap is taken off already. Left is left for someone facing the starting wall.
      </p>
      <div className="stops">
        <Button h="44px" onClick={() => print('a4')}>
          <Printer size={17} /> Print A4
        </Button>
        <Button h="44px" variant="outline" onClick={() => print('letter')}>
          <Printer size={17} /> Letter
        </Button>
        <Button h="44px" variant="outline" onClick={() => download(`${job.name || 'job'} cuts.csv`, 'text/csv', cutListCsv(rows, display))}>
          <Download size={17} /> CSV
        </Button>
        <Button h="44px" variant="outline" onClick={() => download(`${job.name || 'job'}.svg`, 'image/svg+xml', planSvg(job, plan))}>
          <Download size={17} /> SVG
        </Button>
        <Button h="44px" variant="outline" onClick={() => void exportDxf()}>
          <Download size={17} /> DXF
        </Button>
        <Button asChild h="44px" variant="outline">
          <a href={`/api/jobs/${id}/file`}>
            <Download size={17} /> Job file
          </a>
        </Button>
      </div>
      {rows
        .filter((r) => r.floor === floor.id)
        .map(({ row, lines }) => (
          <table className="cuts" key={row}>
            <caption>Row {row}</caption>
            <thead className="unseen">
              <tr>
                <th>Piece</th>
                <th>Length</th>
                <th>Take and cut</th>
                <th>Cut</th>
              </tr>
            </thead>
            <tbody>
              {lines.map((line) => {
                const key = `${line.floor}/${line.piece.id}`;
                const rest = restWords(line, display);
                return (
                  <Fragment key={key}>
                    <tr
                      ref={key === chosen ? at : undefined}
                      className={key === chosen ? 'chosen' : undefined}
                      onClick={() => onChoose(key)}
                      style={{ cursor: 'pointer' }}
                    >
                      <td>{line.piece.id}</td>
                      <td className="length">{formatLength(line.length, display, { bare: true })}</td>
                      <td>
                        {takeWords(line, display)}, {cutWords(line, display)}
                        {rest && <span className="quiet">. {rest}</span>}
                      </td>
                      <td className="tick">
                        <label onClick={(e) => e.stopPropagation()}>
                          <input
                            type="checkbox"
                            aria-label={`Piece ${line.piece.id} is cut`}
                            checked={isTicked(job, tickOf(line.floor, line.piece))}
                            onChange={(e) => onChange(ticked(job, tickOf(line.floor, line.piece), e.target.checked, all))}
                          />
                        </label>
                      </td>
                    </tr>
                    {isDrawn(line) && (
                      <tr className={key === chosen ? 'drawn chosen' : 'drawn'} onClick={() => onChoose(key)}>
                        <td colSpan={4}>
                          <PlankDrawing line={line} plank={plan.planks[line.piece.plank - 1]!} display={display} />
                        </td>
                      </tr>
                    )}
                  </Fragment>
                );
              })}
            </tbody>
          </table>
        ))}
    </>
  );
}
