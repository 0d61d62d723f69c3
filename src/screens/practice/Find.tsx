'use client';
import { useMemo, useState } from 'react';
import { factsOf, FAULT_WORDS, foundBy, planksOf, type Exercise, type Found } from '@/core/drill';
import type { Point } from '@/core/geometry';
import type { Plan } from '@/core/given';
import { Button, Stops, Why } from '@/ui/kit';
import { Sheet } from '@/ui/sheet/Sheet';
import { toScreen, type View } from '@/ui/sheet/view';
import { FaceLetters, Notes, SawnEnds } from './marks';
import styles from './practice.module.css';

type Props = { exercise: Extract<Exercise, { kind: 'find' }>; onAnswer: (right: boolean, alarms: number) => void };

/** After so many taps beside it the answer is shown. */
const MOST_ALARMS = 3;

/** A floor with faults in it: they are tapped where they are. */
export function Find({ exercise: { planted }, onAnswer }: Props) {
  const [found, setFound] = useState<readonly Found[]>([]);
  const [alarms, setAlarms] = useState<readonly Point[]>([]);
  const [shown, setShown] = useState(false);
  const { faults, job, floor } = planted;
  const over = shown || found.length === faults.length;
  const plan = useMemo(
    (): Plan => ({
      floors: [planted.plan],
      planks: [...planksOf(planted)],
      totals: { planks: 0, boxes: 0, laidArea: 0, wastePercent: 0 },
      findings: [],
    }),
    [planted],
  );
  const tap = (at: Point) => {
    if (over) return;
    const one = foundBy(planted, at);
    if (one === null) {
      const next = [...alarms, at];
      setAlarms(next);
      if (next.length < MOST_ALARMS) return;
      setShown(true);
      return onAnswer(false, next.length);
    }
    if (found.includes(one)) return;
    const next = [...found, one];
    setFound(next);
    if (next.length === faults.length) onAnswer(true, alarms.length);
  };
  const giveUp = () => {
    setShown(true);
    onAnswer(false, alarms.length);
  };
  const left = faults.length - found.length;
  const seen = shown ? faults : found;
  return (
    <>
      <p className={styles.asked}>
        {over
          ? shown
            ? 'Here it is'
            : alarms.length === 0
              ? 'Found at once'
              : `Found, with ${alarms.length} ${alarms.length === 1 ? 'false alarm' : 'false alarms'}`
          : left === 1
            ? 'One thing is wrong with this floor. Tap it.'
            : `${left} things are wrong with this floor. Tap them.`}
      </p>
      <div className={styles.sheet}>
        <Sheet
          job={job}
          floors={[floor]}
          plan={plan}
          onPoint={tap}
          label="A floor with a fault in it"
          faces={planted.faces !== undefined}
          turnsToFit
          overlay={(view) => (
            <>
              <SawnEnds view={view} laid={planted} />
              <FaceLetters view={view} laid={planted} />
              <Notes view={view} notes={planted.notes} />
              <Marks view={view} seen={seen} alarms={alarms} />
            </>
          )}
        />
      </div>
      {!over && (
        <Why tone="quiet">
          {factsOf(job)} A zigzag is a sawn end{planted.faces ? '; equal letters are equal printed faces' : ''}
          {planted.notes.length > 0 ? '; what is written was measured there' : ''}.
        </Why>
      )}
      {alarms.length > 0 && !over && (
        <Why tone="should" role="status">
          Nothing is wrong there.
        </Why>
      )}
      {seen.map(({ fault, findings }) => (
        <div key={fault} className={styles.told} role="status">
          <b>{FAULT_WORDS[fault].is}</b>
          <Why>{FAULT_WORDS[fault].why}</Why>
          <Why tone="good">{FAULT_WORDS[fault].avoid}</Why>
          <Why tone="quiet">{findings[0]!.text}</Why>
        </div>
      ))}
      {!over && (
        <Stops>
          <Button onClick={giveUp}>Show me</Button>
        </Stops>
      )}
    </>
  );
}

function Marks({ view, seen, alarms }: { view: View; seen: readonly Found[]; alarms: readonly Point[] }) {
  return (
    <g aria-hidden>
      {seen.flatMap(({ findings }) =>
        findings.map((f, i) => {
          const [x, y] = toScreen(view, f.at!);
          return <circle key={`${f.rule} ${i}`} className={styles.fault} cx={x} cy={y} r="20" />;
        }),
      )}
      {alarms.map((at, i) => {
        const [x, y] = toScreen(view, at);
        return <path key={i} className={styles.alarm} d={`M${x - 9} ${y - 9}L${x + 9} ${y + 9}M${x + 9} ${y - 9}L${x - 9} ${y + 9}`} />;
      })}
    </g>
  );
}
