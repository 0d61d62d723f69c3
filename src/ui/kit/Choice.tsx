'use client';
import { Field, NativeSelect } from '@chakra-ui/react';

type Props = {
  label: string;
  value: string;
  /** what can be chosen, in order, each with its words */
  options: readonly (readonly [string, string])[];
  onChoice: (value: string) => void;
  /** beside a heading that says it: the label for assistive technology only */
  bare?: boolean;
  /** a choice that cannot be made, for what is none of the options */
  otherwise?: string;
};

/** One of a few, with its label above it. */
export const Choice = ({ label, value, options, onChoice, bare = false, otherwise }: Props) => (
  <Field.Root my={bare ? '0' : '3'}>
    <Field.Label fontSize="14px" className={bare ? 'unseen' : undefined}>
      {label}
    </Field.Label>
    <NativeSelect.Root>
      <NativeSelect.Field value={value} onChange={(e) => onChoice(e.target.value)}>
        {otherwise !== undefined && (
          <option value="" disabled>
            {otherwise}
          </option>
        )}
        {options.map(([key, words]) => (
          <option key={key} value={key}>
            {words}
          </option>
        ))}
      </NativeSelect.Field>
      <NativeSelect.Indicator />
    </NativeSelect.Root>
  </Field.Root>
);
