'use client';
import { Field, Input } from '@chakra-ui/react';

type Props = { label: string; value: string; onDate: (date: string) => void; /** with the time of the day */ timed?: boolean };

/** A day, or a day and a time, by the device's own calendar. */
export const Dated = ({ label, value, onDate, timed = false }: Props) => (
  <Field.Root mb="3">
    <Field.Label fontSize="14px">{label}</Field.Label>
    <Input
      h="44px"
      w={timed ? '220px' : '170px'}
      type={timed ? 'datetime-local' : 'date'}
      value={value}
      onChange={(e) => e.target.value !== '' && onDate(e.target.value)}
    />
  </Field.Root>
);
