'use client';
import { useEffect, useState, useSyncExternalStore } from 'react';
import { sayWhoIsHere, whoIsHere } from '@/ui/desk';
import { Choice, TextField, Why } from '@/ui/kit';
import { isTurned, turn, watchTurned } from './turned';

/** Whose hand presses on this device, written beside every line of the log; and which way up that hand holds it. */
export function Who() {
  const [name, setName] = useState(whoIsHere);
  const turned = useSyncExternalStore(watchTurned, isTurned, () => false);
  return (
    <>
      <Why>Written beside every press on this device.</Why>
      <TextField
        label="Name"
        value={name}
        onText={(text) => {
          sayWhoIsHere(text);
          setName(text);
          return undefined;
        }}
      />
      <Choice
        label="This screen is held"
        value={turned ? 'turned' : 'upright'}
        options={[
          ['upright', 'upright'],
          ['turned', 'upside down'],
        ]}
        onChoice={(v) => turn(v === 'turned')}
      />
      <Why tone="quiet">Upside down: for a hand that takes it from the other side, where the device itself does not turn.</Why>
    </>
  );
}

/** Turns the page while the screen for laying is open, if this device is held upside down. */
export function useTurnedPage(): void {
  const turned = useSyncExternalStore(watchTurned, isTurned, () => false);
  useEffect(() => {
    document.documentElement.toggleAttribute('data-turned', turned);
    return () => document.documentElement.removeAttribute('data-turned');
  }, [turned]);
}
