'use client';
import { insideRing } from '@/core/geometry';
import { ROUND, type Job, type Looked, type Space } from '@/core/given';
import type { Inspection, WallLook } from '@/core/inspect';
import { wallLetter } from '@/core/survey';
import { formatLength } from '@/core/units';
import { chooseSpace, edit, firstText, today, useJob, useSite, useSiteAnswer, useSpace } from '@/ui/desk';
import { BigNumber, BigText, Choice, Folds, Heading2, LengthField, Mistake, ReadingTitle, Tick, Why } from '@/ui/kit';
import styles from './check.module.css';
import { openSnags } from './looking';
import { Snags } from './Snags';
import { HOLDS, LOOKED } from './words';

/** The round: the gap at every wall, what is looked at in each room, snags, and what the audit says of the floor as it lies. */
export function Reading() {
  const site = useSite((s) => s.site);
  const { value, why, state } = useSiteAnswer('inspect', Boolean(site?.plan));
  if (!site) return <Why tone="quiet">The site is being looked up …</Why>;
  if (!site.plan)
    return (
      <>
        <ReadingTitle>Check</ReadingTitle>
        <BigText>Nothing lies yet</BigText>
        <Why>The round begins once planks lie: wall by wall, room by room.</Why>
      </>
    );
  if (state === 'failed') return <Mistake text={why ?? undefined} />;
  if (!value) return <Why tone="quiet">The floor as it lies is being measured …</Why>;
  return <Round inspection={value} />;
}

function Round({ inspection }: { inspection: Inspection }) {
  const job = useJob();
  const space = useSpace();
  const open = openSnags(job).length;
  const seen = new Set((job.round?.seen ?? []).map((s) => `${s.space} ${s.id}`));
  const left = job.spaces.reduce((sum, s) => sum + ROUND.filter((id) => !seen.has(`${s.id} ${id}`)).length, 0);
  const walls = inspection.walls.filter((w) => w.space === space.id);
  const must = inspection.findings.filter((f) => f.level === 'must');
  return (
    <>
      <ReadingTitle>Check</ReadingTitle>
      <BigNumber value={open} unit={open === 1 ? 'open snag' : 'open snags'} />
      <Why tone={inspection.isDone ? 'quiet' : 'should'}>
        {inspection.isDone ? 'All of the floor lies' : 'Not all of the floor lies yet'};{' '}
        {left === 0 ? 'every room was looked at' : `${left} things are still to be looked at`}.
      </Why>
      {job.spaces.length > 1 && (
        <Choice label="Room" value={space.id} options={job.spaces.map((s) => [s.id, s.name || s.id] as const)} onChoice={chooseSpace} />
      )}
      <Heading2>Gap at every wall</Heading2>
      {walls.length === 0 ? <Why tone="quiet">No wall bounds the floor here.</Why> : <Walls walls={walls} job={job} />}
      <Things inspection={inspection} space={space} job={job} />
      <Heading2>Look, knock, feel</Heading2>
      <ul className={styles.looked}>
        {ROUND.map((id) => (
          <li key={id}>
            <Tick checked={seen.has(`${space.id} ${id}`)} onTick={(on) => tick(space.id, id, on)}>
              {LOOKED[id].is}
            </Tick>
            <small>{LOOKED[id].how}</small>
          </li>
        ))}
      </ul>
      <Folds
        of="check"
        open={['snags']}
        parts={[
          { name: 'snags', title: 'Snags', says: open === 0 ? 'none open' : `${open} open`, content: <Snags /> },
          {
            name: 'audit',
            title: 'The audit of the floor as it lies',
            says: must.length === 0 ? 'no limit is broken' : `${must.length} limits broken`,
            content: <Audit inspection={inspection} />,
          },
        ]}
      />
    </>
  );
}

const tick = (space: string, id: Looked, on: boolean) =>
  edit(on ? 'looked at' : 'not looked at after all', (job: Job) => {
    const others = (job.round?.seen ?? []).filter((s) => s.space !== space || s.id !== id);
    return { ...job, round: { ...job.round, seen: on ? [...others, { space, id, on: today() }] : others } };
  });

function Walls({ walls, job }: { walls: readonly WallLook[]; job: Job }) {
  const { display } = job;
  const mm = (v: number) => formatLength(v, display, { decimals: 1, bare: true });
  const measured = (wall: WallLook) => (gap: number) =>
    gap < 0 || gap > 200
      ? 'a gap, less than a hand is wide'
      : firstText(
          edit('a gap as measured', (now) => {
            const others = (now.round?.gaps ?? []).filter((g) => g.space !== wall.space || g.wall !== wall.wall);
            return { ...now, round: { ...now.round, gaps: [...others, { space: wall.space, wall: wall.wall, gap, on: today() }] } };
          }),
        );
  const worst = walls.filter((w) => w.holds !== 'wanted');
  return (
    <>
      <table className={styles.walls}>
        <thead>
          <tr>
            <th>Wall</th>
            <th>wanted</th>
            <th>the year takes</th>
            <th>by the plan</th>
            <th>measured</th>
            <th>
              <span className="unseen">whether it was measured</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {walls.map((w) => (
            <tr key={w.wall}>
              <td className={HOLDS[w.holds].tone}>{wallLetter(w.wall)}</td>
              <td>{mm(w.wanted)}</td>
              <td>{mm(w.grows)}</td>
              <td>{w.least === null ? '—' : w.most! - w.least < 0.5 ? mm(w.least) : `${mm(w.least)}–${mm(w.most!)}`}</td>
              <td>
                <LengthField
                  compact
                  label={`Gap measured at wall ${wallLetter(w.wall)}`}
                  mm={w.measured ?? w.least ?? w.wanted}
                  display={display}
                  onLength={measured(w)}
                />
              </td>
              <td className={w.measured === null ? 'quiet' : 'good'}>{w.measured === null ? 'not yet' : '✓'}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {worst.map((w) => (
        <Why key={w.wall} tone={HOLDS[w.holds].tone}>
          Wall {wallLetter(w.wall)}: {formatLength(w.measured ?? w.least ?? 0, display)}, {HOLDS[w.holds].says}.
        </Why>
      ))}
      {worst.length === 0 && <Why tone="good">Every wall of this room has the gap that the product wants.</Why>}
    </>
  );
}

/** What the floor goes round in a room, and what is free there: a plank that is tight holds the floor. */
function Things({ inspection, space, job }: { inspection: Inspection; space: Space; job: Job }) {
  const own = inspection.things.filter(({ thing }) => thing.outline.some((p) => insideRing(p, space.outline)));
  if (own.length === 0) return null;
  const length = (mm: number) => formatLength(mm, job.display, { decimals: 1 });
  return (
    <>
      <Heading2>Gap round everything in the floor</Heading2>
      {own.map(({ thing, least, wanted, foot, holds }) => (
        <Why key={thing.id} tone={HOLDS[holds].tone}>
          {thing.kind} {thing.id}: {length(least)} free by the plan, wanted {length(wanted)}
          {foot > 0 && `, ${length(foot)} of it for the end cap’s foot`}.
        </Why>
      ))}
    </>
  );
}

/** The same audit that judges plans, of the floor as it lies. */
function Audit({ inspection: { findings, otherwise, lies } }: { inspection: Inspection }) {
  return (
    <>
      <Why tone="quiet">
        {lies} pieces lie{otherwise > 0 && `; ${otherwise} ${otherwise === 1 ? 'row lies' : 'rows lie'} otherwise than planned`}.
      </Why>
      {findings.length === 0 && <Why tone="good">Nothing breaks a limit, and nothing displeases the eye.</Why>}
      {findings.slice(0, 20).map((f) => (
        <Why key={`${f.text} ${String(f.at)}`} tone={f.level}>
          {f.text}
        </Why>
      ))}
      {findings.length > 20 && <Why tone="quiet">… and {findings.length - 20} more.</Why>}
    </>
  );
}
