'use client';
import { useState } from 'react';
import type { Exercise } from '@/core/drill';
import { formatLength, parseLength, type Display } from '@/core/units';
import { Button, TextField, Why } from '@/ui/kit';
import styles from './practice.module.css';

type Answer = { onAnswer: (right: boolean) => void };

/** A sum as it is done on site: a number is asked for, a length in the person's units. */
export function Sum({ exercise: { sum }, display, onAnswer }: Answer & { exercise: Extract<Exercise, { kind: 'sum' }>; display: Display }) {
  const [given, setGiven] = useState<number | null>(null);
  const isLength = sum.asked === 'length';
  const isRight = (value: number) => Math.abs(value - sum.answer) <= sum.within + 1e-6;
  const say = (value: number) => (isLength ? formatLength(value, display, { decimals: 2 }) : `${value} ${sum.asked}`);
  const take = (text: string): string | undefined => {
    const read = isLength ? parseLength(text, display) : { ok: text.trim() !== '', mm: Number(text.replace(',', '.')), text: 'a number' };
    if (!read.ok || !Number.isFinite(read.mm)) return read.ok ? 'a number' : read.text;
    setGiven(read.mm);
    onAnswer(isRight(read.mm));
    return undefined;
  };
  return (
    <>
      <p className={styles.asked}>{sum.text}</p>
      {given === null ? (
        <TextField
          label={isLength ? (display === 'metric' ? 'In mm' : 'In feet, inches and sixteenths') : `How many ${sum.asked}`}
          value=""
          hint="Pencil and paper are allowed; Enter answers"
          onText={take}
        />
      ) : (
        <Told right={isRight(given)} answer={say(sum.answer)} why={sum.why} given={say(given)} />
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
