'use client';
import { Download } from 'lucide-react';
import { roomName, type Job } from '@/core/given';
import { COUNTERS, PRESET_CARRY, type OrderReport } from '@/core/order';
import { orderCsv } from '@/formats';
import { edit, firstText, useAnswer, useJob } from '@/ui/desk';
import { BigNumber, Button, Fields, Folds, Lines, NumberField, Problems, ReadingTitle, Stops, TextField, Why } from '@/ui/kit';
import { download } from '@/ui/kit/download';
import { MakePack, Packing } from '@/ui/pack/MakePack';
import styles from './buy.module.css';
import { Came } from './Came';
import { Counter } from './Counter';
import { putOrder, putSpares } from './edits';
import { Supplier } from './Supplier';
import { COUNTER_WORDS, money, readIn, weightWords } from './words';

/** What to buy: boxes first, then everything else by trade counter, each line with the figure that it comes from. */
export function Reading() {
  const job = useJob();
  const { value, problems, working } = useAnswer('order');
  if (problems.length > 0) return <Problems list={problems} />;
  if (!value) return <Why tone="quiet">{working ? 'The list is being made …' : 'The list comes with the plan.'}</Why>;
  return <Known job={job} report={value} />;
}

function Known({ job, report }: { job: Job; report: OrderReport }) {
  const boxes = report.boxes.reduce((sum, b) => sum + b.boxes, 0);
  const lines = [...report.items, ...report.sundries];
  return (
    <>
      <ReadingTitle>Boxes to order</ReadingTitle>
      <BigNumber value={boxes} unit={boxes === 1 ? 'box' : 'boxes'} />
      <Lines>
        {report.boxes.map((b) => (
          <li key={b.lines.join()}>
            <span>
              {b.product.name || 'Planks'}: {b.planks} planks opened, {b.spare} spare.{' '}
              <span className="quiet">
                {b.flat.percent} % flat would be {b.flat.boxes}.
              </span>
            </span>
            <b className={styles.figure}>{b.boxes}</b>
          </li>
        ))}
        <li>
          <span>To carry, all of it</span>
          <b className={styles.figure}>{weightWords(report.weight, job.display)}</b>
        </li>
        <li>
          <span>Ways up the stairs, {weightWords(job.order?.carry ?? PRESET_CARRY, job.display)} at a time</span>
          <b className={styles.figure}>{report.carries}</b>
        </li>
        {report.cost > 0 && (
          <li>
            <span>
              Cost
              {report.unpriced > 0
                ? `, without ${report.unpriced === 1 ? '1 line that has' : `${report.unpriced} lines that have`} no price`
                : ''}
            </span>
            <b className={styles.figure}>{money(job, report.cost)}</b>
          </li>
        )}
      </Lines>
      <Why>
        All boxes of a product from one batch: look at the number on the end of each before you sign. Keep the spares, labelled with it, for
        repairs.
      </Why>
      <Out job={job} report={report} />
      <Folds
        of="buy"
        open={['planks', 'beneath']}
        parts={[
          ...COUNTERS.flatMap((counter) => {
            const own = lines.filter((l) => l.counter === counter);
            return own.length === 0
              ? []
              : [{ name: counter, title: COUNTER_WORDS[counter], says: `${own.length}`, content: <Counter job={job} lines={own} /> }];
          }),
          { name: 'supplier', title: 'Ask a supplier', content: <Supplier job={job} report={report} /> },
          {
            name: 'came',
            title: 'What came, what goes back',
            says: `${job.order?.received?.length ?? 0}`,
            content: <Came job={job} report={report} />,
          },
          { name: 'settings', title: 'Spares, stairs, currency', content: <Settings job={job} report={report} /> },
        ]}
      />
    </>
  );
}

/** What leaves for the shop and for the crew. */
function Out({ job, report }: { job: Job; report: OrderReport }) {
  const list = () =>
    download(
      `${job.name || 'job'} list.csv`,
      'text/csv',
      orderCsv(report, (id) => roomName(job, id)),
    );
  return (
    <>
      <Stops>
        <MakePack strong />
        <Button onClick={list}>
          <Download size={17} /> List, CSV
        </Button>
      </Stops>
      <Packing />
    </>
  );
}

function Settings({ job, report }: { job: Job; report: OrderReport }) {
  const weight = readIn('kg', job.display);
  return (
    <>
      <NumberField
        whole
        label="Spare planks kept for repairs, of each product"
        value={job.spares?.planks ?? 0}
        wanted="A whole number of planks."
        onNumber={putSpares}
      />
      {report.boxes.some((b) => b.lines.length > 1) && (
        <Why tone="quiet">A product of several sizes has its spares dealt by their share of a box, each rounded up.</Why>
      )}
      <Fields>
        <NumberField
          label="Flat percentage to compare with"
          value={report.boxes[0]?.flat.percent ?? 0}
          wanted="A percentage, such as 10."
          onNumber={(flat) => putOrder('the flat percentage', { flat })}
        />
        <NumberField
          label={`One person carries at a time, ${weight.name}`}
          value={(job.order?.carry ?? PRESET_CARRY) * weight.factor}
          wanted="A weight, such as 25."
          onNumber={(carry) => putOrder('what one person carries', { carry: carry / weight.factor })}
        />
      </Fields>
      <TextField
        label="Currency"
        value={job.order?.currency ?? '£'}
        onText={(currency) => firstText(edit('the currency', (j) => ({ ...j, order: { ...j.order, currency } })))}
      />
      <Why tone="quiet">{weightWords(PRESET_CARRY, job.display)} is a preset. Two carry what is long; nobody carries past a bad back.</Why>
    </>
  );
}
