'use client';
import { Crosshair, Radio, Unplug } from 'lucide-react';
import { useEffect } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import type { Point } from '@/core/geometry';
import type { StandingState } from '@/ui/desk/level';
import { Button, Stops } from '@/ui/kit';
import styles from './base.module.css';

type Props = {
  /** where it stands, or is put up next */
  at: Point | null;
  instrument: StandingState;
  /** what it is called, and how its figure reads */
  what: string;
  write: (value: number) => string;
  /** the key that takes a reading */
  press: 'f2' | 'f8' | 'f9';
};

/** An instrument that is put up at a place: connect, one key for a reading, and what became of the connection. */
export function InstrumentBar({ at, instrument, what, write, press }: Props) {
  const { status, stand, read, latest, failed } = instrument;
  useHotkeys(press, read, { enableOnFormTags: true, preventDefault: true });
  const [x, y] = at ?? [null, null];
  useEffect(() => {
    if (x !== null && y !== null && status === 'on') stand([x, y]);
  }, [x, y, status, stand]);
  if (status === 'off') {
    return (
      <Button my="3" onClick={instrument.connect}>
        <Radio size={17} /> Connect a {what}
      </Button>
    );
  }
  return (
    <section className={styles.instrument} aria-label={what}>
      <p role="status" className={status === 'lost' ? 'must' : 'quiet'} style={{ margin: 0 }}>
        {status === 'connecting' && `Looking for the ${what} …`}
        {status === 'lost' && `The ${what} is lost. Looking for it; what you type is taken all the same.`}
        {status === 'on' && `${instrument.name}${latest === null ? '' : `: last ${write(latest)}`}`}
      </p>
      {failed && (
        <p className="must" role="alert" style={{ margin: '4px 0 0' }}>
          {failed}
        </p>
      )}
      <Stops mt="2">
        {status === 'on' && (
          <>
            <Button variant="solid" colorPalette="blue" onClick={read}>
              <Crosshair size={17} /> Take it <kbd>{press.toUpperCase()}</kbd>
            </Button>
            <Button size="sm" variant="ghost" onClick={instrument.outOfRange}>
              Walk out of range
            </Button>
          </>
        )}
        <Button size="sm" variant="ghost" onClick={instrument.disconnect}>
          <Unplug size={16} /> Disconnect
        </Button>
      </Stops>
    </section>
  );
}
