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
  /** the humidity that came with it, of a logger */
  readonly humidity: number | null;
  /** how many readings came, so that two alike are told apart */
  readonly count: number;
  /** Takes a reading into the field that has the focus; a logger’s goes where it is waited for. */
  read(): void;
  outOfRange(): void;
};

/** An instrument that is put up at one place after the other, each reading going to the field that has the focus. */
const standing = (device: 'level' | 'meter' | 'logger') =>
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
        set({ latest: event.mm, humidity: event.humidity ?? null, count: get().count + 1, failed: null });
        if (wanted) giveReading(wanted, event.mm);
      }
      if (event?.kind !== 'ready') wanted = null;
    });
    return {
      status: 'off',
      name: '',
      latest: null,
      humidity: null,
      count: 0,
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
        wanted = device === 'logger' ? null : readingField();
        if (!wanted && device !== 'logger') return set({ failed: 'Choose the field first; the reading goes there.' });
        instrument.tell({ do: 'shoot' });
      },
      outOfRange: () => instrument.tell({ do: 'outOfRange' }),
    };
  });

export const useLevel = standing('level');
export const useMeter = standing('meter');
export const useLogger = standing('logger');
