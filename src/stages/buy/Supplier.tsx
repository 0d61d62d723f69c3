'use client';
import { roomName, type Job } from '@/core/given';
import { batchesOf, type BatchAnswer, type Boxes, type Offer, type OrderReport, type Wanted } from '@/core/order';
import { useSupplier, today } from '@/ui/desk';
import { Button, Lines, Mistake, Stops, Why } from '@/ui/kit';
import styles from './buy.module.css';
import { holdBoxes, putPlaced, takeIn, takePrices } from './edits';
import { batchWords } from './words';

/** Everything that has packs, with how many; the boxes of a product by its first size, for a box holds all sizes. */
export const wantedOf = ({ items, sundries, boxes }: OrderReport): readonly Wanted[] => [
  ...boxes.filter((b) => b.boxes > 0).map((b): Wanted => ({ item: b.lines[0]!, packs: b.boxes })),
  ...[...items, ...sundries]
    .filter((l) => l.counter !== 'planks')
    .map((l): Wanted => ({ item: l.id, packs: Math.ceil(l.packs ?? l.need + l.spare) }))
    .filter((l) => l.packs > 0),
];

/** What a supplier has, in which batches and from when; and ordering from it. */
export function Supplier({ job, report }: { job: Job; report: OrderReport }) {
  const { busy, name, offers, problem, ask, order, outage } = useSupplier();
  const wanted = wantedOf(report);
  return (
    <>
      <Stops mt="0">
        <Button variant="solid" disabled={busy || wanted.length === 0} onClick={() => void ask(wanted)}>
          {offers ? 'Ask again' : 'What is there, and when?'}
        </Button>
      </Stops>
      <Mistake text={problem ?? undefined} />
      {offers && (
        <Offers
          job={job}
          report={report}
          name={name}
          offers={offers}
          busy={busy}
          onOrder={async (lines) => {
            const taken = await order(lines);
            if (taken) putPlaced(name, today(), taken);
          }}
        />
      )}
      <Placed job={job} report={report} />
      <Stops>
        <Button variant="ghost" onClick={() => void outage()} title="Only the simulated one can">
          Take its line down for a moment
        </Button>
      </Stops>
    </>
  );
}

type OffersProps = {
  job: Job;
  report: OrderReport;
  name: string;
  offers: readonly Offer[];
  busy: boolean;
  onOrder: (lines: readonly Wanted[]) => Promise<void>;
};

function Offers({ job, report, name, offers, busy, onOrder }: OffersProps) {
  const rooms = (floor: string) => roomsOf(job, report, floor);
  const judged = report.boxes.flatMap((boxes) => {
    const offer = offers.find((o) => o.item === boxes.lines[0]);
    return offer ? [{ boxes, offer, answer: batchesOf(boxes, offer.batches) }] : [];
  });
  const latest = Math.max(0, ...offers.map((o) => o.days));
  const lines = linesFor(report, judged, []);
  const waiting = judged.filter((j) => j.answer.kind !== 'one' && (j.offer.awaited?.packs ?? 0) >= j.boxes.boxes);
  return (
    <>
      <Why>
        {name}: all of it within {latest} day{latest === 1 ? '' : 's'} from its stock.
      </Why>
      {judged.map(({ boxes, offer, answer }) => {
        const { text, tone } = batchWords(answer, rooms);
        return (
          <div key={offer.item}>
            <Why tone={tone} role={tone === 'good' ? undefined : 'alert'}>
              <b>{boxes.product.name || 'Planks'}: </b>
              {text}
              {answer.kind !== 'one' && offer.awaited && offer.awaited.packs >= boxes.boxes
                ? ` Batch ${offer.awaited.batch} with ${offer.awaited.packs} boxes comes in ${offer.awaited.days} days and is enough.`
                : ''}
            </Why>
            <Lines>
              {offer.batches.map((b) => (
                <li key={b.batch}>
                  <span>
                    Batch {b.batch}, {offer.days} days
                  </span>
                  <b className={styles.figure}>{b.packs} boxes</b>
                </li>
              ))}
            </Lines>
          </div>
        );
      })}
      <Stops>
        <Button onClick={() => takePrices(offers)}>Take its prices</Button>
        {lines && (
          <Button variant="solid" disabled={busy} onClick={() => void onOrder(lines)}>
            Order all of it
          </Button>
        )}
        {waiting.length > 0 && (
          <Button
            disabled={busy}
            onClick={() =>
              void onOrder(
                linesFor(
                  report,
                  judged,
                  waiting.map((w) => w.offer.item),
                ) ?? [],
              )
            }
          >
            Order, and wait for one batch
          </Button>
        )}
      </Stops>
      {!lines && <Why tone="quiet">Boxes that no batch is enough for cannot be ordered as they are.</Why>}
      <Why tone="quiet">Its prices are for one pack, and invented here.</Why>
    </>
  );
}

type Judged = { readonly boxes: Boxes; readonly offer: Offer; readonly answer: BatchAnswer };

/** What is ordered: boxes by the batches that are enough, or of the batch that is waited for; null where there is no such. */
function linesFor(report: OrderReport, judged: readonly Judged[], waited: readonly string[]): readonly Wanted[] | null {
  const boxes = judged.flatMap(({ offer, answer, boxes: own }): (Wanted | null)[] => {
    const item = offer.item;
    if (waited.includes(item) && offer.awaited) return [{ item, packs: own.boxes, batch: offer.awaited.batch }];
    if (answer.kind === 'one') return [{ item, packs: answer.packs, batch: answer.batch }];
    return answer.kind === 'shared' ? answer.shares.map((s): Wanted => ({ item, packs: s.packs, batch: s.batch })) : [null];
  });
  if (boxes.some((b) => b === null)) return null;
  const planks = new Set(report.boxes.flatMap((b) => b.lines));
  return [...(boxes as Wanted[]), ...wantedOf(report).filter((w) => !planks.has(w.item))];
}

/** A floor by its rooms. */
const roomsOf = (job: Job, { boxes }: OrderReport, floor: string): string =>
  boxes
    .flatMap((b) => b.floors)
    .filter((f) => f.floor === floor)
    .flatMap((f) => f.spaces)
    .map((id) => roomName(job, id))
    .join(' + ');

/** Orders as they were placed, what comes on which day, and taking it in. */
function Placed({ job, report }: { job: Job; report: OrderReport }) {
  const placed = job.order?.placed ?? [];
  if (placed.length === 0) return null;
  const planks = new Set(report.boxes.flatMap((b) => b.lines));
  return placed.map(({ number, supplier, on, deliveries }) => {
    const boxes = deliveries.filter((d) => d.lines.some((l) => planks.has(l.item))).map((d) => d.on).sort().at(-1); // prettier-ignore
    return (
      <div key={number}>
        <Why>
          <b>{number}</b>, {supplier}, ordered on {on}.
        </Why>
        <Lines>
          {deliveries.map((d) => {
            const taken = job.order?.received?.some((r) => r.order === `${number} ${d.on}`);
            return (
              <li key={d.on}>
                <span>
                  {d.on}: {d.lines.length} thing{d.lines.length === 1 ? '' : 's'}
                </span>
                {taken ? (
                  <span className="good">taken in</span>
                ) : (
                  <Button size="sm" onClick={() => takeIn(d.lines.map((l) => ({ ...l, on: today(), order: `${number} ${d.on}` })))}>
                    It came
                  </Button>
                )}
              </li>
            );
          })}
        </Lines>
        {boxes !== undefined && (
          <Stops mt="2">
            <Button onClick={() => holdBoxes(boxes)}>Boxes come on {boxes}: tell Days</Button>
          </Stops>
        )}
      </div>
    );
  });
}
