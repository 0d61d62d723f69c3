import { instrumentEventSchema, type InstrumentCommand, type InstrumentEvent } from '@/core/survey';
import { ask } from './api';

/** Whose instruments: each page holds its own. */
const holder = Math.random().toString(36).slice(2);
/** First wait before a lost instrument is looked for again, ms; each further one is longer, up to the last. */
const WAITS = [500, 1000, 2000, 4000];
/** A command that is not heard within this (ms) must not hold up those after it. */
const PATIENCE = 3000;

export type Connection = { open(): void; close(): void; tell(command: InstrumentCommand): void };

/**
 * An instrument over the server's stream; a lost one is looked for again by itself.
 *
 * @param device which one
 * @param hear told what it says, and null where it is lost
 */
export function connectionTo(device: 'laser' | 'level' | 'meter' | 'logger', hear: (event: InstrumentEvent | null) => void): Connection {
  const address = `/api/devices/${device}?holder=${holder}`;
  let source: EventSource | null = null;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let tries = 0;
  // one after the other: what is told in haste must not overtake, or the instrument is held against another thing than is shown
  const waiting: InstrumentCommand[] = [];
  let telling = false;
  const tell = async (command: InstrumentCommand): Promise<void> => {
    // of several places that it is held against in passing only the last counts
    const passing = command.do === 'aim' || command.do === 'stand';
    if (passing && waiting.at(-1)?.do === command.do) waiting.pop();
    waiting.push(command);
    if (telling) return;
    telling = true;
    for (let next = waiting.shift(); next; next = waiting.shift()) await ask(address, 'POST', next, PATIENCE);
    telling = false;
  };
  const open = () => {
    source?.close();
    waiting.length = 0;
    const mine = (source = new EventSource(address));
    mine.onmessage = ({ data }: MessageEvent<string>) => {
      const read = instrumentEventSchema.safeParse(JSON.parse(data));
      if (!read.success) return;
      if (read.data.kind === 'ready') tries = 0;
      hear(read.data);
    };
    mine.onerror = () => {
      if (source !== mine) return;
      mine.close();
      source = null;
      hear(null);
      timer = setTimeout(open, WAITS[Math.min(tries++, WAITS.length - 1)]);
    };
  };
  return {
    open() {
      tries = 0;
      open();
    },
    close() {
      clearTimeout(timer);
      source?.close();
      source = null;
    },
    tell: (command) => void tell(command),
  };
}
