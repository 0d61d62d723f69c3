'use client';
import { Field, Input } from '@chakra-ui/react';
import { useState } from 'react';

type Props = {
  label: string;
  value: number;
  /** Takes the number; gives back what is wrong with it, or nothing. */
  onNumber: (value: number) => string | undefined;
  /** in a list of many: the label for assistive technology only */
  compact?: boolean;
  /** what an unreadable text is told */
  wanted: string;
};

/** A field for a plain number, such as an angle; a comma is a decimal point. */
export function NumberField({ label, value, onNumber, compact = false, wanted }: Props) {
  const [text, setText] = useState<string | null>(null);
  const [problem, setProblem] = useState<string>();
  const commit = () => {
    if (text === null) return;
    const read = Number(text.replace(',', '.').replace('°', ''));
    const wrong = text.trim() === '' || !Number.isFinite(read) ? wanted : onNumber(read);
    setProblem(wrong);
    if (wrong === undefined) setText(null);
  };
  return (
    <Field.Root invalid={problem !== undefined} gap={compact ? '0' : undefined}>
      <Field.Label fontSize="14px" className={compact ? 'unseen' : undefined}>
        {label}
      </Field.Label>
      <Input
        h="44px"
        w={compact ? '76px' : '120px'}
        fontFamily="var(--figures)"
        fontSize="19px"
        autoComplete="off"
        value={text ?? String(Number(value.toFixed(2)))}
        onChange={(e) => setText(e.target.value)}
        onFocus={(e) => e.target.select()}
        onBlur={commit}
        onKeyDown={(e) => {
          if (e.key === 'Enter') commit();
          if (e.key === 'Escape') {
            setText(null);
            setProblem(undefined);
          }
        }}
      />
      {problem !== undefined && <Field.ErrorText fontSize="14px">{problem}</Field.ErrorText>}
    </Field.Root>
  );
}
