'use client';
import { Button } from '@chakra-ui/react';
import { frameOf } from '@/core/geometry';
import { type Job, type Plan } from '@/core/given';
import { cutList } from '@/core/plan';
import { formatArea, formatLength } from '@/core/units';
import { cutWords, restWords, takeWords } from '@/formats';
import { PlankDrawing } from '../parts/PlankDrawing';
import { FloorDrawing } from '../sheet/FloorDrawing';

/** The cut list on paper: the drawing with its row numbers, then every row. */
export function PrintSheet({ id, job, plan, paper }: { id: string; job: Job; plan: Plan; paper: 'a4' | 'letter' }) {
  const { display } = job;
  const length = (mm: number) => formatLength(mm, display);
  const plank = job.product.planks[0]!;
  const rows = cutList(plan, job.kerf);
  return (
    <main className="print">
      <style>{`@page { size: ${paper === 'a4' ? 'A4' : 'letter'}; margin: 12mm }`}</style>
      <div className="no-print stops" style={{ marginBottom: 16 }}>
        <Button h="44px" onClick={() => window.print()}>
          Print on {paper === 'a4' ? 'A4' : 'Letter'}
        </Button>
        <Button asChild h="44px" variant="outline">
          <a href={`/jobs/${id}/cuts`}>Back to the job</a>
        </Button>
      </div>
      <h1 style={{ margin: 0, fontSize: 24, fontWeight: 700 }}>{job.name}</h1>
      <p style={{ margin: '4px 0 10px' }}>
        {job.product.name} · {length(plank.length)} × {length(plank.width)} · <b>{plan.totals.planks} planks</b>, {plan.totals.boxes} boxes
        of {job.product.perBox} · {formatArea(plan.totals.laidArea * 1e6, display)} laid · gap {length(job.product.limits.gap)} · kerf{' '}
        {formatLength(job.kerf, display, { decimals: 1, finest: 64 })}
      </p>
      <FloorDrawing job={job} plan={plan} numbers />
      {plan.findings
        .filter((f) => f.level === 'must')
        .map((f, i) => (
          <p key={i} className="must" style={{ margin: '4px 0' }}>
            ◆ {f.text}
          </p>
        ))}
      <p style={{ margin: '8px 0' }}>
        Row 1 lies at the starting wall
        {plan.floors.length === 1 && frameOf(plan.floors[0]!.direction).direction === 0 ? ' (top of the drawing)' : ''}. Left is left for
        someone facing that wall. Eyes, ears and lungs covered at the saw.
      </p>
      {rows.map(({ floor, row, lines }) => (
        <table className="cuts print-row" key={`${floor}/${row}`}>
          <caption>
            {plan.floors.length > 1 ? `${floor}, ` : ''}Row {row}
          </caption>
          <thead>
            <tr>
              <th style={{ width: '8%' }}>Piece</th>
              <th style={{ width: '12%' }}>Length</th>
              <th style={{ width: '19%' }}>Take</th>
              <th style={{ width: '38%' }}>Cut</th>
              <th>What is left</th>
            </tr>
          </thead>
          <tbody>
            {lines.map((line) => (
              <tr key={line.piece.id}>
                <td>{line.piece.id}</td>
                <td className="length">{length(line.length)}</td>
                <td>{takeWords(line, display)}</td>
                <td>
                  {cutWords(line, display)}
                  <PlankDrawing line={line} plank={plan.planks[line.piece.plank - 1]!} display={display} />
                </td>
                <td>{restWords(line, display)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      ))}
    </main>
  );
}
