'use client';
import Link from 'next/link';
import { lazy, Suspense, useEffect, useMemo, useRef, useState } from 'react';
import { nextTopic, TOPICS, type Done, type Exercise } from '@/core/drill';
import { today } from '@/ui/desk/today';
import { BigNumber, Button, Choice, Heading2, Mistake, ReadingTitle, Stops, TextField, Why } from '@/ui/kit';
import { createDrillMaker, type DrillMaker } from '@/ui/desk/drills';
import { Logo } from '../Logo';
import { ThemeButton } from '../ThemeButton';
import type { Display } from '@/core/units';
import { Find } from './Find';
import styles from './practice.module.css';
import { Puzzle } from './Puzzle';
import { Choosing, Sum } from './Questions';
import { byDay, keepUnits, practised, unitsOf, write, type Practised } from './record';

const ScoreChart = lazy(() => import('./ScoreChart'));

/** Exercises by person: floors with planted faults, sums and judgements; the next is chosen from what went wrong. */
export function Practice() {
  // drawn by the living page only: the device can be asked at once
  const [all, setAll] = useState<Practised>(practised);
  const [who, setWho] = useState(() => Object.keys(all)[0] ?? '');
  return (
    <main className={styles.page}>
      <header className={styles.top}>
        <Link href="/" aria-label="All floors">
          <Logo />
        </Link>
        <h1>Practice</h1>
        <ThemeButton />
      </header>
      {who === '' ? <Whose all={all} onWho={setWho} /> : <Drill key={who} who={who} all={all} onDone={setAll} onOther={() => setWho('')} />}
    </main>
  );
}

function Whose({ all, onWho }: { all: Practised; onWho: (who: string) => void }) {
  const names = Object.keys(all);
  return (
    <section className={styles.card}>
      <ReadingTitle>Who practises?</ReadingTitle>
      <Why>Floors with a fault to find, sums that are done by hand, judgements at the saw. Your answers stay on this device.</Why>
      {names.length > 0 && (
        <Choice label="Somebody who was here" value="" otherwise="choose …" options={names.map((n) => [n, n] as const)} onChoice={onWho} />
      )}
      <TextField
        label="Your name, or what you like to be called"
        value=""
        onText={(name) => (name === '' ? 'a name, however short' : (onWho(name.slice(0, 40)), undefined))}
      />
      <Button variant="solid" colorPalette="blue" h="52px" onClick={() => onWho('Beginner')}>
        Begin without a name
      </Button>
    </section>
  );
}

type DrillProps = { who: string; all: Practised; onDone: (all: Practised) => void; onOther: () => void };

function Drill({ who, all, onDone, onOther }: DrillProps) {
  const done = useMemo(() => all[who] ?? [], [all, who]);
  const [asked, setAsked] = useState<{ exercise: Exercise; n: number } | null>(null);
  const [wrong, setWrong] = useState<string>();
  const [answered, setAnswered] = useState<Done | null>(null);
  const maker = useRef<DrillMaker | null>(null);
  const before = useRef<readonly Done[]>(done);
  const [n, setN] = useState(0);
  // an exercise is written in its units: others bring another exercise
  const [display, setDisplay] = useState<Display>(unitsOf);
  const changeUnits = (next: Display) => {
    keepUnits(next);
    setDisplay(next);
    setN((k) => k + 1);
  };
  useEffect(() => {
    let live = true;
    const known = before.current;
    const seed = known.length * 7919 + who.length * 31 + n;
    maker.current ??= createDrillMaker();
    maker.current.exercise(nextTopic(known, seed), known, seed, display).then(
      (exercise) => live && (setAsked({ exercise, n }), setAnswered(null)),
      () => live && setWrong('The exercise could not be made. Load the page again.'),
    );
    return () => {
      live = false;
    };
  }, [who, n, display]);
  useEffect(
    () => () => {
      maker.current?.close();
      maker.current = null;
    },
    [],
  );
  const answer = (right: boolean, alarms = 0) => {
    if (answered || !asked) return;
    const one: Done = { topic: asked.exercise.topic, right, alarms, on: today() };
    setAnswered(one);
    const next = write(who, one);
    before.current = next[who] ?? [];
    onDone(next);
  };
  const go = () => setN((k) => k + 1);
  const other = () => {
    // what is being made cannot be stopped, but its worker can
    maker.current?.close();
    maker.current = null;
    go();
  };
  const isNow = asked !== null && asked.n === n;
  return (
    <>
      <section className={styles.card} aria-label="Exercise" aria-busy={!isNow}>
        <Mistake text={wrong} />
        {!isNow ? (
          <Making key={n} onOther={other} />
        ) : asked.exercise.kind === 'find' ? (
          <Find key={n} exercise={asked.exercise} onAnswer={answer} />
        ) : asked.exercise.kind === 'puzzle' ? (
          <Puzzle key={n} exercise={asked.exercise} display={display} onAnswer={answer} />
        ) : asked.exercise.kind === 'sum' ? (
          <Sum key={n} exercise={asked.exercise} display={display} onAnswer={answer} />
        ) : (
          <Choosing key={n} exercise={asked.exercise} onAnswer={answer} />
        )}
        {answered && isNow && (
          <Button variant="solid" colorPalette="blue" w="100%" h="56px" mt="3" position="sticky" bottom="2" onClick={go}>
            Next
          </Button>
        )}
      </section>
      <Score who={who} done={done} display={display} onUnits={changeUnits} onOther={onOther} />
    </>
  );
}

/** An exercise takes longer than half a second to make only where floor after floor has no place for its fault: another may be had. */
function Making({ onOther }: { onOther: () => void }) {
  const [long, setLong] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setLong(true), 500);
    return () => clearTimeout(timer);
  }, []);
  return (
    <>
      <Why tone="quiet">The next exercise is being made …</Why>
      {long && (
        <Stops>
          <Button onClick={onOther}>Another one instead</Button>
        </Stops>
      )}
    </>
  );
}

type ScoreProps = {
  who: string;
  done: readonly Done[];
  display: Display;
  onUnits: (display: Display) => void;
  onOther: () => void;
};

function Score({ who, done, display, onUnits, onOther }: ScoreProps) {
  const days = byDay(done);
  const tries = done.reduce((sum, d) => sum + 1 + d.alarms, 0);
  const right = done.filter((d) => d.right).length;
  const asked = new Set(done.map((d) => d.topic)).size;
  return (
    <section className={styles.card} aria-label="Score">
      <ReadingTitle>{who}</ReadingTitle>
      {done.length === 0 ? (
        <Why tone="quiet">The first exercise is before you.</Why>
      ) : (
        <>
          <BigNumber value={Math.round((100 * right) / tries)} unit="of 100 right" />
          <Why tone="quiet">
            {done.length} answered, {asked} of {TOPICS.length} things asked; a false alarm counts like a miss.
          </Why>
          <Heading2>Day by day</Heading2>
          <Suspense fallback={null}>
            <ScoreChart days={days.slice(-14)} />
          </Suspense>
        </>
      )}
      <Choice
        label="Lengths in"
        value={display}
        options={[
          ['metric', 'Millimetres'],
          ['imperial', 'Feet and inches'],
        ]}
        onChoice={(next) => onUnits(next === 'imperial' ? 'imperial' : 'metric')}
      />
      <Stops>
        <Button onClick={onOther}>Somebody else</Button>
        <Button asChild>
          <Link href="/">All floors</Link>
        </Button>
      </Stops>
    </section>
  );
}
