'use client';
import type { BeneathReport } from '@/core/beneath';
import { calledOf, roomName, type Job } from '@/core/given';
import { formatLength } from '@/core/units';
import { Heading2, Why } from '@/ui/kit';
import { laidAlike, layingWords } from './words';
import { aheadOf } from './cutting';

/** How each layer is laid: butted or lapped, taped, turned up, and how far ahead of the rows. */
export function Laying({ job, report }: { job: Job; report: BeneathReport }) {
  const things = (job.obstacles ?? []).length > 0;
  const rooms = (spaces: readonly string[]) => spaces.map((id) => roomName(job, id)).join(', ');
  const pad = report.layers.find((l) => l.kind === 'pad');
  return (
    <>
      {laidAlike(report.layers).map((one) => (
        <section key={`${one.material.id} ${one.direction}`}>
          <Heading2>
            {calledOf(one.material)}: {rooms(one.spaces)}
          </Heading2>
          {layingWords(one, job).map((line) => (
            <Why key={line}>{line}</Why>
          ))}
        </section>
      ))}
      {things && <Why>Registers, pipes and posts: cut the pad round them as it is laid; slit the film, turn it up and tape it.</Why>}
      {pad && (
        <Why tone="quiet">
          Lay only {formatLength(aheadOf(pad), job.display)} ahead of the rows, two widths: nobody walks on it, and the boxes have room.
        </Why>
      )}
    </>
  );
}
