'use client';
import { Field, Input } from '@chakra-ui/react';
import { useEffect, useRef, useState } from 'react';
import { formatHeight, parseHeight, type Display } from '@/core/units';
import { takesReadings } from '@/ui/kit/readings';

type Props = {
  label: string;
  height: number | null;
  display: Display;
  /** Takes the height, null where the field was emptied; gives back what is wrong with it. */
  onHeight: (mm: number | null) => string | undefined;
  /** to the point after, or before */
  onStep: (by: 1 | -1) => void;
};

/** The field for one height after the other: Enter takes it and goes on, the arrow keys go on and back. */
export function HeightField({ label, height, display, onHeight, onStep }: Props) {
  const [text, setText] = useState<string | null>(null);
  const [problem, setProblem] = useState<string>();
  const input = useRef<HTMLInputElement>(null);
  const shown = text ?? (height === null ? '' : formatHeight(height, display));
  const take = (written: string): boolean => {
    const read = written.trim() === '' ? null : parseHeight(written, display);
    const wrong = read === null ? onHeight(null) : read.ok ? onHeight(read.mm) : read.text;
    setProblem(wrong);
    if (wrong === undefined) setText(null);
    return wrong === undefined;
  };
  const commit = (): boolean => text === null || take(text);
  const reading = useRef<(mm: number) => void>(() => undefined);
  useEffect(() => {
    reading.current = (mm) => {
      if (onHeight(mm) === undefined) onStep(1);
    };
  });
  useEffect(() => takesReadings(input.current!, (mm) => reading.current(mm)), []);
  // gone on to another point, what is typed next takes the place of what stands there
  useEffect(() => {
    if (document.activeElement === input.current) input.current?.select();
  }, [label]);
  return (
    <Field.Root invalid={problem !== undefined}>
      <Field.Label fontSize="14px">{label}</Field.Label>
      <Input
        ref={input}
        fontFamily="var(--figures)"
        fontSize="26px"
        fontWeight="650"
        h="56px"
        inputMode="text"
        autoComplete="off"
        enterKeyHint="next"
        placeholder="not read"
        value={shown}
        onChange={(e) => setText(e.target.value)}
        onFocus={(e) => e.target.select()}
        onBlur={commit}
        onKeyDown={(e) => {
          if (e.key === 'Escape') {
            setText(null);
            setProblem(undefined);
          }
          const by = e.key === 'ArrowUp' ? -1 : e.key === 'Enter' || e.key === 'ArrowDown' ? 1 : 0;
          if (by === 0) return;
          e.preventDefault();
          if (commit()) onStep(by);
        }}
      />
      {problem !== undefined && <Field.ErrorText fontSize="14px">{problem}</Field.ErrorText>}
    </Field.Root>
  );
}
