'use client';
import { useState } from 'react';
import { profileOf, type EdgeReport, type Fit } from '@/core/edges';
import { calledOf, kitsOf, type Job } from '@/core/given';
import { Button, Choice, Mistake, SmallLength, Why } from '@/ui/kit';
import styles from './doors.module.css';
import { putObstacle, putOpening } from './edits';
import { missWords, mmIn, stackWords } from './words';

/** Misses that are listed, the nearest first. */
const MOST_MISSES = 8;

/** All that fits, with how well and why; all that does not, with what it lacks. */
export function WhatFits({ job, edge }: { job: Job; edge: EdgeReport }) {
  const [wrong, setWrong] = useState<string>();
  const mm = mmIn(job);
  const kits = kitsOf(job);
  const opening = job.openings?.find((o) => o.id === edge.id);
  const obstacle = job.obstacles?.find((o) => o.id === edge.id);
  const kit = opening?.kit ?? obstacle?.edge?.kit ?? '';
  const foot = opening?.foot ?? obstacle?.edge?.foot;
  const put = (next: { kit?: string; foot?: number }) =>
    setWrong(
      edge.of === 'opening'
        ? putOpening('the kit of a doorway', edge.id, next)
        : putObstacle('the kit of an end cap', edge.id, { edge: { kit, ...obstacle?.edge, ...next } }),
    );
  const take = (fit: Fit) => put({ kit: fit.kit, foot: profileOf(kits, fit).foot });
  const taken = (fit: Fit) => fit.kit === kit && profileOf(kits, fit).foot === foot;
  return (
    <>
      <Choice
        label="Kit"
        value={kit}
        options={[
          ...(edge.of === 'opening' ? [['', 'Any that fits best'] as const] : []),
          ...kits.map((k) => [k.id, calledOf(k)] as const),
        ]}
        onChoice={(id) => put(id === '' ? { kit: undefined, foot: undefined } : { kit: id, foot: undefined })}
      />
      <Mistake text={wrong} />
      {opening && edge.spaces[1] === null && (
        <SmallLength
          name="Top of the floor beyond, over the base here"
          label="Top of the floor beyond over the base here"
          mm={opening.beyond?.height ?? 0}
          display={job.display}
          onLength={(height) => putOpening('the floor beyond', edge.id, { beyond: { ...opening.beyond, height } })}
        />
      )}
      {foot !== undefined ? (
        <Why tone="quiet">
          The plan stops for a foot of {mm(foot)}.{' '}
          <Button variant="ghost" onClick={() => put({ kit: kit === '' ? undefined : kit, foot: undefined })}>
            Leave the foot open
          </Button>
        </Why>
      ) : (
        <Why tone="should">
          The plan does not know the foot yet: take a profile, and the planks stop where its foot and the gap ask for it.
        </Why>
      )}
      {edge.fits.length > 0 && (
        <ul className={styles.fits} aria-label="What fits">
          {edge.fits.map((fit, i) => (
            <li key={`${fit.kit} ${fit.profile} ${fit.shims.join()} ${fit.turned}`} data-chosen={i === 0 || undefined}>
              <p>
                <b>{stackWords(job, fit)}</b>
                {fit.how ? ` (${fit.how})` : ''}
              </p>
              <p className="quiet">
                heights {mm(fit.nearMargin)}
                {fit.farMargin === null ? '' : ` and ${mm(fit.farMargin)}`} inside its ranges, laps {fit.laps.map(mm).join(' and ')}
              </p>
              {!taken(fit) && <Button onClick={() => take(fit)}>Take it</Button>}
            </li>
          ))}
        </ul>
      )}
      {edge.misses.length > 0 && (
        <>
          <Why>Not these:</Why>
          <ul className={styles.misses} aria-label="What does not fit">
            {edge.misses.slice(0, MOST_MISSES).map((m) => (
              <li key={`${m.kit} ${m.profile} ${m.shims.join()} ${m.turned}`}>{missWords(job, edge, m)}</li>
            ))}
          </ul>
          {edge.misses.length > MOST_MISSES && <Why tone="quiet">And {edge.misses.length - MOST_MISSES} that lack more.</Why>}
        </>
      )}
    </>
  );
}

/** Upright things: each with an end cap before it, or none. */
export function NewEndCaps({ job }: { job: Job }) {
  const things = job.obstacles?.filter((o) => ['hearth', 'island', 'cabinet', 'post'].includes(o.kind)) ?? [];
  const kits = kitsOf(job).filter((k) => k.profiles.some((p) => p.kind === 'end-cap'));
  if (things.length === 0) return <Why tone="quiet">No hearth, island, cabinet or post is drawn. They are entered at Room.</Why>;
  return (
    <>
      <Why tone="quiet">Without an end cap the floor keeps its gap, and trim or a bead hides it.</Why>
      {things.map((o) => (
        <div key={o.id}>
          <Choice
            label={`Before the ${o.kind} (${o.id})`}
            value={o.edge?.kit ?? ''}
            options={[['', 'No end cap'], ...kits.map((k) => [k.id, `End cap of ${calledOf(k)}`] as const)]}
            onChoice={(kit) => putObstacle('an end cap', o.id, { edge: kit === '' ? undefined : { kit } })}
          />
          {o.edge && (
            <SmallLength
              name="Its foot"
              label={`Foot of the end cap before ${o.id}`}
              mm={o.edge.foot ?? kits.find((k) => k.id === o.edge!.kit)?.profiles.find((p) => p.kind === 'end-cap')?.foot ?? 0}
              display={job.display}
              onLength={(foot) => putObstacle('the foot of an end cap', o.id, { edge: { ...o.edge!, foot } })}
            />
          )}
        </div>
      ))}
    </>
  );
}
