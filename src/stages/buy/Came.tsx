'use client';
import { Trash2 } from 'lucide-react';
import type { Job, Received } from '@/core/given';
import { arrivedOf, type OrderReport } from '@/core/order';
import { Choice, Fields, IconButton, Lines, NumberField, Stops, TextField, Thing, Why } from '@/ui/kit';
import styles from './buy.module.css';
import { putReceived, removeReceived, takeIn } from './edits';
import { wantedOf } from './Supplier';

/** What came with its batch, what of it is damaged, what is missing, and what goes back unopened at the end. */
export function Came({ job, report }: { job: Job; report: OrderReport }) {
  const received = job.order?.received ?? [];
  const wanted = wantedOf(report);
  const lines = [...report.items, ...report.sundries];
  const nameOf = (item: string) => {
    const boxes = report.boxes.find((b) => b.lines.includes(item));
    return boxes ? `Boxes, ${boxes.product.name || 'planks'}` : (lines.find((l) => l.id === item)?.what ?? item);
  };
  const sums = wanted.map((w) => ({ ...w, ...arrivedOf(w.item, w.packs, received) })).filter((s) => s.packs > 0);
  const mixed = sums.filter((s) => report.boxes.some((b) => b.lines.includes(s.item)) && s.batches.length > 1);
  return (
    <>
      {received.length === 0 && (
        <Why tone="quiet">Nothing has come yet. Count the boxes at the door, read the batch on each, look for broken corners.</Why>
      )}
      {mixed.map((m) => (
        <Why key={m.item} tone="must" role="alert">
          {nameOf(m.item)} came in {m.batches.length} batches: {m.batches.join(', ')}. Keep them apart: one floor, one batch. Send back what
          was not ordered.
        </Why>
      ))}
      {sums.length > 0 && (
        <Lines>
          {sums.map((s) => (
            <li key={s.item}>
              <span>
                {nameOf(s.item)}
                {s.missing > 0 ? `: ${s.missing} missing` : s.back > 0 ? `: ${s.back} go back unopened` : ': all there'}
                {s.damaged > 0 ? `, ${s.damaged} damaged` : ''}
              </span>
              <b className={styles.figure}>
                {s.packs - s.damaged} of {wanted.find((w) => w.item === s.item)!.packs}
              </b>
            </li>
          ))}
        </Lines>
      )}
      {received.map((r) => (
        <One key={r.id} entry={r} name={nameOf(r.item)} />
      ))}
      <Choice
        label="Something else came"
        value=""
        otherwise="Choose what came"
        options={wanted.map((w) => [w.item, nameOf(w.item)])}
        onChoice={(item) =>
          takeIn([{ item, on: new Date().toISOString().slice(0, 10), packs: wanted.find((w) => w.item === item)!.packs }])
        }
      />
    </>
  );
}

const One = ({ entry: r, name }: { entry: Received; name: string }) => (
  <Thing name={`${name}, ${r.on}`}>
    <Fields>
      <NumberField whole label="Packs" value={r.packs} wanted="A whole number." onNumber={(packs) => putReceived(r.id, { packs })} />
      <NumberField
        whole
        label="Damaged"
        value={r.damaged ?? 0}
        wanted="A whole number."
        onNumber={(damaged) => putReceived(r.id, { damaged })}
      />
    </Fields>
    <TextField label="Batch" value={r.batch ?? ''} onText={(batch) => putReceived(r.id, { batch })} />
    <Stops mt="1">
      <IconButton aria-label={`Take ${name} of ${r.on} off the list`} variant="ghost" onClick={() => removeReceived(r.id)}>
        <Trash2 size={16} />
      </IconButton>
    </Stops>
    {(r.damaged ?? 0) > 0 && <Why>Photograph it, tell the driver, and have it replaced from the same batch.</Why>}
  </Thing>
);
