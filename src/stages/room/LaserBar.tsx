'use client';
import { Radio, Ruler, Unplug } from 'lucide-react';
import { useHotkeys } from 'react-hotkeys-hook';
import { formatLength, type Display } from '@/core/units';
import { useLaser } from '@/ui/desk/laser';
import { Button, Choice, Stops } from '@/ui/kit';
import styles from './room.module.css';

/** The laser measure: connect, one key for a reading, readings that run, and what became of the connection. */
export function LaserBar({ display }: { display: Display }) {
  const laser = useLaser();
  const { status, targets, aim, latest, range, continuous, failed, read, setContinuous, setAim } = laser;
  const on = status === 'on';
  const everywhere = { enableOnFormTags: true, preventDefault: true } as const;
  useHotkeys('f2', read, everywhere);
  useHotkeys('shift+f2', () => on && setContinuous(!continuous), everywhere);
  useHotkeys('f4', () => on && setAim((aim + 1) % Math.max(1, targets.length)), everywhere);
  useHotkeys('shift+f4', () => on && setAim((aim + targets.length - 1) % Math.max(1, targets.length)), everywhere);
  const length = (mm: number) => formatLength(mm, display, { decimals: 1 });
  if (status === 'off') {
    return (
      <Button mt="3" onClick={laser.connect}>
        <Radio size={17} /> Connect a laser measure
      </Button>
    );
  }
  return (
    <section className={styles.laser} aria-label="Laser measure">
      <p role="status" className={status === 'lost' ? 'must' : 'quiet'} style={{ margin: 0 }}>
        {status === 'connecting' && 'Looking for the laser …'}
        {status === 'lost' && 'The laser is lost. Looking for it; what you type is taken all the same.'}
        {on && laser.name}
      </p>
      {on && (
        <>
          <div className={`figures ${styles.laserReading}`} data-testid="laser-reading" aria-live="polite">
            {latest === null ? '–' : length(latest)}
            {range && (
              <small>
                {length(range[0])} to {length(range[1])}
              </small>
            )}
          </div>
          {failed && (
            <p className="must" role="alert" style={{ margin: '0 0 6px' }}>
              {failed}
            </p>
          )}
          <Stops style={{ marginTop: 4 }}>
            <Button variant="solid" colorPalette="blue" onClick={read}>
              <Ruler size={17} /> Take it <kbd>F2</kbd>
            </Button>
            <Button variant={continuous ? 'solid' : 'outline'} aria-pressed={continuous} onClick={() => setContinuous(!continuous)}>
              Keep reading <kbd>⇧F2</kbd>
            </Button>
          </Stops>
          {targets.length > 0 && (
            <Choice
              label="Held against (simulation; F4 the next)"
              value={`${aim}`}
              options={targets.map((target, i) => [`${i}`, target])}
              onChoice={(i) => setAim(Number(i))}
            />
          )}
        </>
      )}
      <Stops style={{ marginTop: 4 }}>
        {on && targets.length > 0 && (
          <Button size="sm" variant="ghost" onClick={laser.outOfRange}>
            Walk out of range
          </Button>
        )}
        <Button size="sm" variant="ghost" onClick={laser.disconnect}>
          <Unplug size={16} /> Disconnect
        </Button>
      </Stops>
    </section>
  );
}
