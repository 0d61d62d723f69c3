'use client';
import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import { flatnessOf } from '@/core/base';
import { roundPoint, type Point } from '@/core/geometry';
import type { Base, Space } from '@/core/given';
import { formatLength } from '@/core/units';
import { firstText, useJob } from '@/ui/desk';
import { Button, IconButton, LengthField, Mistake, Why } from '@/ui/kit';
import styles from './base.module.css';
import { editBase } from './edits';
import { useLooking } from './looking';
import { endsOf } from './straightedge';

/** Without a level: gaps read with a feeler under the straightedge, where it lies on the sheet. They are shown as what they are: single readings. */
export function Feelers({ space, base }: { space: Space; base: Base }) {
  const job = useJob();
  const { display } = job;
  const flatness = flatnessOf(job);
  const laid = useLooking((s) => s.laid);
  const [from, to] = endsOf(space, laid, null, flatness.straightedge);
  const length = Math.hypot(to[0] - from[0], to[1] - from[1]);
  const [along, setAlong] = useState<number | null>(null);
  const [gap, setGap] = useState(0);
  const [wrong, setWrong] = useState<string>();
  const at = Math.min(along ?? length / 2, length);
  const say = (mm: number) => formatLength(mm, display, { decimals: 1, finest: 32 });
  const read = base.feelers ?? [];
  const worst = read.reduce((most, f) => Math.max(most, f.gap), 0);
  const add = () => {
    const place: Point = [from[0] + ((to[0] - from[0]) * at) / length, from[1] + ((to[1] - from[1]) * at) / length];
    const feeler = { from: roundPoint(from), to: roundPoint(to), at: roundPoint(place), gap };
    setWrong(firstText(editBase('a gap read with a feeler', space.id, (b) => ({ ...b, feelers: [...(b.feelers ?? []), feeler] }))));
  };
  return (
    <>
      <Why tone="quiet" mt="0">
        Lay the straightedge on the sheet as it lies on the floor, read the gap with a feeler, turn it over the dip, read again.
      </Why>
      <LengthField
        label="From its first end to the feeler"
        mm={at}
        display={display}
        onLength={(mm) => (mm > length ? `The straightedge lies ${say(length)} long.` : void setAlong(mm))}
      />
      <LengthField label="Gap" mm={gap} display={display} onLength={(mm) => void setGap(mm)} />
      <Mistake text={wrong} />
      <Button onClick={add}>Enter the gap</Button>
      <ul className={styles.readings}>
        {read.map((f, i) => (
          <li key={i}>
            <b className={`figures ${f.gap > flatness.limit ? 'must' : ''}`}>{say(f.gap)}</b>
            <span>under {say(Math.hypot(f.to[0] - f.from[0], f.to[1] - f.from[1]))}</span>
            <IconButton
              aria-label={`Take away the gap of ${say(f.gap)}`}
              variant="ghost"
              onClick={() => editBase('a gap taken away', space.id, (b) => ({ ...b, feelers: b.feelers?.filter((_, k) => k !== i) }))}
            >
              <Trash2 size={16} />
            </IconButton>
          </li>
        ))}
      </ul>
      {read.length > 0 && (
        <Why tone={worst > flatness.limit ? 'must' : 'good'}>
          {worst > flatness.limit
            ? `The worst of ${read.length} is ${say(worst)}, over the ${say(flatness.limit)} allowed.`
            : `None of ${read.length} is over the ${say(flatness.limit)} allowed.`}{' '}
          Single readings say nothing of what lies between them: how much it takes to fill needs heights.
        </Why>
      )}
    </>
  );
}
