'use client';
import { Field, Input } from '@chakra-ui/react';
import { useState } from 'react';

type Props = {
  label: string;
  value: string;
  /** Takes the text; gives back what is wrong with it, or nothing. */
  onText: (text: string) => string | undefined;
  hint?: string;
  /** in a list of many: the label for assistive technology only */
  compact?: boolean;
};

/** A field for words or a list, taken when it is left or by Enter; Escape takes back what was typed. */
export function TextField({ label, value, onText, hint, compact = false }: Props) {
  const [text, setText] = useState<string | null>(null);
  const [problem, setProblem] = useState<string>();
  const commit = () => {
    if (text === null) return;
    const wrong = text === value ? undefined : onText(text.trim());
    setProblem(wrong);
    if (wrong === undefined) setText(null);
  };
  return (
    <Field.Root invalid={problem !== undefined} mb={compact ? '0' : '3'}>
      <Field.Label fontSize="14px" className={compact ? 'unseen' : undefined}>
        {label}
      </Field.Label>
      <Input
        value={text ?? value}
        maxLength={200}
        h="44px"
        autoComplete="off"
        onChange={(e) => setText(e.target.value)}
        onBlur={commit}
        onKeyDown={(e) => {
          if (e.key === 'Enter') commit();
          if (e.key !== 'Escape') return;
          setText(null);
          setProblem(undefined);
        }}
      />
      {hint !== undefined && problem === undefined && <Field.HelperText>{hint}</Field.HelperText>}
      {problem !== undefined && <Field.ErrorText>{problem}</Field.ErrorText>}
    </Field.Root>
  );
}
