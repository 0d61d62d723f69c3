'use client';
import { create } from 'zustand';
import { instrumentEventSchema, type InstrumentCommand } from '@/core/survey';
import { giveReading, readingField } from '../kit/readings';
import { ask } from './api';

/** Whose instrument: each page holds its own. */
const holder = Math.random().toString(36).slice(2);
const ADDRESS = `/api/devices/laser?holder=${holder}`;
/** First wait before a lost instrument is looked for again, ms; each further one is longer, up to the last. */
const WAITS = [500, 1000, 2000, 4000];
/** A command that is not heard within this (ms) must not hold up those after it. */
const PATIENCE = 3000;

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
  let source: EventSource | null = null;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let tries = 0;
  // one after the other: what is told in haste must not overtake, or the instrument is held against another thing than is shown
  const waiting: InstrumentCommand[] = [];
  let telling = false;
  const tell = async (command: InstrumentCommand): Promise<void> => {
    // of several places that it is held against in passing only the last counts
    if (command.do === 'aim' && waiting.at(-1)?.do === 'aim') waiting.pop();
    waiting.push(command);
    if (telling) return;
    telling = true;
    for (let next = waiting.shift(); next; next = waiting.shift()) await ask(ADDRESS, 'POST', next, PATIENCE);
    telling = false;
  };

  const open = () => {
    source?.close();
    waiting.length = 0;
    const mine = (source = new EventSource(ADDRESS));
    mine.onmessage = ({ data }: MessageEvent<string>) => {
      const read = instrumentEventSchema.safeParse(JSON.parse(data));
      if (!read.success) return;
      const event = read.data;
      if (event.kind === 'ready') {
        tries = 0;
        set({ status: 'on', name: event.name, targets: event.targets ?? [], failed: null });
        // the person still stands where the reading was wanted
        if (event.targets) void tell({ do: 'aim', target: get().aim });
        if (get().continuous) void tell({ do: 'continuous', on: true });
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
    };
    mine.onerror = () => {
      if (source !== mine) return;
      mine.close();
      source = null;
      wanted = null;
      set({ status: 'lost', range: null });
      timer = setTimeout(open, WAITS[Math.min(tries++, WAITS.length - 1)]);
    };
  };
  const hold = (aim: number) => {
    set({ aim, range: null });
    void tell({ do: 'aim', target: aim });
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
      tries = 0;
      open();
    },
    disconnect() {
      clearTimeout(timer);
      source?.close();
      source = null;
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
      void tell({ do: 'shoot' });
    },
    setContinuous(on) {
      set({ continuous: on, range: null });
      void tell({ do: 'continuous', on });
    },
    setAim(aim) {
      // told where it is held, it is not moved on by the next field
      lastTaken = null;
      hold(aim);
    },
    outOfRange: () => void tell({ do: 'outOfRange' }),
  };
});
