'use client';
import { useState } from 'react';
import type { Exercise } from '@/core/drill';
import { Button, TextField, Why } from '@/ui/kit';
import styles from './practice.module.css';

type Answer = { onAnswer: (right: boolean) => void };

/** A sum as it is done on site: a number is asked for. */
export function Sum({ exercise: { sum }, onAnswer }: Answer & { exercise: Extract<Exercise, { kind: 'sum' }> }) {
  const [given, setGiven] = useState<number | null>(null);
  const right = given !== null && Math.abs(given - sum.answer) <= sum.within;
  const take = (text: string): string | undefined => {
    const value = Number(text.replace(',', '.').replace(/[^\d.-]/g, ''));
    if (text === '' || !Number.isFinite(value)) return 'a number';
    setGiven(value);
    onAnswer(Math.abs(value - sum.answer) <= sum.within);
    return undefined;
  };
  return (
    <>
      <p className={styles.asked}>{sum.text}</p>
      {given === null ? (
        <>
          <TextField label={`In ${sum.unit}`} value="" hint="Pencil and paper are allowed; Enter answers" onText={take} />
        </>
      ) : (
        <Told right={right} answer={`${sum.answer} ${sum.unit}`} why={sum.why} given={`${given}`} />
      )}
    </>
  );
}

/** A judgement: one of several is right. */
export function Choosing({ exercise: { choosing }, onAnswer }: Answer & { exercise: Extract<Exercise, { kind: 'choose' }> }) {
  const [given, setGiven] = useState<number | null>(null);
  return (
    <>
      <p className={styles.asked}>{choosing.text}</p>
      {given === null ? (
        choosing.options.map((option, i) => (
          <Button
            key={option}
            w="100%"
            minH="56px"
            h="auto"
            py="2"
            mb="2"
            justifyContent="flex-start"
            whiteSpace="normal"
            textAlign="start"
            onClick={() => {
              setGiven(i);
              onAnswer(i === choosing.right);
            }}
          >
            {option}
          </Button>
        ))
      ) : (
        <Told
          right={given === choosing.right}
          answer={choosing.options[choosing.right]!}
          why={choosing.why}
          given={choosing.options[given]!}
        />
      )}
    </>
  );
}

/** Told at once: whether it was right, what is, and why. */
const Told = ({ right, answer, why, given }: { right: boolean; answer: string; why: string; given: string }) => (
  <div className={styles.told} role="status">
    <b className={right ? 'good' : 'must'}>{right ? 'Right' : 'Not so'}</b>
    {!right && <Why tone="quiet">You said: {given}.</Why>}
    <Why>
      <b>{answer}</b>
    </Why>
    <Why>{why}</Why>
  </div>
);
