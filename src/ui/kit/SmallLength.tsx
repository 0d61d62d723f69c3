'use client';
import type { Display } from '@/core/units';
import { LengthField } from './LengthField';

type Props = {
  /** what stands above the field */
  name: string;
  /** what it is called for those who do not see what stands around it */
  label: string;
  /** null: nobody has said it, and the field is empty */
  mm: number | null;
  display: Display;
  onLength: (mm: number) => string | undefined;
};

/** A length among others of one thing: a small name above a field without a line for hints. */
export const SmallLength = ({ name, label, mm, display, onLength }: Props) => (
  <div>
    <div className="quiet" style={{ fontSize: 13 }} aria-hidden>
      {name}
    </div>
    <LengthField compact label={label} mm={mm} display={display} onLength={onLength} />
  </div>
);
