'use client';
import { Checkbox } from '@chakra-ui/react';
import type { ReactNode } from 'react';

type Props = {
  checked: boolean;
  onTick: (on: boolean) => void;
  /** words beside it; or only a name for assistive technology */
  children?: ReactNode;
  label?: string;
};

/** A box to tick off, as large as a thumb. */
export const Tick = ({ checked, onTick, children, label }: Props) => (
  <Checkbox.Root checked={checked} onCheckedChange={(e) => onTick(e.checked === true)} minW="44px">
    <Checkbox.HiddenInput />
    <Checkbox.Control>
      <Checkbox.Indicator />
    </Checkbox.Control>
    <Checkbox.Label className={children === undefined ? 'unseen' : undefined}>{children ?? label}</Checkbox.Label>
  </Checkbox.Root>
);
