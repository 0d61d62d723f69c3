'use client';
import { create } from 'zustand';
import { giveReading, readingField } from '../kit/readings';
import { connectionTo } from './instrument';

export type LaserState = {
  readonly status: 'off' | 'connecting' | 'on' | 'lost';
  readonly name: string;
  /** simulation only: what it can be held against, and what it is held against now */
  readonly targets: readonly string[];
  readonly aim: number;
  /** the latest reading of this connection, mm */
  readonly latest: number | null;
  /** least and greatest of the readings since continuous mode began */
  readonly range: readonly [number, number] | null;
  readonly continuous: boolean;
  readonly failed: string | null;
  connect(): void;
  disconnect(): void;
  /** Takes a reading into the focused length; while readings run, takes the latest. */
  read(): void;
  setContinuous(on: boolean): void;
  setAim(target: number): void;
  outOfRange(): void;
};

/** Where the last reading went: the same field again is the same wall again; another field is the next wall. */
let lastTaken: Element | null = null;
let wanted: Element | null = null;

/** A laser measure over the server's stream; lost connections are looked for again by themselves. */
export const useLaser = create<LaserState>()((set, get) => {
  const laser = connectionTo('laser', (event) => {
    if (event === null) {
      wanted = null;
      set({ status: 'lost', range: null });
    } else if (event.kind === 'ready') {
      set({ status: 'on', name: event.name, targets: event.targets ?? [], failed: null });
      // the person still stands where the reading was wanted
      if (event.targets) laser.tell({ do: 'aim', target: get().aim });
      if (get().continuous) laser.tell({ do: 'continuous', on: true });
    } else if (event.kind === 'failed') {
      wanted = null;
      set({ failed: event.text });
    } else {
      const { range, continuous } = get();
      const next: [number, number] = range ? [Math.min(range[0], event.mm), Math.max(range[1], event.mm)] : [event.mm, event.mm];
      set({ latest: event.mm, failed: null, range: continuous ? next : null });
      if (wanted) deliver(wanted, event.mm);
      wanted = null;
    }
  });
  const hold = (aim: number) => {
    set({ aim, range: null });
    laser.tell({ do: 'aim', target: aim });
  };
  const deliver = (input: Element, mm: number) => {
    lastTaken = input;
    giveReading(input, mm);
  };
  return {
    status: 'off',
    name: '',
    targets: [],
    aim: 0,
    latest: null,
    range: null,
    continuous: false,
    failed: null,
    connect() {
      set({ status: 'connecting', failed: null, latest: null });
      laser.open();
    },
    disconnect() {
      laser.close();
      set({ status: 'off', continuous: false, range: null, latest: null });
    },
    read() {
      const { status, continuous, latest, targets, aim } = get();
      if (status !== 'on') return;
      const input = readingField();
      if (!input) return set({ failed: 'Choose a length first; the reading goes there.' });
      if (continuous && latest !== null) {
        deliver(input, latest);
        return set({ range: null });
      }
      // a new field means that the person has gone on to the next thing
      if (targets.length > 0 && lastTaken !== null && lastTaken !== input) hold(Math.min(aim + 1, targets.length - 1));
      // also where this shot brings nothing: the next one into the same field is the same wall again
      lastTaken = wanted = input;
      laser.tell({ do: 'shoot' });
    },
    setContinuous(on) {
      set({ continuous: on, range: null });
      laser.tell({ do: 'continuous', on });
    },
    setAim(aim) {
      // told where it is held, it is not moved on by the next field
      lastTaken = null;
      hold(aim);
    },
    outOfRange: () => laser.tell({ do: 'outOfRange' }),
  };
});
