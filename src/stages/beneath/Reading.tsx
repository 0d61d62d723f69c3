'use client';
import type { BeneathReport, MaterialTotal } from '@/core/beneath';
import { calledOf, type Job, type Space } from '@/core/given';
import { formatLength, formatRun } from '@/core/units';
import { chooseSpace, useAnswer, useJob, useSpace } from '@/ui/desk';
import { BigNumber, BigText, Button, Choice, Folds, Lines, Problems, ReadingTitle, Stops, Why } from '@/ui/kit';
import styles from './beneath.module.css';
import { begin } from './edits';
import { Laying } from './Laying';
import { look, useLooking } from './looking';
import { Materials } from './Materials';
import { Rolls } from './Rolls';
import { RoomChoice } from './RoomChoice';

/** What lies between base and planks: how many rolls, what in which room and why, and how it is cut and laid. */
export function Reading() {
  const job = useJob();
  const space = useSpace();
  const { value, problems } = useAnswer('beneath');
  if (!job.beneath) return <Begin />;
  return (
    <>
      {job.spaces.length > 1 && (
        <Choice label="Room" value={space.id} options={job.spaces.map((s) => [s.id, s.name || s.id])} onChoice={chooseSpace} />
      )}
      {problems.length > 0 && (
        <>
          <Problems list={problems} />
          <Materials job={job} />
        </>
      )}
      {value && <Known job={job} space={space} report={value} />}
    </>
  );
}

const Begin = () => (
  <>
    <ReadingTitle>Beneath the planks</ReadingTitle>
    <BigText>Nothing yet</BigText>
    <Why>
      Pitsaw decides room by room: a pad unless the planks carry one, a film wherever the base is not known to be dry. Begin with usual
      rolls; their sizes are presets that you set to what the shop has.
    </Why>
    <Stops>
      <Button variant="solid" colorPalette="blue" size="lg" onClick={begin}>
        Plan what lies beneath
      </Button>
    </Stops>
  </>
);

/** How many of a material: rolls, or boards. */
export const countWords = ({ material, rolls, packs }: Pick<MaterialTotal, 'material' | 'rolls' | 'packs'>): string => {
  const one = material.kind === 'board' ? 'board' : 'roll';
  const many = `${rolls} ${one}${rolls === 1 ? '' : 's'}`;
  return (material.perPack ?? 1) > 1 ? `${many} in ${packs} pack${packs === 1 ? '' : 's'}` : many;
};

function Known({ job, space, report }: { job: Job; space: Space; report: BeneathReport }) {
  const { totals, findings, layers, tape, stack } = report;
  const { shows } = useLooking();
  const mm = (n: number) => formatLength(n, job.display, { decimals: 1, finest: 32 });
  const [most] = [...totals].sort((a, b) => Number(a.material.kind === 'film') - Number(b.material.kind === 'film'));
  const kinds = [...new Set(layers.map((l) => l.kind))];
  const lifts = stack.find((s) => s.space === space.id)?.height ?? 0;
  return (
    <>
      <ReadingTitle>{most ? `${calledOf(most.material)}, for the whole job` : 'Beneath the planks'}</ReadingTitle>
      {most ? (
        <BigNumber value={most.rolls} unit={most.material.kind === 'board' ? 'boards' : most.rolls === 1 ? 'roll' : 'rolls'} />
      ) : (
        <BigText>Nothing</BigText>
      )}
      {findings.length > 0 && <Problems list={findings.map(({ text }) => ({ text }))} />}
      <Lines>
        {totals.map((t) => (
          <li key={t.material.id}>
            <span>
              {calledOf(t.material)}
              {t.plain !== null && t.plain > t.rolls ? `, strip by strip ${t.plain}` : ''}
            </span>
            <b className={styles.figure}>{countWords(t)}</b>
          </li>
        ))}
        <li>
          <span>Tape over the seams</span>
          <b className={styles.figure}>{formatRun(tape * 1000, job.display)}</b>
        </li>
        <li>
          <span>Lifts the floor in {space.name || 'this room'} by</span>
          <b className={styles.figure}>{mm(lifts)}</b>
        </li>
      </Lines>
      {kinds.length > 1 && (
        <Stops label="Layer on the drawing">
          {kinds.map((kind) => (
            <Button
              key={kind}
              variant={shows === kind ? 'solid' : 'outline'}
              aria-pressed={shows === kind}
              onClick={() => look({ shows: kind })}
            >
              {kind === 'film' ? 'Film, on the base' : 'Pad, under the planks'}
            </Button>
          ))}
        </Stops>
      )}
      <Folds
        of="beneath"
        open={['room']}
        parts={[
          { name: 'room', title: `In ${space.name || 'this room'}`, content: <RoomChoice job={job} space={space} report={report} /> },
          {
            name: 'rolls',
            title: 'How the rolls are cut',
            says: `${report.rolls.length} to open`,
            content: <Rolls job={job} report={report} />,
          },
          { name: 'laying', title: 'How it is laid', content: <Laying job={job} report={report} /> },
          { name: 'materials', title: 'Materials', says: `${job.beneath?.materials?.length ?? 0}`, content: <Materials job={job} /> },
        ]}
      />
    </>
  );
}
