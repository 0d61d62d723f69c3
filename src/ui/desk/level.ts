'use client';
import { create } from 'zustand';
import type { Point } from '@/core/geometry';
import { giveReading, readingField } from '../kit/readings';
import { connectionTo } from './instrument';

export type StandingState = {
  readonly status: 'off' | 'connecting' | 'on' | 'lost';
  readonly name: string;
  /** the latest reading of this connection */
  readonly latest: number | null;
  readonly failed: string | null;
  connect(): void;
  disconnect(): void;
  /** Puts it up at a place. */
  stand(at: Point): void;
  /** Takes a reading into the field that has the focus. */
  read(): void;
  outOfRange(): void;
};

/** An instrument that is put up at one place after the other, each reading going to the field that has the focus. */
const standing = (device: 'level' | 'meter') =>
  create<StandingState>()((set, get) => {
    let foot: Point | null = null;
    let wanted: Element | null = null;
    const instrument = connectionTo(device, (event) => {
      if (event === null) set({ status: 'lost' });
      else if (event.kind === 'ready') {
        set({ status: 'on', name: event.name, failed: null });
        // it stands where it stood
        if (foot) instrument.tell({ do: 'stand', at: [...foot] });
      } else if (event.kind === 'failed') set({ failed: event.text });
      else {
        set({ latest: event.mm, failed: null });
        if (wanted) giveReading(wanted, event.mm);
      }
      if (event?.kind !== 'ready') wanted = null;
    });
    return {
      status: 'off',
      name: '',
      latest: null,
      failed: null,
      connect() {
        set({ status: 'connecting', failed: null, latest: null });
        instrument.open();
      },
      disconnect() {
        instrument.close();
        set({ status: 'off', latest: null, failed: null });
      },
      stand(at) {
        foot = at;
        if (get().status === 'on') instrument.tell({ do: 'stand', at: [...at] });
      },
      read() {
        if (get().status !== 'on') return;
        wanted = readingField();
        if (!wanted) return set({ failed: 'Choose the field first; the reading goes there.' });
        instrument.tell({ do: 'shoot' });
      },
      outOfRange: () => instrument.tell({ do: 'outOfRange' }),
    };
  });

export const useLevel = standing('level');
export const useMeter = standing('meter');
