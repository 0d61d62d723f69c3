'use client';
import { Field, Input } from '@chakra-ui/react';
import { useState } from 'react';
import { newJob } from '@/core/given';
import type { Display } from '@/core/units';
import { Button, LengthField, Stops, Window } from '@/ui/kit';

/** Length and width from the tape; everything else has a preset. */
export function NewJob({ open, onClose, onCreate }: { open: boolean; onClose: () => void; onCreate: (document: unknown) => void }) {
  const [name, setName] = useState('');
  const [display, setDisplay] = useState<Display>('metric');
  const [length, setLength] = useState(4000);
  const [width, setWidth] = useState(3000);
  const size = (set: (mm: number) => void) => (mm: number) => {
    if (mm < 66) return 'Too small for a room with gaps.';
    set(mm);
    return undefined;
  };
  return (
    <Window
      open={open}
      onClose={onClose}
      title="New floor"
      wrap={(inside) => (
        <form
          onSubmit={(e) => {
            e.preventDefault();
            onCreate(newJob(name.trim() || 'Unnamed floor', display, length, width));
          }}
        >
          {inside}
        </form>
      )}
      footer={
        <>
          <Button type="button" onClick={onClose}>
            Cancel
          </Button>
          <Button variant="solid" type="submit" colorPalette="blue">
            Begin
          </Button>
        </>
      }
    >
      <Field.Root mb="3">
        <Field.Label fontSize="14px">Name</Field.Label>
        <Input value={name} maxLength={200} placeholder="Whose floor, which room" onChange={(e) => setName(e.target.value)} />
      </Field.Root>
      <Stops label="Units">
        {(['metric', 'imperial'] as const).map((d) => (
          <Button
            key={d}
            type="button"
            variant={display === d ? 'solid' : 'outline'}
            aria-pressed={display === d}
            onClick={() => setDisplay(d)}
          >
            {d === 'metric' ? 'Millimetres' : 'Feet and inches'}
          </Button>
        ))}
      </Stops>
      <LengthField large label="Length of the room" mm={length} display={display} onLength={size(setLength)} />
      <LengthField large label="Width of the room" mm={width} display={display} onLength={size(setWidth)} />
    </Window>
  );
}
