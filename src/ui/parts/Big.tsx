import { formatLength, type Display } from '@/core/units';

/** The number that a person needs, as large as it goes: a length with its unit apart. */
export function BigLength({ mm, display }: { mm: number; display: Display }) {
  if (display === 'metric') {
    return (
      <div className="big">
        {formatLength(mm, display, { bare: true })} <small>mm</small>
      </div>
    );
  }
  return <div className="big long">{formatLength(mm, display)}</div>;
}

export function BigNumber({ value, unit }: { value: string | number; unit: string }) {
  return (
    <div className="big">
      {value} <small>{unit}</small>
    </div>
  );
}
