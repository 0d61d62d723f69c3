'use client';
import { Field, NumberInput } from '@chakra-ui/react';
import { useState } from 'react';

type Props = {
  label: string;
  /** null: nobody has said it, and the field is empty */
  value: number | null;
  /** Takes the number; gives back what is wrong with it, or nothing. */
  onNumber: (value: number) => string | undefined;
  /** what an unreadable text is told */
  wanted: string;
  /** whole numbers only */
  whole?: boolean;
  /** in a list of many: the label for assistive technology only */
  compact?: boolean;
};

/** A field for a plain number, such as an angle or a count; a comma is a decimal point, the arrow keys step by one. */
export function NumberField({ label, value, onNumber, wanted, whole = false, compact = false }: Props) {
  const [text, setText] = useState<string | null>(null);
  const [problem, setProblem] = useState<string>();
  const shown = text ?? (value === null ? '' : String(Number(value.toFixed(2))));
  const commit = (written: string) => {
    if (text === null && written === shown) return;
    const read = Number(written.replace(',', '.').replace('°', ''));
    const readable = written.trim() !== '' && Number.isFinite(read) && (!whole || Number.isInteger(read));
    const wrong = readable ? onNumber(read) : wanted;
    setProblem(wrong);
    if (wrong === undefined) setText(null);
  };
  return (
    <Field.Root invalid={problem !== undefined} gap={compact ? '0' : undefined} mb={compact ? '0' : '3'}>
      <Field.Label fontSize="14px" className={compact ? 'unseen' : undefined}>
        {label}
      </Field.Label>
      <NumberInput.Root
        value={shown}
        onValueChange={(e) => e.value !== shown && setText(e.value)}
        allowMouseWheel={false}
        clampValueOnBlur={false}
        w={compact ? '76px' : '140px'}
      >
        <NumberInput.Input
          fontFamily="var(--figures)"
          fontSize="19px"
          h="44px"
          autoComplete="off"
          onFocus={(e) => e.target.select()}
          onBlur={(e) => commit(e.currentTarget.value)}
          onKeyDown={(e) => {
            if (e.key === 'Enter') commit(e.currentTarget.value);
            if (e.key !== 'Escape') return;
            setText(null);
            setProblem(undefined);
          }}
        />
      </NumberInput.Root>
      {problem !== undefined && <Field.ErrorText>{problem}</Field.ErrorText>}
    </Field.Root>
  );
}
