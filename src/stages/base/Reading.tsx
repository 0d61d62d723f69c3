'use client';
import { lazy, Suspense, useMemo } from 'react';
import {
  compoundOf,
  flatnessOf,
  moistureOf,
  openAt,
  poursFor,
  pourOf,
  profileUnder,
  SUBSTRATE_WORDS,
  surfaceOf,
  type Flat,
} from '@/core/base';
import type { Base, Job, Space } from '@/core/given';
import { formatLength, type Display, formatRoughArea, formatVolume, formatWeight } from '@/core/units';
import { chooseSpace, edit, firstText, useAnswer, useJob, useSpace } from '@/ui/desk';
import { BigNumber, BigText, Choice, Folds, LengthField, Lines, Problems, ReadingTitle, Why, type Tone } from '@/ui/kit';
import { Climate, Movements } from './Air';
import styles from './base.module.css';
import { baseOf } from './edits';
import { Feelers } from './Feelers';
import { Heights } from './Heights';
import { Inspection } from './Inspection';
import { useLooking } from './looking';
import { Mend } from './Mend';
import { Moistures, VERDICT_TONE, VERDICT_WORDS } from './Moistures';
import { endsOf } from './straightedge';
import { FirstWord, WhatItIs } from './WhatItIs';

const ProfileChart = lazy(() => import('./ProfileChart'));

/** The base of the space at hand: how flat, how dry, what to look at first, and what mends it. */
export function Reading() {
  const job = useJob();
  const space = useSpace();
  const base = baseOf(job, space.id);
  return (
    <>
      {job.spaces.length > 1 && (
        <Choice label="Room" value={space.id} options={job.spaces.map((s) => [s.id, s.name || s.id])} onChoice={chooseSpace} />
      )}
      {base ? <TheBase job={job} space={space} base={base} /> : <FirstWord space={space} />}
    </>
  );
}

function TheBase({ job, space, base }: { job: Job; space: Space; base: Base }) {
  const { value, problems } = useAnswer('flatness');
  const found = value?.find((s) => s.space === space.id);
  const flat = found?.flat ?? null;
  const open = openAt(base);
  const verdict = moistureOf(base, job.moistureLimits).verdict;
  const waiting = open.cautions.length + open.checks.length;
  return (
    <>
      <Greatest job={job} flat={flat} why={found?.why ?? null} />
      {problems.length > 0 && <Problems list={problems} />}
      {flat && <Profile job={job} space={space} base={base} flat={flat} />}
      <Figures job={job} base={base} flat={flat} />
      <Folds
        of="base"
        open={open.cautions.length > 0 ? ['first'] : (base.levels?.length ?? 0) > 2 ? ['mend'] : ['heights']}
        parts={[
          { name: 'what', title: 'What it is', says: SUBSTRATE_WORDS[base.substrate], content: <WhatItIs space={space} base={base} /> },
          {
            name: 'first',
            title: 'To look at first',
            says: waiting === 0 ? 'all done' : `${waiting} open`,
            content: <Inspection space={space} base={base} />,
          },
          { name: 'heights', title: 'Heights', says: `${base.levels?.length ?? 0} read`, content: <Heights space={space} base={base} /> },
          {
            name: 'feelers',
            title: 'Without a level',
            says: base.feelers?.length ? `${base.feelers.length} gaps read` : 'a straightedge and a feeler',
            content: <Feelers space={space} base={base} />,
          },
          ...(flat
            ? [
                {
                  name: 'mend',
                  title: 'The mend',
                  says: flat.least.litres > 0 ? formatVolume(flat.least.litres, job.display) : 'nothing to fill',
                  content: <Mend space={space} flat={flat} />,
                },
              ]
            : []),
          { name: 'limit', title: 'How flat it has to be', says: limitWords(job), content: <HowFlat job={job} /> },
          { name: 'dry', title: 'Moisture', says: VERDICT_WORDS[verdict], content: <Moistures space={space} base={base} /> },
          { name: 'air', title: 'Air and the boxes’ rest', content: <Climate /> },
          { name: 'moves', title: 'How the floor moves', content: <Movements /> },
        ]}
      />
    </>
  );
}

const limitWords = (job: Job): string => {
  const { straightedge, limit } = flatnessOf(job);
  const say = (mm: number) => formatLength(mm, job.display, { decimals: 1, finest: 32 });
  return `${say(limit)} under ${straightedgeName(straightedge, job.display)}`;
};

/** A gap to the tenth of a millimetre, or the 32nd of an inch: what feelers tell apart. */
const BigGap = ({ mm, display }: { mm: number; display: Display }) =>
  display === 'metric' ? <BigNumber value={mm.toFixed(1)} unit="mm" /> : <BigText>{formatLength(mm, display, { finest: 32 })}</BigText>;

/** A straightedge by its name: a round number of metres, or feet. */
const straightedgeName = (mm: number, display: Display): string =>
  display === 'metric' && mm % 100 === 0 ? `${mm / 1000} m` : formatLength(mm, display, { decimals: 1, finest: 32 });

/** The number that decides: the greatest gap, with its why. */
function Greatest({ job, flat, why }: { job: Job; flat: Flat | null; why: string | null }) {
  const { straightedge, limit } = flatnessOf(job);
  const say = (mm: number) => formatLength(mm, job.display, { decimals: 1, finest: 32 });
  return (
    <>
      <ReadingTitle>Greatest gap under a {straightedgeName(straightedge, job.display)} straightedge</ReadingTitle>
      {flat ? <BigGap mm={flat.found.worst} display={job.display} /> : <BigText>–</BigText>}
      {flat ? (
        <Why tone={flat.places.length > 0 ? 'must' : 'good'}>
          {flat.places.length > 0
            ? `Over the ${say(limit)} allowed in ${flat.places.length === 1 ? 'one place' : `${flat.places.length} places`}, ${formatRoughArea(
                flat.places.reduce((sum, p) => sum + p.area, 0),
                job.display,
              )}: a dip makes the floor click and opens its joints.`
            : `Flat: nowhere more than the ${say(limit)} allowed.`}{' '}
          {job.flatness ? '' : 'The limit is a preset; the product’s instructions decide.'}
        </Why>
      ) : (
        <Why>{why ?? 'Being measured …'}</Why>
      )}
    </>
  );
}

/** The profile under the straightedge that lies on the sheet. */
function Profile({ job, space, base, flat }: { job: Job; space: Space; base: Base; flat: Flat }) {
  const { laid, shows } = useLooking();
  const surface = useMemo(() => surfaceOf(base.levels ?? [], space.outline), [base.levels, space.outline]);
  const ends = endsOf(space, laid, flat, flat.straightedge);
  if (!surface) return null;
  const depth = shows === 'before' ? undefined : { mesh: flat.map.mesh, depth: flat.map[shows] };
  return (
    <Suspense fallback={<div style={{ height: 186 }} />}>
      <ProfileChart profile={profileUnder(surface, ...ends, depth)} limit={flat.limit} filled={depth !== undefined} display={job.display} />
    </Suspense>
  );
}

/** The few figures of the stage. */
function Figures({ job, base, flat }: { job: Job; base: Base; flat: Flat | null }) {
  const compound = compoundOf(job);
  const { verdict } = moistureOf(base, job.moistureLimits);
  const pour = flat && pourOf([flat.least], compound);
  const line = (name: string, value: string, tone?: Tone) => (
    <li key={name}>
      <span>{name}</span>
      <b className={`${styles.figure} ${tone ?? ''}`}>{value}</b>
    </li>
  );
  return (
    <Lines>
      {flat &&
        pour &&
        flat.least.litres > 0 && [
          line('Fill, least that passes', formatVolume(flat.least.litres, job.display)),
          line(`Bags of ${formatWeight(compound.bag, job.display)}`, String(pour.bags)),
          line('Pours', String(poursFor(flat.least.deepest, compound))),
          line('Primer', formatVolume(pour.primer, job.display)),
          line('Before the boxes may come in', `${pour.hours} h`),
        ]}
      {line('Moisture', VERDICT_WORDS[verdict], VERDICT_TONE[verdict])}
    </Lines>
  );
}

/** The limit: the product's, or a preset. */
function HowFlat({ job }: { job: Job }) {
  const wanted = flatnessOf(job);
  const usual = (mm: number) => formatLength(mm, job.display, { decimals: 1 });
  const set = (change: Partial<typeof wanted>) =>
    firstText(edit('how flat it has to be', (j) => ({ ...j, flatness: { ...flatnessOf(j), ...change } })));
  return (
    <>
      <LengthField
        label="Straightedge"
        mm={wanted.straightedge}
        display={job.display}
        onLength={(mm) => set({ straightedge: mm })}
        hint="As long as the product’s instructions name."
      />
      <LengthField
        label="Greatest gap allowed"
        mm={wanted.limit}
        display={job.display}
        onLength={(mm) => set({ limit: mm })}
        hint={`Usually ${usual(2)} to ${usual(3)}; the product’s instructions decide.`}
      />
    </>
  );
}
