'use client';
import { Field, Input, InputGroup } from '@chakra-ui/react';
import { useEffect, useRef, useState, type KeyboardEvent } from 'react';
import { formatLength, lengthStep, parseLength, type Display } from '@/core/units';
import { takesReadings } from './readings';

type Props = {
  label: string;
  /** null: nobody has said it, and the field is empty */
  mm: number | null;
  display: Display;
  /** Takes the length; gives back what is wrong with it, or nothing. */
  onLength: (mm: number) => string | undefined;
  hint?: string;
  large?: boolean;
  /** in a list of many: no line for hints, the label for assistive technology only */
  compact?: boolean;
  /** with its label in sight all the same */
  named?: boolean;
};

/** As exact as the file: a metric length shows up to three decimals where it has them. */
const written = (mm: number | null, display: Display): string =>
  mm === null ? '' : formatLength(mm, display, { bare: true, decimals: 3 });

/** A field that takes a length as people write it, shows how it was understood, and steps by the arrow keys. */
export function LengthField({ label, mm, display, onLength, hint, large = false, compact = false, named = false }: Props) {
  const [text, setText] = useState<string | null>(null);
  const [refused, setRefused] = useState<{ text: string; at: string }>();
  const input = useRef<HTMLInputElement>(null);
  const shown = text ?? written(mm, display);
  const parsed = text === null ? null : parseLength(text, display);
  // a new value from elsewhere (undo, a dragged line) leaves a refusal of the old one behind
  const at = `${mm} ${display}`;
  const problem = refused?.at === at ? refused.text : undefined;
  const setProblem = (text: string | undefined) => setRefused(text === undefined ? undefined : { text, at });

  const take = (value: number): boolean => {
    const wrong = onLength(value);
    setProblem(wrong);
    return wrong === undefined;
  };
  const commit = () => {
    if (text === null || !parsed) return;
    if (!parsed.ok) setProblem(parsed.text);
    else if (take(parsed.mm)) setText(null);
  };
  const key = (event: KeyboardEvent) => {
    if (event.key === 'Enter') commit();
    else if (event.key === 'Escape') {
      setText(null);
      setProblem(undefined);
    } else if (event.key === 'ArrowUp' || event.key === 'ArrowDown') {
      event.preventDefault();
      const from = parsed?.ok ? parsed.mm : (mm ?? 0);
      const step = lengthStep(display, event.shiftKey);
      // onto the next mark of the tape, not off it
      const next = Math.max(0, (event.key === 'ArrowUp' ? Math.floor(from / step + 1e-6) + 1 : Math.ceil(from / step - 1e-6) - 1) * step);
      if (take(next)) setText(null);
    }
  };
  // a reading is taken as if it had been typed and entered
  const reading = useRef<(mm: number) => void>(() => undefined);
  useEffect(() => {
    reading.current = (value) => setText(take(value) ? null : written(value, display));
  });
  useEffect(() => takesReadings(input.current!, (value) => reading.current(value)), []);

  const understood = parsed?.ok
    ? `= ${formatLength(parsed.mm, display, { decimals: 1 })} = ${formatLength(parsed.mm, display === 'metric' ? 'imperial' : 'metric', { decimals: 1 })}`
    : '';
  return (
    <Field.Root invalid={problem !== undefined} mb={compact ? '0' : '3'} gap={compact ? '0' : undefined}>
      <Field.Label fontSize="14px" className={compact && !named ? 'unseen' : undefined}>
        {label}
      </Field.Label>
      <InputGroup endElement={display === 'metric' && text === null && !compact ? <span className="quiet">mm</span> : undefined}>
        <Input
          ref={input}
          className="figures"
          fontFamily="var(--figures)"
          fontSize={large ? '26px' : '19px'}
          fontWeight="650"
          h={large ? '56px' : '44px'}
          inputMode="text"
          autoComplete="off"
          value={shown}
          onChange={(e) => setText(e.target.value)}
          onFocus={(e) => e.target.select()}
          onBlur={commit}
          onKeyDown={key}
        />
      </InputGroup>
      {problem !== undefined ? (
        <Field.ErrorText fontSize="14px">{problem}</Field.ErrorText>
      ) : (
        (!compact || understood !== '') && (
          <Field.HelperText fontSize="13px" minH="18px">
            {understood || hint}
          </Field.HelperText>
        )
      )}
    </Field.Root>
  );
}
