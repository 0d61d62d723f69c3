'use client';
import { Field, Input } from '@chakra-ui/react';
import { useState } from 'react';

type Props = {
  /** what it is called for those who do not see what stands around it */
  label: string;
  /** what stands above the field */
  name: string;
  value: number | null;
  /** Takes the number, or undefined where the field was emptied; gives back what is wrong, or nothing. */
  onNumber: (value: number | undefined) => string | undefined;
};

/** A plain number that need not be said; emptied, what is usual holds again. */
export function OptionalNumber({ label, name, value, onNumber }: Props) {
  const [text, setText] = useState<string | null>(null);
  const [problem, setProblem] = useState<string>();
  const shown = text ?? (value === null ? '' : String(Number(value.toFixed(3))));
  const commit = () => {
    if (text === null) return;
    const written = text.trim().replace(',', '.');
    const number = Number(written);
    const wrong = written === '' ? onNumber(undefined) : Number.isFinite(number) ? onNumber(number) : 'A number, or nothing.';
    setProblem(wrong);
    if (wrong === undefined) setText(null);
  };
  return (
    <Field.Root invalid={problem !== undefined} gap="0">
      <Field.Label className="unseen">{label}</Field.Label>
      <div className="quiet" style={{ fontSize: 13 }} aria-hidden>
        {name}
      </div>
      <Input
        value={shown}
        inputMode="decimal"
        autoComplete="off"
        h="44px"
        w="110px"
        fontFamily="var(--figures)"
        fontSize="19px"
        onFocus={(e) => e.target.select()}
        onChange={(e) => setText(e.target.value)}
        onBlur={commit}
        onKeyDown={(e) => {
          if (e.key === 'Enter') commit();
          if (e.key !== 'Escape') return;
          setText(null);
          setProblem(undefined);
        }}
      />
      {problem !== undefined && <Field.ErrorText>{problem}</Field.ErrorText>}
    </Field.Root>
  );
}
