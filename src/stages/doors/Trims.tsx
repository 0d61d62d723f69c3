'use client';
import type { DoorwaysReport, TrimRun } from '@/core/edges';
import { roomName, trimOf, type Job } from '@/core/given';
import { wallLetter } from '@/core/survey';
import { formatLength } from '@/core/units';
import { Button, Fields, Heading2, Marked, SmallLength, Stops, TextField, Tick, Why } from '@/ui/kit';
import styles from './doors.module.css';
import { lengthsIn, putTrim } from './edits';
import { look, useLooking } from './looking';
import { buyWords, restOf, stockName } from './stocks';
import { edgeName, END_WORDS, mmIn } from './words';

/** The trim: whether it hides the widest gap of the year, wall by wall, and what would where it does not. */
export function Trims({ job, trims }: { job: Job; trims: readonly TrimRun[] }) {
  const { trims: drawn } = useLooking();
  const trim = trimOf(job);
  const mm = mmIn(job);
  const needed = Math.max(0, ...trims.map((t) => t.widestGap)) + trim.lap;
  const bare = trims.filter((t) => !t.covers);
  const length = (name: string, field: 'thickness' | 'lap' | 'kerf') => (
    <SmallLength
      name={name}
      label={`Trim: ${name.toLowerCase()}`}
      mm={trim[field]}
      display={job.display}
      onLength={(n) => putTrim({ [field]: n })}
    />
  );
  return (
    <>
      <Why tone={bare.length > 0 ? 'must' : 'good'}>
        {bare.length > 0
          ? `${mm(trim.thickness)} does not hide the gap at ${bare.length} of ${trims.length} stretches: the widest with its lap asks for ${mm(needed)}. A thicker skirting, or a bead or quarter-round before it.`
          : `${mm(trim.thickness)} hides the widest gap of the year everywhere, with ${mm(trim.lap)} to spare; ${mm(needed)} would do.`}
      </Why>
      <TextField
        label="Trim"
        value={trim.name}
        onText={(name) => (name === '' ? 'A name, so that it can be bought.' : putTrim({ name }))}
      />
      <Fields>
        {length('Stands off the wall', 'thickness')}
        {length('Lap on the floor', 'lap')}
        {length('Kerf of its saw', 'kerf')}
      </Fields>
      <Tick checked={trim.kept} onTick={(kept) => putTrim({ kept })}>
        The skirting stays; this is the bead, shoe or quarter-round before it
      </Tick>
      <TrimLengths job={job} />
      <Why>
        Fixed to the wall, never to the floor: a nail through the floor pins it. A square end that stands proud of its casing is returned to
        the wall by a small mitre.
      </Why>
      <Stops mt="1">
        <Button variant={drawn ? 'solid' : 'outline'} aria-pressed={drawn} onClick={() => look({ trims: !drawn })}>
          Show on the drawing
        </Button>
      </Stops>
      <ul className={styles.runs} aria-label="Trim, wall by wall">
        {trims.map((t) => (
          <li key={t.id}>
            <b>{t.id}</b>
            <span>
              <strong>{formatLength(t.length, job.display)}</strong> · {roomName(job, t.space)}, wall {wallLetter(t.wall)}
              <br />
              <span className="quiet">
                {END_WORDS[t.ends[0]]}, {END_WORDS[t.ends[1]]} · gap up to {mm(t.widestGap)}
                {t.covers ? '' : ': not hidden'}
              </span>
            </span>
          </li>
        ))}
      </ul>
    </>
  );
}

/** Which lengths of trim the shop has. */
export const TrimLengths = ({ job }: { job: Job }) => (
  <Marked at="trim.lengths">
    <TextField
      label="Lengths that are sold, mm"
      value={trimOf(job).lengths.join(', ')}
      hint="All of them, with commas."
      onText={(text) => {
        const lengths = lengthsIn(text);
        return lengths ? putTrim({ lengths }) : 'Lengths in millimetres, such as 2400, 3600.';
      }}
    />
  </Marked>
);

/** The fewest lengths to buy, and each with what is cut from it. */
export function Lengths({ job, report }: { job: Job; report: DoorwaysReport }) {
  const mm = (n: number) => formatLength(n, job.display);
  const name = (id: string) => {
    const edge = report.openings.find((o) => o.id === id);
    return edge ? edgeName(job, edge) : id;
  };
  if (report.stock.length === 0) return <Why tone="quiet">Nothing to cut yet: no profile fits, and no wall takes trim.</Why>;
  return report.stock.map((list) => (
    <section key={list.of}>
      <Heading2>{stockName(job, list.of)}</Heading2>
      <Why mt="0">{buyWords(job, list)}</Why>
      <ul className={styles.runs}>
        {list.stock.map((s, i) => (
          <li key={i}>
            <b>{i + 1}</b>
            <span>
              <strong>{mm(s.length)}:</strong> {s.pieces.map((p) => `${name(p.for)} ${mm(p.length)}`).join(', ')}
              <br />
              <span className="quiet">{mm(restOf(job, list, s))} left</span>
            </span>
          </li>
        ))}
      </ul>
    </section>
  ));
}
