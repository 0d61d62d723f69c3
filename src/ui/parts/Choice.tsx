'use client';
import { NativeSelect } from '@chakra-ui/react';

type Props = {
  label: string;
  value: string;
  /** what can be chosen, in order, each with its words */
  options: readonly (readonly [string, string])[];
  onChoice: (value: string) => void;
};

/** One of a few, with its label above it. */
export function Choice({ label, value, options, onChoice }: Props) {
  return (
    <label style={{ display: 'block', maxWidth: 300 }}>
      <span className="quiet" style={{ fontSize: 13 }}>
        {label}
      </span>
      <NativeSelect.Root>
        <NativeSelect.Field h="44px" fontSize="16px" value={value} onChange={(e) => onChoice(e.target.value)}>
          {options.map(([key, words]) => (
            <option key={key} value={key}>
              {words}
            </option>
          ))}
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
    </label>
  );
}
