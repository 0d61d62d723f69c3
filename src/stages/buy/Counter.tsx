'use client';
import type { Job } from '@/core/given';
import type { OrderLine } from '@/core/order';
import { goToStage } from '@/ui/desk';
import { Button, Fields, OptionalNumber, Stops, Why } from '@/ui/kit';
import styles from './buy.module.css';
import { putSold } from './edits';
import { look, useLooking } from './looking';
import { buyWords, FIGURE_STAGES, money, needWords, readIn, roomNames, weightWords } from './words';

/** The lines of one counter; the one that is tapped opens, and its rooms are marked on the sheet. */
export const Counter = ({ job, lines }: { job: Job; lines: readonly OrderLine[] }) => (
  <ul className={styles.counter}>
    {lines.map((line) => (
      <Line key={line.id} job={job} line={line} />
    ))}
  </ul>
);

function Line({ job, line }: { job: Job; line: OrderLine }) {
  const open = useLooking((s) => s.line === line.id);
  return (
    <li>
      <button type="button" className={styles.line} aria-expanded={open} onClick={() => look(open ? null : line.id)}>
        <span>{line.what}</span>
        <b>{buyWords(line, job.display)}</b>
        <small>
          {needWords(line, job.display)}, {roomNames(job, line.for)}
          {line.weight === null ? '' : `; ${weightWords(line.weight, job.display)}`}
          {line.cost === null ? '' : `; ${money(job, line.cost)}`}
        </small>
      </button>
      {open && <Open job={job} line={line} />}
    </li>
  );
}

/** Where a line's figure comes from, and how it is sold. */
function Open({ job, line }: { job: Job; line: OrderLine }) {
  const [stage, title] = FIGURE_STAGES[line.from];
  const sold = job.order?.sold?.find((s) => s.item === line.id);
  const unit = readIn(line.unit, job.display);
  const weight = readIn('kg', job.display);
  // what another stage says of the pack is said there
  const elsewhere = line.counter === 'planks' ? (['plank', 'Plank'] as const) : /^(pad|film)\//.test(line.id) ? (['beneath', 'Beneath'] as const) : line.id === 'compound' ? (['base', 'Base'] as const) : null; // prettier-ignore
  return (
    <>
      <Why>
        {line.why[0]!.toUpperCase() + line.why.slice(1)}.{line.preset ? ' The pack is a preset: what is printed on it decides.' : ''}
        {line.each !== null && !sold?.weight ? ' Its weight is a preset by what it is made of.' : ''}
      </Why>
      <Fields>
        {elsewhere === null && (
          <OptionalNumber
            label={`${line.what}: ${unit.name} in a pack`}
            name={`${unit.name} in a pack`}
            value={line.pack === null ? null : line.pack * unit.factor}
            onNumber={(pack) => putSold(line.id, { pack: pack === undefined ? undefined : pack / unit.factor })}
          />
        )}
        <OptionalNumber
          label={`${line.what}: price of one`}
          name={line.packs === null ? `Price of one of its ${line.unit}` : 'Price of a pack'}
          value={line.price}
          onNumber={(price) => putSold(line.id, { price })}
        />
        <OptionalNumber
          label={`${line.what}: weight of one, ${weight.name}`}
          name={`Weight of ${line.packs === null ? 'one' : 'a pack'}, ${weight.name}`}
          value={line.each === null ? null : line.each * weight.factor}
          onNumber={(each) => putSold(line.id, { weight: each === undefined ? undefined : each / weight.factor })}
        />
      </Fields>
      <Stops mt="2" mb="2">
        <Button onClick={() => goToStage(stage)}>Figure from {title}</Button>
        {elsewhere !== null && elsewhere[0] !== stage && <Button onClick={() => goToStage(elsewhere[0])}>Pack from {elsewhere[1]}</Button>}
      </Stops>
    </>
  );
}
