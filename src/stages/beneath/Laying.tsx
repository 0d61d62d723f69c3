'use client';
import type { BeneathReport, Layer } from '@/core/beneath';
import type { Job } from '@/core/given';
import { formatLength } from '@/core/units';
import { Heading2, Why } from '@/ui/kit';
import { layingWords } from './words';
import { aheadOf } from './rolls';

/** How each layer is laid: butted or lapped, taped, turned up, and how far ahead of the rows. */
export function Laying({ job, report }: { job: Job; report: BeneathReport }) {
  const things = (job.obstacles ?? []).length > 0;
  const one = (layer: Layer) => (
    <section key={`${layer.floor} ${layer.kind} ${layer.material.id} ${layer.direction}`}>
      <Heading2>{layer.material.name}</Heading2>
      {layingWords(layer, job).map((line) => (
        <Why key={line}>{line}</Why>
      ))}
    </section>
  );
  const kinds = report.layers.filter((l, i, all) => all.findIndex((m) => m.material === l.material) === i);
  const pad = report.layers.find((l) => l.kind === 'pad');
  return (
    <>
      {kinds.map(one)}
      {things && <Why>Registers, pipes and posts: cut the pad round them as it is laid; slit the film, turn it up and tape it.</Why>}
      {pad && (
        <Why tone="quiet">
          Lay only {formatLength(aheadOf(pad), job.display)} ahead of the rows, two widths: nobody walks on it, and the boxes have room.
        </Why>
      )}
    </>
  );
}
